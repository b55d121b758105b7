import { problem, type Path, type Problem, type Report } from "../problem/problem";
import type { Identity, NumberRule, Tell } from "../pack/schema";

/** What an answer given by a variant looks like where the pack does not say: any of them alike. */
const given = (tell: Tell, answer: Tell["answers"][number], variant: string) =>
  answer.given[variant] ?? 1 / tell.answers.length;

/** Whether some tell is answered differently by two variants. */
const isSeparated = (identity: Identity, a: string, b: string) =>
  identity.tells.some((tell) => tell.answers.some((answer) => given(tell, answer, a) !== given(tell, answer, b)));

/** Ranges of one rule that speak of the same serials and do not say that they mean to. */
function* overlaps({ ranges }: NumberRule): Generator<[number, number]> {
  const isExcepted = (range: NumberRule["ranges"][number], low: number, high: number) =>
    range.except.some(([from, to]) => from <= low && to >= high);
  for (let at = 0; at < ranges.length; at += 1) {
    for (let other = at + 1; other < ranges.length; other += 1) {
      const [a, b] = [ranges[at]!, ranges[other]!];
      const [low, high] = [Math.max(a.from, b.from), Math.min(a.to, b.to)];
      if (low <= high && !a.overlaps && !b.overlaps && !isExcepted(a, low, high) && !isExcepted(b, low, high))
        yield [at, other];
    }
  }
}

/** Everything that is wrong with what a pack says of telling its variants apart. */
export function lintIdentity(
  identity: Identity,
  variants: ReadonlySet<string>,
  sources: ReadonlySet<string>,
  path: Path,
): Problem[] {
  const found: Problem[] = [];
  const report: Report = (code, where, ...params) =>
    found.push(problem(code, [...path, ...where], ...params) as Problem);
  const checkVariant = (id: string, where: Path) =>
    variants.has(id) || report("unknown-variant", where, { variant: id });
  const known = new Set<string>();
  for (const [name, list] of Object.entries({
    places: identity.places,
    tells: identity.tells,
    stories: identity.stories,
  })) {
    list.forEach(({ id }, at) => {
      if (known.has(id)) report("id-twice", [name, at, "id"], { id });
      known.add(id);
    });
  }

  Object.keys(identity.priors).forEach((id) => checkVariant(id, ["priors"]));
  for (const id of variants)
    if (!Object.hasOwn(identity.priors, id)) report("variant-without-prior", ["priors"], { variant: id });
  const sum = identity.stories.reduce((total, story) => total + story.prior, 0);
  if (sum >= 1) report("stories-past-one", ["stories"], { sum });
  const answersOf = new Map(identity.tells.map((tell) => [tell.id, new Set(tell.answers.map(({ id }) => id))]));
  identity.stories.forEach((story, at) => {
    story.frees.forEach((id) => known.has(id) || report("unknown-evidence", ["stories", at, "frees"], { id }));
    for (const [tell, answer] of Object.entries(story.shows ?? {})) {
      const where = ["stories", at, "shows"];
      if (!story.frees.includes(tell)) report("shows-what-it-leaves", where, { story: story.id, tell });
      else if (!answersOf.get(tell)?.has(answer)) report("unknown-answer", where, { tell, answer });
    }
  });

  identity.places.forEach((place, at) =>
    place.rules.forEach((rule, index) => {
      const where = ["places", at, "rules", index];
      if (!sources.has(rule.ref.source)) report("unknown-source", [...where, "ref"], { source: rule.ref.source });
      rule.ranges.forEach((range, each) => {
        checkVariant(range.built, [...where, "ranges", each, "built"]);
        if (range.now !== undefined) checkVariant(range.now, [...where, "ranges", each, "now"]);
        if (range.from > range.to)
          report("range-backwards", [...where, "ranges", each], { from: range.from, to: range.to });
      });
      if (
        rule.ranges.length > 0 &&
        !rule.segments.some((segment) => segment.is === "digits" && segment.as === "serial")
      )
        report("ranges-without-serial", where);
      for (const [a, b] of overlaps(rule)) report("ranges-overlap", [...where, "ranges", b], { with: a });
    }),
  );

  identity.tells.forEach((tell, at) => {
    const where = ["tells", at];
    if (!sources.has(tell.ref.source)) report("unknown-source", [...where, "ref"], { source: tell.ref.source });
    const ids = new Set(tell.answers.map((answer) => answer.id));
    if (ids.size < tell.answers.length) report("id-twice", [...where, "answers"], { id: tell.id });
    tell.answers.forEach((answer, index) =>
      Object.keys(answer.given).forEach((id) => checkVariant(id, [...where, "answers", index, "given"])),
    );
    for (const variant of Object.keys(identity.priors)) {
      const total = tell.answers.reduce((all, answer) => all + given(tell, answer, variant), 0);
      if (Math.abs(total - 1) > 1e-6)
        report("answers-not-one", [...where, "answers"], { tell: tell.id, variant, sum: total });
    }
  });

  const all = Object.keys(identity.priors);
  all.forEach((a, at) =>
    all
      .slice(at + 1)
      .forEach((b) => isSeparated(identity, a, b) || report("variants-not-separated", ["tells"], { a, b })),
  );
  return found;
}
