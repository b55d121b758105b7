import { listJobs } from "@/server/jobs";
import { answer, route } from "@/server/route";

/** All jobs, by what they are called. */
export const GET = route({ role: "viewer" }, async () =>
  answer({ v: 1, jobs: (await listJobs()).map(({ id, header }) => ({ id, name: header.name, number: header.engine.number })) }),
);
