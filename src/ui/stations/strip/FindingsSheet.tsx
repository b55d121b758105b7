"use client";
import { Box, Flex, Heading, Textarea, chakra } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { type FindingLine, type PartFindings } from "@/core/findings/assess-findings";
import { nothingThere } from "@/core/findings/finding";
import type { Part } from "@/core/entry/fold";
import { capital } from "@/words/capital";
import { useKeys } from "../../keys/use-keys";
import { useInHand, useJob } from "../../job/JobContext";
import { PartPicker } from "./PartPicker";
import { Chip } from "../../kit/Chip";
import { GradeMark } from "../../kit/GradeMark";
import { QuietButton } from "../../kit/SayWhy";

const lineId = ({ kind, place }: FindingLine) => `${kind.id} ${place?.id ?? ""}`;

/** Notes what is seen; the same value once more takes it back. */
function useSee(part: Part) {
  const { append, assessment } = useJob();
  const isClean = assessment.clean.parts.some((each) => each.part.id === part.id && each.cleaned.length > 0);
  const phase = isClean ? "after-cleaning" : "before-cleaning";
  const see = ({ kind, place, findings }: FindingLine, value: string) => {
    const same = findings.filter((finding) => finding.phase === phase);
    if (same.length === 1 && same[0]!.value === value) append("entry-struck", { strikes: [same[0]!.id], undo: true });
    else
      append("finding-made", {
        part: part.id,
        place: place?.id ?? null,
        finding: kind.id,
        value,
        phase,
        // What was written of it stays, whatever grade it is given.
        words: same.length === 1 ? same[0]!.words : null,
        ...(same.length > 0 ? { supersedes: same.map((finding) => finding.id) } : {}),
      });
  };
  const note = (
    { kind, place }: FindingLine,
    { id, value }: Pick<FindingLine["findings"][number], "id" | "value">,
    words: string | null,
  ) =>
    append("finding-made", {
      part: part.id,
      place: place?.id ?? null,
      finding: kind.id,
      value,
      phase,
      words,
      supersedes: [id],
    });
  return { phase, see, note } as const;
}

/** What is to be said of a finding besides its grade, as long as it takes. */
function FindingNote({
  words,
  isHere,
  onNote,
}: {
  words: string | null;
  isHere: boolean;
  onNote: (words: string | null) => void;
}) {
  const { mayWrite } = useJob();
  const [draft, setDraft] = useState<string | null>(null);
  const keep = () => {
    const said = draft?.trim() || null;
    if (draft !== null && said !== words) onNote(said);
    setDraft(null);
  };
  if (draft === null)
    return (
      <Flex gap="10px" mt="4px" align="baseline" fontSize="13px">
        {words && <chakra.p whiteSpace="pre-wrap">{words}</chakra.p>}
        {mayWrite && (isHere || words) && (
          <QuietButton onClick={() => setDraft(words ?? "")}>{words ? "change" : "say more"}</QuietButton>
        )}
      </Flex>
    );
  return (
    <Textarea
      value={draft}
      onChange={(event) => setDraft(event.currentTarget.value)}
      onBlur={keep}
      onKeyDown={(event) => {
        if (event.key === "Escape") setDraft(null);
        if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) keep();
      }}
      aria-label="What is to be said of it"
      placeholder="How it looks, where, what it was beside. Ctrl ⏎ keeps it."
      maxLength={2000}
      rows={3}
      mt="6px"
      fontSize="14px"
      borderColor="lineStrong"
      autoFocus
    />
  );
}

function Line({
  line,
  isHere,
  phase,
  onSee,
  onNote,
  onHere,
}: {
  line: FindingLine;
  isHere: boolean;
  phase: string;
  onSee: (value: string) => void;
  onNote: (finding: FindingLine["findings"][number], words: string | null) => void;
  onHere: () => void;
}) {
  const { mayWrite, nameOf } = useJob();
  const { kind, place, findings } = line;
  const here = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (isHere) here.current?.scrollIntoView({ block: "nearest" });
  }, [isHere]);
  const now = findings.filter((finding) => finding.phase === phase);
  const before = findings.filter((finding) => finding.phase !== phase);
  const nameOfValue = (value: string) =>
    value === nothingThere ? "nothing there" : (kind.values.find((each) => each.id === value)?.name ?? value);
  const values = [{ id: nothingThere, name: "nothing there", grade: 0 as const }, ...kind.values];
  return (
    <Box
      ref={here}
      py="6px"
      pl="10px"
      borderLeftWidth="3px"
      borderColor={isHere ? "ember" : "transparent"}
      borderBottomWidth="1px"
      borderBottomStyle="dotted"
      borderBottomColor="line"
      onClick={onHere}
      role="group"
      aria-label={`${kind.name}${place ? `, ${place.name}` : ""}`}
    >
      <Flex gap="10px" align="baseline" wrap="wrap">
        <chakra.span fontSize="15px" fontWeight={600}>
          {capital(kind.name)}
          {place && <chakra.span fontWeight={400}>, {place.name}</chakra.span>}
        </chakra.span>
        {kind.lostByCleaning && line.grade === null && (
          <chakra.span fontSize="12px" color="near">
            {phase === "before-cleaning" ? "look before cleaning" : "cleaned: too late to see"}
          </chakra.span>
        )}
        {before.length > 0 && (
          <chakra.span fontSize="12px" color="quiet">
            before cleaning: {before.map((finding) => nameOfValue(finding.value)).join(", ")}
          </chakra.span>
        )}
        {now.some(({ together }) => together) && (
          <chakra.span fontSize="12px" color={line.grade === null ? "near" : "quiet"}>
            {line.grade === null ? "noted together: look at it by itself" : "noted together"}
          </chakra.span>
        )}
        {now.length > 1 && (
          <chakra.span fontSize="12px" color="near">
            seen differently:{" "}
            {now.map((finding) => `${nameOfValue(finding.value)} by ${nameOf(finding.author)}`).join("; ")}
          </chakra.span>
        )}
      </Flex>
      <Flex gap="6px" mt="4px" wrap="wrap">
        {values.map((value, at) => {
          const isOn = now.length === 1 && now[0]!.value === value.id;
          return (
            <chakra.button
              key={value.id}
              type="button"
              aria-pressed={isOn}
              disabled={!mayWrite}
              title={at <= 9 ? `key ${at}` : undefined}
              onClick={() => onSee(value.id)}
              minHeight={{ base: "44px", md: "36px" }}
              px="10px"
              borderRadius="8px"
              fontSize="14px"
              display="inline-flex"
              alignItems="center"
              gap="7px"
              borderWidth={isOn ? "2px" : "1px"}
              borderColor={isOn ? "ember" : "line"}
              bg={isOn ? "emberWash" : "panel"}
              cursor={mayWrite ? "pointer" : "default"}
              _hover={{ borderColor: "ember" }}
            >
              <GradeMark grade={value.grade} />
              {value.name}
            </chakra.button>
          );
        })}
      </Flex>
      {now.length === 1 && (
        <FindingNote words={now[0]!.words} isHere={isHere} onNote={(words) => onNote(now[0]!, words)} />
      )}
    </Box>
  );
}

/** How many parts of a kind are still open, and 'nothing there' for all that is open on one part or on all of its kind. */
function NothingThere({ of, phase }: { of: PartFindings; phase: "before-cleaning" | "after-cleaning" }) {
  const { append, mayWrite, assessment, pack } = useJob();
  const openOf = ({ lines }: PartFindings) => lines.filter(({ findings }) => findings.length === 0);
  const alike = [...assessment.findings.byPart.values()].filter(({ part }) => part.class === of.part.class);
  const [mine, all] = [openOf(of).length, alike.reduce((sum, each) => sum + openOf(each).length, 0)];
  if (!mayWrite || mine + all === 0) return null;
  const note = (parts: readonly PartFindings[]) => {
    for (const each of parts)
      for (const { kind, place } of openOf(each))
        append("finding-made", {
          part: each.part.id,
          place: place?.id ?? null,
          finding: kind.id,
          value: nothingThere,
          phase,
          words: null,
          together: true,
        });
  };
  const kind = pack.classes.get(of.part.class)?.name ?? of.part.class;
  return (
    <Flex gap="8px" mt="10px" wrap="wrap" align="center">
      {mine > 0 && (
        <Chip isOn={false} onClick={() => note([of])}>
          Nothing there: all {mine} open on {of.part.tag}
        </Chip>
      )}
      {all > mine && (
        <Chip isOn={false} onClick={() => note(alike)}>
          The same on every {kind}: {all}
        </Chip>
      )}
      <chakra.span fontSize="12px" color="quiet">
        Marked as noted together; what has to be looked at by itself stays open.
      </chakra.span>
    </Flex>
  );
}

function Sheet({ of }: { of: PartFindings }) {
  const { part, lines } = of;
  const { phase, see, note } = useSee(part);
  const [at, setAt] = useState<string | null>(null);
  const index = Math.max(
    0,
    lines.findIndex((line) => lineId(line) === at),
  );
  const move = (by: number) => setAt(lineId(lines[Math.min(lines.length - 1, Math.max(0, index + by))]!));
  const seeHere = (number: number) => {
    const line = lines[index];
    const value = number === 0 ? nothingThere : line?.kind.values[number - 1]?.id;
    if (!line || value === undefined) return;
    see(line, value);
    move(1);
  };
  useKeys({
    ArrowDown: () => move(1),
    ArrowUp: () => move(-1),
    ...Object.fromEntries(Array.from({ length: 10 }, (_, number) => [String(number), () => seeHere(number)])),
  });
  return (
    <Box>
      <Flex align="baseline" gap="12px" wrap="wrap">
        <Heading as="h2" fontSize="18px">
          {part.tag}
        </Heading>
        <chakra.span fontSize="13px" color="quiet">
          {of.looked} of {lines.length} looked at · {phase === "before-cleaning" ? "before cleaning" : "after cleaning"}
        </chakra.span>
      </Flex>
      <Box mt="6px">
        {lines.map((line) => (
          <Line
            key={lineId(line)}
            line={line}
            phase={phase}
            isHere={lineId(line) === lineId(lines[index]!)}
            onHere={() => setAt(lineId(line))}
            onNote={(finding, words) => note(line, finding, words)}
            onSee={(value) => {
              setAt(lineId(line));
              see(line, value);
            }}
          />
        ))}
      </Box>
      <NothingThere of={of} phase={phase} />
    </Box>
  );
}

/**
 * Where what is seen on parts is written down.
 *
 * @param only  just these lines of the part in hand, where another station asks for them
 */
export function FindingsSheet({ only }: { only?: readonly string[] }) {
  const { assessment } = useJob();
  const { hand } = useInHand();
  const all = [...assessment.findings.byPart.values()].filter(({ lines }) => lines.length > 0);
  const chosen = all.find(({ part }) => part.id === hand);
  if (only)
    return chosen ? (
      <Sheet
        key={chosen.part.id}
        of={{ ...chosen, lines: chosen.lines.filter((line) => only.includes(lineId(line))) }}
      />
    ) : null;
  return (
    <>
      <PartPicker
        label="Part to look at"
        parts={all.map(({ part, looked, lines }) => ({
          part,
          note: looked === lines.length ? "all looked at" : looked > 0 ? `${looked} of ${lines.length}` : "",
        }))}
      />
      <Box mt="12px">
        {chosen ? (
          <Sheet key={chosen.part.id} of={chosen} />
        ) : (
          <chakra.p color="quiet">
            Take a part in hand: what can be seen on one of its kind stands here, worst last. “Nothing there” is an
            answer; not looking is none.
          </chakra.p>
        )}
      </Box>
    </>
  );
}
