import type { Disposition } from "../entry/schema";

/** Whether two choices are the same way to go. */
export const sameOption = (
  a: { disposition: Disposition; step: string | null },
  b: { disposition: Disposition; step: string | null },
): boolean => a.disposition === b.disposition && a.step === b.step;
