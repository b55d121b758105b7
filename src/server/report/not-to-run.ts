import type { TDocumentDefinitions } from "pdfmake/interfaces";
import type { Assessment } from "@/core/assessment";
import type { CompiledPack } from "@/core/pack/compile-pack";
import { gateWords } from "@/words/state-words";
import { howWords } from "@/words/words-for";
import { dayOf, heading, letterhead, quiet, sheetOf, signatures } from "./pieces";

/** For an engine that may not be run: a label to tie to it, and a paper on which its owner signs that it is known. */
export function notToRunDocument(
  pack: CompiledPack,
  assessment: Assessment,
  owner: string | null = null,
): TDocumentDefinitions {
  const { job, order } = assessment;
  const name = job.header?.name ?? "Engine";
  const day = dayOf(assessment);
  const over = job.handOvers.findLast(({ outcome }) => outcome === "not-to-run");
  const number = job.header?.engine.number;
  return {
    ...sheetOf(`Not to be run: ${name}`, name),
    content: [
      { text: "NOT TO BE RUN", bold: true, fontSize: 54, alignment: "center", margin: [0, 90, 0, 20] },
      { text: name, bold: true, fontSize: 26, alignment: "center" },
      { text: number ? `No. ${number}` : "number unknown", fontSize: 16, alignment: "center", margin: [0, 4, 0, 24] },
      {
        text: `It is not fit to be run. Nobody turns, cranks or starts it, and nobody fits it, before a shop has released it.`,
        fontSize: 14,
        alignment: "center",
      },
      {
        text: [order.settings?.shop?.name, day(over?.at ?? assessment.asOf)].filter(Boolean).join(" · "),
        color: quiet,
        alignment: "center",
        margin: [0, 24, 0, 0],
      },
      { text: "", pageBreak: "after" },
      ...letterhead(pack, assessment, owner),
      { text: "Returned, not to be run", bold: true, fontSize: 14, margin: [0, 14, 0, 8] },
      { text: "The engine goes back as it is. It is not fit to be run, and its owner knows that." },
      ...(over && over.past.length > 0
        ? [heading("What is open"), { ul: over.past.map(({ is, count }) => `${gateWords[is]}: ${count}`) }]
        : []),
      {
        text: over?.word
          ? `Said to ${over.word.by}, ${howWords[over.word.how]} on ${day(over.word.on)}. Handed to ${over.to} on ${day(over.at)}.`
          : "Nobody has written down yet whose word it is.",
        margin: [0, 12, 0, 0],
      },
      signatures,
    ],
  };
}
