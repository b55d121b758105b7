import type { DecisionRule } from "../entry/schema";
import { groupByKeys } from "../group";
import { allAccepted, type CharacteristicResult } from "../measure/assess-characteristic";
import type { JointResult } from "../measure/assess-joint";
import { measuredPoints, type RowResult } from "../measure/assess-row";
import { accepts, conformity, stricter } from "../measure/conformity";
import { isByEye, rowId } from "../pack/compile-pack";
import { holds, type JobSituation } from "../pack/conditions";
import { emptyContext, evaluateExpr, ownSizeOf } from "../pack/evaluate-expr";
import { isByThumb } from "../pack/rules-of-thumb";
import type { Feature } from "../pack/schema";
import { problem, type Problem, type ProblemOf } from "../problem/problem";
import { partSituation } from "../part/part-situation";
import { exact, type Estimate } from "../quantity/estimate";
import { keptBeside } from "../same";
import { meet, type Verdict } from "../evidence/verdict";
import { layerOf, nextSize, type NextSize, type SizeStep } from "./next-size";

/** What brings one measured place back: a size, a remedy, a sleeve. */
export interface Way extends Verdict {
  readonly id: string;
  readonly name: string;
  /** The finished diameter where it brings it to a size, mm; null where the place keeps what it measures or is as new. */
  readonly finishedMm: number | null;
  /** It is back to the size of a new one. */
  readonly asNew: boolean;
}

export type Rows = ReadonlyMap<string, RowResult>;

/** The row of a related feature: at the same place where it has places, of the whole part otherwise. */
function relatedRow(row: RowResult, featureId: string, rows: Rows): RowResult | undefined {
  const { slot, at } = row.row;
  const atPlace = at.place ? rows.get(rowId(slot.id, `${featureId}-${at.place.id}`)) : undefined;
  return atPlace ?? rows.get(rowId(slot.id, featureId));
}

/** The same of several features; of one that has places where the row has none, all of them: a camshaft rests on each of its lobes. */
const relatedRows = (row: RowResult, ids: readonly string[], rows: Rows): RowResult[] =>
  ids.flatMap((id) => {
    const one = relatedRow(row, id, rows);
    if (one) return [one];
    const { slot, partClass } = row.row;
    return (
      partClass.features
        .find((feature) => feature.id === id)
        ?.places.flatMap((place) => rows.get(rowId(slot.id, `${id}-${place.id}`)) ?? []) ?? []
    );
  });

/** What has a name and verdicts: a row of a part, or a place of a joint. */
type Judged = Pick<RowResult, "governing" | "derived"> & {
  readonly row: { readonly id: string; readonly name: string };
};

/** Why one characteristic speaks against reuse. */
function whyNot({ row }: Judged, result: CharacteristicResult): Problem[] {
  const { characteristic, limit, accepted, conformity: held } = result;
  if (!limit || !held || accepted !== false) return [];
  const where = [row.id, characteristic.id];
  const what = { row: row.name, characteristic: characteristic.name };
  const figures = {
    value: result.estimate!.value,
    limit: held.limit,
    bound: held.bound,
    by: Math.abs(held.margin),
    expanded: held.expanded,
    probability: held.probability,
    unit: characteristic.unit,
    source: limit.ref.source,
    page: limit.ref.page ?? null,
  };
  return [
    problem(
      held.mark === "outside"
        ? "outside-limit"
        : held.mark === "outside-within-u"
          ? "outside-not-surely"
          : "inside-not-surely",
      where,
      { ...what, ...figures },
    ),
  ];
}

const whyNotAll = (judged: Judged): Problem[] =>
  [judged.governing, ...judged.derived].flatMap((result) => whyNot(judged, result));

/** What is still to be measured before a row can be judged. */
const stillOpen = (row: RowResult): Problem =>
  problem(row.measured === 0 ? "not-measured" : "points-missing", [row.row.id], {
    row: row.row.name,
    missing: row.points.length - row.measured,
  });

/** What has to be known of a part, besides what it measures, before a row can be judged. */
const notKnown = ({ row, governing, derived, hangsOn, accepted }: RowResult): Problem[] => [
  ...[governing, ...derived].flatMap(({ characteristic, missing }) =>
    missing.some((each) => each.startsWith(ownSizeOf("")))
      ? [problem("own-size-unknown", [row.id], { row: row.name, characteristic: characteristic.name })]
      : [],
  ),
  ...(accepted !== true && hangsOn.length > 0
    ? [problem("limit-hangs-on", [row.id], { row: row.name, on: hangsOn.join(", ") })]
    : []),
];

const evidenceOf = (row: RowResult): Problem[] => [
  ...whyNotAll(row),
  ...notKnown(row),
  ...(row.accepted === null && row.measured < row.points.length ? [stillOpen(row)] : []),
];

/** What a joint says, and where it says nothing, which of its ends are still to be measured. */
export function evidenceOfJoint(joint: JointResult): Problem[] {
  const open = [...joint.ends.values()].filter((end) => end.measured < end.points.length);
  const waits = joint.accepted === null && open.length > 0;
  return [
    ...whyNotAll(joint),
    ...(waits
      ? [
          problem("joint-open", [joint.row.id], {
            joint: joint.row.name,
            row: open[0]!.row.name,
            count: open.length,
          }),
        ]
      : []),
  ];
}

export const withinLimits = (judged: Judged | JointResult): Problem | null => {
  const { row, governing } = judged;
  const held = governing.conformity;
  const code = "ends" in judged ? "fits" : "within-limits";
  return (
    held &&
    problem(code, [row.id], {
      row: row.name,
      characteristic: governing.characteristic.name,
      value: governing.estimate!.value,
      expanded: held.expanded,
      limit: held.limit,
      margin: held.margin,
      probability: held.probability,
      unit: governing.characteristic.unit,
      wear: governing.wear?.value ?? null,
    })
  );
};

/** Whether the pack sets a limit to anything about a row; where it does not, the row has no say. */
const hasLimit = ({ governing, derived }: Judged) => [governing, ...derived].some((result) => result.limit);

/** What goes by a rule of thumb rests on experience elsewhere, and says so. */
export const byThumb = ({ row, governing, derived }: Judged): ProblemOf<"by-rule-of-thumb">[] =>
  [governing, ...derived].flatMap(({ limit }) =>
    isByThumb(limit) ? [problem("by-rule-of-thumb", [row.id], { row: row.name, rule: limit!.ref.page! })] : [],
  );

/** Why so much cannot be taken off at all: what would be left under the surface. */
function tooThin({ row }: RowResult, step: SizeStep): Problem[] {
  const { rework } = row.at.feature;
  const layer = rework && layerOf(rework);
  if (!layer || step.layerEnough !== false) return [];
  const code = rework.kind === "oversize" ? "wall-too-thin" : "case-too-thin";
  return [
    problem(code, [row.id, step.id], {
      layerLeftMm: step.layerLeftMm ?? layer.depth - step.amount / 2,
      keepMm: layer.keep,
    }),
  ];
}

/** What a row's own measures and those it rests on say of using it as it is. */
function asItIs(row: RowResult, restsOn: readonly RowResult[], isInJoint: boolean, size: NextSize | null): Verdict {
  // Whose limits hang on what nobody knows stays with those that have a say.
  const rows = [row, ...restsOn].filter((each) => hasLimit(each) || each.hangsOn.length > 0);
  if (!row.part) return { allowed: null, reasons: [problem("no-part", [row.row.id], { slot: row.row.slot.name })] };
  // Of what is judged by eye, or stands in a fit, that says all there is to say.
  if (rows.length === 0 && (isByEye(row.row) || isInJoint)) return { allowed: true, reasons: [] };
  if (rows.length === 0) return { allowed: null, reasons: [problem("no-limit", [row.row.id], { row: row.row.name })] };
  const made = size?.steps.find(({ id }) => id === row.size?.id);
  const thin = made ? tooThin(row, made) : [];
  const allowed = allAccepted([...rows.map((each) => each.accepted), ...(thin.length > 0 ? [false] : [])]);
  const reasons =
    allowed === true ? rows.slice(0, 1).flatMap((each) => withinLimits(each) ?? []) : rows.flatMap(evidenceOf);
  const said = row.size
    ? [
        problem(row.isMachined ? "size-made" : "size-as-it-came", [row.row.id], {
          row: row.row.name,
          size: row.size.name,
        }),
      ]
    : [];
  return { allowed, reasons: [...thin, ...said, ...reasons, ...rows.flatMap(byThumb)] };
}

const isSince = ({ phase }: RowResult) => phase === "reworked" || phase === "as-assembled";

function sizeOf(
  row: RowResult,
  feature: Feature,
  rows: Rows,
  { rule, facts }: NeedGround,
  axis: "original" | "worn",
): NextSize | null {
  const { rework } = feature;
  const { new: fresh } = row.feature.governing.limits;
  const newMm = rework?.kind === "oversize" ? fresh?.min : fresh?.max;
  if (!rework || newMm === undefined) return null;
  const allowances: { factor: number; axisShift?: number; estimate: Estimate | null }[] = rework.allowances.map(
    ({ feature: id, factor, shiftsAxis }) => {
      const related = relatedRow(row, id, rows);
      // What was under the surface before it was machined is not what is under it now.
      const isKnown = related && related.governing.missing.length === 0 && (!row.isMachined || isSince(related));
      return { factor, axisShift: shiftsAxis ? factor / 2 : 0, estimate: isKnown ? related.governing.estimate : null };
    },
  );
  if (rework.offset) {
    const { estimate, missing } = evaluateExpr(rework.offset, {
      points: feature.points,
      measured: measuredPoints(row.points),
      facts,
      refs: new Map(),
    });
    // On the original axis the lean is bored away; on the worn one it stays, and the wall is thinner by it on one side.
    const lean = missing.length === 0 ? estimate : null;
    allowances.push(axis === "original" ? { factor: 2, estimate: lean } : { factor: 0, axisShift: 1, estimate: lean });
  }
  // The greatest or smallest of some points is not yet that of all.
  const worst = row.governing.missing.length === 0 ? row.governing.estimate : null;
  // What is to clean up does so more likely than not, however mildly the job judges wear; and its class may ask for more.
  const asked = stricter(stricter(rule, "simple"), row.row.partClass.rule?.atLeast);
  return nextSize(worst, allowances, rework, newMm, asked);
}

/** Whether the size a place was brought to lies clearly below what was worn and damaged before. */
function isBelow({ size, before, isMachined }: RowResult, feature: Feature, rows: Rows, ground: NeedGround): boolean {
  if (!size || !before || !isMachined) return false;
  const steps = sizeOf(before, feature, rows, ground, "original")?.steps ?? [];
  return steps.find(({ id }) => id === size.id)?.possible === true;
}

/** What a finished size does to the engine. */
function effectsOf(row: RowResult, finishedMm: number, facts: ReadonlyMap<string, number>): Problem[] {
  return (row.row.at.feature.rework?.effects ?? []).flatMap(({ id, name, unit, decimals, expr }) => {
    const { estimate } = evaluateExpr(expr, {
      ...emptyContext(facts),
      refs: new Map([["finished", exact(finishedMm)]]),
    });
    return estimate ? [problem("size-effect", [row.row.id, id], { name, unit, value: estimate.value, decimals })] : [];
  });
}

function sizesOnOffer(
  row: RowResult,
  feature: Feature,
  size: NextSize | null,
  onWorn: NextSize | null,
  rows: Rows,
  facts: ReadonlyMap<string, number>,
): Way[] {
  const { rework } = feature;
  if (!rework || !size) return [];
  const needed = relatedRows(
    row,
    rework.allowances.map((allowance) => allowance.feature),
    rows,
  );
  const open = [row, ...needed].filter((each) => each.governing.missing.length > 0 || !each.governing.estimate);
  return size.steps.map((step): Way => {
    const where = [row.row.id, step.id];
    const held = step.conformity;
    const grows = rework.kind === "oversize";
    const byWornAxis =
      grows && step.possible === false && onWorn?.steps.find((each) => each.id === step.id)?.possible === true;
    const reasons: Problem[] =
      step.layerEnough === false
        ? tooThin(row, step)
        : held && size.bound && step.possible !== null
          ? [
              problem(step.possible ? "cleans-up" : "does-not-clean-up", where, {
                grows,
                finishedMm: step.finishedMm,
                boundMm: size.bound.value,
                expanded: held.expanded,
                margin: held.margin,
                probability: held.probability,
                layerLeftMm: step.layerLeftMm,
              }),
              ...(byWornAxis ? [problem("on-worn-axis", where)] : []),
            ]
          : open.map(stillOpen);
    return {
      id: step.id,
      name: `${rework.name} ${step.name}`,
      finishedMm: step.finishedMm,
      asNew: false,
      allowed: step.possible,
      reasons: step.possible ? [...reasons, ...effectsOf(row, step.finishedMm, facts)] : reasons,
    };
  });
}

/** A way that not every shop goes, where nobody said whether this one does. */
export const wayHangsOn = (where: readonly string[], way: string): Verdict => ({
  allowed: null,
  reasons: [problem("way-hangs-on", where, { way })],
});

type Remedy = NonNullable<Feature["remedy"]>;

/** What a remedy says of one place: within what it is good for, or past that too. */
function withinRemedy(row: RowResult, remedy: Remedy, rule: DecisionRule): Verdict {
  const { governing } = row;
  const result =
    governing.estimate && governing.missing.length === 0
      ? {
          ...governing,
          limit: remedy.within,
          conformity: conformity(governing.estimate, remedy.within, governing.characteristic.nonNegative),
        }
      : null;
  const allowed = result && accepts(rule, result.conformity);
  const judged = { row: row.row, governing: { ...(result ?? governing), accepted: allowed }, derived: [] };
  const reasons = allowed === null ? [stillOpen(row)] : allowed ? [withinLimits(judged)!] : whyNotAll(judged);
  return { allowed, reasons };
}

/**
 * What saves the part without bringing it to a size: the places it is meant for lie within what it is good for, and all
 * others stay as they are.
 *
 * @param isDone  whether it is a way of this shop and for this engine; null where nobody can tell
 */
function remedies(
  rows: readonly RowResult[],
  rule: DecisionRule,
  isDone: (remedy: Remedy) => boolean | null,
  staying: (others: readonly RowResult[]) => Verdict,
): Way[] {
  const byId = groupByKeys(rows, ({ row }) => (row.at.feature.remedy ? [row.at.feature.remedy.id] : []));
  return [...byId].flatMap(([id, places]) => {
    const remedy = places[0]!.row.at.feature.remedy!;
    const done = isDone(remedy);
    if (done === false) return [];
    const others = rows.filter((row) => !places.includes(row));
    const verdict = meet([
      ...places.map((row) => withinRemedy(row, row.row.at.feature.remedy!, rule)),
      ...(others.length > 0 ? [staying(others)] : []),
      ...(done ? [] : [wayHangsOn([places[0]!.row.id, id], remedy.name)]),
    ]);
    return [{ id, name: remedy.name, finishedMm: null, asNew: false, ...verdict }];
  });
}

/** What brings a single place back to new where its fellows stay as they are, as far as it can fill what is worn away. */
function restored(row: RowResult, { rework, governing }: Feature): Way[] {
  if (!rework?.restore) return [];
  const { id, name, upTo } = rework.restore;
  const { new: fresh } = governing.limits;
  const bound = rework.kind === "oversize" ? fresh?.max : fresh?.min;
  const way = (verdict: Verdict): Way => ({ id, name, finishedMm: null, asNew: true, ...verdict });
  const worn = row.governing.missing.length === 0 ? row.governing.estimate : null;
  if (worn === null || bound === undefined) return [way({ allowed: null, reasons: [stillOpen(row)] })];
  const deep = (worn.value - bound) * (rework.kind === "oversize" ? 1 : -1);
  const params = { row: row.row.name, way: name };
  return [
    way(
      deep > upTo
        ? { allowed: false, reasons: [problem("past-what-fills", [row.row.id], { ...params, deepMm: deep, upTo })] }
        : { allowed: true, reasons: [problem("restored", [row.row.id], params)] },
    ),
  ];
}

/** What measuring says of one place of a part: whether it may stay as it is, and what would make it good. */
export interface Need {
  readonly row: RowResult;
  /** Other rows of the same part that it rests on. */
  readonly restsOn: readonly RowResult[];
  readonly asItIs: Verdict;
  readonly ways: readonly Way[];
  readonly size: NextSize | null;
  /** It was machined to a size that gets under all that was measured of it before: what was on its surface then is gone. */
  readonly isGroundBelow: boolean;
}

/** What needs are worked out with besides the rows. */
export interface NeedGround {
  readonly rule: DecisionRule;
  readonly facts: ReadonlyMap<string, number>;
  readonly situation: JobSituation;
}

/** Worked out again only when a row it rests on is another. */
const keptNeed = keptBeside<RowResult, Need>();

/** @param isInJoint  whether the row is the end of a fit that gives way: then the fit speaks where it has no limit itself */
export function needOf(row: RowResult, isInJoint: boolean, rows: Rows, ground: NeedGround): Need {
  const { rule, facts, situation } = ground;
  const here = partSituation(row.part, row.row.partClass, situation);
  const isDone = ({ onlyIf }: Remedy) => (onlyIf ? holds(onlyIf, here) : true);
  const { feature } = row.row.at;
  const related = relatedRows(row, feature.restsOn, rows);
  const basis = [
    isInJoint,
    ...related,
    ...relatedRows(row, feature.rework?.allowances.map((allowance) => allowance.feature) ?? [], rows),
  ];
  return keptNeed(
    row,
    [rule, ...[row, ...related].map(({ row: { at } }) => at.feature.remedy && isDone(at.feature.remedy)), ...basis],
    () => {
      const [size, onWorn] = [
        sizeOf(row, feature, rows, ground, "original"),
        feature.rework?.offset ? sizeOf(row, feature, rows, ground, "worn") : null,
      ];
      const isGroundBelow = isBelow(row, feature, rows, ground);
      const machinedAway = new Set(feature.rework?.allowances.map((allowance) => allowance.feature));
      const restsOn = related.filter(
        (each) => !isGroundBelow || isSince(each) || !machinedAway.has(each.row.at.feature.id),
      );
      const stays = asItIs(row, restsOn, isInJoint, size);
      return {
        row,
        restsOn,
        size,
        isGroundBelow,
        asItIs: stays,
        ways: [
          ...sizesOnOffer(row, feature, size, onWorn, rows, facts).map((way) =>
            // A size that it was brought to is judged as it is now, and need not be made again.
            row.isMachined && way.id === row.size?.id ? { ...way, ...stays } : way,
          ),
          ...remedies(
            [row, ...restsOn],
            stricter(rule, row.row.partClass.rule?.atLeast),
            isDone,
            ([first, ...others]) => asItIs(first!, others, isInJoint, size),
          ),
          ...restored(row, feature),
        ],
      };
    },
  );
}
