import * as z from "@/core/z";
import { assess } from "@/core/assess";
import { problem } from "@/core/problem/problem";
import { fileResponse } from "@/server/file-response";
import { openByToken } from "@/server/owner";
import { ownerOf } from "@/server/owners";
import { smallPhoto } from "@/server/photos";
import { renderReport } from "@/server/report/render-report";
import { refuse, route } from "@/server/route";

const TokenPath = z.object({ token: z.string().check(z.maxLength(60)) });

/** The report, for whoever holds an owner's link that shows it. */
export const GET = route({ role: "nobody", params: TokenPath }, async ({ params: { token } }) => {
  const opened = await openByToken(token);
  if (!opened?.withReport) return refuse(404, problem("not-found"));
  const { pack, entries } = opened.job;
  return fileResponse(
    await renderReport(
      "owner",
      pack,
      assess(pack, entries, new Date().toISOString()),
      smallPhoto(opened.job.id),
      (await ownerOf(entries))?.name,
    ),
    "application/pdf",
    opened.job.header.name,
    "pdf",
  );
});
