import * as z from "@/core/z";
import { problem } from "@/core/problem/problem";
import { documentResponse } from "@/server/file-response";
import { linkOf } from "@/server/owner";
import { offThread } from "@/server/off-thread/off-thread";
import { refuse, route } from "@/server/route";

const TokenPath = z.object({ token: z.string().check(z.maxLength(60)) });

/** The report, for whoever holds an owner's link that shows it. */
export const GET = route({ role: "nobody", params: TokenPath }, async ({ params: { token } }) => {
  const link = await linkOf(token);
  const made = link?.withReport ? await offThread("report", { job: link.job, report: "owner" }) : null;
  return made ? documentResponse(made, "pdf") : refuse(404, problem("not-found"));
});
