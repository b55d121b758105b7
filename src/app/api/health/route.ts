import { coreVersion } from "@/core/version";
import { answer, route } from "@/server/route";

/** Answers when the process can reach a database of the schema it knows. */
export const GET = route({ role: "nobody" }, async () => answer({ ok: true, core: coreVersion }));
