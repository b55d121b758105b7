import type { Problem } from "../problem/problem";

/** What came of bringing a job in. */
export interface Imported {
  readonly stream: string;
  readonly name: string;
  readonly added: number;
  /** Entries that were here before. */
  readonly known: number;
  /** Types of entries that are kept and not understood. */
  readonly unknownTypes: readonly string[];
}

/** Where an import is: its pieces are coming, it is read and kept, or it came to an end. */
export type ImportStage = "coming" | "working" | "kept" | "refused";

export interface ImportRun {
  readonly stage: ImportStage;
  /** How far the work is, 0 to 1. */
  readonly share: number;
  readonly imported: Imported | null;
  readonly problems: readonly Problem[];
}
