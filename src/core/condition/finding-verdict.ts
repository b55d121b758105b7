import type { Part } from "../entry/fold";
import type { FindingLine } from "../findings/assess-findings";
import { gradeOf, nothingThere } from "../findings/finding";
import { holds, type Situation } from "../pack/conditions";
import type { PartClass } from "../pack/schema";
import type { Consequence, Nature } from "../pack/schema-consequences";
import { problem, type ProblemOf } from "../problem/problem";
import { evidence, type Evidence } from "../evidence/evidence";
import { standingObservations } from "../findings/standing-observations";

type Then = Consequence["then"];

/** From lenient to strict. */
const strictness: readonly Then[] = ["tell", "clean", "ask", "refuse"];

/** What follows where a pack says nothing: the cautious way. Common practice, no source. */
export function usualConsequence(nature: Nature, grade: 1 | 2 | 3, hurtsPeople: boolean): Then {
  if (nature === "broken") return "refuse";
  if (nature === "deposit") return grade === 1 ? "tell" : "clean";
  if (nature === "surface") return (["tell", "ask", "refuse"] as const)[grade - 1]!;
  return grade === 3 || (grade === 2 && hurtsPeople) ? "refuse" : "ask";
}

const survives = (nature: Nature) => nature !== "deposit" && nature !== "surface";

/** The worst of what stands for a line: two who differ are both heard until somebody settles it. */
function worstStanding(
  line: FindingLine,
): { readonly value: string; readonly grade: number; readonly at: string } | null {
  const graded = standingObservations(line, "as-is").map(({ value, at }) => ({
    value,
    at,
    grade: gradeOf(line.kind, value) ?? 3,
  }));
  return graded.length > 0 ? graded.reduce((worst, each) => (each.grade > worst.grade ? each : worst)) : null;
}

/** Whether a shop follows the school a consequence holds in; null while nobody chose. */
function isFollowed({ school }: Consequence, { schools }: Situation): boolean | null {
  if (!school) return true;
  const chosen = schools.get(school.school) ?? null;
  return chosen === null ? null : chosen === school.option;
}

/** A consequence where its condition and school hold; while that cannot be told a refusal asks, and a pass grants nothing. */
export function ifItHolds(consequence: Consequence, situation: Situation): Consequence[] {
  const { onlyIf, then } = consequence;
  const answers = [onlyIf === undefined ? true : holds(onlyIf, situation), isFollowed(consequence, situation)];
  if (answers.includes(false) || (answers.includes(null) && then === "tell")) return [];
  return [answers.includes(null) && then === "refuse" ? { ...consequence, then: "ask", never: false } : consequence];
}

/** Whether a consequence speaks of a line at all, whatever was seen there. */
const isAbout = ({ when }: Consequence, { kind, place }: FindingLine) =>
  when.is === "finding" &&
  when.finding === kind.id &&
  (when.places === undefined || (place !== null && when.places.includes(place.id)));

const applies = ({ when }: Consequence, value: string, grade: number) =>
  when.is === "finding" && (when.values ? when.values.includes(value) : grade >= when.from);

/**
 * What one line of findings says of using its part again: what the pack says of it, or the usual consequence of its
 * nature where it says nothing. Null where nobody looked, or nothing was there.
 */
export function findingVerdict(
  part: Part,
  partClass: PartClass,
  line: FindingLine,
  consequences: readonly Consequence[],
  situation: Situation,
): Evidence | null {
  const seen = worstStanding(line);
  if (!seen || seen.value === nothingThere || seen.grade === 0) return null;
  const { kind, place } = line;
  const about = consequences.filter((each) => isAbout(each, line));
  const heldAt = (value: string, grade: number) =>
    about.filter((each) => applies(each, value, grade)).flatMap((each) => ifItHolds(each, situation));
  // Of equally strict ones that which nobody goes past, then that which machining leaves.
  const rank = ({ then, never, survivesMachining }: Consequence) =>
    4 * strictness.indexOf(then) + 2 * Number(never) + Number(survivesMachining);
  const strictestOf = (held: readonly Consequence[]) => [...held].sort((a, b) => rank(b) - rank(a))[0];
  const usual = usualConsequence(kind.nature, seen.grade as 1 | 2 | 3, partClass.rule !== undefined);
  // A grade that the pack does not speak of goes by practice, and never milder than what it says of a lesser one.
  const own = strictestOf(heldAt(seen.value, seen.grade));
  const lesser = own
    ? undefined
    : strictestOf(kind.values.flatMap(({ id, grade }) => (grade < seen.grade ? heldAt(id, grade) : [])));
  const strictest =
    own ?? (lesser && strictness.indexOf(lesser.then) >= strictness.indexOf(usual) ? lesser : undefined);
  const then = strictest?.then ?? usual;
  const params = {
    tag: part.tag,
    finding: kind.name,
    value: kind.values.find(({ id }) => id === seen.value)?.name ?? seen.value,
    place: place?.name ?? null,
    why: strictest?.why ?? null,
    source: strictest?.ref.source ?? null,
  };
  const where = [part.id, kind.id, place?.id ?? ""];
  const ways = (strictest?.never ? [] : (strictest?.madeGood ?? [])).map(({ id, name, onlyIf }) => ({
    id,
    step: "made-good",
    name,
    allowed: onlyIf === undefined ? true : holds(onlyIf, situation),
    cost: null,
  }));
  const good = ways.find((way) => way.allowed) ?? ways.find((way) => way.allowed === null);
  const code = { refuse: "seen-refuses", ask: "seen-asks", clean: "seen-cleans", tell: "seen-tells" } as const;
  const isDeep = strictest?.survivesMachining ?? survives(kind.nature);
  return evidence(problem(code[then], where, params) as ProblemOf<"seen-refuses">, {
    survivesMachining: isDeep,
    cleans: then === "clean",
    // A worn surface is of its place; heat, bending and cracks are of the part.
    on: isDeep ? null : (partClass.places.find(({ id }) => id === place?.id)?.on ?? null),
    never: strictest?.never ?? kind.nature === "broken",
    seenAt: seen.at,
    ...(good ? { madeGood: good } : {}),
  });
}
