import { groupBy } from "../group";
import { byTime } from "./effective";
import type { Decision, Job, Signed } from "./fold";

/** What an adopted plan says of one part. */
export interface Planned {
  readonly plan: Signed<"plan-adopted">;
  readonly choice: Signed<"plan-adopted">["choices"][number];
}

/** One thing that was said of a part, by a person or by a plan: what becomes of it, of one feature or of all of it. */
export interface Said extends Pick<Decision, "feature" | "disposition" | "ways" | "reason"> {
  /** The entry that says it. */
  readonly entry: string;
}

/** What stands for a part: what people decided of it; or, where nobody has since, what plans say. Never both. */
export interface Stated {
  readonly decisions: readonly Decision[];
  readonly planned: readonly Planned[];
  /** Either of them, whoever says so. */
  readonly said: readonly Said[];
}

export const nothingStated: Stated = { decisions: [], planned: [], said: [] };

/** What stands for each part of a job. */
export type StatedOf = (part: string) => Stated;

const saidOnce = ({ id, feature, disposition, ways, reason }: Decision): Said => ({
  entry: id,
  feature,
  disposition,
  ways,
  reason,
});
const saidByPlan = ({ plan, choice: { disposition, ways } }: Planned): Said => ({
  entry: plan.id,
  feature: null,
  disposition,
  ways,
  reason: null,
});

/**
 * What stands for the parts of a job: asked here by whoever goes by it. A plan gives way for a part that somebody decided
 * after it; of two plans that were adopted at once both speak.
 *
 * @example statedOf({ decisions: [], plans: [] })("a").said // []
 */
export function statedOf({ decisions, plans }: Pick<Job, "decisions" | "plans">): StatedOf {
  const decided = groupBy(decisions, ({ part }) => part);
  const planned = groupBy(
    plans.flatMap((plan) =>
      plan.choices.flatMap((choice): (Planned & { part: string })[] => {
        const latest = decided.get(choice.part)?.at(-1);
        return latest && byTime(latest, plan) > 0 ? [] : [{ plan, choice, part: choice.part }];
      }),
    ),
    ({ part }) => part,
  );
  return (part) => {
    const [plansOf, own] = [planned.get(part), decided.get(part)];
    if (plansOf) return { decisions: [], planned: plansOf, said: plansOf.map(saidByPlan) };
    return own ? { decisions: own, planned: [], said: own.map(saidOnce) } : nothingStated;
  };
}
