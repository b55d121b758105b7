import type { Job } from "./entry/fold";
import type { CompiledPack } from "./pack/compile-pack";
import type { Problem } from "./problem/problem";
import { isSame } from "./same";
import type { Station } from "./stations";

/** How much of a station's work is done. */
export interface Progress {
  readonly done: number;
  readonly total: number;
}

/**
 * What every judgement of a job has in common: it declares which lists of the job it reads and which other results it
 * needs, by name, and says what it makes of them, what is wrong and how far the work is. All of them stand in one list,
 * `judgements.ts`; what one looks like as open data stands beside it, `openPart`.
 */
export interface Judgement<Reads extends keyof Job, Needs extends object, Result> {
  /** The lists of the job that it reads, and no others. */
  readonly lists: readonly Reads[];
  /** What it needs besides, by name: while that and its lists are the same, so is its result. */
  readonly needs: readonly (keyof Needs & string)[];
  readonly assess: (pack: CompiledPack, job: Pick<Job, Reads>, found: Needs) => Result;
  readonly problems: (result: Result) => readonly Problem[];
  /** The stations whose work it counts, and how much of it is done; null where nothing is counted. */
  readonly stations: Readonly<Partial<Record<Station, (result: Result) => Progress | null>>>;
}

/** Does not compile where a name is left out. */
type Complete<Needs, Names extends readonly unknown[]> =
  Exclude<keyof Needs, Names[number]> extends never
    ? unknown
    : { readonly leftOut: Exclude<keyof Needs, Names[number]> };

/** Names a judgement's types once, where it is written; the compiler holds its names against what it takes. */
export const judgement = <
  const Reads extends keyof Job,
  Needs extends object,
  Result,
  const Names extends readonly (keyof Needs & string)[],
>({
  stations = {},
  ...rest
}: Omit<Judgement<Reads, Needs, Result>, "needs" | "stations"> & {
  readonly needs: Names & Complete<Needs, Names>;
  readonly stations?: Judgement<Reads, Needs, Result>["stations"];
}): Judgement<Reads, Needs, Result> => ({ ...rest, stations });

/**
 * A judgement that keeps its last result and gives it again while nothing that it declares has changed: entries that did
 * not change keep their identity through the fold.
 */
export function remembered<Reads extends keyof Job, Needs extends object, Result>(
  pack: CompiledPack,
  { lists, needs, assess }: Pick<Judgement<Reads, Needs, Result>, "lists" | "needs" | "assess">,
): (job: Pick<Job, Reads>, found: Needs) => Result {
  let before: { readonly basis: readonly unknown[]; readonly result: Result } | null = null;
  return (job, found) => {
    const basis = [...lists.map((list) => job[list]), ...needs.map((name) => found[name])];
    if (!before || !isSame(before.basis, basis)) before = { basis, result: assess(pack, job, found) };
    return before.result;
  };
}
