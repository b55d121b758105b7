import loadHighs from "highs";

/** A linear program to be solved, in LP format. */
export interface PosedProgram {
  readonly program: string;
  /** Tells its answer from those of others. */
  readonly id?: number;
  /** To the last minor unit, and no longer than a minute. */
  readonly exact?: boolean;
}

/**
 * What its columns come to, and by what share of it a better one may be better: 0 where none is. That nothing satisfies it;
 * or that the solver came to no end and found nothing.
 */
export type SolvedProgram = { readonly id?: number } & (
  | { readonly kind: "solved"; readonly columns: Readonly<Record<string, number>>; readonly gap: number }
  | { readonly kind: "impossible" | "failed" }
);

const here = self as unknown as {
  onmessage: ((event: MessageEvent<PosedProgram>) => void) | null;
  postMessage: (told: SolvedProgram) => void;
};

const loading = loadHighs();

const exactly = { mip_rel_gap: 0, mip_abs_gap: 0.5, time_limit: 60 };

/** The same where every choice may be made by halves: nothing whole is better than that. */
const byHalves = (program: string): string =>
  program.replace(/\nBinary\n([\s\S]*)\nEnd/u, (_, names: string) => `\nBounds\n${names.replace(/\S+/gu, "0 <= $& <= 1")}\nEnd`); // prettier-ignore

async function solve({ program, id, exact }: PosedProgram): Promise<SolvedProgram> {
  const highs = await loading;
  const { Status, Columns, ObjectiveValue } = highs.solve(program, exact ? exactly : {});
  if (Status === "Infeasible") return { id, kind: "impossible" };
  const columns = Object.entries(Columns as Readonly<Record<string, { readonly Primal?: number }>>);
  const isFound = columns.length > 0 && columns.every(([, { Primal }]) => Number.isFinite(Primal));
  if (Status !== "Optimal" && !(Status === "Time limit reached" && isFound)) return { id, kind: "failed" };
  const gap = (): number => {
    const bound = highs.solve(byHalves(program), {});
    return bound.Status === "Optimal" && ObjectiveValue > 0
      ? Math.max(0, 1 - bound.ObjectiveValue / ObjectiveValue)
      : 1;
  };
  return {
    id,
    kind: "solved",
    columns: Object.fromEntries(columns.map(([name, { Primal }]) => [name, Primal!])),
    gap: Status === "Optimal" ? 0 : gap(),
  };
}

// Where the solver cannot be started, or gives up in its own way, that is an answer too.
here.onmessage = ({ data }) =>
  void solve(data).then(here.postMessage.bind(here), () => here.postMessage({ id: data.id, kind: "failed" }));
