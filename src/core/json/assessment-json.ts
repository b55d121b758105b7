import * as z from "../z";
import type { Assessment } from "../assessment";
import { buyingJson } from "./buying-json";
import { cleanJson } from "./clean-json";
import { partsJson } from "./parts-json";
import { conditionJson } from "./condition-json";
import { crackJson } from "./crack-json";
import { diagnoseJson } from "./diagnose-json";
import { matchJson } from "./match-json";
import { MoneyJson } from "./money-json";
import { findingsJson } from "./findings-json";
import { fragmentsJson } from "./fragments-json";
import { heardJson } from "./heard-json";
import { identifyJson } from "./identify-json";
import { intakeJson } from "./intake-json";
import type { JudgementName } from "../judgements";
import { FoundJson, foundJson, ProgressJson } from "./json-parts";
import { measureJson } from "./measure-json";
import { orderJson } from "./order-json";
import { planJson } from "./plan-json";
import { holdKinds } from "../problem/problem-codes";
import { stations } from "../stations";
import { stripJson } from "./strip-json";

/** What each judgement looks like as open data; null for one that others are told by. A judgement that is left out does not compile. */
const parts = {
  order: orderJson,
  record: null,
  intake: intakeJson,
  identity: identifyJson,
  measured: measureJson,
  strip: stripJson,
  findings: findingsJson,
  ledger: fragmentsJson,
  clean: cleanJson,
  crack: crackJson,
  contamination: null,
  lots: null,
  condition: conditionJson,
  sightings: null,
  meeting: null,
  inHand: partsJson,
  diagnosis: diagnoseJson,
  match: matchJson,
  plan: planJson,
  buying: buyingJson,
  heard: heardJson,
} satisfies Readonly<Record<JudgementName, { readonly of: (assessment: Assessment) => object } | null>>;

const { shape: measure } = parts.measured;

/** The assessment as one JSON document. `null` means: cannot tell. */
export const AssessmentJson = z.strictObject({
  format: z.literal("ember-assessment/1"),
  core: z.string(),
  packSha256: z.string(),
  asOf: z.string(),
  job: z.strictObject({ stream: z.nullable(z.string()), name: z.nullable(z.string()) }),
  figures: z.array(z.strictObject({ id: z.string(), name: z.string(), value: z.number(), unit: z.string() })),
  rows: measure.rows,
  ...parts.identity.shape,
  intake: z.strictObject({ ...parts.order.shape, ...parts.intake.shape }),
  endurance: measure.endurance,
  joints: measure.joints,
  ...parts.condition.shape,
  ...parts.diagnosis.shape,
  ...parts.match.shape,
  ...parts.inHand.shape,
  ...parts.plan.shape,
  ...parts.buying.shape,
  ...parts.heard.shape,
  handOvers: z.array(z.strictObject({ entry: z.string(), to: z.string(), differences: z.array(FoundJson) })),
  teardown: z.strictObject({
    ...parts.strip.shape,
    ...parts.findings.shape,
    ...parts.ledger.shape,
    ...parts.crack.shape,
    ...parts.clean.shape,
    lifted: z.array(z.strictObject({ hold: z.string(), about: z.string(), why: z.string() })),
  }),
  holds: z.array(
    z.extend(FoundJson, { station: z.enum(stations), settledAt: z.enum(stations), kind: z.enum(holdKinds) }),
  ),
  problems: z.array(FoundJson),
  progress: z.record(z.string(), ProgressJson),
  /** Where it was asked for. */
  money: z.optional(MoneyJson),
});
export type AssessmentJson = z.infer<typeof AssessmentJson>;

/** An assessment in its open form, for files and other programs. */
export function toAssessmentJson(assessment: Assessment): AssessmentJson {
  const { rows, endurance, joints } = parts.measured.of(assessment);
  return {
    format: "ember-assessment/1",
    core: assessment.core,
    packSha256: assessment.pack,
    asOf: assessment.asOf,
    job: { stream: assessment.job.id, name: assessment.job.header?.name ?? null },
    figures: [...assessment.figures],
    rows,
    ...parts.identity.of(assessment),
    intake: { ...parts.order.of(assessment), ...parts.intake.of(assessment) },
    endurance,
    joints,
    ...parts.condition.of(assessment),
    ...parts.diagnosis.of(assessment),
    ...parts.match.of(assessment),
    ...parts.inHand.of(assessment),
    ...parts.plan.of(assessment),
    ...parts.buying.of(assessment),
    ...parts.heard.of(assessment),
    handOvers: assessment.handOvers.map(({ handOver, differences }) => ({
      entry: handOver.id,
      to: handOver.to,
      differences: differences.map(foundJson),
    })),
    teardown: {
      ...parts.strip.of(assessment),
      ...parts.findings.of(assessment),
      ...parts.ledger.of(assessment),
      ...parts.crack.of(assessment),
      ...parts.clean.of(assessment),
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
