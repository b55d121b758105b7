"use client";
import { Box, Heading, chakra } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { clockTime } from "@/words/clock-time";
import { JobFrame } from "./JobFrame";
import { JobProvider } from "../job/JobContext";
import { QuietButton } from "../kit/SayWhy";
import { keptJob, keptJobs, type KeptJob } from "../away/kept-jobs";

interface Found {
  readonly job: KeptJob | null;
  readonly others: readonly KeptJob[];
  readonly isJob: boolean;
}

async function lookUp(path: string): Promise<Found> {
  const id = /^\/jobs\/([^/]+)/u.exec(path)?.[1];
  return { job: id ? await keptJob(id) : null, others: await keptJobs(), isJob: id !== undefined };
}

/** Stands in for every page while the server cannot be reached: a job that this device keeps is open as ever. */
export function AwayPage() {
  const [found, setFound] = useState<Found | null>(null);
  useEffect(() => {
    lookUp(window.location.pathname).then(setFound, () => setFound({ job: null, others: [], isJob: false }));
  }, []);
  if (!found)
    return (
      <chakra.p p="24px" color="quiet" aria-busy>
        Opening what this device keeps…
      </chakra.p>
    );
  const { job, others, isJob } = found;
  if (job)
    return (
      <JobProvider
        id={job.id}
        record={JSON.stringify(job.entries)}
        packText={job.packText}
        shop={job.shop}
        people={job.people}
        me={job.me}
        asOf={new Date().toISOString()}
        keptAt={job.keptAt}
      >
        <JobFrame />
      </JobProvider>
    );
  return (
    <Box as="main" maxWidth="620px" mx="auto" px="18px" py="32px">
      <Heading as="h1" fontSize="24px">
        The server cannot be reached
      </Heading>
      <chakra.p mt="10px">
        {isJob
          ? "This engine was not opened on this device before, so it is not here."
          : "This page comes from the server."}{" "}
        {others.length > 0
          ? "These engines are kept on this device: they open, and what is entered is sent when the server is back."
          : "No engine is kept on this device: one that was opened here with the server there is kept from then on."}
      </chakra.p>
      <chakra.ul mt="16px" aria-label="Kept on this device">
        {others.map(({ id, name, number, keptAt }) => (
          <chakra.li key={id} borderBottomWidth="1px" borderColor="line">
            {/* A whole page: there is no server to ask for the difference. */}
            <chakra.a href={`/jobs/${id}/measure`} display="block" px="6px" py="12px" _hover={{ bg: "raised" }}>
              <chakra.span display="block" fontSize="18px" fontWeight={700}>
                {name}
              </chakra.span>
              <chakra.span color="quiet" fontSize="13px">
                {number ? `No. ${number} · ` : ""}as of {clockTime(keptAt)}
              </chakra.span>
            </chakra.a>
          </chakra.li>
        ))}
      </chakra.ul>
      <Box mt="20px">
        <QuietButton onClick={() => window.location.reload()}>Try the server again</QuietButton>
      </Box>
    </Box>
  );
}
