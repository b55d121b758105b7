import { answer, route } from "@/server/route";
import { waitingPacks } from "@/server/take-pack";

/** Packs that came with jobs from elsewhere, each with what it would change were it offered. */
export const GET = route({ role: "lead" }, async () => answer({ v: 1, packs: await waitingPacks() }));
