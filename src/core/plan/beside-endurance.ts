import type { Endurance } from "../measure/endurance";
import { problem } from "../problem/problem";
import type { Choice, Option } from "./option";

/** What the hours wanted say of using a part again: how likely it reaches them, and whether its life is over first. */
export function besideEndurance(choice: Choice, endurance: Endurance | null): Choice {
  const [reuse, ...others] = choice.options;
  if (!endurance || reuse?.allowed !== true) return choice;
  const where = [choice.row.row.id];
  const { hoursWanted, probability, low, high, life, age } = endurance;
  const figures = { hours: hoursWanted, probability, low, high, life, from: age?.from ?? null, to: age?.to ?? null };
  const settle = (option: Option, proposal: Option): Choice => {
    const chosen = choice.proposal.disposition === "reuse" ? proposal : choice.proposal;
    return {
      ...choice,
      options: [option, ...others],
      proposal: chosen,
    };
  };
  if (life !== null && age !== null && age.from + hoursWanted > life) {
    const reason = problem("life-over", where, { ...figures, life, from: age.from });
    return settle(
      { ...reuse, allowed: false, reasons: [reason] },
      { ...others.find((option) => option.disposition === "replace")!, reasons: [reason] },
    );
  }
  if (life !== null && (age === null || age.to === null || age.to + hoursWanted > life)) {
    const reason = problem("life-unknown", where, { ...figures, life });
    return settle(
      { ...reuse, allowed: null, reasons: [reason, ...reuse.reasons] },
      { ...others.find((option) => option.disposition === "hold")!, reasons: [reason] },
    );
  }
  // Whatever its age, it is likelier not to last: then the way that does is proposed, and using it again stays a choice.
  if (high < 0.5) {
    const reason = problem("short-of-hours", where, figures);
    const way =
      others.find((option) => option.disposition === "rework" && option.allowed === true) ??
      others.find((option) => option.disposition === "replace")!;
    return settle({ ...reuse, reasons: [...reuse.reasons, reason] }, { ...way, reasons: [reason, ...way.reasons] });
  }
  const told: Option = { ...reuse, reasons: [...reuse.reasons, problem("reaches-hours", where, figures)] };
  return settle(told, told);
}
