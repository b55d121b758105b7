import * as z from "../z";
import { Disposition } from "../entry/schema";
import type { CharacteristicResult } from "../measure/assess-characteristic";
import type { PointResult } from "../measure/assess-row";
import { expandedUncertainty, marks, type Conformity } from "../measure/conformity";
import type { Problem } from "../problem/problem";
import { severities } from "../problem/problem-codes";
import type { Estimate } from "../quantity/estimate";

/** What several judgements write into the assessment's JSON: shapes, and how they are filled. `null` means: cannot tell. */

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

export const FoundJson = z.strictObject({
  code: z.string(),
  path: z.array(z.union([z.string(), z.number()])),
  severity: z.enum(severities),
  params: z.record(z.string(), z.union([z.string(), z.number(), z.boolean(), z.null()])),
});

export const PointJson = z.strictObject({
  point: z.string(),
  value: z.nullable(Value),
  conformity: z.nullable(Conforms),
  wear: z.nullable(Share),
  readings: z.array(z.string()),
  conflict: z.boolean(),
});

export const CharacteristicJson = z.strictObject({
  id: z.string(),
  value: z.nullable(Value),
  conformity: z.nullable(Conforms),
  wear: z.nullable(Share),
  missing: z.array(z.string()),
  accepted: z.nullable(z.boolean()),
});

/** What is done to a feature, a measured place, or the part. */
export const WayJson = z.strictObject({ feature: z.string(), step: z.string() });

export const OptionJson = z.strictObject({
  disposition: Disposition,
  ways: z.array(WayJson),
  /** In minor units of the shop's currency; null where nobody knows. */
  price: z.nullable(z.strictObject({ low: z.number(), likely: z.number(), high: z.number() })),
  minutes: z.nullable(z.number()),
  allowed: z.nullable(z.boolean()),
  reasons: z.array(FoundJson),
});

export const ProgressJson = z.strictObject({ done: z.number(), total: z.number() });

const value = (of: Estimate | null) =>
  of && {
    value: of.value,
    expanded: expandedUncertainty(of),
    contributions: Object.fromEntries([...of.contributions].sort(([a], [b]) => (a < b ? -1 : 1))),
  };
const conforms = (held: Conformity | null) =>
  held && { mark: held.mark, probability: held.probability, bound: held.bound, limit: held.limit, margin: held.margin };
const share = (of: Estimate | null) => of && { value: of.value, expanded: expandedUncertainty(of) };

export const foundJson = ({ code, path, severity, params }: Problem): z.infer<typeof FoundJson> => ({
  code,
  path: [...path],
  severity,
  params: { ...params },
});

export const pointJson = ({ point, estimate, conformity, wear, readings, conflict }: PointResult) => ({
  point,
  value: value(estimate),
  conformity: conforms(conformity),
  wear: share(wear),
  readings: readings.map((reading) => reading.id),
  conflict,
});

export const characteristicJson = ({
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
