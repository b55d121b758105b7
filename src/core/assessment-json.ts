import { z } from "zod";
import type { Assessment } from "./assessment";
import { buyingJudgement } from "./buying/assess-buying";
import { cleanJudgement } from "./clean/assess-clean";
import { partsJudgement } from "./parts/assess-parts";
import { conditionJudgement } from "./condition/assess-condition";
import { crackJudgement } from "./crack/assess-crack";
import { diagnoseJudgement } from "./diagnose/assess-diagnose";
import { matchJudgement } from "./match/assess-match";
import { findingsJudgement } from "./findings/assess-findings";
import { fragmentsJudgement } from "./fragments/ledger";
import { identifyJudgement } from "./identify/assess-identity";
import { intakeJudgement } from "./intake/assess-intake";
import { FoundJson, foundJson, ProgressJson } from "./json-parts";
import { measureJudgement } from "./measure/assess-measure";
import { orderJudgement } from "./order/order";
import { planJudgement } from "./plan/assess-plan";
import { holdKinds } from "./problem/problem-codes";
import { stations } from "./stations";
import { stripJudgement } from "./strip/assess-strip";

const { shape: measure } = measureJudgement.json;

/** The assessment as one JSON document. `null` means: cannot tell. */
export const AssessmentJson = z.strictObject({
  format: z.literal("ember-assessment/1"),
  core: z.string(),
  packSha256: z.string(),
  asOf: z.string(),
  job: z.strictObject({ stream: z.string().nullable(), name: z.string().nullable() }),
  figures: z.array(z.strictObject({ id: z.string(), name: z.string(), value: z.number(), unit: z.string() })),
  rows: measure.rows,
  ...identifyJudgement.json.shape,
  intake: z.strictObject({ ...orderJudgement.json.shape, ...intakeJudgement.json.shape }),
  endurance: measure.endurance,
  joints: measure.joints,
  ...conditionJudgement.json.shape,
  ...diagnoseJudgement.json.shape,
  ...matchJudgement.json.shape,
  ...partsJudgement.json.shape,
  ...planJudgement.json.shape,
  ...buyingJudgement.json.shape,
  handOvers: z.array(z.strictObject({ entry: z.string(), to: z.string(), differences: z.array(FoundJson) })),
  teardown: z.strictObject({
    ...stripJudgement.json.shape,
    ...findingsJudgement.json.shape,
    ...fragmentsJudgement.json.shape,
    ...crackJudgement.json.shape,
    ...cleanJudgement.json.shape,
    lifted: z.array(z.strictObject({ hold: z.string(), about: z.string(), why: z.string() })),
  }),
  holds: z.array(FoundJson.extend({ station: z.enum(stations), settledAt: z.enum(stations), kind: z.enum(holdKinds) })),
  problems: z.array(FoundJson),
  progress: z.record(z.string(), ProgressJson),
});
export type AssessmentJson = z.infer<typeof AssessmentJson>;

/** An assessment in its open form, for files and other programs. */
export function toAssessmentJson(assessment: Assessment): AssessmentJson {
  const { rows, endurance, joints } = measureJudgement.json.of(assessment.measured);
  return {
    format: "ember-assessment/1",
    core: assessment.core,
    packSha256: assessment.pack,
    asOf: assessment.asOf,
    job: { stream: assessment.job.id, name: assessment.job.header?.name ?? null },
    figures: [...assessment.figures],
    rows,
    ...identifyJudgement.json.of(assessment.identity),
    intake: { ...orderJudgement.json.of(assessment.order), ...intakeJudgement.json.of(assessment.intake) },
    endurance,
    joints,
    ...conditionJudgement.json.of(assessment.condition),
    ...diagnoseJudgement.json.of(assessment.diagnosis),
    ...matchJudgement.json.of(assessment.match),
    ...partsJudgement.json.of(assessment.inHand),
    ...planJudgement.json.of(assessment.plan),
    ...buyingJudgement.json.of(assessment.buying),
    handOvers: assessment.handOvers.map(({ handOver, differences }) => ({
      entry: handOver.id,
      to: handOver.to,
      differences: differences.map(foundJson),
    })),
    teardown: {
      ...stripJudgement.json.of(assessment.strip),
      ...findingsJudgement.json.of(assessment.findings),
      ...fragmentsJudgement.json.of(assessment.ledger),
      ...crackJudgement.json.of(assessment.crack),
      ...cleanJudgement.json.of(assessment.clean),
      lifted: assessment.lifted.map(({ hold, by }) => ({ hold: hold.code, about: by.about, why: by.why })),
    },
    holds: assessment.holds.map((each) => ({
      ...foundJson(each),
      station: each.station,
      settledAt: each.settledAt,
      kind: each.kind,
    })),
    problems: assessment.problems.map(foundJson),
    progress: Object.fromEntries(assessment.progress),
  };
}
