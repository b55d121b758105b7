import type { PartClass } from "./schema";

/** Signs that people put between the groups of a number say nothing. */
export const plainNumber = (number: string) => number.toUpperCase().replace(/[\s.\-/]/gu, "");

/** The revision that a number stands for; null where the class knows no such number. */
export const revisionByNumber = ({ revisions }: Pick<PartClass, "revisions">, number: string) =>
  revisions.find(({ numbers }) => numbers.some((each) => plainNumber(each) === plainNumber(number))) ?? null;
