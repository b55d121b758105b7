import loadHighs from "highs";

/** A linear program to be solved, in LP format. */
export interface PosedProgram {
  readonly program: string;
}

/** What its columns come to; null where nothing satisfies it. */
export interface SolvedProgram {
  readonly columns: Readonly<Record<string, number>> | null;
}

const here = self as unknown as {
  onmessage: ((event: MessageEvent<PosedProgram>) => void) | null;
  postMessage: (told: SolvedProgram) => void;
};

const loading = loadHighs();

here.onmessage = ({ data: { program } }) =>
  void loading.then((highs) => {
    const solved = highs.solve(program);
    const columns = solved.Columns as Readonly<Record<string, { Primal: number }>>;
    here.postMessage({
      columns:
        solved.Status === "Optimal"
          ? Object.fromEntries(Object.entries(columns).map(([name, { Primal }]) => [name, Primal]))
          : null,
    });
  });
