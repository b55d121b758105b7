import { problem } from "@/core/problem/problem";
import { documentResponse } from "@/server/file-response";
import { JobPath } from "@/server/job-path";
import { offThread } from "@/server/off-thread/off-thread";
import { refuse, route } from "@/server/route";

/** Labels with 2D codes for all parts that are out of the engine. */
export const GET = route({ role: "viewer", params: JobPath }, async ({ params: { job } }) => {
  const made = await offThread("labels", { job });
  return made ? documentResponse(made, "labels.pdf") : refuse(404, problem("unknown-stream"));
});
