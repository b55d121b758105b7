/** The middle of several runs of two ways to do the same, in turns, in milliseconds. */
export async function inTurns(runs: number, first: () => Promise<unknown>, second: () => Promise<unknown>) {
  const times: [number[], number[]] = [[], []];
  for (let run = 0; run < runs; run += 1)
    for (const [at, work] of [first, second].entries()) {
      const began = performance.now();
      await work();
      times[at]!.push(performance.now() - began);
    }
  const middle = (all: number[]) => all.sort((a, b) => a - b)[Math.floor(runs / 2)]!;
  return { oursMs: middle(times[0]), bareMs: middle(times[1]) };
}
