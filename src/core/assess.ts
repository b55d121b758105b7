import { fold, type Job } from "./entry/fold";
import type { Envelope } from "./entry/schema";
import { assessRow, layOut, type RowResult } from "./metrology/assess-row";
import { questionReading } from "./metrology/question-reading";
import type { CompiledPack, Sheet } from "./pack/compile-pack";
import { evaluateExpr } from "./pack/evaluate-expr";
import type { Caution, Pack } from "./pack/schema";
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
  for (const row of rows) {
    for (const point of row.points.filter((each) => each.conflict)) held.push(hold("measure", problem("hold", "conflict", [row.row.id, point.point], { row: row.row.name, point: row.row.at.feature.points.find((each) => each.id === point.point)!.name })));
    for (const reading of row.points.flatMap((point) => point.readings)) {
      const question = questionReading(reading.valueMm, row.row.at.feature);
      if (question && reading.kept !== question.code) held.push(hold("measure", { ...question, path: [row.row.id, reading.point] }));
    }
  }
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

/**
 * What a job amounts to: measured values with their uncertainty, verdicts, what may be done with each part, what
 * stands in the way. A pure function of its three arguments; the order and duplication of entries do not matter.
 *
 * @param entries  as received, of any version
 * @param asOf     ISO 8601 moment that stands for 'now'
 */
export function assess(pack: CompiledPack, entries: readonly Envelope[], asOf: string): Assessment {
  const job = fold(entries);
  const bench = layOut(job, pack.facts);
  const rows = new Map([...pack.rows].map(([id, row]) => [id, assessRow(row, bench)]));
  const choices = proposeAll(rows, job.decisions, bench.rule);
  const decided = choices.filter((choice) => choice.decisions.length === 1 && choice.decisions[0]!.disposition !== "hold").length;
  const undecided = choices.length - decided;
  const application = job.header?.application.kind ?? null;
  const holds = [...jobHolds(job, pack, asOf), ...measuringHolds(job, rows.values()), ...choiceHolds(choices)];
  const none = { points: [], measured: new Map(), facts: pack.facts, refs: new Map() };

  return {
    core: coreVersion,
    pack: pack.sha256,
    asOf,
    job,
    rows,
    choices,
    figures: pack.pack.figures.map(({ id, name, expr, unit }) => ({ id, name, unit, value: evaluateExpr(expr, none).estimate!.value })),
    cautions: pack.pack.cautions.filter(({ applications }) => applications.length === 0 || (application !== null && applications.includes(application))),
    holds: undecided > 0 ? [...holds, hold("hand-over", problem("hold", "undecided", [], { count: undecided }))] : holds,
    problems: job.unread,
    progress: new Map<Station, Progress>([
      ["measure", sheetProgress(pack.sheets, rows)],
      ["decide", { done: decided, total: choices.length }],
    ]),
  };
}
