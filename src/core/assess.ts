import type { Assessment, Figure } from "./assessment";
import { dayIn } from "./entry/clock";
import { createFold, type Job } from "./entry/fold";
import type { Envelope } from "./entry/schema";
import { compareHandOver } from "./hand-over/compare-hand-over";
import { holdsAmong, partHolds } from "./holds";
import { remembered } from "./judgement";
import { allProblems, allProgress, judgements, type Results } from "./judgements";
import { createMeetingRows } from "./match/sizes";
import { createMeasure, type Measure } from "./measure/assess-measure";
import { jobSituation, type Order } from "./order/order";
import { packFor } from "./pack/conditions";
import type { CompiledPack } from "./pack/compile-pack";
import { emptyContext, evaluateExpr } from "./pack/evaluate-expr";
import type { Caution } from "./pack/schema";
import { coreVersion } from "./version";

/** Judges the entries of one job again and again as they grow. */
export type Assess = (entries: readonly Envelope[], asOf: string) => Assessment;

const figuresOf = ({ pack, facts }: CompiledPack): readonly Figure[] =>
  pack.figures.map(({ id, name, expr, unit }) => ({
    id,
    name,
    unit,
    value: evaluateExpr(expr, emptyContext(facts)).estimate!.value,
  }));

/** While nobody knows what it goes into, any of them may concern it. */
const cautionsFor = ({ pack }: CompiledPack, { application: { kind } }: Order): readonly Caution[] =>
  pack.cautions.filter(({ applications }) => applications.length === 0 || kind === null || applications.includes(kind));

/** What was measured, and nothing that rests on it: what a bench shows at once. */
export type Measuring = Pick<Assessment, "job" | "rows" | "joints">;

/** One memory behind a whole assessment and the quick look at what was measured. */
export interface Judge {
  readonly assess: Assess;
  /** The rows and joints that the whole assessment of these entries has: the very same ones. */
  readonly measuring: (entries: readonly Envelope[]) => Measuring;
}

/**
 * An assessment of one pack that remembers what it made of the job before and works out anew only what rests on
 * something that changed. Gives what `assess` gives.
 */
export const createAssess = (pack: CompiledPack): Assess => createJudge(pack).assess;

/** The same, with what was measured by itself. */
export function createJudge(pack: CompiledPack): Judge {
  const fold = createFold();
  const orderOf = remembered(pack, judgements.order);
  let judging: { readonly pack: CompiledPack; readonly judge: ReturnType<typeof createJudging> } | null = null;
  const begin = (entries: readonly Envelope[]) => {
    const job = fold(entries);
    const order = orderOf(job, {});
    // The pack as it is for this engine: another one when somebody says which variant it is.
    const own = packFor(pack, jobSituation(order));
    if (judging?.pack !== own) judging = { pack: own, judge: createJudging(own) };
    return { job, order, ...judging.judge };
  };
  return {
    assess: (entries, asOf) => {
      const { job, order, whole } = begin(entries);
      return whole(job, order, asOf);
    },
    measuring: (entries) => {
      const { job, order, measure } = begin(entries);
      const { rows, joints } = measure(job, { order });
      return { job, rows, joints };
    },
  };
}

/** The same of one pack as it is for one engine, for a job that was folded already. */
function createJudging(pack: CompiledPack): {
  readonly whole: (job: Job, order: Order, asOf: string) => Assessment;
  readonly measure: Measure;
} {
  const figures = figuresOf(pack);
  const cautions = (order: Order) => cautionsFor(pack, order);
  const { record, inHand, plan, buying, intake, ...kept } = judgements;
  const of = {
    identity: remembered(pack, kept.identity),
    strip: remembered(pack, kept.strip),
    findings: remembered(pack, kept.findings),
    ledger: remembered(pack, kept.ledger),
    clean: remembered(pack, kept.clean),
    crack: remembered(pack, kept.crack),
    contamination: remembered(pack, kept.contamination),
    measured: createMeasure(pack),
    lots: remembered(pack, kept.lots),
    condition: remembered(pack, kept.condition),
    sightings: remembered(pack, kept.sightings),
    meeting: createMeetingRows(pack),
    match: remembered(pack, kept.match),
    diagnosis: remembered(pack, kept.diagnosis),
    heard: remembered(pack, kept.heard),
  };

  /** Each judgement once, behind those that it needs: the compiler holds what is given against what is needed. */
  const judged = (job: Job, order: Order, day: string): Results => {
    const identity = of.identity(job, { order });
    const strip = of.strip(job, {});
    const findings = of.findings(job, {});
    const ledger = of.ledger(job, { findings });
    const clean = of.clean(job, { findings });
    const crack = of.crack(job, { order, ledger });
    const contamination = of.contamination(job, { order, findings, ledger, clean });
    const measured = of.measured(job, { order });
    const lots = of.lots(job, { measured });
    const condition = of.condition(job, {
      order,
      findings,
      ledger,
      strip,
      clean,
      crack,
      contamination,
      lots,
      measured,
      identity,
    });
    const sightings = of.sightings(job, { order, findings, measured, strip, crack, ledger, identity });
    const meeting = of.meeting({ measured });
    const match = of.match(job, { order, sightings, meeting, identity });
    const diagnosis = of.diagnosis(job, { order, sightings, lots, contamination, match, findings, ledger, crack });
    const loose = inHand.assess(pack, job, { order, measured, condition, lots });
    const planned = plan.assess(pack, job, { order, measured, crack, condition, match, inHand: loose, diagnosis });
    return {
      order,
      identity,
      strip,
      findings,
      ledger,
      clean,
      crack,
      contamination,
      measured,
      lots,
      condition,
      sightings,
      meeting,
      match,
      diagnosis,
      inHand: loose,
      plan: planned,
      buying: buying.assess(pack, job, { lots, day }),
      intake: intake.assess(pack, job, { order, plan: planned, identity }),
      record: record.assess(pack, job, { order, day }),
      heard: of.heard(job, { findings, ledger, crack, condition, identity }),
    };
  };

  const whole = (job: Job, order: Order, asOf: string): Assessment => {
    const day = dayIn(asOf, order.settings?.zone);
    const results = judged(job, order, day);
    const found = allProblems(results);
    const { standing: holds, lifted } = partHolds(holdsAmong(found), job.lifted);
    const { measured, plan: planned } = results;
    const assessment: Assessment = {
      ...results,
      core: coreVersion,
      pack: pack.sha256,
      asOf,
      day,
      job,
      rows: measured.rows,
      joints: measured.joints,
      endurance: measured.endurance,
      choices: planned.choices,
      handOvers: [],
      figures,
      cautions: cautions(order),
      holds,
      lifted,
      problems: found.filter(({ severity }) => severity !== "hold"),
      progress: allProgress(results),
    };
    // Held against what was shown when it was handed over, which rests on all of the above.
    return {
      ...assessment,
      handOvers: job.handOvers.map((handOver) => ({
        handOver,
        differences: compareHandOver(handOver.witness, assessment),
      })),
    };
  };
  return { whole, measure: of.measured };
}

/**
 * What a job amounts to: measured values with their uncertainty, verdicts, what may be done with each part, what
 * stands in the way. A pure function of its three arguments; the order and duplication of entries do not matter.
 *
 * @param pack     the pack the job is judged by; `pack-differs` is a hold where it is pinned to another
 * @param entries  as received, of any version and type
 * @param asOf     ISO 8601 moment that stands for 'now'
 * @throws  never for what entries say: what is not understood is carried, what is amiss is among the holds and problems
 * @example assess(pack, [], "2026-11-24T00:00:00Z").job.header // null; nothing opened it
 */
export const assess = (pack: CompiledPack, entries: readonly Envelope[], asOf: string): Assessment =>
  createAssess(pack)(entries, asOf);
