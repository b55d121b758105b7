import type { Said } from "../entry/stated";
import { groupBy } from "../group";
import { goes, type WayToGo } from "./same-option";

/** What the decisions of one part say together. */
export type Joined =
  | { readonly kind: "open" }
  /** Two that cannot both be meant. */
  | { readonly kind: "clash" }
  /** Made by feature, and some features of the part are still without one. */
  | { readonly kind: "incomplete"; readonly missing: readonly string[] }
  | { readonly kind: "decided"; readonly wanted: WayToGo };

const wantedBy = ({ disposition, ways }: Pick<Said, "disposition" | "ways">): WayToGo => ({ disposition, ways });

/**
 * Joins the decisions of a part. One of the whole part is what it says. Those made by feature are one bundle where they
 * are complete and go together: reuse of some beside work on others is; replacing beside anything else is a clash, and
 * so are two of one feature.
 *
 * @param decisions  those that stand, of one part
 * @param features   the measured places that a person decided one by one, as readings name them
 * @param aspectOf   what a place is brought to one size with; null for one that the part does not have
 */
export function joinDecisions(
  decisions: readonly Pick<Said, "feature" | "disposition" | "ways">[],
  features: readonly string[],
  aspectOf: (at: string) => string | null,
): Joined {
  const [only, ...others] = decisions;
  if (!only) return { kind: "open" };
  if (decisions.some(({ feature }) => feature === null))
    return others.length === 0 ? { kind: "decided", wanted: wantedBy(only) } : { kind: "clash" };

  const byFeature = groupBy(decisions, ({ feature }) => feature!);
  if ([...byFeature.values()].some((same) => same.length > 1)) return { kind: "clash" };
  const kinds = new Set(decisions.map(({ disposition }) => disposition));
  // What is on hold for one place is on hold for the part.
  if (kinds.has("hold")) return { kind: "decided", wanted: { disposition: "hold", ways: [] } };
  if (kinds.size > 1 && [...kinds].some(goes)) return { kind: "clash" };
  const missing = features.filter((feature) => !byFeature.has(feature));
  if (missing.length > 0) return { kind: "incomplete", missing };

  // Each place says its own size; what is brought to one size has to agree on it.
  const steps = new Map<string, string | null>();
  for (const { feature, ways } of decisions) {
    const aspect = aspectOf(feature!) ?? feature!;
    const step = ways[0]?.step ?? null;
    if (steps.has(aspect) && steps.get(aspect) !== step) return { kind: "clash" };
    steps.set(aspect, step);
  }
  const ways = [...steps].flatMap(([feature, step]) => (step === null ? [] : [{ feature, step }]));
  const disposition =
    ways.length > 0 ? "rework" : (decisions.find(({ disposition: each }) => each !== "reuse")?.disposition ?? "reuse");
  return { kind: "decided", wanted: { disposition, ways } };
}
