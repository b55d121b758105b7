import type { Verdict } from "../evidence/verdict";
import type { Order } from "../order/order";
import type { PartsResult } from "../parts/assess-parts";
import { problem } from "../problem/problem";
import type { Choice, Option } from "../option/option";
import { goes } from "../option/same-option";
import type { Candidate } from "./ends";

const unknown: Verdict = { allowed: null, reasons: [] };
const fresh: Verdict = { allowed: true, reasons: [] };

/** A part can be used where any way of keeping it is allowed; why not is said of it as it is. */
function bestOf(options: readonly Option[]): Verdict {
  const kept = options.filter(({ disposition }) => !goes(disposition) && disposition !== "hold");
  const [asItIs] = kept;
  if (!asItIs) return unknown;
  const answers = kept.map(({ allowed }) => allowed);
  const allowed = answers.includes(true) ? true : answers.includes(null) ? null : false;
  return { allowed, reasons: asItIs.reasons.filter(({ severity }) => severity === "error") };
}

/** Whether what is sold is for this engine's variant: while nobody knows which that is, it is open. */
export function suits(
  { id, sold: { number, variants } }: NonNullable<Candidate["offer"]>,
  variant: string | null,
): Verdict {
  if (variants === undefined) return fresh;
  if (variant === null) return unknown;
  if (variants.includes(variant)) return fresh;
  return { allowed: false, reasons: [problem("offer-other-variant", [id], { number, variants: variants.join(", ") })] };
}

/**
 * Whether a candidate could be used by its own evidence, as it is or made good: what was measured, seen, tested and is known
 * of it. Nothing is said here of what it meets.
 */
export function ownVerdicts(
  choices: readonly Choice[],
  { loose }: Pick<PartsResult, "loose">,
  { variant }: Pick<Order, "variant">,
): (candidate: Candidate) => Verdict {
  const found = new Map<string, Verdict>([
    ...loose.map(({ part, options }) => [part.id, bestOf(options)] as const),
    ...choices.flatMap(({ part, alone }) => (part ? [[part.id, bestOf(alone)] as const] : [])),
  ]);
  return ({ part, offer }) => {
    if (part !== null) return found.get(part.id) ?? unknown;
    return offer === null ? fresh : suits(offer, variant);
  };
}
