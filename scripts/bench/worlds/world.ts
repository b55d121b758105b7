/**
 * Worlds that rebuilt engines are played in: how long their parts truly last, what a reading tells of that, what things truly
 * cost. None of it is taken from how the plan reckons; packs say only what parts there are, what they are said to last, and
 * what is paid for them.
 */
import type { CompiledPack } from "@/core/pack/compile-pack";
import { wearLimit } from "@/core/measure/wear";
import type { Seeded } from "@/core/numeric/seeded";

export interface World {
  readonly name: string;
  /** Scatter of the logarithm of lives that all parts of one engine share: duty and owner. */
  readonly duty: number;
  /** How often the oil was bad, which shortens what it feeds to this share. */
  readonly badOil: { readonly chance: number; readonly times: number };
  /** Scatter of the logarithm of a class's true median about the one that its pack says. */
  readonly medians: number;
  /** Ends of other kinds: some early, some lognormal, wear that quickens. */
  readonly otherEnds: boolean;
  /** Scatter of the logarithm of the share of its way to the limit at which a class truly ends. */
  readonly limits: number;
  /** Scatter of the logarithm of prices, and of hours to get at a place, by class. */
  readonly prices: number;
  /** Whether anybody knows what the engine has run. */
  readonly hoursKnown: boolean;
}

const plain: Omit<World, "name"> = {
  duty: 0,
  badOil: { chance: 0, times: 1 },
  medians: 0,
  otherEnds: false,
  limits: 0,
  prices: 0,
  hoursKnown: true,
};
const shared = { duty: 0.5, badOil: { chance: 0.15, times: 0.4 } };

export const worlds: readonly World[] = [
  { ...plain, name: "as the planner takes it", duty: 0.35, badOil: { chance: 0.1, times: 0.4 } },
  { ...plain, name: "lives as packs say" },
  { ...plain, name: "parts share duty and oil", ...shared },
  { ...plain, name: "limits wrong by class", limits: 0.35 },
  { ...plain, name: "prices off", prices: 0.45 },
  { ...plain, name: "lives otherwise", medians: 0.6, otherEnds: true },
  { ...plain, name: "all of it", ...shared, medians: 0.6, otherEnds: true, limits: 0.35, prices: 0.45 },
  { ...plain, name: "hours unknown", hoursKnown: false },
];

type Law = "weibull" | "lognormal" | "early" | "quickens";

/** What is true of one class of parts in one drawn world. */
export interface ClassTruth {
  readonly median: number;
  readonly shape: number;
  readonly law: Law;
  /** The feature that its end is read from, where one is measured and tells it. */
  readonly feature: string | null;
  readonly tells: boolean;
  /** The share of the way to its limit at which it ends. */
  readonly endsAt: number;
  readonly price: number;
  readonly access: number;
  readonly isFed: boolean;
}

/** Classes that live on the oil that reaches them. Common practice, no source. */
const fedByOil = new Set(
  "cylinder liner piston top-ring second-ring oil-ring ring gudgeon-pin rod-shell main-shell crankshaft thrust-washer camshaft tappet oil-pump balance-shaft timing-chain chain-guide small-end-bearing main-bearing rotor-bearing eccentric-shaft stationary-gear".split(" "), // prettier-ignore
);

/** A reading is of what ends a part in so many classes of ten. Common practice, no source. */
const tellsIn = 0.8;

/** What is true of the classes of a pack in a world, drawn anew for each drawn world. */
export function drawTruth(
  world: World,
  pack: CompiledPack,
  hours: number,
  { next, normal }: Seeded,
): ReadonlyMap<string, ClassTruth> {
  const { worth } = pack.pack;
  const laws: readonly Law[] = ["weibull", "lognormal", "early", "quickens"];
  // Where the pack speaks of no lives they are somewhere: the whole family good or bad, and each class in it.
  const level = hours * 8 * Math.exp(0.5 * normal());
  return new Map(
    [...pack.classes.values()].map((partClass): [string, ClassTruth] => {
      const said = worth?.classes.find((each) => each.class === partClass.id)?.lasts;
      const median = said?.hours ?? partClass.life?.hours ?? level * Math.exp(0.7 * normal());
      const feature = [...pack.rows.values()].find(({ partClass: { id }, at }) => {
        const { new: fresh, reassembly, inService } = at.feature.governing.limits;
        return id === partClass.id && wearLimit(inService ?? reassembly, fresh, at.feature.wearsTowards) !== null;
      })?.at.feature.id;
      return [
        partClass.id,
        {
          median: median * Math.exp(world.medians * normal()),
          shape: said?.shape ?? 2.5,
          law: world.otherEnds ? laws[Math.floor(4 * next())]! : "weibull",
          feature: feature ?? null,
          tells: next() < tellsIn,
          endsAt: Math.exp(world.limits * normal()),
          price: Math.exp(world.prices * normal()),
          access: Math.exp(world.prices * normal()),
          isFed: fedByOil.has(partClass.id),
        },
      ];
    }),
  );
}

/** Hours that one new part lasts, by its law. @source  Weibull (1951); lognormal by its median, sigma 1.2 over the shape */
export function drawEnd({ median, shape, law }: ClassTruth, { next, normal }: Seeded): number {
  const weibull = (of: number) => median * (-Math.log(1 - next()) / Math.LN2) ** (1 / of);
  if (law === "lognormal") return median * Math.exp((1.2 / shape) * normal());
  // Some are bad from the beginning.
  if (law === "early" && next() < 0.08) return median * 0.15 * next();
  return weibull(shape);
}

/** What all parts of one engine share. */
export interface Shared {
  /** Lives are divided by it. */
  readonly wears: number;
  readonly isBadOil: boolean;
}

export const lifeTimes = (world: World, of: ClassTruth, { wears, isBadOil }: Shared): number =>
  (isBadOil && of.isFed ? world.badOil.times : 1) / wears;

/** Of parts that nobody speaks of so many were there from the beginning. Common practice, no source. */
const original = 0.9;

/** How long the part that is in has run, and when it ends: what ended before was renewed, and one in ten for no such reason. */
export function drawPart(
  of: ClassTruth,
  times: number,
  engineHours: number,
  seed: Seeded,
): { readonly age: number; readonly end: number } {
  let since = seed.next() < original ? 0 : engineHours * seed.next();
  for (;;) {
    const end = drawEnd(of, seed) * times;
    if (since + end > engineHours) return { age: engineHours - since, end };
    since += Math.max(end, engineHours * 1e-3);
  }
}

/** How far it looks worn: about its share of its life where the reading is of what ends it, anything else where it is not. */
const scatterOf = (share: number): number => Math.hypot(0.05, 0.2 * share);
const courseOf = ({ law, endsAt }: ClassTruth, share: number): number =>
  endsAt * (law === "quickens" ? share ** 1.7 : share);
const beside = 0.3;

export function drawShare(of: ClassTruth, share: number, { next, normal }: Seeded): number {
  if (!of.tells) return Math.min(1.5, -beside * Math.log(1 - next()));
  const middle = courseOf(of, share);
  return Math.max(0, middle + scatterOf(middle) * normal());
}

/** Density of a share seen, of a part whose share of life is that. */
export function shareDensity(of: ClassTruth, share: number, seen: number): number {
  if (!of.tells) return 1;
  const middle = courseOf(of, share);
  const spread = scatterOf(middle);
  // What lies below nothing is seen as nothing: a density about it is near enough.
  return Math.exp(-0.5 * ((seen - middle) / spread) ** 2) / spread;
}
