import type { Disposition } from "@/core/entry/schema";
import type { Mark } from "@/core/measure/conformity";
import { dispositionWords, markWords } from "../words-for";
import { many, type Say, type Sentences } from "./sentence";

const sayFigure = (value: number | null, expanded: number | null, mark: string | null, say: Say) =>
  value === null || expanded === null
    ? "nothing"
    : `${say.bare(value)} ± ${say.plusMinus(expanded)}, ${markWords[mark as Mark] ?? "no limit"}`;

const sayDisposition = (disposition: string | null) =>
  dispositionWords[disposition as Disposition]?.toLowerCase() ?? "nothing";

const sayChoice = (proposal: string | null, decision: string | null) =>
  `proposed ${sayDisposition(proposal)}, decided ${sayDisposition(decision)}`;

/** What was shown then, beside what would be shown now. */
export const witnessSentences = {
  "figure-differs": (p, say) =>
    `${p.key}: shown then ${sayFigure(p.then, p.thenExpanded, p.thenMark, say)}; now ${sayFigure(p.now, p.nowExpanded, p.nowMark, say)}.`,
  "choice-differs": (p) =>
    `${p.row}: then ${sayChoice(p.thenProposal, p.thenDecision)}; now ${sayChoice(p.nowProposal, p.nowDecision)}.`,
  "core-differs": (p) => `Judged then by version ${p.then} of the computation, now by ${p.now}.`,
  "witness-pack-differs": (p) => `Judged then by the pack ${p.then}, now by ${p.now}.`,
  "hold-came": (p) => `A hold has come since: ${p.code} ${p.path}.`,
  "handed-over": (p) => `Handed over to ${p.to}.`,

  "ready-to-hand-over": () => "Everything here is measured and decided.",
  undecided: (p) => `${many(p.count, "part")} still to decide.`,
} satisfies Sentences;
