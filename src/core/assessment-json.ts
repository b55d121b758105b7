import * as z from "./z";
import type { Assessment } from "./assessment";
import { buyingJson } from "./buying/buying-json";
import { cleanJson } from "./clean/clean-json";
import { partsJson } from "./parts/parts-json";
import { conditionJson } from "./condition/condition-json";
import { crackJson } from "./crack/crack-json";
import { diagnoseJson } from "./diagnose/diagnose-json";
import { matchJson } from "./match/match-json";
import { findingsJson } from "./findings/findings-json";
import { fragmentsJson } from "./fragments/fragments-json";
import { identifyJson } from "./identify/identify-json";
import { intakeJson } from "./intake/intake-json";
import { FoundJson, foundJson, ProgressJson } from "./json-parts";
import { measureJson } from "./measure/measure-json";
import { orderJson } from "./order/order-json";
import { planJson } from "./plan/plan-json";
import { holdKinds } from "./problem/problem-codes";
import { stations } from "./stations";
import { stripJson } from "./strip/strip-json";

const { shape: measure } = measureJson;

/** The assessment as one JSON document. `null` means: cannot tell. */
export const AssessmentJson = z.strictObject({
  format: z.literal("ember-assessment/1"),
  core: z.string(),
  packSha256: z.string(),
  asOf: z.string(),
  job: z.strictObject({ stream: z.nullable(z.string()), name: z.nullable(z.string()) }),
  figures: z.array(z.strictObject({ id: z.string(), name: z.string(), value: z.number(), unit: z.string() })),
  rows: measure.rows,
  ...identifyJson.shape,
  intake: z.strictObject({ ...orderJson.shape, ...intakeJson.shape }),
  endurance: measure.endurance,
  joints: measure.joints,
  ...conditionJson.shape,
  ...diagnoseJson.shape,
  ...matchJson.shape,
  ...partsJson.shape,
  ...planJson.shape,
  ...buyingJson.shape,
  handOvers: z.array(z.strictObject({ entry: z.string(), to: z.string(), differences: z.array(FoundJson) })),
  teardown: z.strictObject({
    ...stripJson.shape,
    ...findingsJson.shape,
    ...fragmentsJson.shape,
    ...crackJson.shape,
    ...cleanJson.shape,
    lifted: z.array(z.strictObject({ hold: z.string(), about: z.string(), why: z.string() })),
  }),
  holds: z.array(
    z.extend(FoundJson, { station: z.enum(stations), settledAt: z.enum(stations), kind: z.enum(holdKinds) }),
  ),
  problems: z.array(FoundJson),
  progress: z.record(z.string(), ProgressJson),
});
export type AssessmentJson = z.infer<typeof AssessmentJson>;

/** An assessment in its open form, for files and other programs. */
export function toAssessmentJson(assessment: Assessment): AssessmentJson {
  const { rows, endurance, joints } = measureJson.of(assessment);
  return {
    format: "ember-assessment/1",
    core: assessment.core,
    packSha256: assessment.pack,
    asOf: assessment.asOf,
    job: { stream: assessment.job.id, name: assessment.job.header?.name ?? null },
    figures: [...assessment.figures],
    rows,
    ...identifyJson.of(assessment),
    intake: { ...orderJson.of(assessment), ...intakeJson.of(assessment) },
    endurance,
    joints,
    ...conditionJson.of(assessment),
    ...diagnoseJson.of(assessment),
    ...matchJson.of(assessment),
    ...partsJson.of(assessment),
    ...planJson.of(assessment),
    ...buyingJson.of(assessment),
    handOvers: assessment.handOvers.map(({ handOver, differences }) => ({
      entry: handOver.id,
      to: handOver.to,
      differences: differences.map(foundJson),
    })),
    teardown: {
      ...stripJson.of(assessment),
      ...findingsJson.of(assessment),
      ...fragmentsJson.of(assessment),
      ...crackJson.of(assessment),
      ...cleanJson.of(assessment),
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
