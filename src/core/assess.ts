import type { Assessment, Figure } from "./assessment";
import { buyingJudgement } from "./buying/assess-buying";
import { cleanJudgement } from "./clean/assess-clean";
import { crackJudgement } from "./crack/assess-crack";
import { conditionJudgement } from "./condition/assess-condition";
import { diagnoseJudgement } from "./diagnose/assess-diagnose";
import { sightingsOf, type Ground } from "./diagnose/sightings";
import { assessContamination } from "./diagnose/suspects";
import { networkOf } from "./diagnose/unfold";
import { createFold, type Job } from "./entry/fold";
import type { Envelope } from "./entry/schema";
import { findingsJudgement } from "./findings/assess-findings";
import { fragmentsJudgement } from "./fragments/ledger";
import { compareHandOver } from "./hand-over/compare-hand-over";
import { holdsAmong, partHolds } from "./holds";
import { identifyJudgement } from "./identify/assess-identity";
import { intakeJudgement } from "./intake/assess-intake";
import { remembered, type Progress } from "./judgement";
import { matchJudgement } from "./match/assess-match";
import { createMeetingRows } from "./match/sizes";
import { createMeasure, measureJudgement, type Measure, type MeasureResult } from "./measure/assess-measure";
import { jobSituation, orderJudgement, type Order } from "./order/order";
import { packFor } from "./pack/conditions";
import type { CompiledPack } from "./pack/compile-pack";
import { emptyContext, evaluateExpr } from "./pack/evaluate-expr";
import type { Caution } from "./pack/schema";
import { partsJudgement } from "./parts/assess-parts";
import { lotsOf } from "./parts/lots";
import { planJudgement } from "./plan/assess-plan";
import { recordJudgement } from "./record/assess-record";
import type { Station } from "./stations";
import { stripJudgement } from "./strip/assess-strip";
import { coreVersion } from "./version";

type Seeing = [Ground["order"], Ground["findings"], Ground["measured"], Ground["strip"], Ground["crack"], Ground["ledger"], Ground["identity"]]; // prettier-ignore

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

const progressOf = (by: Partial<Record<Station, Progress | null>>): ReadonlyMap<Station, Progress> =>
  new Map(
    (Object.entries(by) as [Station, Progress | null][]).flatMap(([station, progress]) =>
      progress ? [[station, progress]] : [],
    ),
  );

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
  const orderOf = remembered(pack, orderJudgement);
  let judging: { readonly pack: CompiledPack; readonly judge: ReturnType<typeof createJudging> } | null = null;
  const begin = (entries: readonly Envelope[]) => {
    const job = fold(entries);
    const order = orderOf(job);
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
      const { rows, joints } = measure(job, order);
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
  const identifyOf = remembered(pack, identifyJudgement);
  const stripOf = remembered(pack, stripJudgement);
  const findingsOf = remembered(pack, findingsJudgement);
  const fragmentsOf = remembered(pack, fragmentsJudgement);
  const cleanOf = remembered(pack, cleanJudgement);
  const crackOf = remembered(pack, crackJudgement);
  const contaminationOf = remembered(pack, {
    reads: ["parts", "cameOut", "scrapped", "suspectChecks"],
    assess: assessContamination,
  });
  const conditionOf = remembered(pack, conditionJudgement);
  const measureOf = createMeasure(pack);
  const lotsNow = remembered(pack, {
    reads: ["parts"],
    assess: (own, { parts }: Pick<Job, "parts">, measured: MeasureResult) => lotsOf(own, parts, measured),
  });
  const sightingsNow = remembered(pack, {
    reads: ["parts", "cameOut", "answers"],
    assess: (own, job: Ground["job"], ...[order, findings, measured, strip, crack, ledger, identity]: Seeing) =>
      sightingsOf({ pack: own, job, order, findings, measured, strip, crack, ledger, identity }, networkOf(own)),
  });
  const diagnoseOf = remembered(pack, diagnoseJudgement);
  const rowsThatMeet = createMeetingRows(pack);
  const matchOf = remembered(pack, matchJudgement);

  const whole = (job: Job, order: Order, asOf: string): Assessment => {
    const identity = identifyOf(job, order);
    const strip = stripOf(job);
    const findings = findingsOf(job);
    const ledger = fragmentsOf(job);
    const clean = cleanOf(job, findings);
    const crack = crackOf(job, order);
    const contamination = contaminationOf(job, order, findings, ledger, clean);
    const measured = measureOf(job, order);
    const lots = lotsNow(job, measured);
    const condition = conditionOf(job, order, findings, ledger, strip, crack, contamination, lots);
    const sightings = sightingsNow(job, order, findings, measured, strip, crack, ledger, identity);
    const match = matchOf(job, order, sightings, rowsThatMeet(measured), identity);
    const diagnosis = diagnoseOf(job, order, sightings, lots, contamination, match);
    const inHand = partsJudgement.assess(pack, job, order, measured, condition, lots);
    const plan = planJudgement.assess(pack, job, order, measured, crack, condition, match, inHand);
    const buying = buyingJudgement.assess(pack, job, lots, asOf.slice(0, 10));
    const intake = intakeJudgement.assess(pack, job, order, plan.choices, identity);
    const record = recordJudgement.assess(pack, job, order, asOf.slice(0, 10));

    const found = [
      ...record,
      ...intakeJudgement.problems(intake),
      ...identifyJudgement.problems(identity),
      ...measureJudgement.problems(measured),
      ...stripJudgement.problems(strip),
      ...findingsJudgement.problems(findings),
      ...fragmentsJudgement.problems(ledger),
      ...cleanJudgement.problems(clean),
      ...crackJudgement.problems(crack),
      ...partsJudgement.problems(inHand),
      ...diagnoseJudgement.problems(diagnosis),
      ...matchJudgement.problems(match),
      ...planJudgement.problems(plan),
      ...buyingJudgement.problems(buying),
    ];
    const { standing: holds, lifted } = partHolds(holdsAmong(found), job.lifted);
    const assessment: Assessment = {
      core: coreVersion,
      pack: pack.sha256,
      asOf,
      job,
      order,
      intake,
      identity,
      strip,
      findings,
      ledger,
      clean,
      crack,
      condition,
      measured,
      diagnosis,
      match,
      inHand,
      plan,
      buying,
      rows: measured.rows,
      joints: measured.joints,
      endurance: measured.endurance,
      choices: plan.choices,
      handOvers: [],
      figures,
      cautions: cautionsFor(pack, order),
      holds,
      lifted,
      problems: found.filter(({ severity }) => severity !== "hold"),
      progress: progressOf({
        intake: intakeJudgement.progress(intake),
        identify: identifyJudgement.progress(identity),
        strip: stripJudgement.progress(strip),
        clean: cleanJudgement.progress(clean),
        "crack-check": crackJudgement.progress(crack),
        measure: measureJudgement.progress(measured),
        diagnose: diagnoseJudgement.progress(diagnosis),
        match: matchJudgement.progress(match),
        decide: planJudgement.progress(plan),
        "hand-over": { done: Math.min(1, job.handOvers.length), total: 1 },
      }),
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
  return { whole, measure: measureOf };
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
