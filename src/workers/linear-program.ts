import loadHighs from "highs";

/** A linear program to be solved, in LP format. */
export interface PosedProgram {
  readonly program: string;
}

/** What its columns come to; that nothing satisfies it; or that the solver came to no end. */
export type SolvedProgram =
  | { readonly kind: "solved"; readonly columns: Readonly<Record<string, number>> }
  | { readonly kind: "impossible" | "failed" };

const here = self as unknown as {
  onmessage: ((event: MessageEvent<PosedProgram>) => void) | null;
  postMessage: (told: SolvedProgram) => void;
};

const loading = loadHighs();

here.onmessage = ({ data: { program } }) =>
  void loading.then((highs) => {
    const solved = highs.solve(program);
    const columns = solved.Columns as Readonly<Record<string, { Primal: number }>>;
    here.postMessage(
      solved.Status === "Optimal"
        ? { kind: "solved", columns: Object.fromEntries(Object.entries(columns).map(([name, { Primal }]) => [name, Primal])) } // prettier-ignore
        : { kind: solved.Status === "Infeasible" ? "impossible" : "failed" },
    );
  });
