"use client";
import { chakra } from "@chakra-ui/react";
import { valueWords } from "@/core/match/ends";
import type { Pairing } from "@/core/match/assess-match";
import { sayProblem } from "@/words/say-problem";
import { useJob } from "../../job/JobContext";

/** What a pairing rests on, in lines below its name: its ends with what they are, and what follows. */
export function PairingLines({ pairing }: { pairing: Pairing }) {
  const { assessment, wording } = useJob();
  const { ends, state, reasons, mating, checks } = pairing;
  const attributes = new Map(assessment.match.match!.attributes.map((each) => [each.id, each]));
  const isPlain = (code: string) => code !== "mating-wrong" && code !== "mating-open";
  const lines = [
    ends
      .map(
        ({ name, attribute, told }) =>
          `${name}${told ? `: ${valueWords(attributes.get(attribute)!, told.value, wording.unit)}` : ""}`,
      )
      .join(" · "),
    ...(state === "wrong" ? [mating.wrong.looks] : []),
    ...(state === "open" && checks[0] && reasons.length > 0 ? [`${checks[0].text} ${checks[0].minutes} min`] : []),
    ...reasons.filter(({ code }) => isPlain(code)).map((reason) => sayProblem(reason, wording)),
  ];
  return lines.map((line) => (
    <chakra.span key={line} display="block" fontSize="13px" color="quiet">
      {line}
    </chakra.span>
  ));
}
