"use client";
import { Box, Button, Flex, Heading, Input, chakra } from "@chakra-ui/react";
import { useState } from "react";
import { useJob } from "../../job/JobContext";
import { useFetched } from "../../kit/use-fetched";
import { Day } from "../../kit/day";
import { fetchAsMe } from "../../outbox/fetch-as-me";

interface Shown {
  readonly id: string;
  readonly withReport: boolean;
  readonly expiresAt: string;
  readonly revokedAt: string | null;
  /** What it rested on is gone. */
  readonly fallen: "maker-gone" | "owner-erased" | "put-away" | null;
}

const fallenWords: Readonly<Record<NonNullable<Shown["fallen"]>, string>> = {
  "maker-gone": "it opens nothing: whoever gave it out has no account any more",
  "owner-erased": "it opens nothing: the owner was erased",
  "put-away": "it opens nothing while the job is put away",
};

const days = 30;
const json = { "Content-Type": "application/json" };

/** Links by which the owner may look, each until it expires or is shut. A link itself is shown once, when it is made. */
export function OwnerLinks() {
  const { id, mayDecide, now } = useJob();
  const [made, setMade] = useState<string | null>(null);
  const [failed, setFailed] = useState(false);

  const [asked, setAsked] = useState(0);
  const links = useFetched<{ links: readonly Shown[] }>(mayDecide ? `/api/jobs/${id}/links` : null, asked)?.links ?? [];
  if (!mayDecide) return null;

  const act = async (work: () => Promise<Response>) => {
    const answer = await work().catch(() => null);
    setFailed(!answer?.ok);
    setAsked((before) => before + 1);
    return answer?.ok ? answer : null;
  };
  const make = async (withReport: boolean) => {
    const answer = await act(() =>
      fetchAsMe(`/api/jobs/${id}/links`, { method: "POST", headers: json, body: JSON.stringify({ days, withReport }) }),
    );
    if (answer) setMade(`${window.location.origin}/owner/${((await answer.json()) as { token: string }).token}`);
  };
  const open = links.filter((link) => link.revokedAt === null && link.expiresAt > now());
  return (
    <Box mt="20px">
      <Heading as="h2" fontSize="13px" fontWeight={400} color="quiet">
        For the owner
      </Heading>
      {open.map((link) => (
        <Flex key={link.id} justify="space-between" align="center" fontSize="13px" py="3px">
          <span>
            {link.withReport ? "progress and report" : "progress"}
            {link.fallen ? (
              `: ${fallenWords[link.fallen]}`
            ) : (
              <>
                , until <Day of={link.expiresAt} />
              </>
            )}
          </span>
          <Button
            size="xs"
            variant="ghost"
            onClick={() => void act(() => fetchAsMe(`/api/jobs/${id}/links/${link.id}`, { method: "DELETE" }))}
          >
            Shut it
          </Button>
        </Flex>
      ))}
      {made && (
        <Box mt="4px">
          <Input
            readOnly
            value={made}
            size="xs"
            aria-label="The link"
            onFocus={(event) => event.currentTarget.select()}
            borderColor="lineStrong"
          />
          <chakra.p fontSize="12px" color="quiet">
            Shown this once. Whoever has it can look, for {days} days.
          </chakra.p>
        </Box>
      )}
      <Flex gap="6px" mt="6px">
        <Button size="xs" variant="outline" borderColor="lineStrong" color="ink" onClick={() => void make(false)}>
          Link to progress
        </Button>
        <Button size="xs" variant="outline" borderColor="lineStrong" color="ink" onClick={() => void make(true)}>
          and report
        </Button>
      </Flex>
      {failed && (
        <chakra.p role="alert" fontSize="12px" color="out">
          The server could not do this. Try again.
        </chakra.p>
      )}
    </Box>
  );
}
