import { collectHolds, noticesOf } from "./collect-holds";
import { createFold, type HandOver, type Job, type Occasion, type Part, type Reading } from "./entry/fold";
import type { Envelope } from "./entry/schema";
import { hold, partHolds, type Hold } from "./holds";
import { assessIdentity, type IdentityResult } from "./identify/assess-identity";
import { assessIntake, type IntakeResult } from "./intake/assess-intake";
import { notesOf, type Notes } from "./entry/notes";
import { orderOf } from "./order/order";
import { assessJoint, type JointResult } from "./measure/assess-joint";
import { assessRow, evidenceFor, layOut, withReadings, type Bench, type RowResult } from "./measure/assess-row";
import { enduranceOf, type Endurance } from "./measure/endurance";
import { rowId, type CompiledPack, type Row, type Sheet } from "./pack/compile-pack";
import { emptyContext, evaluateExpr } from "./pack/evaluate-expr";
import type { Caution, Pack } from "./pack/schema";
import { compareHandOver } from "./plan/compare-witness";
import { proposeAll, type Choice } from "./plan/propose";
import { problem, type Problem } from "./problem/problem";
import type { Station } from "./stations";
import { createTeardown, type Teardown } from "./teardown";
import { coreVersion } from "./version";

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
  readonly intake: IntakeResult;
  /** Null where the pack knows no numbers and no tells. */
  readonly identity: IdentityResult | null;
  readonly teardown: Teardown;
  /** By row, how likely it is to reach the hours wanted; only rows that wear and are measured through. */
  readonly endurance: ReadonlyMap<string, Endurance>;
  readonly figures: readonly Figure[];
  readonly cautions: readonly Caution[];
  readonly holds: readonly Hold[];
  /** Holds that somebody went past, with the reason. */
  readonly lifted: ReturnType<typeof partHolds>["lifted"];
  /** Entries that could not be understood, and other things worth knowing. */
  readonly problems: readonly Problem[];
  readonly progress: ReadonlyMap<Station, Progress>;
}

export type { Hold };

/** The variant the job's engine is said to be, as its pack knows it. */
export const variantOf = ({ pack }: CompiledPack, { job }: Assessment): Pack["variants"][number] | undefined =>
  pack.variants.find((variant) => variant.id === job.header?.engine.variant);

/** Numbers read, and the variant known as surely as it matters. */
const identityProgress = ({ places, likeliest }: IdentityResult): Progress => ({
  done: places.filter(({ read }) => read.length === 1).length + (likeliest.probability >= 0.95 ? 1 : 0),
  total: places.length + 1,
});

const sheetProgress = (sheets: readonly Sheet[], rows: ReadonlyMap<string, RowResult>): Progress => ({
  done: sheets.flatMap((sheet) => sheet.rows).reduce((sum, row) => sum + rows.get(row.id)!.measured, 0),
  total: sheets.reduce((sum, sheet) => sum + sheet.rows.length * sheet.feature.points.length, 0),
});

/** A row's result with what it was worked out from. */
interface Remembered {
  readonly rule: Bench["rule"];
  readonly part: Part | null;
  readonly readings: readonly Reading[];
  readonly occasions: readonly (Occasion | undefined)[];
  readonly conflicts: readonly boolean[];
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
    a.slot === b.slot);

/** Whether everything that a row's result depends on is what it was: entries that did not change keep their identity. */
function isCurrent(known: Remembered, { part, readings }: ReturnType<typeof evidenceFor>, bench: Bench): boolean {
  if (known.rule !== bench.rule || known.readings.length !== readings.length || !isSamePart(known.part, part))
    return false;
  return readings.every(
    (reading, at) =>
      known.readings[at] === reading &&
      known.occasions[at] === bench.occasions.get(reading.occasion) &&
      known.conflicts[at] === bench.inConflict.has(reading.id),
  );
}

/** Readings that came behind those of a job in which nothing else changed, or null. */
function grownBy(before: Job, job: Job): readonly Reading[] | null {
  const { readings, ...rest } = job;
  const isSame = (Object.keys(rest) as (keyof typeof rest)[]).every((key) => rest[key] === before[key]);
  return isSame &&
    readings.length >= before.readings.length &&
    before.readings.every((reading, at) => reading === readings[at])
    ? readings.slice(before.readings.length)
    : null;
}

/** Judges the entries of one job again and again as they grow. */
export type Assess = (entries: readonly Envelope[], asOf: string) => Assessment;

/**
 * An assessment of one pack that remembers rows and joints between calls and works out anew only what rests on
 * something that changed. Gives what `assess` gives.
 */
export function createAssess(pack: CompiledPack): Assess {
  const rememberedRows = new Map<string, Remembered>();
  const rememberedJoints = new Map<string, JointResult>();
  const figures = pack.pack.figures.map(({ id, name, expr, unit }) => ({
    id,
    name,
    unit,
    value: evaluateExpr(expr, emptyContext(pack.facts)).estimate!.value,
  }));

  const rowResult = (row: Row, bench: Bench): RowResult => {
    const evidence = evidenceFor(row, bench);
    const known = rememberedRows.get(row.id);
    if (known && isCurrent(known, evidence, bench)) return known.result;
    const result = assessRow(row, bench);
    const { part, readings } = evidence;
    rememberedRows.set(row.id, {
      rule: bench.rule,
      part,
      readings,
      occasions: readings.map((reading) => bench.occasions.get(reading.occasion)),
      conflicts: readings.map((reading) => bench.inConflict.has(reading.id)),
      result,
    });
    return result;
  };

  const fold = createFold();
  const teardownOf = createTeardown(pack);
  let before: {
    readonly job: Job;
    readonly bench: Bench;
    readonly rows: ReadonlyMap<string, RowResult>;
    readonly identity: IdentityResult | null;
  } | null = null;

  /** The bench, all rows and what engine it is: of a job that only has further readings, just the rows they belong to are looked at. */
  const layOutRows = (job: Job): NonNullable<typeof before> => {
    const grown = before && grownBy(before.job, job);
    if (!before || !grown) {
      const bench = layOut(job, pack.facts);
      return {
        job,
        bench,
        rows: new Map([...pack.rows].map(([id, row]) => [id, rowResult(row, bench)])),
        identity: pack.pack.identity ? assessIdentity(pack.pack.identity, job) : null,
      };
    }
    const bench = withReadings(before.bench, grown);
    const rows = new Map(before.rows);
    for (const { part, feature } of grown) {
      const slot = job.parts.get(part)?.slot;
      const row = slot ? pack.rows.get(rowId(slot, feature)) : undefined;
      if (row) rows.set(row.id, rowResult(row, bench));
    }
    return { job, bench, rows, identity: before.identity };
  };

  const jointResults = (rows: ReadonlyMap<string, RowResult>, bench: Bench) =>
    new Map(
      pack.jointSheets
        .flatMap((sheet) => sheet.rows)
        .map((row) => {
          const ends = new Map([...row.ends].map(([end, at]) => [end, rows.get(at.id)!]));
          const known = rememberedJoints.get(row.id);
          // The rule reaches a joint through its ends: their results are made anew when it changes.
          const result =
            known && [...ends].every(([end, at]) => known.ends.get(end) === at)
              ? known
              : assessJoint(row, ends, bench.facts, bench.rule);
          rememberedJoints.set(row.id, result);
          return [row.id, result] as const;
        }),
    );

  /** Only what changed is worked out anew; notes and hours wanted change rarely, rows one by one. */
  let enduranceBefore: {
    readonly notes: Job["notes"];
    readonly hours: number | null;
    readonly of: WeakMap<RowResult, Endurance | null>;
  } | null = null;
  const enduranceResults = (
    rows: ReadonlyMap<string, RowResult>,
    job: Job,
    notes: Notes,
    hours: number | null,
  ): ReadonlyMap<string, Endurance> => {
    if (enduranceBefore?.notes !== job.notes || enduranceBefore.hours !== hours)
      enduranceBefore = { notes: job.notes, hours, of: new WeakMap() };
    const { of } = enduranceBefore;
    const found = new Map<string, Endurance>();
    for (const [id, row] of rows) {
      let endurance = of.get(row);
      if (endurance === undefined) of.set(row, (endurance = enduranceOf(pack, row, notes, hours)));
      if (endurance) found.set(id, endurance);
    }
    return found;
  };

  return (entries, asOf) => {
    const job = fold(entries);
    before = layOutRows(job);
    const { bench, rows, identity } = before;
    const joints = jointResults(rows, bench);
    const teardown = teardownOf(job);
    const notes = notesOf(job);
    const { hoursWanted } = orderOf(job, notes);
    const endurance = enduranceResults(rows, job, notes, hoursWanted);
    const choices = proposeAll(rows, {
      crack: teardown.crack,
      enduranceOf: (row) => endurance.get(row.row.id) ?? null,
      joints: [...joints.values()],
      decisions: job.decisions,
      rule: bench.rule,
      facts: pack.facts,
      packSha256: pack.sha256,
    });
    const decided = choices.filter(
      (choice) => choice.decisions.length === 1 && choice.decisions[0]!.disposition !== "hold",
    ).length;
    const application = job.header?.application.kind ?? null;
    const serials =
      identity?.places.flatMap(({ reading }) => reading?.decoded.flatMap(({ serial }) => serial ?? []) ?? []) ?? [];
    const intake = assessIntake(pack, job, choices, serials);
    const { standing: holds, lifted } = partHolds(
      collectHolds(pack, { job, intake, identity, rows, teardown, choices }, asOf),
      job.lifted,
    );

    const assessment: Assessment = {
      core: coreVersion,
      pack: pack.sha256,
      asOf,
      job,
      rows,
      joints,
      handOvers: [],
      choices,
      intake,
      identity,
      teardown,
      endurance,
      figures,
      cautions: pack.pack.cautions.filter(
        ({ applications }) => applications.length === 0 || (application !== null && applications.includes(application)),
      ),
      holds,
      lifted,
      problems: [...job.unread, ...noticesOf(teardown)],
      progress: new Map<Station, Progress>([
        ...(intake.progress.total > 0 ? [["intake", intake.progress] as const] : []),
        ...(identity ? [["identify", identityProgress(identity)] as const] : []),
        ...(teardown.strip
          ? [
              [
                "strip",
                {
                  done: teardown.strip.steps.filter((each) => each.state === "done").length,
                  total: teardown.strip.steps.length,
                },
              ] as const,
            ]
          : []),
        ...(teardown.clean.progress.total > 0 ? [["clean", teardown.clean.progress] as const] : []),
        ...(teardown.crack.progress.total > 0 ? [["crack-check", teardown.crack.progress] as const] : []),
        ["measure", sheetProgress(pack.sheets, rows)],
        ["decide", { done: decided, total: choices.length }],
        ["hand-over", { done: Math.min(1, job.handOvers.length), total: 1 }],
      ]),
    };
    return job.handOvers.length === 0
      ? assessment
      : {
          ...assessment,
          handOvers: job.handOvers.map((handOver) => ({
            handOver,
            differences: compareHandOver(handOver.witness, assessment),
          })),
        };
  };
}

/**
 * What a job amounts to: measured values with their uncertainty, verdicts, what may be done with each part, what
 * stands in the way. A pure function of its three arguments; the order and duplication of entries do not matter.
 *
 * @param entries  as received, of any version
 * @param asOf     ISO 8601 moment that stands for 'now'
 */
export const assess = (pack: CompiledPack, entries: readonly Envelope[], asOf: string): Assessment =>
  createAssess(pack)(entries, asOf);
