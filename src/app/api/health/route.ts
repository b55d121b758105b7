import { coreVersion } from "@/core/version";
import { problem } from "@/core/problem/problem";
import { databaseAnswers } from "@/server/environment";
import { answer, refuse, route } from "@/server/route";

/** Answers well when the process can reach a database of the schema it knows, now and not only at its start. */
export const GET = route({ role: "nobody" }, async () =>
  (await databaseAnswers()) ? answer({ ok: true, core: coreVersion }) : refuse(503, problem("database-unreachable")),
);
