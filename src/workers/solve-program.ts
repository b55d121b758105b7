import type { Highs } from "highs";

/** What a program is solved with: to the last minor unit, for so many seconds at most. */
const exactly = (seconds: number) => ({ mip_rel_gap: 0, mip_abs_gap: 0.5, time_limit: seconds });

/** What its columns come to, and by what share of it a better one may be better: 0 where none is. */
export interface SolvedColumns {
  readonly columns: Readonly<Record<string, number>>;
  readonly gap: number;
}

interface SolvedRow {
  readonly Primal: number;
  readonly Lower: number | null;
  readonly Upper: number | null;
}

/** What a solver takes for equal. */
const near = 1e-6;

/** The same where every choice may be made by halves: nothing whole is better than that. */
const byHalves = (program: string): string =>
  program.replace(/\nBinary\n([\s\S]*)\nEnd/u, (_, names: string) => `\nBounds\n${names.replace(/\S+/gu, "0 <= $& <= 1")}\nEnd`); // prettier-ignore

/**
 * Solves a linear program of choices.
 *
 * @param seconds  after which the best so far is told, with how much better another might be; null for no end, and no
 *                 more exactly than the solver is by itself
 * @returns  that nothing satisfies it; or that the solver came to no end and found nothing
 */
export function solveProgram(
  highs: Highs,
  program: string,
  seconds: number | null,
): SolvedColumns | "impossible" | "failed" {
  const solution = highs.solve(program, seconds === null ? {} : exactly(seconds));
  const { Status, Columns, ObjectiveValue } = solution;
  if (Status === "Infeasible") return "impossible";
  const columns = Object.entries(Columns as Readonly<Record<string, { readonly Primal?: number }>>);
  // Stopped before it found anything it tells figures all the same, that satisfy nothing.
  const isFound = () =>
    columns.length > 0 &&
    columns.every(([, { Primal }]) => Primal !== undefined && Math.abs(Primal - Math.round(Primal)) < near) &&
    (solution.Rows as readonly SolvedRow[]).every(
      ({ Primal, Lower, Upper }) => Primal >= (Lower ?? -Infinity) - near && Primal <= (Upper ?? Infinity) + near,
    );
  if (Status !== "Optimal" && !(Status === "Time limit reached" && isFound())) return "failed";
  const gap = (): number => {
    const bound = highs.solve(byHalves(program), {});
    return bound.Status === "Optimal" && ObjectiveValue > 0
      ? Math.max(0, 1 - bound.ObjectiveValue / ObjectiveValue)
      : 1;
  };
  return {
    columns: Object.fromEntries(columns.map(([name, { Primal }]) => [name, Primal!])),
    gap: Status === "Optimal" ? 0 : gap(),
  };
}
