import loadHighs from "highs";

/** A linear program to be solved, in LP format. */
export interface PosedProgram {
  readonly program: string;
  /** Tells its answer from those of others. */
  readonly id?: number;
  /** To the last minor unit, and no longer than a minute. */
  readonly exact?: boolean;
}

/** What its columns come to; that nothing satisfies it; or that the solver came to no end. */
export type SolvedProgram = { readonly id?: number } & (
  | { readonly kind: "solved"; readonly columns: Readonly<Record<string, number>> }
  | { readonly kind: "impossible" | "failed" }
);

const here = self as unknown as {
  onmessage: ((event: MessageEvent<PosedProgram>) => void) | null;
  postMessage: (told: SolvedProgram) => void;
};

const loading = loadHighs();

const exactly = { mip_rel_gap: 0, mip_abs_gap: 0.5, time_limit: 60 };

async function solve({ program, id, exact }: PosedProgram): Promise<SolvedProgram> {
  const highs = await loading;
  const { Status, Columns } = highs.solve(program, exact ? exactly : {});
  if (Status !== "Optimal") return { id, kind: Status === "Infeasible" ? "impossible" : "failed" };
  const columns = Columns as Readonly<Record<string, { Primal: number }>>;
  return { id, kind: "solved", columns: Object.fromEntries(Object.entries(columns).map(([name, { Primal }]) => [name, Primal])) }; // prettier-ignore
}

// Where the solver cannot be started, or gives up in its own way, that is an answer too.
here.onmessage = ({ data }) =>
  void solve(data).then(here.postMessage.bind(here), () => here.postMessage({ id: data.id, kind: "failed" }));
