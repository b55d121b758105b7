/** One worn engine of a world: what is true of it, and what whoever measures it knows. */
import { TestBench } from "@/core/fixtures/bench";
import type { CompiledPack } from "@/core/pack/compile-pack";
import type { Seeded } from "@/core/numeric/seeded";
import type { Envelope } from "@/core/entry/schema";
import { drawPart, drawShare, lifeTimes, type ClassTruth, type Shared, type World } from "./world";

export interface TruePart {
  readonly of: string;
  readonly age: number;
  readonly end: number;
  /** How far the feature that its end is read from looks worn; null where none is measured. */
  readonly seen: number | null;
  readonly isScrapped: boolean;
}

export interface Engine {
  readonly entries: readonly Envelope[];
  readonly engineHours: number;
  readonly shared: Shared;
  readonly parts: ReadonlyMap<string, TruePart>;
}

/** Hours that an engine may have behind it when it comes, as shares of those wanted: any as likely, by their logarithm. */
export const hoursBehind = [0.3, 2.5] as const;
export const drawHours = (hours: number, { next }: Seeded): number =>
  hours * hoursBehind[0] * (hoursBehind[1] / hoursBehind[0]) ** next();

export const drawShared = (world: World, { next, normal }: Seeded): Shared => ({
  wears: Math.exp(world.duty * normal()),
  isBadOil: next() < world.badOil.chance,
});

export function drawEngine(
  world: World,
  pack: CompiledPack,
  truth: ReadonlyMap<string, ClassTruth>,
  hours: number,
  seed: Seeded,
): Engine {
  const engineHours = Math.round(drawHours(hours, seed));
  const shared = drawShared(world, seed);
  const parts = new Map(
    pack.pack.slots.map(({ id, class: of }): [string, TruePart] => {
      const known = truth.get(of)!;
      const { age, end } = drawPart(known, lifeTimes(world, known, shared), engineHours, seed);
      const seen = known.feature === null ? null : drawShare(known, age / end, seed);
      return [id, { of, age, end, seen, isScrapped: seed.next() < 0.02 }];
    }),
  );
  const bench = new TestBench(pack, { hoursWanted: hours, engine: { number: null, variant: pack.pack.variants[0]!.id } }); // prettier-ignore
  if (world.hoursKnown)
    bench.add("intake-noted", { section: "history", item: "hours-since-new", part: null, place: null, value: engineHours }); // prettier-ignore
  // What does not end a part wears a little beside it.
  bench.readRestAsNew([], ({ slot, partClass, at }) =>
    at.feature.id === truth.get(partClass.id)!.feature ? parts.get(slot.id)!.seen! : 0.15 * seed.next(),
  );
  for (const [slot, { isScrapped }] of parts)
    if (isScrapped)
      bench.add("part-scrapped", { part: bench.partIn.get(slot)!, why: "broken", made: "marked", certificate: null });
  return { entries: bench.entries, engineHours, shared, parts };
}
