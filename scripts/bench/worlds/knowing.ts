/**
 * What is truly to be expected of every part of an engine, for one who knows the laws of its world and has the same readings as
 * everybody: by drawing histories that may have led to what is seen, each weighed by how well it explains it.
 */
import type { Seeded } from "@/core/numeric/seeded";
import { drawHours, type Engine } from "./engine";
import { drawEnd, drawPart, lifeTimes, shareDensity, type ClassTruth, type Shared, type World } from "./world";

/** Of one way to go with a part: how often it fails before the hours wanted, and how likely never, in each state the engine may be in. */
export interface Fate {
  readonly failures: number;
  readonly lastsIn: readonly number[];
}

export interface Fates {
  /** How likely each state of the engine is. */
  readonly weights: readonly number[];
  readonly kept: (slot: string) => Fate;
  readonly fresh: (of: string) => Fate;
  /** Made good: so much of a new one's life. */
  readonly made: (of: string, share: number) => Fate;
}

interface State {
  readonly shared: Shared;
  readonly engineHours: number;
  readonly weight: number;
}

/** States of what all parts share: what nobody knows on a grid, each as likely as its world says. */
function statesOf(world: World, engine: Engine, hours: number, seed: Seeded): readonly State[] {
  const duties = world.duty === 0 ? [0] : [-2, -1.5, -1, -0.5, 0, 0.5, 1, 1.5, 2];
  const oils = world.badOil.chance === 0 ? [false] : [false, true];
  const behind = world.hoursKnown ? [engine.engineHours] : Array.from({ length: 12 }, () => drawHours(hours, seed));
  return duties.flatMap((z) =>
    oils.flatMap((isBadOil) =>
      behind.map((engineHours): State => ({
        shared: { wears: Math.exp(world.duty * z), isBadOil },
        engineHours,
        weight: Math.exp(-0.5 * z * z) * (isBadOil ? world.badOil.chance : 1 - world.badOil.chance),
      })),
    ),
  );
}

/** Failures until a time of parts renewed as they end, on even steps of it. */
function renewals(end: () => number, hours: number, paths: number): (within: number) => number {
  const steps = 40;
  const failed = Array<number>(steps + 1).fill(0);
  for (let path = 0; path < paths; path += 1)
    for (let at = end(); at < hours; at += Math.max(end(), hours / 1000)) {
      for (let step = Math.ceil((at / hours) * steps); step <= steps; step += 1) failed[step]! += 1 / paths;
    }
  return (within) => failed[Math.max(0, Math.min(steps, Math.round((within / hours) * steps)))]!;
}

export function fatesOf(
  world: World,
  truth: ReadonlyMap<string, ClassTruth>,
  engine: Engine,
  hours: number,
  seed: Seeded,
): Fates {
  const states = statesOf(world, engine, hours, seed);
  const drawn = world.hoursKnown ? 1200 : 400;
  const bySlot = new Map<string, { failures: number[]; lasts: number[] }>();
  const ends = new Map<string, { times: number[]; failures: number[]; lasts: number[] }>();
  const logs = states.map(({ weight }) => Math.log(weight));
  for (const of of new Set([...engine.parts.values()].map((part) => part.of))) {
    const known = truth.get(of)!;
    const fresh = { times: [] as number[], failures: [] as number[], lasts: [] as number[] };
    ends.set(of, fresh);
    for (const [at, { shared, engineHours }] of states.entries()) {
      const times = lifeTimes(world, known, shared);
      const end = () => drawEnd(known, seed) * times;
      const failed = renewals(end, hours, 300);
      fresh.times.push(times);
      fresh.failures.push(failed(hours));
      fresh.lasts.push(lastsFor(end, hours));
      const histories = Array.from({ length: drawn }, () => drawPart(known, times, engineHours, seed));
      for (const [slot, part] of engine.parts) {
        if (part.of !== of) continue;
        const found = bySlot.get(slot) ?? { failures: [], lasts: [] };
        bySlot.set(slot, found);
        let [all, failures, lasts] = [0, 0, 0];
        for (const history of histories) {
          const weight = part.seen === null ? 1 : shareDensity(known, history.age / history.end, part.seen);
          const left = history.end - history.age;
          all += weight;
          if (left < hours) failures += weight * (1 + failed(hours - left));
          else lasts += weight;
        }
        logs[at]! += Math.log(Math.max(1e-12, all / drawn));
        found.failures.push(all > 0 ? failures / all : 1);
        found.lasts.push(all > 0 ? lasts / all : 0);
      }
    }
  }
  const most = Math.max(...logs);
  const raw = logs.map((log) => Math.exp(log - most));
  const sum = raw.reduce((so, each) => so + each, 0);
  const weights = raw.map((each) => each / sum);
  const fate = ({ failures, lasts }: { failures: readonly number[]; lasts: readonly number[] }): Fate => ({
    failures: failures.reduce((so, each, at) => so + each * weights[at]!, 0),
    lastsIn: lasts,
  });
  const made = new Map<string, Fate>();
  return {
    weights,
    kept: (slot) => fate(bySlot.get(slot)!),
    fresh: (of) => fate(ends.get(of)!),
    made: (of, share) => {
      const key = `${of} ${share}`;
      const before = made.get(key);
      if (before) return before;
      const known = truth.get(of)!;
      const all = ends.get(of)!.times.map((times) => {
        const end = () => drawEnd(known, seed) * times * share;
        // What was made good once is renewed with a new one.
        return { failures: renewals(end, hours, 150)(hours), lasts: lastsFor(end, hours) };
      });
      const found = fate({ failures: all.map(({ failures }) => failures), lasts: all.map(({ lasts }) => lasts) });
      made.set(key, found);
      return found;
    },
  };
}

/** How likely one lasts for so long: by drawing. */
function lastsFor(end: () => number, hours: number): number {
  const tries = 600;
  let lasts = 0;
  for (let at = 0; at < tries; at += 1) if (end() >= hours) lasts += 1;
  return lasts / tries;
}
