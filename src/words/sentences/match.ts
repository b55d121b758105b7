import type { ParamsOf } from "@/core/problem/problem-codes";
import { many, type Sentences } from "./sentence";

/** What each of two is like, by the name of what is told of it. */
const both = ({ mating, one, oneWhat, oneIs, other, otherWhat, otherIs }: ParamsOf<"mating-wrong">) =>
  `${mating}: ${one}: ${[oneWhat, oneIs].filter(Boolean).join(" ")}${other ? `; ${other}: ${[otherWhat, otherIs].filter(Boolean).join(" ")}` : ""}`;

/** How far a wheel stands off its mark, and what an adjuster takes up of it. */
const clocked = ({ off, degrees, takesUp }: ParamsOf<"mating-wrong">) => {
  if (off === null || off === 0) return "";
  const by = degrees === null ? "" : `, ${Number(degrees.toFixed(1))}°`;
  return ` It stands ${many(off, "tooth", "teeth")} off${by}${takesUp === null ? "" : `; its adjuster takes up ${takesUp}°`}.`;
};

/** What goes with what. */
export const matchSentences = {
  "return-unknown": () =>
    "Nobody said whether the engine goes back into what it came out of: what fits there is not known to fit elsewhere.",
  "attribute-differs": (p) => `${p.part}: two people read ${p.attribute} differently. Look again.`,
  "attribute-disagrees": (p) =>
    `${p.part}: ${p.attribute} is ${p.is}, the book says ${p.book}. Wrong box, another revision, or an altered part.`,
  "offer-other-variant": (p) => `${p.number} is for ${p.variants} only: it is not for this engine.`,
  "old-stock": (p) =>
    `${p.part} is old stock by its number, ${p.number}: ${p.newest} took its place. Send it back, or say why it may stay.`,
  "picked-let-go": (p) => `${p.part} is picked to go in, and decided to go: settle which of it stands.`,
  "mating-wrong": (p) => `${both(p)}.${clocked(p)} They do not go together. ${p.looks}`,
  "mating-open": (p) => `${both(p)}. Whether they go together is not known${p.check ? `: ${p.check}` : "."}`,
  "mating-bridged": (p) => `${p.mating}: they go together by ${p.remedy}.`,
  "remedy-owed": (p) => `${p.mating}: they go together once this is done: ${p.remedy}.`,
  "remedy-unlawful": (p) => `${p.remedy}: ${p.text}`,
  "catalogue-columns": (p) => `The first line names the columns; missing: ${p.missing}.`,
  "catalogue-too-long": (p) => `${p.rows} rows; at most ${p.most} are taken at once. Split the file.`,
  "catalogue-fault": (p) => `Line ${p.line}: ${p.column} is “${p.value}”.`,
  "number-repeated": (p) => `Line ${p.line}: ${p.number} stands in line ${p.other} already.`,
  "supersedes-itself": (p) => `Line ${p.line}: ${p.number} takes its own place.`,
  "quote-other-part": (p) => `Asked for ${p.asked}, the supplier offers ${p.number}: not what was asked for.`,
  "quote-old-stock": (p) => `${p.number} is old stock: ${p.newest} took its place. Insist on that.`,
  "quote-other-revision": (p) =>
    `Offered is ${p.is === "" ? "no stated revision" : `revision ${p.is}`} of ${p.number}, the catalogue has ${p.wanted}: ask which is delivered.`,
  "quote-other-money": (p) => `${p.number} is quoted in ${p.is}, the catalogue has it in ${p.was}.`,
  "quote-odd-price": (p) => `${p.is} for ${p.number}, where the catalogue has ${p.was}: ask before it is ordered.`,
  "supersession-circle": (p) => `Line ${p.line}: ${p.numbers} take each other's place in a circle.`,
  "mates-refuse": (p) => `${both(p)}.${clocked(p)} They do not go together. ${p.looks}`,
} satisfies Sentences;
