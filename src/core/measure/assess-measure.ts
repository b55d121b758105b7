import type { Job, Occasion, Part, Reading } from "../entry/fold";
import { type DecisionRule } from "../entry/schema";
import { canonicalJson } from "../canonical";
import { groupBy } from "../group";
import { isSame, keptBeside, keptByName } from "../same";
import { judgement } from "../judgement";
import type { Order } from "../order/order";
import { rowId, type CompiledPack, type Row } from "../pack/compile-pack";
import type { Problem } from "../problem/problem";
import { assessJoint, type JointResult } from "./assess-joint";
import {
  assessLoose,
  assessRow,
  evidenceFor,
  gatherEvidence,
  looseReadings,
  withReadings,
  type Evidence,
  type RowResult,
} from "./assess-row";
import { enduranceOf, type Endurance } from "./endurance";
import type { VisitValue } from "./wear-rate";
import { measuringProblems } from "./measuring-problems";

type Measured = Pick<
  Job,
  "readings" | "parts" | "occasions" | "conflicts" | "scattersSaid" | "visitsTaken" | "cleaned"
>;

/** Everything that was measured, held against its limits. */
export interface MeasureResult {
  /** By row, `slot/feature`. */
  readonly rows: ReadonlyMap<string, RowResult>;
  /** Of parts that are in no slot, by part, their rows as though they were in the one they are meant for, or any of their kind. */
  readonly loose: ReadonlyMap<string, readonly RowResult[]>;
  readonly joints: ReadonlyMap<string, JointResult>;
  /** By row, how likely it is to reach the hours wanted; only rows that wear and are measured through. */
  readonly endurance: ReadonlyMap<string, Endurance>;
  readonly problems: readonly Problem[];
  readonly progress: { readonly done: number; readonly total: number };
}

/** A row's result with what it was worked out from. */
interface Remembered {
  readonly rule: DecisionRule;
  readonly situation: Evidence["situation"];
  readonly part: Part | null;
  readonly readings: readonly Reading[];
  readonly occasions: readonly (Occasion | undefined)[];
  readonly conflicts: readonly boolean[];
  readonly scatters: string;
  readonly doneTo: readonly string[];
  readonly result: RowResult;
}

const isSamePart = (a: Part | null, b: Part | null) =>
  a === b ||
  (a !== null &&
    b !== null &&
    a.id === b.id &&
    a.tag === b.tag &&
    a.class === b.class &&
    a.origin === b.origin &&
    a.known === b.known &&
    a.slot === b.slot);

const isSameSituation = (a: Evidence["situation"], b: Evidence["situation"]) =>
  a === b ||
  (a.variant === b.variant && a.application === b.application && isSame([...a.schools].flat(), [...b.schools].flat()));

const never: readonly string[] = [];
const doneOf = (part: Part | null, doneTo: Evidence["doneTo"]) => (part && doneTo.get(part.id)) ?? never;

/** Whether everything that a row's result depends on is what it was: entries that did not change keep their identity. */
function isCurrent(
  known: Remembered,
  { part, readings }: ReturnType<typeof evidenceFor>,
  { rule, situation, occasions, inConflict, scatters, doneTo }: Evidence,
): boolean {
  if (
    known.rule !== rule ||
    !isSameSituation(known.situation, situation) ||
    known.readings.length !== readings.length ||
    known.scatters !== scatters.key(readings) ||
    !isSame(known.doneTo, doneOf(part, doneTo)) ||
    !isSamePart(known.part, part)
  )
    return false;
  return readings.every(
    (reading, at) =>
      known.readings[at] === reading &&
      known.occasions[at] === occasions.get(reading.occasion) &&
      known.conflicts[at] === inConflict.has(reading.id),
  );
}

/** Rows that are worked out anew only when something of theirs changed. */
function createRow(): (row: Row, evidence: Evidence) => RowResult {
  const remembered = new Map<string, Remembered>();
  return (row, evidence) => {
    const found = evidenceFor(row, evidence);
    const known = remembered.get(row.id);
    if (known && isCurrent(known, found, evidence)) return known.result;
    const result = assessRow(row, evidence);
    const { part, readings } = found;
    remembered.set(row.id, {
      rule: evidence.rule,
      situation: evidence.situation,
      part,
      readings,
      occasions: readings.map((reading) => evidence.occasions.get(reading.occasion)),
      conflicts: readings.map((reading) => evidence.inConflict.has(reading.id)),
      scatters: evidence.scatters.key(readings),
      doneTo: doneOf(part, evidence.doneTo),
      result,
    });
    return result;
  };
}

/** Readings that came behind those of a job in which nothing else of measuring changed, or null. */
function grownBy(before: Measured, job: Measured): readonly Reading[] | null {
  const isSame =
    job.parts === before.parts &&
    job.occasions === before.occasions &&
    job.conflicts === before.conflicts &&
    job.cleaned === before.cleaned &&
    // A gauge of which somebody said that it scatters is read elsewhere too.
    job.scattersSaid.length === 0 &&
    before.scattersSaid.length === 0;
  return isSame &&
    job.readings.length >= before.readings.length &&
    before.readings.every((reading, at) => reading === job.readings[at])
    ? job.readings.slice(before.readings.length)
    : null;
}

type Rows = ReadonlyMap<string, RowResult>;

/** All rows: of a job that only has further readings, just the rows they belong to are looked at. */
function createRows(
  pack: CompiledPack,
): (job: Measured, order: Order) => { readonly rows: Rows; readonly evidence: Evidence } {
  const rowResult = createRow();
  let before: {
    readonly job: Measured;
    readonly order: Order;
    readonly evidence: Evidence;
    readonly rows: Rows;
  } | null = null;
  return (job, order) => {
    const grown = before?.order === order ? grownBy(before.job, job) : null;
    if (!before || !grown) {
      const evidence = gatherEvidence(job, pack.facts, order);
      before = {
        job,
        order,
        evidence,
        rows: new Map([...pack.rows].map(([id, row]) => [id, rowResult(row, evidence)])),
      };
      return before;
    }
    const evidence = withReadings(before.evidence, grown);
    const rows = new Map(before.rows);
    for (const { part, feature } of grown) {
      const slot = job.parts.get(part)?.slot;
      const row = slot ? pack.rows.get(rowId(slot, feature)) : undefined;
      if (row) rows.set(row.id, rowResult(row, evidence));
    }
    before = { job, order, evidence, rows };
    return before;
  };
}

const keptLoose = keptByName<Part, RowResult>();

/** The slot that a part in no slot is judged for: the one it is meant for, else the first of its kind. */
export function slotFor(pack: CompiledPack, { class: of, known }: Pick<Part, "class" | "known">): string | null {
  const meant = pack.slots.get(known.text("meant-for") ?? "");
  return meant?.class === of ? meant.id : (pack.pack.slots.find((slot) => slot.class === of)?.id ?? null);
}

/** What was measured of parts that are in no slot. */
function looseRows(pack: CompiledPack, job: Measured, evidence: Evidence): ReadonlyMap<string, readonly RowResult[]> {
  const rowsOf = rowsBySlot(pack);
  return new Map(
    [...job.parts.values()].flatMap((part) => {
      const slot = part.slot === null ? slotFor(pack, part) : null;
      if (slot === null) return [];
      const results = (rowsOf.get(slot) ?? []).map((row) => {
        const readings = looseReadings(row, part, evidence);
        const basis: unknown[] = [
          evidence.rule,
          pack,
          evidence.situation,
          evidence.scatters.key(readings),
          ...doneOf(part, evidence.doneTo),
          ...readings,
        ];
        for (const { occasion, id } of readings)
          basis.push(evidence.occasions.get(occasion), evidence.inConflict.has(id));
        return keptLoose(part, row.id, basis, () => assessLoose(row, part, evidence));
      });
      return [[part.id, results] as const];
    }),
  );
}

const keptBySlot = keptBeside<CompiledPack, ReadonlyMap<string, readonly Row[]>>();
/** The rows of each slot. */
export const rowsBySlot = (pack: CompiledPack) =>
  keptBySlot(pack, [], () => groupBy([...pack.rows.values()], ({ slot }) => slot.id));

/** Joints that are worked out anew only when one of their ends did change. */
function createJoints(pack: CompiledPack): (rows: Rows, rule: DecisionRule) => ReadonlyMap<string, JointResult> {
  const remembered = new Map<string, JointResult>();
  const all = pack.jointSheets.flatMap((sheet) => sheet.rows);
  return (rows, rule) =>
    new Map(
      all.map((row) => {
        const ends = new Map([...row.ends].map(([end, at]) => [end, rows.get(at.id)!]));
        const known = remembered.get(row.id);
        // The rule reaches a joint through its ends: their results are made anew when it changes.
        const result =
          known && [...ends].every(([end, at]) => known.ends.get(end) === at)
            ? known
            : assessJoint(row, ends, pack.facts, rule);
        remembered.set(row.id, result);
        return [row.id, result] as const;
      }),
    );
}

/** What earlier visits say of a place, as it was taken into the job; nothing where two people took others. */
export function visitsOf(taken: Job["visitsTaken"], { row, part }: RowResult): readonly VisitValue[] {
  const [first, ...others] = taken.filter((each) => each.part === part?.id && each.feature === row.at.id);
  const said = canonicalJson(first?.visits ?? []);
  return first && others.every(({ visits }) => canonicalJson(visits) === said) ? first.visits : [];
}

/** Notes and hours wanted change rarely, rows one by one. */
function createEndurance(
  pack: CompiledPack,
): (rows: Rows, order: Order, taken: Job["visitsTaken"]) => ReadonlyMap<string, Endurance> {
  let before: {
    readonly order: Order;
    readonly taken: Job["visitsTaken"];
    readonly of: WeakMap<RowResult, Endurance | null>;
  } | null = null;
  return (rows, order, taken) => {
    if (before?.order !== order || before.taken !== taken) before = { order, taken, of: new WeakMap() };
    const { of } = before;
    const found = new Map<string, Endurance>();
    for (const [id, row] of rows) {
      let endurance = of.get(row);
      if (endurance === undefined) of.set(row, (endurance = enduranceOf(pack, row, order, visitsOf(taken, row))));
      if (endurance) found.set(id, endurance);
    }
    return found;
  };
}

export type Measure = (job: Measured, found: { readonly order: Order }) => MeasureResult;

/**
 * Measuring worked out piece by piece: a reading is taken at every few seconds and concerns one row, its joints and its
 * hours. Gives what judging all of it anew gives.
 */
export function createMeasure(pack: CompiledPack): Measure {
  const rowResults = createRows(pack);
  const jointResults = createJoints(pack);
  const enduranceResults = createEndurance(pack);
  const total = pack.sheets.reduce((sum, { rows, feature }) => sum + rows.length * feature.points.length, 0);
  return (job, { order }) => {
    const { rows, evidence } = rowResults(job, order);
    const loose = looseRows(pack, job, evidence);
    return {
      rows,
      loose,
      joints: jointResults(rows, order.rule),
      endurance: enduranceResults(rows, order, job.visitsTaken),
      problems: measuringProblems(job, [...rows.values(), ...[...loose.values()].flat()]),
      progress: { done: [...rows.values()].reduce((sum, { measured }) => sum + measured, 0), total },
    };
  };
}

export const measureJudgement = judgement({
  lists: ["readings", "parts", "occasions", "conflicts", "scattersSaid", "visitsTaken", "cleaned"],
  needs: ["order"],
  assess: (pack: CompiledPack, job: Measured, found: { readonly order: Order }): MeasureResult =>
    createMeasure(pack)(job, found),
  problems: ({ problems }) => problems,
  stations: { measure: ({ progress }) => progress },
});
