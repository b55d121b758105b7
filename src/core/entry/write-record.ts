import type { Envelope } from "./schema";

/** A job's record as NDJSON: one entry a line, as it was received. */
export const writeRecord = (entries: readonly Envelope[]): string =>
  entries.map((entry) => `${JSON.stringify(entry)}\n`).join("");
