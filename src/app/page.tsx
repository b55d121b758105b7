import { isBroken, listJobs } from "@/server/jobs";
import { requirePerson } from "@/server/require-person";
import { JobList } from "@/ui/shop/bench/JobList";

export const dynamic = "force-dynamic";

export default async function BenchPage() {
  const person = await requirePerson();
  const jobs = await listJobs();
  return (
    <JobList
      asOf={new Date().toISOString()}
      me={{ id: person.id, name: person.name, role: person.role }}
      jobs={jobs.map((job) =>
        isBroken(job)
          ? { id: job.id, name: job.name, trouble: job.trouble }
          : { id: job.id, entries: job.entries, packJson: job.packJson },
      )}
    />
  );
}
