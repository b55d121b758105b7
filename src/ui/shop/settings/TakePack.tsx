"use client";
import { Box, Button, Flex, Heading, chakra } from "@chakra-ui/react";
import { useState } from "react";
import type { PackChanges as Changes } from "@/core/pack/pack-differences";
import type { Linted } from "@/core/lint/read-pack-text";
import { plainWording } from "@/words/plain-wording";
import { sayIncoming } from "@/words/say-incoming";
import { many } from "@/words/sentences/sentence";
import { PackChanges } from "./PackChanges";
import { WaitingPacks } from "./WaitingPacks";
import { fetchAsMe } from "../../outbox/fetch-as-me";

interface Taken {
  readonly faults: readonly Linted[];
  readonly warnings: readonly Linted[];
  readonly isCut: boolean;
  readonly pack: { readonly family: string; readonly revision: number } | null;
  readonly kept: boolean;
  readonly changes: Changes | null;
}

const mostShown = 60;

const counted = ({ isCut }: Taken, of: readonly Linted[], what: string) => `${isCut ? "The first " : ""}${many(of.length, what)}`; // prettier-ignore

/** What the linter found: where, what is wrong, what was perhaps meant. */
const Found = ({ of, label, color }: { of: readonly Linted[]; label: string; color: "out" | "near" }) =>
  of.length > 0 && (
    <Box mt="12px">
      <chakra.p fontSize="14px" fontWeight={600} color={color}>
        {label}
      </chakra.p>
      <chakra.ul listStyleType="none" maxHeight="320px" overflowY="auto" tabIndex={0} aria-label={label}>
        {of.slice(0, mostShown).map(({ problem, at, line, column, meant }, index) => (
          <chakra.li key={index} fontSize="13px" py="3px">
            <chakra.span color="quiet" fontVariantNumeric="tabular-nums">
              {line === null ? "" : `${line}:${column} `}
            </chakra.span>
            <strong>{at}</strong> {sayIncoming(problem, plainWording)}
            {meant ? ` Did you mean “${meant}”?` : ""}
          </chakra.li>
        ))}
        {of.length > mostShown && (
          <chakra.li fontSize="13px" color="quiet">
            and {of.length - mostShown} more
          </chakra.li>
        )}
      </chakra.ul>
    </Box>
  );

/** Takes a pack of the shop's own in: looked at first, kept by a second act. */
export function TakePack() {
  const [file, setFile] = useState<File | null>(null);
  const [taken, setTaken] = useState<Taken | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const send = async (chosen: File, look: boolean) => {
    setTrouble(null);
    try {
      const response = await fetchAsMe(`/api/packs${look ? "?look=only" : ""}`, { method: "POST", body: chosen });
      const json = (await response.json()) as Taken & { problems?: readonly Linted["problem"][] };
      if (json.problems) return setTrouble(json.problems.map((each) => sayIncoming(each, plainWording)).join(" "));
      setTaken(json);
    } catch {
      setTrouble("The server cannot be reached just now: nothing was kept.");
    }
  };
  const isGood = taken !== null && taken.faults.length === 0;
  return (
    <Box as="section" mt="40px" aria-label="Engine packs">
      <Heading as="h2" fontSize="17px">
        An engine pack of one&apos;s own
      </Heading>
      <chakra.p fontSize="14px" color="quiet" mt="4px">
        A JSON file of an engine family: a pack, or a short sheet over the trade library, as docs/formats.md describes
        them. It is looked at first: nothing is kept before that.
      </chakra.p>
      <chakra.input
        type="file"
        accept=".json,application/json"
        aria-label="Choose a pack"
        mt="10px"
        fontSize="14px"
        onChange={(event) => {
          const chosen = event.currentTarget.files?.[0] ?? null;
          setFile(chosen);
          setTaken(null);
          if (chosen) void send(chosen, true);
        }}
      />
      {trouble && (
        <chakra.p role="alert" color="out" fontSize="14px" mt="8px">
          {trouble}
        </chakra.p>
      )}
      {taken && (
        <Box role="status">
          {taken.pack && (
            <chakra.p mt="10px" fontSize="15px">
              {taken.pack.family}, revision {taken.pack.revision}
              {taken.kept ? ": kept. New jobs can be opened with it." : ""}
            </chakra.p>
          )}
          {!taken.kept && taken.changes && <PackChanges changes={taken.changes} />}
          <Found
            of={taken.faults}
            color="out"
            label={`${counted(taken, taken.faults, "fault")}: it cannot be taken in`}
          />
          <Found of={taken.warnings} color="near" label={`${counted(taken, taken.warnings, "thing")} hardly meant`} />
        </Box>
      )}
      {file && isGood && !taken.kept && (
        <Flex mt="12px">
          <Button bg="ember" color="onEmber" fontWeight={700} minHeight="42px" onClick={() => void send(file, false)}>
            Take it in
          </Button>
        </Flex>
      )}
      <WaitingPacks />
    </Box>
  );
}
