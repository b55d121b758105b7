import type { Job } from "./entry/fold";
import type { Problem } from "./problem";
import type { Station } from "./stations";

/** Something that stands in the way of going on, and where it is met. */
export interface Hold extends Problem {
  readonly station: Station;
}

export const hold = (station: Station, found: Problem): Hold => ({ ...found, severity: "hold", station });

/** Holds that a person may go past with a reason: what is not known, not what is contradicted. */
export const liftable: ReadonlySet<string> = new Set([
  "position-lost",
  "fragments-missing",
  "account-too-coarse",
  "fragments-of-nothing",
  "passages-unproven",
  "machining-unchecked",
  "unchecked-after-grinding",
  "cleaned-with-plugs",
  "cleaned-forbidden",
]);

/** What a hold is about, as a lifting names it. */
export const aboutOf = ({ path }: Pick<Problem, "path">): string => path.join(" ") || "job";

/** Holds that still stand, and those that somebody went past, with their reason. */
export function partHolds(
  holds: readonly Hold[],
  lifted: Job["lifted"],
): {
  readonly standing: readonly Hold[];
  readonly lifted: readonly { readonly hold: Hold; readonly by: Job["lifted"][number] }[];
} {
  const byAbout = new Map(lifted.map((each) => [`${each.hold} ${each.about}`, each]));
  const by = (each: Hold) => (liftable.has(each.code) ? byAbout.get(`${each.code} ${aboutOf(each)}`) : undefined);
  return {
    standing: holds.filter((each) => !by(each)),
    lifted: holds.flatMap((each) => {
      const found = by(each);
      return found ? [{ hold: each, by: found }] : [];
    }),
  };
}
