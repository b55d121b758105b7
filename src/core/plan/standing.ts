import type { Stated } from "../entry/stated";
import type { Disposition } from "../entry/schema";
import type { Choice, Option } from "../option/option";
import { goes, sameOption, type WayToGo } from "../option/same-option";

/** What people have decided so far: nothing, one thing, or several at once. */
export type Standing =
  | { readonly kind: "open" }
  | { readonly kind: "clash" }
  /** Made by feature, and not for all of the part. */
  | { readonly kind: "incomplete"; readonly missing: readonly string[] }
  | {
      readonly kind: "decided";
      readonly wanted: WayToGo;
      /** Why, where somebody said. */
      readonly reason: string | null;
      readonly stated: Stated;
      /** Who says so: a person of his own mind, or a plan that was adopted. */
      readonly by: "person" | "plan";
      /** The option it is of; null where that is no longer on offer. */
      readonly option: Option | null;
      /** It goes against what is proposed now. */
      readonly overrides: boolean;
    };

export type Decidable = Pick<Choice, "stated" | "joined" | "options" | "proposal">;

/** The decision that stands for a choice. */
export function standingOf({ stated, joined, options, proposal }: Decidable): Standing {
  if (joined.kind !== "decided") return joined;
  const { wanted } = joined;
  const option = options.find((each) => sameOption(each, wanted)) ?? null;
  return {
    kind: "decided",
    wanted,
    reason: stated.decisions.find(({ reason }) => reason !== null)?.reason ?? null,
    stated,
    by: stated.planned.length > 0 ? "plan" : "person",
    option,
    // What was decided and is done goes on as it is now.
    overrides: !sameOption(wanted, proposal) && !(option?.made && proposal.disposition === "reuse"),
  };
}

export type Decided = Extract<Standing, { kind: "decided" }>;

/** What was decided, or null where nothing was, or several things at once. */
export function decidedOn(choice: Decidable): Decided | null {
  const standing = standingOf(choice);
  return standing.kind === "decided" ? standing : null;
}

/**
 * Why a decision that stands does not settle what becomes of a part: it is refused and nobody goes past that, or not
 * without a reason; or it is not on offer any more. Null where it does.
 */
export function whyUnsettled({ option, reason }: Pick<Decided, "option" | "reason">): "refused" | "off-offer" | null {
  if (!option) return "off-offer";
  return option.allowed === false && (option.never || !reason) ? "refused" : null;
}

/** Whether somebody said what becomes of it, and that can be done: 'hold' is said, and leaves it to be done. */
export const isSettled = (choice: Decidable): boolean => {
  const decided = decidedOn(choice);
  return decided !== null && decided.wanted.disposition !== "hold" && whyUnsettled(decided) === null;
};

/** What it will be as far as anybody knows: what was decided where that can be done, else what is proposed. */
export function decidedOrProposed(choice: Decidable): Option {
  const decided = decidedOn(choice);
  return (decided && whyUnsettled(decided) === null ? decided.option : null) ?? choice.proposal;
}

/** Parts that leave the engine whatever else is found out of them: nobody has to measure or look at them any more. */
export const condemned = (choices: readonly Choice[]): ReadonlySet<string> =>
  new Set(
    choices.flatMap((choice) => {
      const refused = choice.options[0]?.allowed === false && !choice.provisional;
      return choice.part && refused && goes(decidedOrProposed(choice).disposition) ? [choice.part.id] : [];
    }),
  );

/** How many parts were decided which way; what is refused or off offer is not decided. */
export function countDecided(choices: readonly Decidable[]): ReadonlyMap<Disposition, number> {
  const counts = new Map<Disposition, number>();
  for (const choice of choices) {
    const decided = decidedOn(choice);
    if (!decided || whyUnsettled(decided) !== null) continue;
    const { disposition } = decided.wanted;
    counts.set(disposition, (counts.get(disposition) ?? 0) + 1);
  }
  return counts;
}
