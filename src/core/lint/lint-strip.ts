import type { Path } from "../problem/problem";
import { stepsBefore, unreachableSteps } from "../strip/step-order";
import type { Strip } from "../pack/schema-teardown";
import type { LintContext } from "./lint-context";

/** Positions are locked or marked before they are lost. */
function lintPositions({ report, each }: LintContext, { steps }: Strip, path: Path): void {
  const before = stepsBefore(steps);
  const byId = new Map(steps.map((step) => [step.id, step]));
  each(steps, [...path, "steps"], (step, at) => {
    const secured = new Set([...(before.get(step.id) ?? [])].flatMap((id) => byId.get(id)?.secures ?? []));
    for (const position of step.loses)
      if (!secured.has(position)) report("loses-without-lock", at, { step: step.id, position });
  });
}

/** Everything about the strip list. */
export function lintStrip(lint: LintContext, strip: Strip, slots: ReadonlySet<string>, path: Path): void {
  const { ids, report, checkRef, each } = lint;
  const { steps, positions, checks } = strip;
  const stepIds = ids(steps, [...path, "steps"]);
  const positionIds = ids(positions, [...path, "positions"]);
  ids(checks, [...path, "checks"]);
  const circle = unreachableSteps(steps);
  if (circle.length > 0) report("steps-in-circle", [...path, "steps"], { steps: circle.join(", ") });
  const removed = new Map<string, string>();
  each(steps, [...path, "steps"], (step, at) => {
    checkRef(step.ref, [...at, "ref"]);
    ids(step.renew, [...at, "renew"]);
    for (const id of step.after) if (!stepIds.has(id)) report("unknown-step", [...at, "after"], { id });
    for (const id of [...step.loses, ...step.secures]) if (!positionIds.has(id)) report("unknown-position", at, { id });
    for (const slot of step.removes) {
      if (!slots.has(slot)) report("unknown-slot", [...at, "removes"], { slot });
      if (removed.has(slot)) report("slot-removed-twice", [...at, "removes"], { slot, step: removed.get(slot)! });
      removed.set(slot, step.id);
    }
  });
  lintPositions(lint, strip, path);
  each(checks, [...path, "checks"], (check, at) => {
    checkRef(check.ref, [...at, "ref"]);
    if (!stepIds.has(check.before)) report("unknown-step", [...at, "before"], { id: check.before });
    ids(check.places, [...at, "places"]);
    for (const slot of [...(check.slots ?? []), ...check.places.flatMap((place) => place.slots ?? [])])
      if (!slots.has(slot)) report("unknown-slot", at, { slot });
    if (!check.states && !check.figure) report("check-without-answer", at, { check: check.id });
  });
}
