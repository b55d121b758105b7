import type { Decision } from "../entry/fold";
import type { Disposition } from "../entry/schema";
import type { Choice, Option } from "./option";
import { sameOption } from "./same-option";

/** What people have decided so far: nothing, one thing, or several at once. */
export type Standing =
  | { readonly kind: "open" }
  | { readonly kind: "clash"; readonly decisions: readonly Decision[] }
  | {
      readonly kind: "decided";
      readonly decision: Decision;
      /** The option it is of; null where that is no longer on offer. */
      readonly option: Option | null;
      /** It goes against what is proposed now. */
      readonly overrides: boolean;
    };

type Decidable = Pick<Choice, "decisions" | "options" | "proposal">;

/** The decision that stands for a choice. */
export function standingOf({ decisions, options, proposal }: Decidable): Standing {
  const [decision, ...others] = decisions;
  if (!decision) return { kind: "open" };
  if (others.length > 0) return { kind: "clash", decisions };
  return {
    kind: "decided",
    decision,
    option: options.find((option) => sameOption(option, decision)) ?? null,
    overrides: !sameOption(decision, proposal),
  };
}

/** The one decision that stands, or null where there is none or there are several. */
export function decidedOn(choice: Decidable): Decision | null {
  const standing = standingOf(choice);
  return standing.kind === "decided" ? standing.decision : null;
}

/**
 * Why a decision that stands does not settle what becomes of a part: it is refused and nobody goes past that, or not
 * without a reason; or it is not on offer any more. Null where it does.
 */
export function whyUnsettled({
  decision,
  option,
}: Extract<Standing, { kind: "decided" }>): "refused" | "off-offer" | null {
  if (!option) return "off-offer";
  return option.allowed === false && (option.never || !decision.reason) ? "refused" : null;
}

/** Whether somebody said what becomes of it, and that can be done: 'hold' is said, and leaves it to be done. */
export const isSettled = (choice: Decidable): boolean => {
  const standing = standingOf(choice);
  return standing.kind === "decided" && standing.decision.disposition !== "hold" && whyUnsettled(standing) === null;
};

/** What it will be as far as anybody knows: what was decided where that can be done, else what is proposed. */
export function decidedOrProposed(choice: Decidable): Option {
  const standing = standingOf(choice);
  return (standing.kind === "decided" && whyUnsettled(standing) === null ? standing.option : null) ?? choice.proposal;
}

/** How many parts were decided which way; what is refused or off offer is not decided. */
export function countDecided(choices: readonly Decidable[]): ReadonlyMap<Disposition, number> {
  const counts = new Map<Disposition, number>();
  for (const choice of choices) {
    const standing = standingOf(choice);
    if (standing.kind !== "decided" || whyUnsettled(standing) !== null) continue;
    const { disposition } = standing.decision;
    counts.set(disposition, (counts.get(disposition) ?? 0) + 1);
  }
  return counts;
}
