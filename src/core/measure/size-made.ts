import type { Characteristic, Feature, Limit, Rework } from "../pack/schema";

/** A size on offer that a place was brought to, and what it is held against since. */
export interface SizeMade {
  readonly step: Rework["steps"][number];
  readonly governing: Characteristic;
}

/** How far a finished size of this kind is from the new one, mm, signed. */
export const shiftOf = ({ kind }: Pick<Rework, "kind">, amount: number): number =>
  kind === "oversize" ? amount : -amount;

export const shifted = ({ printed: _, ...limit }: Limit, by: number): Limit => ({
  ...limit,
  ...(limit.min === undefined ? {} : { min: limit.min + by }),
  ...(limit.max === undefined ? {} : { max: limit.max + by }),
});

/**
 * The size that a part came with, as somebody noted it: it was brought there before, and wore since from there.
 *
 * @returns  all its limits about that size; null where nobody noted one that is on offer
 */
export function sizeNoted({ governing, rework }: Feature, stepId: string | null): SizeMade | null {
  const step = rework?.steps.find(({ id }) => id === stepId);
  if (!rework || !step) return null;
  const by = shiftOf(rework, step.amount);
  const limits = Object.entries(governing.limits).map(([kind, limit]) => [kind, limit && shifted(limit, by)]);
  return { step, governing: { ...governing, limits: Object.fromEntries(limits) as Characteristic["limits"] } };
}

/**
 * Which size a place was brought to, by what it measures since: the nearest of those on offer and the new one. A fresh
 * surface is held against the drawing band of its size, since nothing of it may be worn yet; wear to come has the way
 * the pack allows a new one.
 *
 * @param meanMm  mean of what was measured after machining, mm
 * @returns       null where the new size is nearest, or where no size is measured (a flatness, a depth)
 * @source  common practice, no source
 * @example  sizeMade(bigEnd, 70.74)!.step.id // "u-25"; a journal of 70.98 to 71.00, undersizes 0.25 apart
 */
export function sizeMade({ governing, rework }: Feature, meanMm: number): SizeMade | null {
  const { new: band, reassembly, inService } = governing.limits;
  if (
    !rework ||
    rework.steps.length === 0 ||
    !("reduce" in governing.expr) ||
    band?.min === undefined ||
    band.max === undefined ||
    band.min <= 0
  )
    return null;
  const middle = (band.min + band.max) / 2;
  const away = (amount: number) => Math.abs(meanMm - middle - shiftOf(rework, amount));
  const step = rework.steps.reduce((best, each) => (away(each.amount) < away(best.amount) ? each : best));
  if (away(step.amount) >= away(0)) return null;
  const by = shiftOf(rework, step.amount);
  const fresh = shifted(band, by);
  const worn = inService ?? reassembly;
  return {
    step,
    governing: {
      ...governing,
      limits: {
        new: fresh,
        reassembly: { ...fresh, ref: rework.ref },
        ...(worn ? { inService: shifted(worn, by) } : {}),
      },
    },
  };
}
