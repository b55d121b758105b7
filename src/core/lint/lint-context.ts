import { problem, type Path, type Problem, type Report } from "../problem/problem";
import type { Pack, Ref } from "../pack/schema";

/** What every part of the linter walks a pack with. */
export interface LintContext {
  readonly pack: Pack;
  readonly found: Problem[];
  readonly report: Report;
  /** The ids of a list; one that stands twice is reported. */
  readonly ids: (list: readonly { readonly id: string }[], path: Path) => ReadonlySet<string>;
  /** Whether what a fact refers to is in the list of sources. */
  readonly checkRef: (ref: Ref, path: Path) => void;
  /** Calls for each of a list, with where it stands. */
  readonly each: <T>(list: readonly T[], path: Path, check: (item: T, path: Path) => void) => void;
}

export function lintContext(pack: Pack): LintContext {
  const found: Problem[] = [];
  const report: Report = (code, path, ...params) => found.push(problem(code, path, ...params) as Problem);
  const sources = new Set(pack.sources.map(({ id }) => id));
  return {
    pack,
    found,
    report,
    ids: (list, path) => {
      const seen = new Set<string>();
      list.forEach(({ id }, at) => {
        if (seen.has(id)) report("id-twice", [...path, at, "id"], { id });
        seen.add(id);
      });
      return seen;
    },
    checkRef: (ref, path) => {
      if (!sources.has(ref.source)) report("unknown-source", [...path, "source"], { source: ref.source });
    },
    each: (list, path, check) => list.forEach((item, at) => check(item, [...path, at])),
  };
}
