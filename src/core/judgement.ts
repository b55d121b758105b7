import type { Job } from "./entry/fold";
import type { CompiledPack } from "./pack/compile-pack";
import type { Problem } from "./problem/problem";

/** How much of a station's work is done. */
export interface Progress {
  readonly done: number;
  readonly total: number;
}

/**
 * What every judgement of a job has in common: it reads some lists of the job and what other judgements found, and says
 * what it makes of them, what is wrong and how far it is. What it looks like as open data stands beside it, `openPart`.
 */
export interface Judgement<Reads extends keyof Job, Others extends readonly unknown[], Result> {
  /** The lists of the job that it reads, and no others: while they and what stands beside them are the same, so is its result. */
  readonly reads: readonly Reads[];
  readonly assess: (pack: CompiledPack, job: Pick<Job, Reads>, ...others: Others) => Result;
  readonly problems: (result: Result) => readonly Problem[];
  /** Null where nothing is counted. */
  readonly progress: (result: Result) => Progress | null;
}

/** Names a judgement's types once, where it is written. */
export const judgement = <Reads extends keyof Job, Others extends readonly unknown[], Result>(
  parts: Judgement<Reads, Others, Result>,
): Judgement<Reads, Others, Result> => parts;

/**
 * A judgement that keeps its last result and gives it again while nothing that it reads has changed: entries that did
 * not change keep their identity through the fold.
 */
export function remembered<Reads extends keyof Job, Others extends readonly unknown[], Result>(
  pack: CompiledPack,
  { reads, assess }: Pick<Judgement<Reads, Others, Result>, "reads" | "assess">,
): (job: Job, ...others: Others) => Result {
  let before: { readonly basis: readonly unknown[]; readonly result: Result } | null = null;
  return (job, ...others) => {
    const basis = [...reads.map((list) => job[list]), ...others];
    if (!before || basis.some((each, at) => each !== before!.basis[at]))
      before = { basis, result: assess(pack, job, ...others) };
    return before.result;
  };
}
