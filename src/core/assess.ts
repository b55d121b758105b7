import { fold, type HandOver, type Job } from "./entry/fold";
import type { Envelope } from "./entry/schema";
import { assessJoint, type JointResult } from "./metrology/assess-joint";
import { assessRow, evidenceFor, layOut, type Bench, type RowResult } from "./metrology/assess-row";
import { questionReading } from "./metrology/question-reading";
import type { CompiledPack, Row, Sheet } from "./pack/compile-pack";
import { emptyContext, evaluateExpr } from "./pack/evaluate-expr";
import type { Caution, Pack } from "./pack/schema";
import { compareHandOver } from "./plan/compare-witness";
import { proposeAll, type Choice } from "./plan/propose";
import { problem, type Problem } from "./problem";
import type { Station } from "./stations";
import { coreVersion } from "./version";

export interface Hold extends Problem {
  readonly station: Station;
}

export interface Progress {
  readonly done: number;
  readonly total: number;
}

export interface Figure {
  readonly id: string;
  readonly name: string;
  readonly unit: string;
  /** In core units: mm, mm², mm³. */
  readonly value: number;
}

/** All that the program makes of a job at a moment. Nothing in it is stored as truth. */
export interface Assessment {
  readonly core: string;
  readonly pack: string;
  readonly asOf: string;
  readonly job: Job;
  readonly rows: ReadonlyMap<string, RowResult>;
  readonly joints: ReadonlyMap<string, JointResult>;
  /** Each hand-over with what is no longer as it was shown then. */
  readonly handOvers: readonly { readonly handOver: HandOver; readonly differences: readonly Problem[] }[];
  readonly choices: readonly Choice[];
  readonly figures: readonly Figure[];
  readonly cautions: readonly Caution[];
  readonly holds: readonly Hold[];
  /** Entries that could not be understood, and other things worth knowing. */
  readonly problems: readonly Problem[];
  readonly progress: ReadonlyMap<Station, Progress>;
}

/** Holds that somebody has to settle; decisions still to be made are work, not holds. */
export const countHolds = ({ holds }: Assessment): number => holds.filter((each) => each.code !== "undecided").length;

/** The variant the job's engine is said to be, as its pack knows it. */
export const variantOf = ({ pack }: CompiledPack, { job }: Assessment): Pack["variants"][number] | undefined =>
  pack.variants.find((variant) => variant.id === job.header?.engine.variant);

const hold = (station: Station, found: Problem): Hold => ({ ...found, severity: "hold", station });

function jobHolds(job: Job, pack: CompiledPack, asOf: string): Hold[] {
  const held: Hold[] = [];
  if (job.header && job.header.pack.sha256 !== pack.sha256) {
    held.push(hold("intake", problem("hold", "pack-differs", ["pack"], { pinned: job.header.pack.sha256, given: pack.sha256, id: job.header.pack.id, revision: job.header.pack.revision })));
  }
  if (job.header?.wantedBy && job.header.wantedBy < asOf.slice(0, 10)) held.push(hold("hand-over", problem("hold", "job-overdue", ["wantedBy"], { wantedBy: job.header.wantedBy })));
  const occupants = new Map<string, string[]>();
  for (const part of job.parts.values()) if (part.slot) occupants.set(part.slot, [...(occupants.get(part.slot) ?? []), part.tag]);
  for (const [slot, tags] of occupants) {
    if (tags.length > 1) held.push(hold("strip", problem("hold", "slot-holds-two", [slot], { slot: pack.slots.get(slot)?.name ?? slot, tags: tags.join(", ") })));
  }
  for (const entry of job.reasonsOwed) held.push(hold("measure", problem("hold", "reason-owed", [entry.id], { type: entry.type })));
  return held;
}

function measuringHolds(job: Job, rows: Iterable<RowResult>): Hold[] {
  const held: Hold[] = [];
  const used = new Set(job.readings.map((reading) => reading.occasion));
  for (const occasion of job.occasions.values()) {
    if (!used.has(occasion.occasion)) continue;
    const { gauge, master, at } = occasion;
    if (gauge.method === "comparator" && !master) held.push(hold("measure", problem("hold", "setting-master-missing", [occasion.occasion], { gauge: gauge.name })));
    if (gauge.calibration.due < at.slice(0, 10)) held.push(hold("measure", problem("hold", "gauge-overdue", [occasion.occasion], { gauge: gauge.name, due: gauge.calibration.due })));
  }
  for (const row of rows) held.push(...rowHolds(row));
  return held;
}

const holdsOfRows = new WeakMap<RowResult, readonly Hold[]>();

/** Conflicts and unanswered questions of one row; a row that is still the same has the same. */
function rowHolds(row: RowResult): readonly Hold[] {
  const known = holdsOfRows.get(row);
  if (known) return known;
  const { feature } = row.row.at;
  const held = row.points.flatMap((point): Hold[] => {
    const conflict = point.conflict ? [hold("measure", problem("hold", "conflict", [row.row.id, point.point], { row: row.row.name, point: feature.points.find((each) => each.id === point.point)!.name }))] : [];
    const asked = point.readings.flatMap((reading) => {
      const question = questionReading(reading.valueMm, feature);
      return question && reading.kept !== question.code ? [hold("measure", { ...question, path: [row.row.id, reading.point] })] : [];
    });
    return [...conflict, ...asked];
  });
  holdsOfRows.set(row, held);
  return held;
}

function choiceHolds(choices: readonly Choice[]): Hold[] {
  return choices.flatMap(({ row, decisions, proposal, overrides }) => {
    const where = [row.row.id];
    const name = row.row.name;
    if (decisions.length > 1) return [hold("decide", problem("hold", "decided-twice", where, { row: name, count: decisions.length }))];
    const [decision] = decisions;
    if (!decision) return [];
    const held: Hold[] = [];
    if (overrides && !decision.reason) held.push(hold("decide", problem("hold", "override-without-reason", where, { row: name })));
    if (decision.witness.proposal !== proposal.disposition) {
      held.push(hold("decide", problem("hold", "evidence-changed", where, { row: name, then: decision.witness.proposal, now: proposal.disposition })));
    }
    if (decision.disposition === "hold") held.push(hold("decide", problem("hold", "on-hold", where, { row: name })));
    return held;
  });
}

const sheetProgress = (sheets: readonly Sheet[], rows: ReadonlyMap<string, RowResult>): Progress => ({
  done: sheets.flatMap((sheet) => sheet.rows).reduce((sum, row) => sum + rows.get(row.id)!.measured, 0),
  total: sheets.reduce((sum, sheet) => sum + sheet.rows.length * sheet.feature.points.length, 0),
});

/** What a row was worked out from the last time. */
interface Remembered {
  readonly basis: readonly unknown[];
  readonly result: RowResult;
}

/** Everything that a row's result depends on, by identity: entries that did not change keep theirs. */
function basisOf(row: Row, bench: Bench): unknown[] {
  const { part, readings } = evidenceFor(row, bench);
  return [
    bench.rule, part?.id, part?.tag, part?.origin, part?.class,
    ...readings.flatMap((reading) => [reading, bench.occasions.get(reading.occasion), bench.inConflict.has(reading.id)]),
  ];
}

const isEqual = (a: readonly unknown[], b: readonly unknown[]) => a.length === b.length && a.every((each, at) => each === b[at]);

/** Judges the entries of one job again and again as they grow. */
export type Assess = (entries: readonly Envelope[], asOf: string) => Assessment;

/**
 * An assessment of one pack that remembers rows and joints between calls and works out anew only what rests on
 * something that changed. Gives what `assess` gives.
 */
export function createAssess(pack: CompiledPack): Assess {
  const rememberedRows = new Map<string, Remembered>();
  const rememberedJoints = new Map<string, JointResult>();
  const figures = pack.pack.figures.map(({ id, name, expr, unit }) => ({ id, name, unit, value: evaluateExpr(expr, emptyContext(pack.facts)).estimate!.value }));

  const rowResult = (row: Row, bench: Bench): RowResult => {
    const basis = basisOf(row, bench);
    const known = rememberedRows.get(row.id);
    if (known && isEqual(known.basis, basis)) return known.result;
    const result = assessRow(row, bench);
    rememberedRows.set(row.id, { basis, result });
    return result;
  };

  const jointResults = (rows: ReadonlyMap<string, RowResult>, bench: Bench) =>
    new Map(
      pack.jointSheets.flatMap((sheet) => sheet.rows).map((row) => {
        const ends = new Map([...row.ends].map(([end, at]) => [end, rows.get(at.id)!]));
        const known = rememberedJoints.get(row.id);
        // The rule reaches a joint through its ends: their results are made anew when it changes.
        const result = known && [...ends].every(([end, at]) => known.ends.get(end) === at) ? known : assessJoint(row, ends, bench.facts, bench.rule);
        rememberedJoints.set(row.id, result);
        return [row.id, result] as const;
      }),
    );

  return (entries, asOf) => {
    const job = fold(entries);
    const bench = layOut(job, pack.facts);
    const rows = new Map([...pack.rows].map(([id, row]) => [id, rowResult(row, bench)]));
    const joints = jointResults(rows, bench);
    const choices = proposeAll(rows, { joints: [...joints.values()], decisions: job.decisions, rule: bench.rule, facts: pack.facts, packSha256: pack.sha256 });
    const decided = choices.filter((choice) => choice.decisions.length === 1 && choice.decisions[0]!.disposition !== "hold").length;
    const undecided = choices.length - decided;
    const application = job.header?.application.kind ?? null;
    const holds = [...jobHolds(job, pack, asOf), ...measuringHolds(job, rows.values()), ...choiceHolds(choices)];

    const assessment: Assessment = {
      core: coreVersion,
      pack: pack.sha256,
      asOf,
      job,
      rows,
      joints,
      handOvers: [],
      choices,
      figures,
      cautions: pack.pack.cautions.filter(({ applications }) => applications.length === 0 || (application !== null && applications.includes(application))),
      holds: undecided > 0 ? [...holds, hold("hand-over", problem("hold", "undecided", [], { count: undecided }))] : holds,
      problems: job.unread,
      progress: new Map<Station, Progress>([
        ["measure", sheetProgress(pack.sheets, rows)],
        ["decide", { done: decided, total: choices.length }],
        ["hand-over", { done: Math.min(1, job.handOvers.length), total: 1 }],
      ]),
    };
    return job.handOvers.length === 0 ? assessment : { ...assessment, handOvers: job.handOvers.map((handOver) => ({ handOver, differences: compareHandOver(handOver.witness, assessment) })) };
  };
}

/**
 * What a job amounts to: measured values with their uncertainty, verdicts, what may be done with each part, what
 * stands in the way. A pure function of its three arguments; the order and duplication of entries do not matter.
 *
 * @param entries  as received, of any version
 * @param asOf     ISO 8601 moment that stands for 'now'
 */
export const assess = (pack: CompiledPack, entries: readonly Envelope[], asOf: string): Assessment => createAssess(pack)(entries, asOf);
