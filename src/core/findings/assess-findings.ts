import { z } from "zod";
import type { Job, Part, Signed } from "../entry/fold";
import { groupBy } from "../group";
import { judgement } from "../judgement";
import type { CompiledPack } from "../pack/compile-pack";
import type { PartClass } from "../pack/schema";
import type { FindingKind } from "../pack/schema-teardown";
import { problem, type Problem } from "../problem/problem";
import { keptBeside } from "../same";

export type Finding = Signed<"finding-made">;

/** 'Looked, nothing there'. */
export const nothingThere = "none";

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

const lineKey = (part: string, finding: string, place: string | null) => `${part} ${finding} ${place ?? ""}`;

/** Grade of a value of a kind: 0 for nothing there, null for one that the pack does not know. */
export const gradeOf = (kind: FindingKind, value: string): number | null =>
  value === nothingThere ? 0 : (kind.values.find((each) => each.id === value)?.grade ?? null);

/** Of the same seen twice, what was seen last: it was there then. */
const distinct = (findings: readonly Finding[]) =>
  findings.filter(
    (finding, at) =>
      !findings.slice(at + 1).some((other) => other.value === finding.value && other.phase === finding.phase),
  );

/** Of a part nobody saw anything new on, what was made of it before. */
const keptFindings = keptBeside<Part, PartFindings>();

/** All that can be seen on one part, and what was. */
function findingsOf(
  part: Part,
  partClass: PartClass | undefined,
  byLine: ReadonlyMap<string, readonly Finding[]>,
): PartFindings {
  const placeOf = new Map(partClass?.places.map((place) => [place.id, place]));
  const lines = (partClass?.findings ?? []).flatMap((kind) =>
    (kind.places.length > 0 ? kind.places : [null]).map((id): FindingLine => {
      const findings = distinct(byLine.get(lineKey(part.id, kind.id, id)) ?? []);
      const grades = findings.flatMap((finding) => gradeOf(kind, finding.value) ?? []);
      return {
        kind,
        place: id === null ? null : placeOf.get(id)!,
        findings,
        grade: grades.length > 0 ? Math.max(...grades) : null,
      };
    }),
  );
  return {
    part,
    lines,
    looked: lines.filter((line) => line.grade !== null).length,
    beforeCleaning: lines.filter((line) => line.kind.lostByCleaning && line.grade === null),
  };
}

/**
 * What was seen on each part against all that can be seen on one of its class. What nobody looked at has no grade: it
 * is not sound.
 */
export function assessFindings(pack: CompiledPack, job: Pick<Job, "findings" | "parts" | "scrapped">): FindingsResult {
  const byLine = groupBy(job.findings, (finding) => lineKey(finding.part, finding.finding, finding.place));
  const gone = new Map(job.scrapped.map((each) => [each.part, each.at]));
  const problems: Problem[] = [];
  const known = new Set<string>();

  const ofPart = groupBy(job.findings, (finding) => finding.part);
  const byPart = new Map(
    [...job.parts.values()].map((part): [string, PartFindings] => {
      const partClass = pack.classes.get(part.class);
      for (const kind of partClass?.findings ?? [])
        for (const id of kind.places.length > 0 ? kind.places : [null]) known.add(lineKey(part.id, kind.id, id));
      return [
        part.id,
        keptFindings(part, [partClass, ...(ofPart.get(part.id) ?? [])], () => findingsOf(part, partClass, byLine)),
      ];
    }),
  );

  for (const { part, lines } of byPart.values()) {
    for (const { kind, place, findings } of lines) {
      if (findings.length === 0) continue;
      const where = [part.id, kind.id, place?.id ?? ""];
      const said = { tag: part.tag, finding: kind.name, place: place?.name ?? null };
      const phases = groupBy(findings, (finding) => finding.phase);
      if ([...phases.values()].some((same) => same.length > 1)) problems.push(problem("seen-differently", where, said));
      const late = findings.find((finding) => gone.has(part.id) && finding.at > gone.get(part.id)!);
      if (late) problems.push(problem("finding-on-scrapped", where, said));
    }
  }
  for (const [key, [finding]] of byLine)
    if (!known.has(key))
      problems.push(
        problem("finding-unknown", [finding!.part, finding!.finding], {
          finding: finding!.finding,
          value: finding!.value,
        }),
      );
  return { byPart, problems };
}

export const findingsJudgement = judgement({
  reads: ["findings", "parts", "scrapped"],
  assess: assessFindings,
  problems: ({ problems }) => problems,
  progress: () => null,
  json: {
    shape: {
      findings: z.array(
        z.strictObject({ part: z.string(), finding: z.string(), place: z.string().nullable(), grade: z.number() }),
      ),
    },
    of: ({ byPart }) => ({
      findings: [...byPart.values()].flatMap(({ part, lines }) =>
        lines.flatMap(({ kind, place, grade }) =>
          grade === null ? [] : [{ part: part.id, finding: kind.id, place: place?.id ?? null, grade }],
        ),
      ),
    }),
  },
});
