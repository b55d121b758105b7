import * as z from "@/core/z";
import { problem } from "@/core/problem/problem";
import { ownerMark } from "@/server/owner";
import { refuse, route } from "@/server/route";

const Path = z.strictObject({ token: z.string().check(z.maxLength(60)) });

/** The shop's mark on a report, for whoever holds a link that shows it. */
export const GET = route(
  { role: "nobody", params: Path },
  async ({ params: { token } }) => (await ownerMark(token)) ?? refuse(404, problem("not-found")),
);
