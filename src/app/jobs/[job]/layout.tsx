import { notFound } from "next/navigation";
import type { ReactNode } from "react";
import { isBroken, openAnyJob, openShop } from "@/server/jobs";
import { JobPath } from "@/server/job-path";
import { requirePerson } from "@/server/require-person";
import { JobProvider } from "@/ui/job/JobContext";
import { RawRecord } from "@/ui/job/RawRecord";
import { JobFrame } from "@/ui/place/JobFrame";

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
  const job = path.success ? await openAnyJob(path.data.job) : null;
  if (!job) notFound();
  const me = { id: person.id, name: person.name, role: person.role, unit: person.unit };
  if (isBroken(job)) return <RawRecord me={me} job={job} />;
  return (
    <JobProvider
      id={job.id}
      // As text: what is walked through object by object, there and here, takes far longer than it is large.
      record={JSON.stringify(job.entries)}
      packText={JSON.stringify(job.packJson)}
      shop={await openShop()}
      people={job.people}
      me={me}
      asOf={new Date().toISOString()}
    >
      <JobFrame />
      {children}
    </JobProvider>
  );
}
