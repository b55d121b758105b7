import type { DayStyle } from "@/core/entry/schema";
import type { Problem } from "@/core/problem/problem";
import type { ProblemCode } from "@/core/problem/problem-codes";
import { formatNumber, formatQuantity, formatUncertainty } from "@/core/quantity/format-quantity";
import { shownUnit, unitById, type Unit } from "@/core/quantity/units";
import { sayDay } from "./say-day";
import type { archiveSentences } from "./sentences/archives";
import { conditionSentences } from "./sentences/condition";
import { decideSentences } from "./sentences/decide";
import { diagnoseSentences } from "./sentences/diagnose";
import { matchSentences } from "./sentences/match";
import { fileSentences } from "./sentences/files";
import { identifySentences } from "./sentences/identify";
import { intakeSentences } from "./sentences/intake";
import { orderSentences } from "./sentences/order";
import type { packSentences } from "./sentences/packs";
import { photoSentences } from "./sentences/photos";
import type { Say, Sentence, Sentences } from "./sentences/sentence";
import { serverSentences } from "./sentences/server";
import { teardownSentences } from "./sentences/teardown";
import { typedSentences } from "./sentences/typed";
import { witnessSentences } from "./sentences/witness";

/** The unit lengths are shown in, the names of the documents that limits come from, and how a day is written. */
export interface Wording {
  readonly unit: Unit;
  readonly sources: ReadonlyMap<string, string>;
  /** Year first where it is not said. */
  readonly days?: DayStyle;
}

type SaidElsewhere = keyof typeof packSentences | keyof typeof archiveSentences;

/** A sentence for every code of the core but those of what comes in: one that is missing does not compile. */
const sentences: { readonly [C in Exclude<ProblemCode, SaidElsewhere>]: Sentence<C> } = {
  ...typedSentences,
  ...intakeSentences,
  ...identifySentences,
  ...teardownSentences,
  ...conditionSentences,
  ...diagnoseSentences,
  ...matchSentences,
  ...decideSentences,
  ...orderSentences,
  ...witnessSentences,
  ...photoSentences,
  ...fileSentences,
  ...serverSentences,
};

/** A limit this small is told in the unit that shows it, and all that is held against it too: 5.5 µm, not 0.005 mm. */
const fineMm = 0.02;
const fineUnit = (shown: Unit, { params }: Problem): Unit =>
  shown.id === "mm" && "limit" in params && typeof params.limit === "number" && params.limit !== 0 && Math.abs(params.limit) <= fineMm // prettier-ignore
    ? unitById("um")!
    : shown;

/**
 * One sentence, or a few, for a problem. A code of a newer program, as a server or an archive can bring it, is shown
 * as it is, never swallowed.
 *
 * @param more  sentences beside the usual ones, see `sayIncoming`
 * @example  sayProblem(problem("no-such-month", [], { month: 13 }), wording) // "There is no month 13."
 */
export function sayProblem(
  found: Problem,
  { unit, sources, days = "year-first" }: Wording,
  more: Sentences = {},
): string {
  const shown = fineUnit(shownUnit("unit" in found.params ? (found.params.unit ?? "") : "", unit), found);
  const say: Say = {
    length: (value) => formatQuantity(value, shown),
    bare: (value) => formatNumber(value, shown),
    day: (day) => sayDay(day, days),
    plusMinus: (value) => formatUncertainty(value, shown),
    source: ({ source, page }) => [sources.get(source) ?? source, page].filter(Boolean).join(", "),
  };
  const of = (some: Sentences) => (some as Readonly<Record<string, Sentence<never> | undefined>>)[found.code];
  const sentence = of(more) ?? of(sentences);
  return sentence?.(found.params as never, say) ?? `${found.code} ${JSON.stringify(found.params)}`;
}
