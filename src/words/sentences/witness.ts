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

  "ready-to-hand-over": () => "Every part is ready, and nothing stands in the way.",
  undecided: (p) => `${many(p.count, "part")} still to decide.`,
  "next-to-order": (p) => `${many(p.count, "part")} to buy.`,
  "next-to-send-out": (p) => `${many(p.count, "part")} to send to the machine shop.`,
  "next-amiss": (p) => `${many(p.count, "part")} came other than asked for.`,
  "next-to-measure-again": (p) => `${many(p.count, "part")} back from the machine shop, to be measured again.`,
  "next-to-do": (p) => `${many(p.count, "part")} decided, and not done.`,
  "next-to-come": (p) => `${many(p.count, "part")} still to come.`,
  "next-to-settle": (p) => `${many(p.count, "hold stands", "holds stand")} in the way.`,
  "released-in-danger": (p) =>
    `It was released to run while ${many(p.count, "danger")} stood. Call it back, or say what was done about ${p.count === 1 ? "it" : "them"}.`,
  "released-without-reason": (p) =>
    `It was released to run past ${many(p.kinds, "kind")} of open work, and nobody said why. Say so, or call it back.`,
  "after-hand-over": (p) =>
    `${many(p.count, "entry", "entries")} came after the hand-over and ${p.count === 1 ? "is" : "are"} kept as that. Reopen the job, or say why ${p.count === 1 ? "it" : "they"} came late.`,
} satisfies Sentences;
