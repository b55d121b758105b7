import { assess } from "@/core/assess";
import { TestBench } from "@/core/fixtures/bench";
import { packAtEdge } from "@/core/fixtures/pack-at-edge";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { readPack } from "@/core/lint/read-pack";
import type { CompiledPack } from "@/core/pack/compile-pack";
import { packBounds, type PackBound } from "@/core/pack/unfolded-size";

const runs = 5;
const asOf = "2026-12-02T00:00:00Z";

/** Milliseconds of the quickest of several runs, each of something made anew; and memory in MB that the last one holds. */
function quickestOf<T>(make: () => T): { readonly ms: number; readonly megabytes: number; readonly made: T } {
  let ms = Infinity;
  let made: T;
  globalThis.gc?.();
  const before = process.memoryUsage().heapUsed;
  for (let run = 0; run < runs; run += 1) {
    const began = performance.now();
    made = make();
    ms = Math.min(ms, performance.now() - began);
  }
  return { ms, megabytes: (process.memoryUsage().heapUsed - before) / 2 ** 20, made: made! };
}

function judged(pack: CompiledPack): number {
  const { entries } = new TestBench(pack);
  return quickestOf(() => assess(pack, entries, asOf)).ms;
}

const whole = judged(orrinshaw);
const rows = (Object.keys(packBounds) as PackBound[]).map((what) => {
  const json = packAtEdge(what, 1);
  const { ms: readMs, megabytes, made } = quickestOf(() => readPack(json));
  if (!made.ok) throw new Error(JSON.stringify(made.problems.slice(0, 3)));
  return { what, most: packBounds[what], kb: JSON.stringify(json).length / 1000, readMs, megabytes: Math.max(0, megabytes), assessMs: judged(made.value) }; // prettier-ignore
});
console.log(JSON.stringify({ whole, rows }));
