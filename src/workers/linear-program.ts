import loadHighs from "highs";
import { solveProgram, type SolvedColumns } from "./solve-program";

/** A linear program to be solved, in LP format. */
export interface PosedProgram {
  readonly program: string;
  /** Tells its answer from those of others. */
  readonly id?: number;
  /** To the last minor unit, and no longer than a minute. */
  readonly exact?: boolean;
}

/** What was found; that nothing satisfies it; or that the solver came to no end and found nothing. */
export type SolvedProgram = { readonly id?: number } & (
  ({ readonly kind: "solved" } & SolvedColumns) | { readonly kind: "impossible" | "failed" }
);

const here = self as unknown as {
  onmessage: ((event: MessageEvent<PosedProgram>) => void) | null;
  postMessage: (told: SolvedProgram) => void;
};

const loading = loadHighs();

/** So long a plan is looked for. */
const longest = 60;

async function solve({ program, id, exact }: PosedProgram): Promise<SolvedProgram> {
  const solved = solveProgram(await loading, program, exact ? longest : null);
  return typeof solved === "string" ? { id, kind: solved } : { id, kind: "solved", ...solved };
}

// Where the solver cannot be started, or gives up in its own way, that is an answer too.
here.onmessage = ({ data }) =>
  void solve(data).then(here.postMessage.bind(here), () => here.postMessage({ id: data.id, kind: "failed" }));
