import type { Assessment } from "../assessment";
import { groupBy } from "../group";
import { ageOf } from "../measure/endurance";
import { fitWeibull, type Lifetime, type WeibullFit } from "../numeric/weibull";
import { decidedOn } from "../plan/standing";
import { problemCodes } from "../problem/problem-codes";

/** How long one part of a class lasted in an engine that went through this shop. */
export interface ClassLifetime extends Lifetime {
  readonly class: string;
}

/**
 * What an engine says of how long its parts last, besides what is measured of them: those whose own hours are known and of
 * which it is decided what becomes of them. A part ended that is broken, or by then where it was seen, tested or cracked past
 * use. Every other was good at its age: one renewed with its set, and one worn to a size, ended by what a gauge says.
 */
export function lifetimesOf({
  choices,
  order,
  condition,
}: Pick<Assessment, "choices" | "order" | "condition">): ClassLifetime[] {
  return choices.flatMap((choice): ClassLifetime[] => {
    const { part, partClass } = choice;
    const age = part && ageOf(part, order.notes);
    // Of what a supplier sent there is nothing behind it yet.
    if (!part || part.origin === "supplier" || !age || age.to !== age.from || age.from <= 0) return [];
    if (!decidedOn(choice)) return [];
    const endings = (condition.byPart.get(part.id)?.evidence ?? [])
      .flatMap(({ reasons }) => reasons.map(({ code }) => problemCodes[code].ends))
      .filter((ends) => ends !== null);
    const is = endings.includes("in-service") ? "ended" : endings.includes("by-then") ? "ended-by" : "good";
    return [{ class: partClass.id, age: age.from, is }];
  });
}

/** Weibull's law by class, where the shop's own parts carry one. */
export const livesByClass = (lifetimes: readonly ClassLifetime[]): ReadonlyMap<string, WeibullFit> =>
  new Map(
    [...groupBy(lifetimes, (each) => each.class)].flatMap(([of, items]) => {
      const fit = fitWeibull(items);
      return fit ? [[of, fit] as const] : [];
    }),
  );
