import { packsOnOffer } from "@/server/open-job";
import { answer, route } from "@/server/route";

/** Engine families that a job can be opened for. */
export const GET = route({ role: "viewer" }, async () => answer({ v: 1, packs: (await packsOnOffer()).map(({ sha256, pack: { family, summary, revision } }) => ({ sha256, family, summary, revision })) }));
