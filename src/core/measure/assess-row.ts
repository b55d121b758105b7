import { byMoment } from "../entry/clock";
import { groupBy } from "../group";
import { questionReading } from "./question-reading";
import { phases, type DecisionRule, type Phase } from "../entry/schema";
import type { Job, Occasion, Part, Reading } from "../entry/fold";
import type { ExprContext } from "../pack/evaluate-expr";
import type { Row } from "../pack/compile-pack";
import type { Characteristic, Feature } from "../pack/schema";
import { featureFor, hangsOn, type ConditionKind, type JobSituation } from "../pack/conditions";
import { partSituation } from "../part/part-situation";
import { jobSituation, type Order } from "../order/order";
import { unitById } from "../quantity/units";
import { add, estimate as estimateOf, mean, standardUncertainty, subtract, type Estimate } from "../quantity/estimate";
import { allAccepted, assessCharacteristic, type Answer, type CharacteristicResult } from "./assess-characteristic";
import { conformity, expandedUncertainty, stricter, type Conformity } from "./conformity";
import { scatterAt, scattersSaid, type OwnScatter, type ScatterIs, type ScattersSaid } from "./own-scatter";
import { readingEstimate, usualCoefficient, type Expansion } from "./reading-estimate";
import { sizeMade, sizeNoted, type SizeMade } from "./size-made";
import { decidingLimit, sizeWhenNew, wearLimit, wearShare } from "./wear";

/** What was measured at one point. */
export interface PointResult {
  readonly point: string;
  readonly estimate: Estimate | null;
  readonly expanded: number | null;
  /** Held against the governing limit as though this point were the whole feature; for the eye only. */
  readonly conformity: Conformity | null;
  readonly wear: Estimate | null;
  readonly readings: readonly Reading[];
  readonly conflict: boolean;
  /** Two occasions of one phase with nothing done in between read so differently that one of them is wrong: then it reads nothing. */
  readonly disagrees: { readonly one: Estimate; readonly other: Estimate } | null;
  /** Of its repeats, where they scatter beyond their gauge, and what was said of it. */
  readonly scatter: (OwnScatter & { readonly is: ScatterIs }) | null;
}

/** Until a person settles it such a point reads nothing. */
export const hasTwoValues = ({ conflict, disagrees }: PointResult): boolean => conflict || disagrees !== null;

export interface RowResult {
  readonly row: Row;
  /** What was measured, with the limits that hold for this part. */
  readonly feature: Feature;
  /** What has to be known before it can be told which limits those are. */
  readonly hangsOn: readonly ConditionKind[];
  readonly part: Part | null;
  readonly phase: Phase | null;
  /** The size it was brought to: as it measures since it was machined here, or as it came; null at the size it had when new. */
  readonly size: SizeMade["step"] | null;
  /** It was brought to that size here, and measured since. */
  readonly isMachined: boolean;
  /** What it was before it was brought to that size, as far as anybody measured it. */
  readonly before: RowResult | null;
  /** When it was first measured after machining, where it was. */
  readonly reworkedAt: string | null;
  readonly points: readonly PointResult[];
  readonly governing: CharacteristicResult;
  readonly derived: readonly CharacteristicResult[];
  /** Over all characteristics that have a limit. */
  readonly accepted: Answer;
  readonly measured: number;
}

/** What rows need of the job, gathered once for all of them. */
export interface Evidence {
  readonly partIn: ReadonlyMap<string, Part>;
  /** By part, then by feature as readings name it. */
  readonly readingsOf: ReadonlyMap<string, ReadonlyMap<string, readonly Reading[]>>;
  readonly occasions: ReadonlyMap<string, Occasion>;
  readonly inConflict: ReadonlySet<string>;
  /** When something was done to a part that may change what it measures, by part. */
  readonly doneTo: ReadonlyMap<string, readonly string[]>;
  readonly scatters: ScattersSaid;
  readonly facts: ReadonlyMap<string, number>;
  readonly rule: DecisionRule;
  /** What is chosen for the job: what conditions of limits are held against. */
  readonly situation: JobSituation;
}

const noReadings: readonly Reading[] = [];

/** What is in the slot of a row, and what was read of it. */
export function evidenceFor(
  row: Row,
  evidence: Evidence,
): { readonly part: Part | null; readonly readings: readonly Reading[] } {
  const part = evidence.partIn.get(row.slot.id) ?? null;
  return { part, readings: part ? (evidence.readingsOf.get(part.id)?.get(row.at.id) ?? noReadings) : noReadings };
}

/** Sorts a job's readings and parts into the places where rows look for them. */
export function gatherEvidence(
  job: Pick<Job, "readings" | "parts" | "occasions" | "conflicts" | "scattersSaid" | "cleaned">,
  facts: ReadonlyMap<string, number>,
  order: Order,
): Evidence {
  const readingsOf = new Map<string, Map<string, Reading[]>>();
  for (const reading of job.readings) {
    let ofPart = readingsOf.get(reading.part);
    if (!ofPart) readingsOf.set(reading.part, (ofPart = new Map()));
    const list = ofPart.get(reading.feature);
    if (list) list.push(reading);
    else ofPart.set(reading.feature, [reading]);
  }
  const partIn = new Map<string, Part>();
  for (const part of job.parts.values()) if (part.slot) partIn.set(part.slot, part);
  return {
    partIn,
    readingsOf,
    occasions: job.occasions,
    doneTo: new Map(
      [...groupBy(job.cleaned, ({ part }) => part)].map(([part, all]) => [part, all.map(({ at }) => at)]),
    ),
    inConflict: new Set(job.conflicts.flatMap((conflict) => conflict.successors)),
    scatters: scattersSaid(job),
    facts,
    rule: order.rule,
    situation: jobSituation(order),
  };
}

/** The same evidence with further readings; the lists they do not belong to stay as they are. */
export function withReadings(evidence: Evidence, readings: readonly Reading[]): Evidence {
  const readingsOf = new Map(evidence.readingsOf);
  for (const reading of readings) {
    const ofPart = new Map(readingsOf.get(reading.part));
    readingsOf.set(reading.part, ofPart.set(reading.feature, [...(ofPart.get(reading.feature) ?? []), reading]));
  }
  return { ...evidence, readingsOf };
}

/** The newest phase in which anything of the feature was read: a reworked journal is not judged by what it was. */
function newestPhase(readings: readonly Reading[], occasions: Evidence["occasions"]): Phase | null {
  const seen = new Set(readings.flatMap((reading) => occasions.get(reading.occasion)?.phase ?? []));
  return [...phases].reverse().find((phase) => seen.has(phase)) ?? null;
}

/** Of one point, its readings in the phase by occasion, newest first: those of one occasion are repeats of one another. */
function readingsAt(
  point: string,
  phase: Phase | null,
  readings: readonly Reading[],
  occasions: Evidence["occasions"],
): readonly (readonly Reading[])[] {
  const here = readings.filter(
    (reading) => reading.point === point && occasions.get(reading.occasion)?.phase === phase,
  );
  if (here.every(({ occasion }) => occasion === here[0]!.occasion)) return here.length > 0 ? [here] : [];
  const openedAt = ([reading]: readonly Reading[]) => Date.parse(occasions.get(reading!.occasion)!.at);
  return [...groupBy(here, ({ occasion }) => occasion).values()].sort(
    (a, b) => openedAt(b) - openedAt(a) || (a[0]!.occasion < b[0]!.occasion ? 1 : -1),
  );
}

/** Beyond so many standard uncertainties of their difference two readings of one thing are a contradiction. */
const mostApart = 3;

/**
 * Whether two readings of one place are so far apart that no scatter explains it. What lies between the points that were
 * touched counts twice: nobody sets a gauge on the very same spot again.
 */
function isApart(one: Estimate, other: Estimate, between: Estimate | null): boolean {
  const spot = between ? Math.SQRT2 * standardUncertainty(between) : 0;
  const apart = subtract(one, other);
  return Math.abs(apart.value) > mostApart * Math.hypot(standardUncertainty(apart), spot);
}

/**
 * Whether the limit can be held against one reading alone: where the greatest, the smallest or the mean of them is what
 * it is about. A height on a face, a dial's figure, one load of two stand to no limit by themselves.
 */
export const standsByPoint = ({ expr }: Characteristic): boolean =>
  "reduce" in expr && "points" in expr && expr.reduce !== "range";

/** Whether a reading is of what its feature measures: newtons where a length is wanted say nothing of it. */
export const isOfKind = ({ unit }: Pick<Reading, "unit">, feature: Pick<Feature, "unit">): boolean =>
  unitById(unit)?.dimension === unitById(feature.unit)!.dimension;

/** A reading that makes little sense and that nobody said is right: it was not measured until somebody does. */
function isUnanswered({ value, kept }: Reading, feature: Feature, point: string): boolean {
  const question = questionReading(value, feature, point);
  return question !== null && kept !== question.code;
}

/** Thermal expansion of what a row measures; null where that is no length, and the bench's warmth is nothing to it. */
export const expansionOf = ({ partClass, at: { feature } }: Row): number | null =>
  unitById(feature.unit)!.dimension === "length" ? partClass.expansionPerK.value : null;

/** The same with how well it is known: parts of one material share what nobody knows of it. */
export function expansionIn(row: Row): Expansion | null {
  const perK = expansionOf(row);
  const { expansionPerK, material, id } = row.partClass;
  return perK === null ? null : { perK, standard: expansionPerK.standard ?? perK * usualCoefficient, source: material ?? id }; // prettier-ignore
}

/** What lies between the points that were measured of a place: no size, and how uncertain it makes one; null where its pack says nothing. */
export const betweenPoints = (row: Row, part: Part | null): Estimate | null => {
  const { feature, id } = row.at;
  return feature.sampling ? estimateOf(0, [[`form:${part?.id}:${id}`, feature.sampling.standardMm]]) : null;
};

/** What was measured, by point. */
export const measuredPoints = (points: readonly PointResult[]): ReadonlyMap<string, Estimate> =>
  new Map(points.flatMap(({ point, estimate }) => (estimate ? [[point, estimate] as const] : [])));

/** The same of a part that is in no slot, as though it were in that of the row. */
export const assessLoose = (row: Row, part: Part, evidence: Evidence): RowResult =>
  assessReadings(row, part, looseReadings(row, part, evidence), evidence);

export const looseReadings = (row: Row, part: Part, { readingsOf }: Evidence): readonly Reading[] =>
  readingsOf.get(part.id)?.get(row.at.id) ?? noReadings;

const reworkedOn = phases.indexOf("reworked");

/** Everything the readings say of one feature of the part in one slot. */
export function assessRow(row: Row, evidence: Evidence): RowResult {
  const { part, readings } = evidenceFor(row, evidence);
  return assessReadings(row, part, readings, evidence);
}

function assessReadings(
  row: Row,
  part: Part | null,
  readings: readonly Reading[],
  evidence: Omit<Evidence, "partIn" | "readingsOf">,
): RowResult {
  const { occasions, inConflict, doneTo, scatters, facts, rule: jobsRule } = evidence;
  const situation = partSituation(part, row.partClass, evidence.situation);
  const place = row.at.place?.id ?? null;
  const feature = featureFor(row.at.feature, situation, place);
  const phase = newestPhase(readings, occasions);
  const expansion = expansionIn(row);
  const between = betweenPoints(row, part);
  const at = (here: readonly Reading[], point: string) => {
    const repeats = here.filter((reading) => isOfKind(reading, feature) && !isUnanswered(reading, feature, point));
    const occasion = occasions.get(repeats[0]?.occasion ?? "");
    if (!occasion) return { estimate: null, scatter: null };
    const { own, is, scatter, form } = scatterAt(repeats, occasion, scatters);
    const single = repeats.flatMap((reading) => readingEstimate(reading, occasion, expansion, scatter) ?? []);
    const middle = single.length === 0 ? null : mean(single);
    return { estimate: middle && form ? add(middle, form) : middle, scatter: own && { ...own, is } };
  };
  const washings = (part && doneTo.get(part.id)) ?? [];
  const isDoneBetween = (earlier: readonly Reading[], later: readonly Reading[]) =>
    washings.some(
      (when) =>
        byMoment(occasions.get(earlier[0]!.occasion)!.at, when) <= 0 &&
        byMoment(when, occasions.get(later[0]!.occasion)!.at) <= 0,
    );
  const read = feature.points.map((point) => {
    const all = readingsAt(point.id, phase, readings, occasions);
    const [here = [], ...earlier] = all;
    const conflict = all.some((each) => each.some((reading) => inConflict.has(reading.id)));
    // Two corrections of one reading are not two readings: until a person settles it, the point reads nothing.
    if (conflict) return { point, readings: here, conflict, disagrees: null, estimate: null, scatter: null };
    const { estimate, scatter } = at(here, point.id);
    for (const before of earlier) {
      const other = at(before, point.id).estimate;
      if (estimate && other && !isDoneBetween(before, here) && isApart(estimate, other, between))
        return { point, readings: [...before, ...here], conflict, disagrees: { one: other, other: estimate }, estimate: null, scatter: null }; // prettier-ignore
    }
    return { point, readings: here, conflict, disagrees: null, estimate, scatter };
  });
  const measured = new Map(read.flatMap(({ point, estimate }) => (estimate ? [[point.id, estimate] as const] : [])));

  const isReworked = phase !== null && phases.indexOf(phase) >= reworkedOn;
  const phaseOn = (reading: Reading) => phases.indexOf(occasions.get(reading.occasion)?.phase ?? "as-received");
  const [since, earlier] = [
    isReworked ? readings.filter((reading) => phaseOn(reading) >= reworkedOn) : [],
    isReworked ? readings.filter((reading) => phaseOn(reading) < reworkedOn) : [],
  ];
  const made = isReworked && measured.size > 0 ? sizeMade(feature, mean([...measured.values()]).value) : null;
  const known = part?.known;
  const came = known
    ? sizeNoted(feature, known.text("size", row.at.id) ?? known.text("size", row.at.feature.id))
    : null;
  const characteristic = (made ?? came)?.governing ?? feature.governing;
  const limit = decidingLimit(characteristic);
  const stop = wearLimit(limit, characteristic.limits.new, feature.wearsTowards);
  const fresh = sizeWhenNew(characteristic.limits.new, characteristic.nonNegative, `new-size:${part?.id}:${row.at.id}`);
  const isPointwise = standsByPoint(characteristic);
  const points = read.map(({ point, estimate, ...rest }): PointResult => {
    // Where a new part reads something of its own at each point, the one limit is not about each of them.
    const standsAlone = isPointwise && point.nominal === undefined;
    return {
      ...rest,
      point: point.id,
      estimate,
      expanded: estimate ? expandedUncertainty(estimate) : null,
      conformity: estimate && limit && standsAlone ? conformity(estimate, limit, characteristic.nonNegative) : null,
      wear: estimate && fresh && stop !== null && standsAlone ? wearShare(estimate, fresh, stop) : null,
    };
  });

  const context: ExprContext = {
    points: feature.points,
    measured,
    facts,
    refs: new Map(),
    own: ownSizes(part, feature),
  };
  const rule = stricter(jobsRule, row.partClass.rule?.atLeast);
  const governing = assessCharacteristic(
    characteristic,
    context,
    "fit" in characteristic.expr ? null : fresh,
    feature.wearsTowards,
    rule,
    between ?? undefined,
  );
  const refs = new Map<string, Estimate>();
  if (governing.estimate) {
    refs.set("governing", governing.estimate);
    if (fresh)
      refs.set(
        "wear",
        feature.wearsTowards === "larger" ? subtract(governing.estimate, fresh) : subtract(fresh, governing.estimate),
      );
  }
  const derived = feature.derived.map((item) =>
    assessCharacteristic(item, { ...context, refs }, null, feature.wearsTowards, rule),
  );
  const limited = [governing, ...derived].filter((result) => decidingLimit(result.characteristic));
  return {
    row,
    feature,
    hangsOn: hangsOn(row.at.feature, situation, place),
    part,
    phase,
    size: (made ?? came)?.step ?? null,
    isMachined: made !== null,
    before: made && earlier.length > 0 ? assessReadings(row, part, earlier, evidence) : null,
    reworkedAt: earliest(since.flatMap((reading) => occasions.get(reading.occasion)?.at ?? [])),
    points,
    governing,
    derived,
    accepted: allAccepted(limited.map((result) => result.accepted)),
    measured: measured.size,
  };
}

/** What the part had when it was new, as somebody read it: to the last digit that is written there. */
function ownSizes(part: Part | null, { unit }: Feature): ReadonlyMap<string, Estimate> {
  const sizes = part?.known.figures("own-size") ?? new Map<string, number>();
  const dimension = unitById(unit)!.dimension;
  return new Map(
    [...sizes].map(([of, value]) => [
      of,
      estimateOf(value, [[`own-size:${part!.id}:${of}`, dimension === "length" ? ownSizeStandardMm : 0]]),
    ]),
  );
}

/** A size read off a record or a place that does not wear: to 0.01 mm, anywhere within it. Common practice, no source. */
const ownSizeStandardMm = 0.01 / Math.sqrt(12);

const earliest = (times: readonly string[]): string | null =>
  times.reduce<string | null>(
    (first, at) => (first !== null && Date.parse(first) <= Date.parse(at) ? first : at),
    null,
  );
