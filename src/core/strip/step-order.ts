import type { StripStep } from "../pack/schema-teardown";

type Graph = readonly Pick<StripStep, "id" | "after">[];

/**
 * Steps in an order in which nothing comes before what it waits for. Of those that could come next the first of the
 * pack's list is taken, so that the order a manual gives is kept wherever it can be.
 *
 * @returns  ids in order; those on a cycle, or behind one, are left out
 * @source   Kahn's algorithm
 */
export function stepOrder(steps: Graph): readonly string[] {
  const known = new Set(steps.map((step) => step.id));
  const waits = new Map(steps.map((step) => [step.id, new Set(step.after.filter((id) => known.has(id)))]));
  const order: string[] = [];
  for (;;) {
    const next = steps.find(({ id }) => waits.get(id)?.size === 0);
    if (!next) return order;
    order.push(next.id);
    waits.delete(next.id);
    for (const left of waits.values()) left.delete(next.id);
  }
}

/** Steps that are on a cycle or behind one: they can never be reached. */
export function unreachableSteps(steps: Graph): readonly string[] {
  const reached = new Set(stepOrder(steps));
  return steps.flatMap(({ id }) => (reached.has(id) ? [] : [id]));
}

/** All that has to be done before each step, however far back. */
export function stepsBefore(steps: Graph): ReadonlyMap<string, ReadonlySet<string>> {
  const before = new Map<string, Set<string>>();
  const afterOf = new Map(steps.map((step) => [step.id, step.after]));
  for (const id of stepOrder(steps))
    before.set(id, new Set(afterOf.get(id)!.flatMap((each) => [each, ...(before.get(each) ?? [])])));
  return before;
}
