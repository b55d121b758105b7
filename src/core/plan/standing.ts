import type { Stated } from "../entry/stated";
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
      /** Why it settles nothing as it stands; null where it does. */
      readonly unsettled: Unsettled | null;
    };

/**
 * Why a decision that stands does not settle what becomes of a part: it is refused and nobody goes past that, or not
 * without a reason; it is not on offer any more; it goes against the proposal and nobody said why; or what was proposed
 * when it was made is not what is proposed now.
 */
export type Unsettled = "refused" | "off-offer" | "no-reason" | "evidence-changed";

export type Decidable = Pick<Choice, "stated" | "joined" | "options" | "proposal" | "part">;

/** The decision that stands for a choice. */
export function standingOf({ stated, joined, options, proposal }: Decidable): Standing {
  if (joined.kind !== "decided") return joined;
  const { wanted } = joined;
  const option = options.find((each) => sameOption(each, wanted)) ?? null;
  const decided = {
    kind: "decided" as const,
    wanted,
    reason: stated.decisions.find(({ reason }) => reason !== null)?.reason ?? null,
    stated,
    by: stated.planned.length > 0 ? ("plan" as const) : ("person" as const),
    option,
    // What was decided and is done goes on as it is now.
    overrides: !sameOption(wanted, proposal) && !(option?.made && proposal.disposition === "reuse"),
  };
  return { ...decided, unsettled: unsettledBy(decided, proposal) };
}

/** What of a decision that goes against the proposal is owed still; a plan that was adopted weighed it, and owes nothing. */
function unsettledBy(
  { option, reason, overrides, by, stated, wanted }: Omit<Decided, "unsettled">,
  proposal: Option,
): Unsettled | null {
  if (!option) return "off-offer";
  if (option.allowed === false && (option.never || !reason)) return "refused";
  if (!overrides) return null;
  const then = stated.decisions.map(({ witness }) => witness.proposal);
  const isOwn = by === "person";
  // That a new one comes was decided: which one the set now makes cheaper is no news of the part.
  const isSameFate = goes(wanted.disposition) && goes(proposal.disposition);
  // What a plan did to a part's mates changes what would be proposed for it beside them: that is no news.
  // Made by feature they were shown a proposal for each: of those the part's own is one.
  // What was decided and done is proposed as it is now: that is no change of mind.
  // Nobody is asked again where what he decided is what is proposed now.
  if (isOwn && !option.made && !isSameFate && then.every((each) => each !== proposal.disposition)) return "evidence-changed"; // prettier-ignore
  if (reason || (isSameFate && then.includes(wanted.disposition))) return null;
  return isOwn || proposal.disposition === "hold" ? "no-reason" : null;
}

export type Decided = Extract<Standing, { kind: "decided" }>;

/** What was decided, or null where nothing was, or several things at once. */
export function decidedOn(choice: Decidable): Decided | null {
  const standing = standingOf(choice);
  return standing.kind === "decided" ? standing : null;
}

/** What came new and lies in its place stays there without anybody's word, unless something refuses it. */
export const isNewInPlace = ({ part, joined, options }: Decidable): boolean =>
  part?.origin === "supplier" && joined.kind === "open" && options[0]?.allowed !== false;

/** Whether somebody said what becomes of it, and that can be done: 'hold' is said, and leaves it to be done. */
export const isSettled = (choice: Decidable): boolean => {
  if (isNewInPlace(choice)) return true;
  const decided = decidedOn(choice);
  return decided !== null && decided.wanted.disposition !== "hold" && decided.unsettled === null;
};

/** What it will be as far as anybody knows: what was decided where that can be done, else what is proposed. */
export function decidedOrProposed(choice: Decidable): Option {
  const decided = decidedOn(choice);
  return (decided?.unsettled === null ? decided.option : null) ?? choice.proposal;
}

/** Parts that leave the engine whatever else is found out of them: nobody has to measure or look at them any more. */
export const condemned = (choices: readonly Choice[]): ReadonlySet<string> =>
  new Set(
    choices.flatMap((choice) => {
      const refused = choice.options[0]?.allowed === false && !choice.provisional;
      return choice.part && refused && goes(decidedOrProposed(choice).disposition) ? [choice.part.id] : [];
    }),
  );
