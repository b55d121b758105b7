/** Milliseconds of the quickest of several runs: what the machine can do when nothing else disturbs it. */
export function quickest<T>(runs: number, prepare: () => T, work: (prepared: T) => unknown): number {
  let best = Infinity;
  for (let run = 0; run < runs; run += 1) {
    const prepared = prepare();
    // What preparing left behind is not the work's to sweep up.
    globalThis.gc?.();
    const began = performance.now();
    work(prepared);
    best = Math.min(best, performance.now() - began);
  }
  return best;
}
