/**
 * What the plan is worth: worn engines of worlds that do not go by its laws, each rebuilt by the program's plan, by one who
 * knows the laws and has the same readings, and by rules that shops go by. Costs are what is paid now and what is done over as
 * often as it truly is to be expected, at what it truly costs.
 *
 *   tsx scripts/bench/plan-yardstick.ts [DRAWN WORLDS] [SEED] [WORLD...]
 */
import { createAssess } from "@/core/assess";
import { highsSolve } from "@/core/fixtures/highs";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { pellbrook } from "@/core/fixtures/packs/pellbrook";
import { tarnwick } from "@/core/fixtures/packs/tarnwick";
import { windrow } from "@/core/fixtures/packs/windrow";
import { groupBy } from "@/core/group";
import { hashText, seeded } from "@/core/numeric/seeded";
import type { CompiledPack } from "@/core/pack/compile-pack";
import { slotsOf } from "@/core/pack/slots-of";
import { rowsOf } from "@/core/option/option";
import { meanOf } from "@/core/plan/priced";
import { accessMinutes } from "@/core/plan/access";
import { moneyOf } from "@/core/option/price-option";
import { discountFor, planOfJob, type PosedPlan } from "@/core/whole-plan/pose-plan";
import { bestPlan, nothingDemanded as free, type Plan } from "@/core/whole-plan/whole-plan";
import { drawEngine, type Engine } from "./worlds/engine";
import { fatesOf, type Fate, type Fates } from "./worlds/knowing";
import { rules, type Seen } from "./worlds/rules";
import { drawTruth, worlds, type ClassTruth, type World } from "./worlds/world";

const asOf = "2026-11-27T00:00:00Z";
const draws = Number(process.argv[2] ?? 7);
const firstSeed = Number(process.argv[3] ?? 1);
const wanted = process.argv.slice(4);
const solve = await highsSolve();

/** Packs with the hours a rebuild is made for, whether they say how long parts last, and how many engines of each a drawn world has. */
const kinds: readonly {
  readonly pack: CompiledPack;
  readonly hours: number;
  readonly lives: boolean;
  readonly engines: number;
}[] = [
  { pack: pellbrook, hours: 2500, lives: true, engines: 2 },
  { pack: orrinshaw, hours: 8000, lives: true, engines: 2 },
  { pack: windrow, hours: 500, lives: false, engines: 1 },
  { pack: tarnwick, hours: 120, lives: false, engines: 1 },
];
const judges = new Map(kinds.map(({ pack }) => [pack, createAssess(pack)]));

/** The true costs of a pack in a world, in minor units. */
class Costs {
  readonly #pack: CompiledPack;
  readonly #truth: ReadonlyMap<string, ClassTruth>;
  readonly #rate: number;

  constructor(pack: CompiledPack, truth: ReadonlyMap<string, ClassTruth>) {
    this.#pack = pack;
    this.#truth = truth;
    this.#rate = ((pack.pack.worth?.labourRate ?? 0) * 100) / 60;
  }

  #priced = (of: string) => this.#pack.pack.worth?.classes.find((each) => each.class === of);
  #price(of: string): number {
    const money = moneyOf(this.#priced(of)?.replace);
    return (money ? meanOf(money) : 30_000) * this.#truth.get(of)!.price;
  }

  /** Parts and work of a way to go, with the price as it truly is. */
  now(of: string, { now, isUnpriced, option }: PosedPlan["places"][number]["offers"][number]): number {
    const parts = isUnpriced || option.price === null ? 0 : meanOf(option.price);
    return now + parts * (this.#truth.get(of)!.price - 1);
  }

  /** Getting at a place and putting all together again, with what its part takes with it. */
  access(slot: string, of: string): number {
    const { worth } = this.#pack.pack;
    const own = this.#priced(of);
    const minutes = accessMinutes(this.#pack).get(slot) ?? own?.access ?? (worth?.labourHours ?? 0) * 60;
    const taken = (own?.takes ?? []).reduce(
      (sum, { parts, share }) =>
        sum +
        slotsOf(this.#pack, parts).reduce((so, each) => so + (each === slot ? 0 : share * this.#price(this.#pack.slots.get(each)!.class)), 0), // prettier-ignore
      0,
    );
    return minutes * this.#rate * this.#truth.get(of)!.access + taken;
  }

  again(slot: string, of: string): number {
    return this.#price(of) + this.access(slot, of) + (this.#priced(of)?.minutes?.replace ?? 0) * this.#rate;
  }

  reworked = (of: string): number => this.#priced(of)?.reworked ?? 0.7;
}

/** What truly becomes of a way to go at a place: by what is picked for it. */
function fateOf({ choice }: PosedPlan["places"][number], disposition: string, fates: Fates, costs: Costs): Fate {
  const of = choice.partClass.id;
  if (disposition === "reuse" || disposition === "clean") return fates.kept(choice.slot.id);
  return disposition === "rework" ? fates.made(of, costs.reworked(of)) : fates.fresh(of);
}

/** The same plan with what each way truly costs in all. */
function truly(posed: PosedPlan, fates: Fates, costs: Costs): PosedPlan {
  const totals = posed.places.map((place) =>
    place.offers.map((priced) => {
      const { id } = place.choice.partClass;
      const { failures } = fateOf(place, priced.option.disposition, fates, costs);
      return Math.round(costs.now(id, priced) + failures * costs.again(place.choice.slot.id, id));
    }),
  );
  return { ...posed, totals: [...totals, ...posed.totals.slice(posed.places.length)] };
}

/** The plan that goes by a rule: what it wants at each place, and where that does not go together as little else as can be. */
function ruled(
  posed: PosedPlan,
  pack: CompiledPack,
  age: number | null,
  costs: Costs,
  goes: (seen: Seen) => boolean,
): PosedPlan {
  const worth = pack.pack.worth;
  const totals = posed.places.map(({ choice, offers }, at) => {
    const of = choice.partClass.id;
    const wears = rowsOf(choice).flatMap(({ governing, points }) => [governing.wear, ...points.map(({ wear }) => wear)].flatMap((wear) => wear?.value ?? [])); // prettier-ignore
    const may = offers.flatMap((priced, option) => (Number.isFinite(posed.variables[at]!.costs[option]!) ? [{ priced, option }] : [])); // prettier-ignore
    const stays = may.filter(({ priced }) => priced.option.disposition === "reuse" || priced.option.disposition === "clean"); // prettier-ignore
    const leaves = may.filter(({ priced }) => !stays.some((each) => each.priced === priced));
    const cheapest = (of: typeof may) => of.reduce((best, each) => (each.priced.now < best.priced.now ? each : best));
    const isWorn = () =>
      goes({
        wear: wears.length > 0 ? Math.max(...wears) : null,
        age,
        life: worth?.classes.find((each) => each.class === of)?.lasts?.hours ?? choice.partClass.life?.hours ?? null,
        hoursWanted: posed.hours,
        fresh: leaves.length > 0 ? cheapest(leaves).priced.now : Infinity,
        access: costs.access(choice.slot.id, of),
      });
    const asked = stays.length === 0 || (leaves.length > 0 && isWorn()) ? leaves : stays;
    const chosen = cheapest(asked.length > 0 ? asked : may).option;
    return offers.map(({ now }, option) => (option === chosen ? 0 : 1_000_000 + now));
  });
  return { ...posed, totals: [...totals, ...posed.totals.slice(posed.places.length).map((each) => each.map(() => 0))] };
}

const costOf = (posed: PosedPlan, picks: readonly number[]): number =>
  posed.places.reduce((sum, _, at) => sum + posed.totals[at]![picks[at]!]!, 0) -
  posed.discounts.reduce((sum, each) => sum + discountFor(each, picks), 0);

const playedChance = (posed: PosedPlan, picks: readonly number[], fates: Fates, costs: Costs): number =>
  fates.weights.reduce(
    (sum, weight, state) =>
      sum + weight * posed.places.reduce((so, place, at) => so * fateOf(place, place.offers[picks[at]!]!.option.disposition, fates, costs).lastsIn[state]!, 1), // prettier-ignore
    0,
  );

interface Played {
  readonly world: string;
  readonly draw: number;
  readonly lives: boolean;
  /** By way, over one who knows; null where there was no plan. */
  readonly costs: readonly (number | null)[];
  readonly chances: readonly { readonly said: number; readonly played: number }[];
  readonly again: { readonly said: number; readonly played: number };
}

const ways = ["the program's plan", "one who knows the laws", ...Object.keys(rules)];

async function play(
  world: World,
  draw: number,
  pack: CompiledPack,
  hours: number,
  lives: boolean,
  truth: ReadonlyMap<string, ClassTruth>,
  engine: Engine,
): Promise<Played> {
  const posed = planOfJob(pack, judges.get(pack)!(engine.entries, asOf), hours);
  const fates = fatesOf(world, truth, engine, hours, seeded(hashText(`${world.name} ${pack.pack.id} ${draw}`)));
  const costs = new Costs(pack, truth);
  // Whoever goes by a rule knows the prices of the list, and reckons with those.
  const listed = new Costs(pack, new Map([...truth].map(([id, of]) => [id, { ...of, price: 1, access: 1 }])));
  const real = truly(posed, fates, costs);
  const said = world.hoursKnown ? engine.engineHours : null;
  const asked = [posed, real, ...Object.values(rules).map((rule) => ruled(posed, pack, said, listed, rule))];
  const plans: (Plan | null)[] = [];
  for (const each of asked) {
    const plan = await bestPlan(each, "total", free, solve);
    if (typeof plan === "string") console.error(world.name, pack.pack.id, draw, plan);
    plans.push(typeof plan === "string" ? null : plan);
  }
  const paid = plans.map((plan) => plan && costOf(real, plan.picks));
  const others: Plan[] = [];
  for (const aim of ["now", "chance"] as const) {
    const plan = await bestPlan(posed, aim, free, solve);
    if (typeof plan !== "string") others.push(plan);
  }
  const mine = plans[0];
  const nowOf = (plan: Plan) => plan.picks.reduce((sum, pick, at) => sum + costs.now(posed.places[at]!.choice.partClass.id, posed.places[at]!.offers[pick]!), 0); // prettier-ignore
  const redone = (plan: Plan) => plan.picks.reduce((sum, pick, at) => sum + posed.places[at]!.offers[pick]!.total - posed.places[at]!.offers[pick]!.now, 0); // prettier-ignore
  // A chance of the parts alone: causes that stay are the same for all.
  const alone = (plan: Plan) => plan.picks.reduce((so, pick, at) => so * posed.places[at]!.offers[pick]!.chance, 1);
  return {
    world: world.name,
    draw,
    lives,
    costs: paid.map((each) => (each === null || paid[1] == null ? null : each / paid[1])),
    chances: [...(mine ? [mine] : []), ...others].map((plan) => ({ said: alone(plan), played: playedChance(posed, plan.picks, fates, costs) })), // prettier-ignore
    again: mine ? { said: redone(mine), played: costOf({ ...real, discounts: [] }, mine.picks) - nowOf(mine) } : { said: 0, played: 0 }, // prettier-ignore
  };
}

const mean = (values: readonly number[]) => values.reduce((sum, each) => sum + each, 0) / values.length;

/** 95 % of a mean over engines of several drawn worlds: worlds are drawn anew, and engines in each. @source  Efron, bootstrap (1979) */
function between(played: readonly Played[], figure: (of: readonly Played[]) => number): readonly [number, number] {
  const { next } = seeded(1979);
  const byDraw = [...groupBy(played, ({ draw }) => draw).values()];
  const any = <T>(of: readonly T[]) => of[Math.floor(next() * of.length)]!;
  const again = Array.from({ length: 1000 }, () => figure(byDraw.flatMap(() => { const draw = any(byDraw); return draw.map(() => any(draw)); }))).sort((a, b) => a - b); // prettier-ignore
  return [again[25]!, again[974]!];
}

/** Ten bins of what was said, those of under 30 plays merged with the next, with what was played. */
function binsOf(chances: readonly { readonly said: number; readonly played: number }[]) {
  const sorted = [...chances].sort((a, b) => a.said - b.said);
  const bins: { said: number; played: number; plays: number }[] = [];
  let from = 0;
  for (let bin = 1; bin <= 10; bin += 1) {
    const to = bin === 10 ? sorted.length : sorted.findIndex(({ said }) => said >= bin / 10);
    const of = sorted.slice(from, to < 0 ? sorted.length : to);
    if (of.length < Math.min(30, sorted.length / 3) && bin < 10) continue;
    if (of.length > 0) bins.push({ said: mean(of.map(({ said }) => said)), played: mean(of.map(({ played }) => played)), plays: of.length }); // prettier-ignore
    from += of.length;
  }
  return bins;
}

const all: Played[] = [];
for (const world of worlds) {
  if (wanted.length > 0 && !wanted.some((each) => world.name.includes(each))) continue;
  for (let draw = 0; draw < draws; draw += 1)
    for (const { pack, hours, lives, engines } of kinds) {
      const seed = seeded(hashText(`${firstSeed} ${world.name} ${pack.pack.id} ${draw}`));
      const truth = drawTruth(world, pack, hours, seed);
      for (let engine = 0; engine < engines; engine += 1)
        all.push(await play(world, draw, pack, hours, lives, truth, drawEngine(world, pack, truth, hours, seed)));
    }
  for (const lives of [true, false]) {
    const of = all.filter((each) => each.world === world.name && each.lives === lives);
    const told = ways.map(
      (way, at) => `${mean(of.flatMap(({ costs }) => costs[at] ?? [])).toFixed(3)} ${way.slice(0, 22)}`,
    );
    console.error(world.name, lives ? "with lives" : "without", told.join(" | "));
  }
}

const groups = worlds.flatMap(({ name }) => [true, false].map((lives) => ({ name, lives, of: all.filter((each) => each.world === name && each.lives === lives) }))).filter(({ of }) => of.length > 0); // prettier-ignore
console.log(
  JSON.stringify({
    seed: firstSeed,
    draws,
    worlds: groups.map(({ name, lives, of }) => {
      const costs = (played: readonly Played[], way: number) => mean(played.flatMap((each) => each.costs[way] ?? []));
      const good = ways.map((_, way) => way).slice(2).reduce((best, way) => (costs(of, way) < costs(of, best) ? way : best)); // prettier-ignore
      const chances = of.flatMap((each) => each.chances);
      const againOf = (played: readonly Played[]) => played.reduce((sum, { again }) => sum + again.played, 0) / Math.max(1, played.reduce((sum, { again }) => sum + again.said, 0)); // prettier-ignore
      return {
        world: name,
        lives,
        engines: of.length,
        failed: of.filter((each) => each.costs.includes(null)).length,
        ways: ways.map((way, at) => ({ way, times: costs(of, at), between: between(of, (each) => costs(each, at)) })),
        best: ways[good],
        againstBest: costs(of, 0) / costs(of, good),
        againstBestBetween: between(of, (each) => costs(each, 0) / costs(each, good)),
        // Of a chance said, whatever comes of it: what is off, and what nobody can know.
        brier: mean(chances.map(({ said, played }) => (said - played) ** 2 + played * (1 - played))),
        unknowable: mean(chances.map(({ played }) => played * (1 - played))),
        said: mean(of.map(({ chances: [mine] }) => mine!.said)),
        played: mean(of.map(({ chances: [mine] }) => mine!.played)),
        bins: binsOf(chances),
        again: againOf(of),
        againBetween: between(of, againOf),
      };
    }),
  }),
);
