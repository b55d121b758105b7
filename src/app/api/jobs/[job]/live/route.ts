import * as z from "@/core/z";
import { problem } from "@/core/problem/problem";
import { JobPath } from "@/server/job-path";
import { jobExists, namesFor } from "@/server/jobs";
import { eventStream, watcher } from "@/server/live";
import { refuse, route } from "@/server/route";
import { isStillAllowed } from "@/server/session";

const After = z.catch(z.coerce.number().check(z.int(), z.minimum(0)), 0);

/** Entries of a job as they are kept, by whomever: server-sent events after a number. */
export const GET = route({ role: "viewer", params: JobPath }, async ({ request, params: { job }, person }) => {
  if (!(await jobExists(job))) return refuse(404, problem("unknown-stream"));
  const after = After.parse(request.headers.get("last-event-id") ?? new URL(request.url).searchParams.get("after"));
  return eventStream({
    signal: request.signal,
    isAllowed: () => isStillAllowed(person),
    begin: (send) =>
      watcher().watch(
        job,
        after,
        (entries, seq) =>
          void namesFor(entries).then(
            (people) => send({ id: seq, data: { entries, people } }),
            () => {},
          ),
      ),
  });
});
