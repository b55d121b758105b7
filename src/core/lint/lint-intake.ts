import { unitById } from "../quantity/units";
import type { Intake } from "../pack/schema";
import type { LintContext } from "./lint-context";

/** Everything about what is asked and known when an engine comes in. */
export function lintIntake(lint: LintContext, intake: Intake, variants: ReadonlySet<string>): void {
  const { ids, report, checkRef } = lint;
  const { questions, schools, history, symptoms, tests, weakPoints, bulletins } = intake;
  for (const [name, list] of Object.entries({ questions, schools, history, symptoms, tests, weakPoints, bulletins }))
    ids(list, ["intake", name]);
  for (const [name, list] of Object.entries({ schools, tests, weakPoints, bulletins }))
    list.forEach((each, at) => checkRef(each.ref, ["intake", name, at, "ref"]));
  tests.forEach((test, at) => {
    ids(test.places, ["intake", "tests", at, "places"]);
    if (!unitById(test.unit)) report("unknown-unit", ["intake", "tests", at, "unit"], { unit: test.unit });
  });
  weakPoints.forEach((point, at) => {
    for (const id of point.variants)
      if (!variants.has(id)) report("unknown-variant", ["intake", "weakPoints", at, "variants"], { variant: id });
  });
}
