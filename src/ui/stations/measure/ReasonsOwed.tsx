"use client";
import { Box, Heading, Input, chakra } from "@chakra-ui/react";
import { useState } from "react";
import type { Entry, Envelope } from "@/core/entry/schema";
import { useJob } from "../../job/JobContext";

/** What an owed reason is about: the figure that was typed over or struck. */
function useSubject(entry: Entry): string {
  const { log, assessment } = useJob();
  const targets =
    entry.type === "entry-struck"
      ? entry.payload.strikes
      : "supersedes" in entry.payload
        ? (entry.payload.supersedes ?? [])
        : [];
  const old = log.entries.filter((each: Envelope) => targets.includes(each.id));
  const [first] = old;
  const row =
    first &&
    [...assessment.rows.values()].find(
      (each) => each.part?.id === first.payload.part && each.row.at.id === first.payload.feature,
    );
  const figures = old.map((each) => String(each.payload.typed ?? "")).join(", ");
  const what =
    entry.type === "entry-struck"
      ? `${figures} struck`
      : `${figures} became ${entry.type === "reading-taken" ? entry.payload.typed : ""}`;
  return `${row?.row.name ?? "a reading"}: ${what}`;
}

function Owed({ entry }: { entry: Entry }) {
  const { append, mayWrite } = useJob();
  const [why, setWhy] = useState("");
  const subject = useSubject(entry);
  return (
    <chakra.form
      mt="10px"
      onSubmit={(event) => {
        event.preventDefault();
        if (why.trim() !== "") append("reason-given", { for: entry.id, why: why.trim() });
      }}
    >
      <chakra.label display="block" fontSize="13px" color="quiet">
        {subject}
        <Input
          mt="4px"
          size="sm"
          value={why}
          onChange={(event) => setWhy(event.currentTarget.value)}
          placeholder="why? Enter keeps it"
          disabled={!mayWrite}
          borderColor="lineStrong"
        />
      </chakra.label>
    </chakra.form>
  );
}

/** One reason for all that is owed: a gauge that was set wrong, a sheet that was typed into the wrong column. */
function ForAll({ entries }: { entries: readonly Entry[] }) {
  const { append, mayWrite } = useJob();
  const [why, setWhy] = useState("");
  return (
    <chakra.form
      mt="12px"
      pt="10px"
      borderTopWidth="1px"
      borderColor="line"
      onSubmit={(event) => {
        event.preventDefault();
        if (why.trim() === "") return;
        for (const entry of entries) append("reason-given", { for: entry.id, why: why.trim() });
        setWhy("");
      }}
    >
      <chakra.label display="block" fontSize="13px" fontWeight={600}>
        One reason for all {entries.length}
        <Input
          mt="4px"
          size="sm"
          maxLength={2000}
          value={why}
          onChange={(event) => setWhy(event.currentTarget.value)}
          placeholder="why? Enter keeps it for each"
          disabled={!mayWrite}
          borderColor="lineStrong"
        />
      </chakra.label>
    </chakra.form>
  );
}

/** Corrections made with one key, whose reasons are still owed. */
export function ReasonsOwed() {
  const { assessment } = useJob();
  const { reasonsOwed } = assessment.job;
  if (reasonsOwed.length === 0) return null;
  return (
    <Box mt="18px">
      <Heading as="h3" fontSize="13px" fontWeight={700} color="near">
        {reasonsOwed.length === 1 ? "One reason owed" : `${reasonsOwed.length} reasons owed`}
      </Heading>
      {reasonsOwed.slice(0, 4).map((entry) => (
        <Owed key={entry.id} entry={entry} />
      ))}
      {reasonsOwed.length > 1 && <ForAll entries={reasonsOwed} />}
    </Box>
  );
}
