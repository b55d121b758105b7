import type { Job, Part } from "../entry/fold";
import { groupBy } from "../group";
import { gradeOf, worseBefore, type Finding } from "./finding";
import { judgement } from "../judgement";
import type { CompiledPack } from "../pack/compile-pack";
import type { PartClass } from "../pack/schema";
import type { FindingKind } from "../pack/schema-teardown";
import { hasPlace, placesNamed } from "../pack/places";
import { problem, type Problem } from "../problem/problem";
import { keptBeside } from "../same";

/** One thing that can be seen at one place of one part, and what stands for it. */
export interface FindingLine {
  readonly kind: FindingKind;
  readonly place: { readonly id: string; readonly name: string } | null;
  /** What was seen first and what was seen after cleaning; more than one of a phase where two people differ. */
  readonly findings: readonly Finding[];
  /** The worst grade of what stands, 0 for 'nothing there'; null where nobody looked. */
  readonly grade: number | null;
}

export interface PartFindings {
  readonly part: Part;
  readonly lines: readonly FindingLine[];
  readonly looked: number;
  /** What cleaning would destroy and nobody has looked for yet. */
  readonly beforeCleaning: readonly FindingLine[];
}

export interface FindingsResult {
  readonly byPart: ReadonlyMap<string, PartFindings>;
  readonly problems: readonly Problem[];
}

const lineKey = (finding: string, place: string | null) => `${finding} ${place ?? ""}`;

/** Of the same seen twice, what was seen last: it was there then. */
const distinct = (findings: readonly Finding[]) =>
  findings.filter(
    (finding, at) =>
      !findings.slice(at + 1).some((other) => other.value === finding.value && other.phase === finding.phase),
  );

/** What was seen of one part, and what is amiss with what was written down. */
interface Seen {
  readonly findings: PartFindings;
  readonly problems: readonly Problem[];
}

/** Of a part nobody saw anything new on, what was made of it before. */
const keptSeen = keptBeside<Part, Seen>();

const notInPack = ({ part, finding, value }: Finding): Problem =>
  problem("finding-unknown", [part, finding], { finding, value });

/** All that can be seen on one part, and what was. */
function seenOf(
  part: Part,
  partClass: PartClass | undefined,
  made: readonly Finding[],
  goneAt: string | undefined,
  hasIt: (place: string) => boolean,
): Seen {
  const placeOf = new Map(partClass?.places.map((place) => [place.id, place]));
  const byLine = groupBy(made, ({ finding, place }) => lineKey(finding, place));
  const unknown = new Map(byLine);
  const problems: Problem[] = [];
  const lines = (partClass?.findings ?? []).flatMap((kind) =>
    // What was seen where its slot has no such place is shown all the same.
    (kind.places.length > 0 ? kind.places.filter((id) => hasIt(id) || byLine.has(lineKey(kind.id, id))) : [null]).map(
      (id): FindingLine => {
        const key = lineKey(kind.id, id);
        unknown.delete(key);
        const findings = distinct(byLine.get(key) ?? []);
        const place = id === null ? null : placeOf.get(id)!;
        const where = [part.id, kind.id, id ?? ""];
        const said = { tag: part.tag, finding: kind.name, place: place?.name ?? null };
        const inPhase = (phase: Finding["phase"]) => findings.filter((each) => each.phase === phase && !each.together);
        const [before, after] = [inPhase("before-cleaning"), inPhase("after-cleaning")];
        const isWashedOff = kind.lostByCleaning || kind.nature === "deposit";
        const isWorseBefore = !isWashedOff && after.length > 0 && worseBefore(kind, before, after).length > 0;
        if (
          isWorseBefore ||
          findings.some(({ phase }, at) => findings.findIndex((other) => other.phase === phase) < at)
        )
          problems.push(problem("seen-differently", where, said));
        if (goneAt !== undefined && findings.some(({ at }) => at > goneAt))
          problems.push(problem("finding-on-scrapped", where, said));
        // What has to be looked at by itself is not looked at by a look over many at once.
        const isRequired = kind.lostByCleaning || partClass?.rule !== undefined;
        const looks = findings.filter(({ together }) => !(together && isRequired));
        const grades = looks.flatMap((finding) => gradeOf(kind, finding.value) ?? []);
        return { kind, place, findings, grade: grades.length > 0 ? Math.max(...grades) : null };
      },
    ),
  );
  return {
    findings: {
      part,
      lines,
      looked: lines.filter((line) => line.grade !== null).length,
      beforeCleaning: lines.filter((line) => line.kind.lostByCleaning && line.grade === null),
    },
    problems: [...problems, ...[...unknown.values()].map(([finding]) => notInPack(finding!))],
  };
}

/**
 * What was seen on each part against all that can be seen on one of its class. What nobody looked at has no grade: it
 * is not sound.
 */
export function assessFindings(pack: CompiledPack, job: Pick<Job, "findings" | "parts" | "scrapped">): FindingsResult {
  const gone = new Map(job.scrapped.map((each) => [each.part, each.at]));
  const ofPart = groupBy(job.findings, (finding) => finding.part);
  const none: readonly Finding[] = [];
  const named = placesNamed(pack.pack.slots);
  const seen = [...job.parts.values()].map((part) => {
    const [partClass, made, goneAt] = [pack.classes.get(part.class), ofPart.get(part.id) ?? none, gone.get(part.id)];
    // A part that is in no slot may go into any of its kind, and has the places of all.
    const slot = part.slot === null ? undefined : pack.slots.get(part.slot);
    const hasIt = (place: string) => slot === undefined || hasPlace(slot, place, named);
    return keptSeen(part, [pack, partClass, goneAt, ...made], () => seenOf(part, partClass, made, goneAt, hasIt));
  });
  const ofNobody = [...ofPart].flatMap(([part, made]) => (job.parts.has(part) ? [] : made.map(notInPack)));
  return {
    byPart: new Map(seen.map(({ findings }) => [findings.part.id, findings])),
    problems: [...seen.flatMap(({ problems }) => problems), ...ofNobody],
  };
}

export const findingsJudgement = judgement({
  lists: ["findings", "parts", "scrapped"],
  needs: [],
  assess: assessFindings,
  problems: ({ problems }) => problems,
});
