import type { Path } from "../problem/problem";
import type { Expr, PartClass } from "../pack/schema";
import type { Condition } from "../pack/schema-base";
import { innerExprs } from "../pack/walk-expr";
import type { LintContext } from "./lint-context";
import { schoolsOf } from "./lint-zones";

/** Series, revisions and origins are a part's: where none is spoken of nobody can say whose they would be. */
type OfClass = Pick<PartClass, "series" | "revisions"> | null;

function lintCondition(
  { pack, report }: LintContext,
  condition: Condition,
  of: OfClass,
  path: Path,
  places: ReadonlySet<string>,
): void {
  const schools = schoolsOf(pack);
  const without = (
    key: "variants" | "series" | "revisions",
    there: readonly { readonly id: string }[],
    tell: (id: string, at: Path) => void,
  ) => {
    for (const id of condition[key] ?? []) if (!there.some((each) => each.id === id)) tell(id, [...path, key]);
  };
  without("variants", pack.variants, (variant, at) => report("unknown-variant", at, { variant }));
  without("series", of?.series ?? [], (series, at) => report("unknown-series", at, { series }));
  without("revisions", of?.revisions ?? [], (revision, at) => report("unknown-revision", at, { revision }));
  // Only what is measured at places has any; elsewhere it would never hold.
  for (const place of condition.places ?? [])
    if (!places.has(place)) report("no-such-place-here", [...path, "places"], { place });
  if (condition.origins && of === null) report("origin-of-nothing", [...path, "origins"]);
  for (const { school, option } of condition.schools ?? [])
    if (!schools.get(school)?.has(option))
      report("unknown-school", [...path, "schools"], { id: `${school}/${option}` });
}

/** Parts of several classes have an origin each, and no series in common. */
const anyPart: OfClass = { series: [], revisions: [] };

const asksOwn = (expr: Expr): readonly string[] => ("own" in expr ? [expr.own] : innerExprs(expr).flatMap(asksOwn));

/** Everything that is wrong with what holds only so: variants, series, revisions and schools that are not there. */
export function lintConditions(lint: LintContext): void {
  const { pack, each, ids, report, checkRef } = lint;
  const nowhere: ReadonlySet<string> = new Set();
  const check = (condition: Condition | undefined, of: OfClass, path: Path, places = nowhere) => {
    if (condition) lintCondition(lint, condition, of, [...path, "onlyIf"], places);
  };
  const classes = new Map(pack.classes.map((partClass) => [partClass.id, partClass]));
  each(pack.slots, ["slots"], ({ onlyIf }, path) => check(onlyIf, null, path));
  each(pack.strip?.steps ?? [], ["strip", "steps"], ({ onlyIf }, path) => check(onlyIf, null, path));
  each(pack.strip?.checks ?? [], ["strip", "checks"], ({ onlyIf }, path) => check(onlyIf, null, path));
  each(pack.joints, ["joints"], ({ governing, derived }, path) =>
    each([governing, ...derived], path, (item, here) =>
      each(item.limitsWhere, [...here, "limitsWhere"], ({ onlyIf }, where) => check(onlyIf, null, where)),
    ),
  );
  each(pack.match?.matings ?? [], ["match", "matings"], ({ onlyIf }, path) => check(onlyIf, null, path));
  each(pack.match?.quantities ?? [], ["match", "quantities"], ({ onlyIf }, path) => check(onlyIf, null, path));
  each(pack.match?.known ?? [], ["match", "known"], ({ of, onlyIf }, path) =>
    check(onlyIf, "classes" in of ? (of.classes.length === 1 && classes.get(of.classes[0]!)) || anyPart : null, path),
  );
  each(pack.consequences, ["consequences"], (one, path) => {
    const of = classes.get(one.class) ?? null;
    check(one.onlyIf, of, path);
    each(one.madeGood, [...path, "madeGood"], ({ onlyIf }, at) => check(onlyIf, of, at));
  });
  each(pack.classes, ["classes"], (partClass, path) => {
    const { features, livesWhere, series, revisions, incoming } = partClass;
    ids(series, [...path, "series"]);
    ids(revisions, [...path, "revisions"]);
    const numbers = new Map<string, string>();
    each(revisions, [...path, "revisions"], (revision, at) => {
      if (revision.refused) checkRef(revision.refused.ref, [...at, "refused", "ref"]);
      if (revision.series !== undefined && !series.some(({ id }) => id === revision.series))
        report("unknown-series", [...at, "series"], { series: revision.series });
      for (const number of revision.numbers) {
        if (numbers.has(number)) report("number-twice", [...at, "numbers"], { number, other: numbers.get(number)! });
        numbers.set(number, revision.id);
      }
    });
    each(livesWhere, [...path, "livesWhere"], ({ onlyIf, life }, at) => {
      check(onlyIf, partClass, at);
      checkRef(life.ref, [...at, "life", "ref"]);
    });
    const known = new Set(features.map(({ id }) => id));
    if (incoming) {
      checkRef(incoming.ref, [...path, "incoming", "ref"]);
      for (const id of incoming.features)
        if (!known.has(id)) report("unknown-feature", [...path, "incoming", "features"], { feature: id });
    }
    each(features, [...path, "features"], ({ governing, derived, remedy, places }, at) => {
      check(remedy?.onlyIf, partClass, [...at, "remedy"]);
      const there = new Set(places.map(({ id }) => id));
      each([governing, ...derived], at, (item, here) => {
        each(item.limitsWhere, [...here, "limitsWhere"], ({ onlyIf }, where) => check(onlyIf, partClass, where, there));
        for (const id of asksOwn(item.expr)) if (!known.has(id)) report("unknown-feature", here, { feature: id });
      });
    });
  });
}
