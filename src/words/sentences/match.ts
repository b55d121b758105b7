import type { ParamsOf } from "@/core/problem/problem-codes";
import type { Sentences } from "./sentence";

const both = ({ mating, one, oneIs, other, otherIs }: ParamsOf<"mating-wrong">) =>
  `${mating}: ${one} is ${oneIs}${other ? `, ${other} is ${otherIs}` : ""}`;

/** What goes with what. */
export const matchSentences = {
  "return-unknown": () =>
    "Nobody said whether the engine goes back into what it came out of: what fits there is not known to fit elsewhere.",
  "attribute-differs": (p) => `${p.part}: two people read ${p.attribute} differently. Look again.`,
  "attribute-disagrees": (p) =>
    `${p.part}: ${p.attribute} is ${p.is}, the book says ${p.book}. Wrong box, another revision, or an altered part.`,
  "picked-let-go": (p) => `${p.part} is picked to go in, and decided to go: settle which of it stands.`,
  "mating-wrong": (p) => `${both(p)}. They do not go together. ${p.looks}`,
  "mating-open": (p) => `${both(p)}. Whether they go together is not known${p.check ? `: ${p.check}` : ""}.`,
  "mating-bridged": (p) => `${p.mating}: they go together by ${p.remedy}.`,
  "remedy-owed": (p) => `${p.mating}: they go together once this is done: ${p.remedy}.`,
  "remedy-unlawful": (p) => `${p.remedy}: ${p.text}`,
  "catalogue-columns": (p) => `The first line names the columns; missing: ${p.missing}.`,
  "catalogue-too-long": (p) => `${p.rows} rows; at most ${p.most} are taken at once. Split the file.`,
  "catalogue-fault": (p) => `Line ${p.line}: ${p.column} is “${p.value}”.`,
  "number-repeated": (p) => `Line ${p.line}: ${p.number} stands in line ${p.other} already.`,
  "supersedes-itself": (p) => `Line ${p.line}: ${p.number} takes its own place.`,
  "supersession-circle": (p) => `Line ${p.line}: ${p.numbers} take each other's place in a circle.`,
  "mates-refuse": (p) => `${both(p)}. They do not go together. ${p.looks}`,
} satisfies Sentences;
