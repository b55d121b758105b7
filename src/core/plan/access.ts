import type { CompiledPack } from "../pack/compile-pack";
import { keptBeside } from "../same";

const kept = keptBeside<CompiledPack, ReadonlyMap<string, number>>();

/**
 * Minutes to get at a place again and to put everything together after it, from the steps of the strip: all that has to
 * come off before it, there and back. Places that no step takes out are not in it.
 */
export const accessMinutes = (pack: CompiledPack): ReadonlyMap<string, number> =>
  kept(pack, [], () => {
    const { strip, slots } = pack.pack;
    const steps = new Map(strip?.steps.map((step) => [step.id, step]));
    const before = new Map<string, ReadonlySet<string>>();
    /** A step and all that has to come before it. */
    const upTo = (id: string): ReadonlySet<string> => {
      const known = before.get(id);
      if (known) return known;
      const all = new Set([id]);
      before.set(id, all);
      for (const early of steps.get(id)?.after ?? []) for (const each of upTo(early)) all.add(each);
      return all;
    };
    const taking = new Map(
      [...steps.values()].flatMap(({ id, removes }) => removes.map((slot) => [slot, id] as const)),
    );
    const within = new Map(slots.map((slot) => [slot.id, slot.within]));
    /** The step that takes a slot out: its own, or that of what it is part of. */
    const stepOf = (slot: string | undefined, depth = 0): string | undefined =>
      slot === undefined || depth > slots.length
        ? undefined
        : (taking.get(slot) ?? stepOf(within.get(slot), depth + 1));
    return new Map(
      slots.flatMap(({ id }) => {
        const step = stepOf(id);
        if (step === undefined) return [];
        const apart = [...upTo(step)].reduce((sum, each) => sum + (steps.get(each)?.minutes ?? 0), 0);
        return [[id, 2 * apart] as const];
      }),
    );
  });
