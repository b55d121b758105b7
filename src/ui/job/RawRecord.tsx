"use client";
import { Flex, Heading, chakra } from "@chakra-ui/react";
import { Download } from "lucide-react";
import type { Envelope } from "@/core/entry/schema";
import type { Problem } from "@/core/problem/problem";
import { plainWording } from "@/words/plain-wording";
import { sayAuthor, sayEntry } from "@/words/say-entry";
import { sayProblem } from "@/words/say-problem";
import { ShopHeader } from "../frame/ShopHeader";
import { Work } from "../frame/Work";
import type { Me } from "../kit/me";

/** So many entries are shown; the file holds them all. */
const mostShown = 400;

interface Props {
  readonly me: Me;
  readonly job: {
    readonly id: string;
    readonly name: string | null;
    readonly entries: readonly Envelope[];
    readonly people: Readonly<Record<string, string>>;
    readonly trouble: Problem;
  };
}

/** A job that cannot be judged: why, and its record as it is. Nothing of it is lost, and nothing can be added. */
export function RawRecord({ me, job: { id, name, entries, people, trouble } }: Props) {
  return (
    <Flex direction="column" minHeight="100dvh">
      <ShopHeader me={me} here="/" />
      <Work maxWidth="900px" width="100%" mx="auto">
        <Heading as="h1" fontSize="24px">
          {name ?? "A job that cannot be read"}
        </Heading>
        <chakra.p role="alert" color="near" mt="6px">
          {sayProblem(trouble, plainWording)}
        </chakra.p>
        <chakra.a
          href={`/api/jobs/${id}/record`}
          download
          display="inline-flex"
          alignItems="center"
          gap="8px"
          minHeight="44px"
          color="emberInk"
          textDecoration="underline"
          textUnderlineOffset="3px"
        >
          <Download size={18} aria-hidden />
          The whole record, NDJSON ({entries.length})
        </chakra.a>
        <chakra.ol mt="8px" fontSize="14px" aria-label="Entries">
          {entries.slice(-mostShown).map((entry) => (
            <chakra.li key={entry.id} py="4px" borderBottomWidth="1px" borderColor="line">
              <chakra.span color="quiet" fontVariantNumeric="tabular-nums">
                {entry.at.slice(0, 16).replace("T", " ")}
              </chakra.span>{" "}
              {sayEntry(entry)} <chakra.span color="quiet">{sayAuthor(entry.author, people)}</chakra.span>
            </chakra.li>
          ))}
        </chakra.ol>
      </Work>
    </Flex>
  );
}
