"use client";
import { Flex } from "@chakra-ui/react";
import { gradesOfFinding, type FindingNode } from "@/core/causes/unfold";
import type { Reads } from "@/core/pack/schema-diagnosis";
import type { Station } from "@/core/stations";
import { stationWords } from "@/words/stations";
import { useJob } from "../../job/JobContext";
import { useGoTo } from "../../job/places";
import { Chip } from "../../kit/Chip";
import { QuietButton } from "../../kit/SayWhy";

const recordedAt: Readonly<Record<Reads["is"], Station>> = {
  finding: "strip",
  value: "measure",
  fit: "measure",
  check: "strip",
  test: "intake",
  symptom: "intake",
  crack: "crack-check",
  broken: "strip",
  account: "strip",
  identity: "identify",
  revision: "strip",
};

/** The part in hand that a finding is looked for on, where one is in its place. */
export function usePartOf(): (node: FindingNode) => string | null {
  const { assessment } = useJob();
  return ({ item, place }) => {
    const classes = item.reads.flatMap((reads) =>
      "classes" in reads ? reads.classes : "class" in reads ? [reads.class] : [],
    );
    const slots = new Set(place?.slots);
    const found = [...assessment.job.parts.values()].find(
      (part) =>
        classes.includes(part.class) &&
        (place === null ||
          (part.slot !== null && slots.has(part.slot)) ||
          assessment.job.cameOut.some((each) => each.part === part.id && slots.has(each.slot))),
    );
    return found?.id ?? null;
  };
}

const graded = ["not there", "a trace", "clear", "severe"];

/** Answers a finding here, or leads to where it is recorded. */
export function AnswerFinding({ node }: { node: FindingNode }) {
  const { assessment, append, mayWrite, takeInHand } = useJob();
  const goTo = useGoTo();
  const partOf = usePartOf();
  const { item, place } = node;
  const at = place?.id ?? null;
  const answers = assessment.job.answers.filter((each) => each.finding === item.id && each.place === at);
  const [answer] = answers.length === 1 ? answers : [];
  const [reads] = item.reads;
  if (item.ask === undefined && reads) {
    const station = recordedAt[reads.is];
    return (
      <QuietButton
        onClick={() => {
          const part = partOf(node);
          if (part) takeInHand(part);
          goTo(station);
        }}
      >
        recorded at {stationWords[station]}
      </QuietButton>
    );
  }
  const choose = (grade: number | null) => {
    // The same answer once more takes it back.
    if (answer && answer.grade === grade) append("entry-struck", { strikes: [answer.id], undo: true });
    else
      append("finding-answered", {
        finding: item.id,
        place: at,
        grade,
        words: null,
        ...(answers.length > 0 ? { supersedes: answers.map((each) => each.id) } : {}),
      });
  };
  const steps = gradesOfFinding(item);
  const options = steps === 1 ? [[1, "yes"], [0, "no"]] as const : Array.from({ length: steps + 1 }, (_, grade) => [grade, graded[grade]!] as const); // prettier-ignore
  return (
    <Flex gap="6px" wrap="wrap">
      {options.map(([grade, name]) => (
        <Chip key={grade} isOn={answer?.grade === grade} disabled={!mayWrite} onClick={() => choose(grade)}>
          {name}
        </Chip>
      ))}
      <Chip
        isQuiet
        isOn={answer !== undefined && answer.grade === null}
        disabled={!mayWrite}
        onClick={() => choose(null)}
      >
        cannot be seen
      </Chip>
    </Flex>
  );
}
