import { notFound } from "next/navigation";
import type { ReactNode } from "react";
import { openJob, openShop } from "@/server/jobs";
import { JobPath } from "@/server/job-path";
import { requirePerson } from "@/server/require-person";
import { JobProvider } from "@/ui/job/JobContext";
import { JobFrame } from "@/ui/job/JobFrame";

export const dynamic = "force-dynamic";

export default async function JobLayout({
  params,
  children,
}: {
  params: Promise<{ job: string }>;
  children: ReactNode;
}) {
  const person = await requirePerson();
  const path = JobPath.safeParse(await params);
  const job = path.success ? await openJob(path.data.job) : null;
  if (!job) notFound();
  return (
    <JobProvider
      id={job.id}
      initialEntries={job.entries}
      seq={job.entries.length}
      packJson={job.packJson}
      shop={await openShop()}
      people={job.people}
      me={{ id: person.id, name: person.name, role: person.role }}
      asOf={new Date().toISOString()}
    >
      <JobFrame>{children}</JobFrame>
    </JobProvider>
  );
}
