import { listJobs } from "@/server/jobs";
import { requirePerson } from "@/server/require-person";
import { JobList } from "@/ui/bench/JobList";

export const dynamic = "force-dynamic";

export default async function BenchPage() {
  const person = await requirePerson();
  const asOf = new Date().toISOString();
  const jobs = await listJobs(asOf);
  return (
    <JobList
      asOf={asOf}
      me={{ id: person.id, name: person.name, role: person.role }}
      jobs={jobs.map(({ job }) => ({ id: job.id, entries: job.entries, packJson: job.packJson }))}
    />
  );
}
