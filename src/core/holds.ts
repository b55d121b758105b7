import type { Job } from "./entry/fold";
import { problemCodes, type HoldCode, type HoldKind, type HoldRule } from "./problem/problem-codes";
import type { Problem } from "./problem/problem";

type CanHold = Extract<Problem, { readonly code: HoldCode }>;

/** Something that stands in the way of going on: what it holds up, where it is settled, and why it holds. */
export type Hold = CanHold & HoldRule;

/** A problem as the hold that its code makes of it. */
export const hold = (found: CanHold): Hold => ({ ...found, severity: "hold", ...problemCodes[found.code].hold });

const isHold = (found: Problem): found is CanHold =>
  found.severity === "hold" && problemCodes[found.code].hold !== null;

/**
 * Those of a list of problems that hold something up.
 *
 * @param problems  of any judgement
 * @returns         those that are as grave as a hold, with what they hold up and where they are settled
 */
export const holdsAmong = (problems: readonly Problem[]): Hold[] => problems.filter(isHold).map(hold);

/** How many holds of each kind stand. */
export const countByKind = (holds: readonly Hold[]): Readonly<Record<HoldKind, number>> => ({
  danger: holds.filter(({ kind }) => kind === "danger").length,
  debt: holds.filter(({ kind }) => kind === "debt").length,
  unknown: holds.filter(({ kind }) => kind === "unknown").length,
});

/**
 * What a hold is about, as a lifting names it.
 *
 * @example aboutOf({ path: ["a", "b"] }) // "a b"
 */
export const aboutOf = ({ path }: Pick<Problem, "path">): string => path.join(" ") || "job";

/** A hold that somebody went past, with the reason. */
export interface LiftedHold {
  readonly hold: Hold;
  readonly by: Job["lifted"][number];
}

/** Holds that still stand, and those that somebody went past. */
export function partHolds(
  holds: readonly Hold[],
  lifted: Job["lifted"],
): { readonly standing: readonly Hold[]; readonly lifted: readonly LiftedHold[] } {
  const byAbout = new Map(lifted.map((each) => [`${each.hold} ${each.about}`, each]));
  const by = (each: Hold) => (each.passable ? byAbout.get(`${each.code} ${aboutOf(each)}`) : undefined);
  return {
    standing: holds.filter((each) => !by(each)),
    lifted: holds.flatMap((each) => {
      const found = by(each);
      return found ? [{ hold: each, by: found }] : [];
    }),
  };
}
