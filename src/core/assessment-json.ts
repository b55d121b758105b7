import { z } from "zod";
import type { Assessment } from "./assess";
import { Disposition, Phase } from "./entry/schema";
import type { CharacteristicResult } from "./measure/assess-characteristic";
import type { PointResult } from "./measure/assess-row";
import { expandedUncertainty, marks, type Conformity } from "./measure/conformity";
import type { Estimate } from "./quantity/estimate";
import { holdKinds } from "./problem/problem-codes";
import { stations } from "./stations";

const Value = z.strictObject({
  value: z.number(),
  /** U = 2 u. */
  expanded: z.number(),
  /** Signed standard uncertainties by source, in mm. */
  contributions: z.record(z.string(), z.number()),
});
const Conforms = z.strictObject({
  mark: z.enum(marks),
  probability: z.number(),
  bound: z.enum(["min", "max"]),
  limit: z.number(),
  margin: z.number(),
});
const Share = z.strictObject({ value: z.number(), expanded: z.number() });
const Found = z.strictObject({
  code: z.string(),
  path: z.array(z.union([z.string(), z.number()])),
  severity: z.enum(["error", "hold", "notice"]),
  params: z.record(z.string(), z.union([z.string(), z.number(), z.boolean(), z.null()])),
});
const Option = z.strictObject({
  disposition: Disposition,
  step: z.string().nullable(),
  allowed: z.boolean().nullable(),
  reasons: z.array(Found),
});

const Characteristic = z.strictObject({
  id: z.string(),
  value: Value.nullable(),
  conformity: Conforms.nullable(),
  wear: Share.nullable(),
  missing: z.array(z.string()),
  accepted: z.boolean().nullable(),
});

const Mass = z.strictObject({ grams: z.number(), expanded: z.number() });

/** The assessment as one JSON document. `null` means: cannot tell. */
export const AssessmentJson = z.strictObject({
  format: z.literal("ember-assessment/1"),
  core: z.string(),
  packSha256: z.string(),
  asOf: z.string(),
  job: z.strictObject({ stream: z.string().nullable(), name: z.string().nullable() }),
  figures: z.array(z.strictObject({ id: z.string(), name: z.string(), value: z.number(), unit: z.string() })),
  rows: z.array(
    z.strictObject({
      row: z.string(),
      name: z.string(),
      part: z.string().nullable(),
      tag: z.string().nullable(),
      phase: Phase.nullable(),
      accepted: z.boolean().nullable(),
      points: z.array(
        z.strictObject({
          point: z.string(),
          value: Value.nullable(),
          conformity: Conforms.nullable(),
          wear: Share.nullable(),
          readings: z.array(z.string()),
          conflict: z.boolean(),
        }),
      ),
      characteristics: z.array(Characteristic),
    }),
  ),
  /** Probability of each variant, likeliest stories, and the check to make next; null where the pack tells no variants apart. */
  identity: z
    .strictObject({
      variants: z.record(z.string(), z.number()),
      honest: z.number(),
      contradiction: z.boolean(),
      stories: z.array(z.strictObject({ story: z.string().nullable(), variant: z.string(), probability: z.number() })),
      next: z.strictObject({ tell: z.string(), bits: z.number(), bitsPerMinute: z.number() }).nullable(),
    })
    .nullable(),
  intake: z.strictObject({
    order: z.strictObject({
      hoursWanted: z.number().nullable(),
      budget: z.number().nullable(),
      wantedBy: z.string().nullable(),
      askAbove: z.number().nullable(),
      certified: z.boolean().nullable(),
      rule: z.string(),
    }),
    worth: z
      .strictObject({
        course: z.string(),
        costs: z.record(z.string(), z.number().nullable()),
        known: z.number(),
        reasons: z.array(Found),
      })
      .nullable(),
    estimated: z.number(),
    approved: z.number(),
  }),
  endurance: z.array(
    z.strictObject({
      row: z.string(),
      hoursWanted: z.number(),
      ageFrom: z.number().nullable(),
      ageTo: z.number().nullable(),
      probability: z.number().nullable(),
      low: z.number(),
      high: z.number(),
      limit: z.number(),
      life: z.number().nullable(),
    }),
  ),
  joints: z.array(
    z.strictObject({
      joint: z.string(),
      name: z.string(),
      accepted: z.boolean().nullable(),
      characteristics: z.array(Characteristic),
    }),
  ),
  choices: z.array(
    z.strictObject({
      row: z.string(),
      proposal: Option,
      options: z.array(Option),
      decisions: z.array(
        z.strictObject({
          entry: z.string(),
          disposition: Disposition,
          step: z.string().nullable(),
          reason: z.string().nullable(),
        }),
      ),
      overrides: z.boolean(),
    }),
  ),
  handOvers: z.array(z.strictObject({ entry: z.string(), to: z.string(), differences: z.array(Found) })),
  /** Grams; a null mass is one that nobody could tell. */
  teardown: z.strictObject({
    steps: z.array(z.strictObject({ step: z.string(), state: z.enum(["done", "open", "blocked"]) })),
    findings: z.array(
      z.strictObject({ part: z.string(), finding: z.string(), place: z.string().nullable(), grade: z.number() }),
    ),
    accounts: z.array(
      z.strictObject({
        part: z.string(),
        lost: Mass.nullable(),
        found: Mass,
        missing: Mass.nullable(),
        state: z.enum(["closed", "open", "over", "cannot-tell"]),
        toSearch: z.array(z.string()),
      }),
    ),
    materials: z.array(z.strictObject({ material: z.string(), lost: Mass, found: Mass, missing: Mass })),
    zones: z.array(z.strictObject({ part: z.string(), zone: z.string(), state: z.string().nullable() })),
    unprovenPassages: z.array(z.string()),
    lifted: z.array(z.strictObject({ hold: z.string(), about: z.string(), why: z.string() })),
  }),
  holds: z.array(Found.extend({ station: z.enum(stations), settledAt: z.enum(stations), kind: z.enum(holdKinds) })),
  problems: z.array(Found),
  progress: z.record(z.string(), z.strictObject({ done: z.number(), total: z.number() })),
});
export type AssessmentJson = z.infer<typeof AssessmentJson>;

const value = (of: Estimate | null) =>
  of && {
    value: of.value,
    expanded: expandedUncertainty(of),
    contributions: Object.fromEntries([...of.contributions].sort(([a], [b]) => (a < b ? -1 : 1))),
  };
const conforms = (held: Conformity | null) =>
  held && { mark: held.mark, probability: held.probability, bound: held.bound, limit: held.limit, margin: held.margin };
const share = (of: Estimate | null) => of && { value: of.value, expanded: expandedUncertainty(of) };
const found = ({ code, path, severity, params }: z.infer<typeof Found> | Assessment["problems"][number]) => ({
  code,
  path: [...path],
  severity,
  params: { ...params },
});

const point = ({ point: id, estimate, conformity, wear, readings, conflict }: PointResult) => ({
  point: id,
  value: value(estimate),
  conformity: conforms(conformity),
  wear: share(wear),
  readings: readings.map((reading) => reading.id),
  conflict,
});
const characteristic = ({
  characteristic: { id },
  estimate,
  conformity,
  wear,
  missing,
  accepted,
}: CharacteristicResult) => ({
  id,
  value: value(estimate),
  conformity: conforms(conformity),
  wear: share(wear),
  missing: [...missing],
  accepted,
});
type Choice = Assessment["choices"][number];
const option = ({ disposition, step, allowed, reasons }: Choice["proposal"]) => ({
  disposition,
  step,
  allowed,
  reasons: reasons.map(found),
});

const mass = (of: Estimate) => ({ grams: of.value, expanded: expandedUncertainty(of) });
const teardown = ({
  teardown: { strip, findings, ledger, clean, crack },
  lifted,
}: Assessment): AssessmentJson["teardown"] => ({
  steps: strip?.steps.map(({ step, state }) => ({ step: step.id, state })) ?? [],
  findings: [...findings.byPart.values()].flatMap(({ part, lines }) =>
    lines.flatMap(({ kind, place, grade }) =>
      grade === null ? [] : [{ part: part.id, finding: kind.id, place: place?.id ?? null, grade }],
    ),
  ),
  accounts: ledger.parts.map(({ part, lost, found: there, missing, state, toSearch }) => ({
    part: part.id,
    lost: lost && mass(lost),
    found: mass(there),
    missing: missing && mass(missing),
    state,
    toSearch: toSearch.map(({ circuit, node }) => `${circuit.id}/${node.id}`),
  })),
  materials: ledger.materials.map(({ material, lost, found: there, missing }) => ({
    material,
    lost: mass(lost),
    found: mass(there),
    missing: mass(missing),
  })),
  zones: crack.parts.flatMap(({ part, zones }) => [...zones].map(([zone, state]) => ({ part: part.id, zone, state }))),
  unprovenPassages: clean.parts.flatMap(({ passages }) =>
    passages.filter(({ clear }) => clear !== true).map(({ circuit, passage }) => `${circuit.id}/${passage.id}`),
  ),
  lifted: lifted.map(({ hold, by }) => ({ hold: hold.code, about: by.about, why: by.why })),
});

/** An assessment in its open form, for files and other programs. */
export const toAssessmentJson = (assessment: Assessment): AssessmentJson => ({
  format: "ember-assessment/1",
  core: assessment.core,
  packSha256: assessment.pack,
  asOf: assessment.asOf,
  job: { stream: assessment.job.id, name: assessment.job.header?.name ?? null },
  figures: [...assessment.figures],
  rows: [...assessment.rows.values()].map(({ row, part, phase, accepted, points, governing, derived }) => ({
    row: row.id,
    name: row.name,
    part: part?.id ?? null,
    tag: part?.tag ?? null,
    phase,
    accepted,
    points: points.map(point),
    characteristics: [governing, ...derived].map(characteristic),
  })),
  identity: assessment.identity && {
    variants: Object.fromEntries(assessment.identity.posterior.variants),
    honest: assessment.identity.posterior.honest,
    contradiction: assessment.identity.contradiction,
    stories: assessment.identity.posterior.stories
      .slice(0, 5)
      .map(({ id, variant, probability }) => ({ story: id, variant, probability })),
    next: assessment.identity.next[0]
      ? {
          tell: assessment.identity.next[0].tell.id,
          bits: assessment.identity.next[0].bits,
          bitsPerMinute: assessment.identity.next[0].bitsPerMinute,
        }
      : null,
  },
  intake: {
    order: { ...assessment.intake.order },
    worth: assessment.intake.worth && {
      course: assessment.intake.worth.course,
      costs: { ...assessment.intake.worth.costs },
      known: assessment.intake.worth.known,
      reasons: assessment.intake.worth.reasons.map(found),
    },
    estimated: assessment.intake.estimates.total,
    approved: assessment.intake.estimates.approved,
  },
  endurance: [...assessment.endurance].map(([row, { hoursWanted, age, probability, low, high, limit, life }]) => ({
    row,
    hoursWanted,
    ageFrom: age?.from ?? null,
    ageTo: age?.to ?? null,
    probability,
    low,
    high,
    limit,
    life,
  })),
  joints: [...assessment.joints.values()].map(({ row, accepted, governing, derived }) => ({
    joint: row.id,
    name: row.name,
    accepted,
    characteristics: [governing, ...derived].map(characteristic),
  })),
  choices: assessment.choices.map(({ row, proposal, options, decisions, overrides }) => ({
    row: row.row.id,
    proposal: option(proposal),
    options: options.map(option),
    overrides,
    decisions: decisions.map(({ id, disposition, step, reason }) => ({ entry: id, disposition, step, reason })),
  })),
  handOvers: assessment.handOvers.map(({ handOver, differences }) => ({
    entry: handOver.id,
    to: handOver.to,
    differences: differences.map(found),
  })),
  teardown: teardown(assessment),
  holds: assessment.holds.map((each) => ({
    ...found(each),
    station: each.station,
    settledAt: each.settledAt,
    kind: each.kind,
  })),
  problems: assessment.problems.map(found),
  progress: Object.fromEntries(assessment.progress),
});
