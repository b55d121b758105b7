import type { Decision } from "../entry/fold";
import type { DecisionRule } from "../entry/schema";
import { allAccepted, type CharacteristicResult } from "../measure/assess-characteristic";
import { assessJoint, type JointResult } from "../measure/assess-joint";
import { measuredPoints, type RowResult } from "../measure/assess-row";
import { accepts, conformity, stricter } from "../measure/conformity";
import { emptyContext, evaluateExpr } from "../pack/evaluate-expr";
import { exact } from "../quantity/estimate";
import { sizeWhenNew } from "../measure/wear";
import { isByEye, rowId } from "../pack/compile-pack";
import { isByThumb } from "../pack/rules-of-thumb";
import type { Feature } from "../pack/schema";
import { groupByKeys } from "../group";
import { problem, type Problem, type ProblemOf } from "../problem/problem";
import { conditionAt, type ConditionResult } from "../condition/assess-condition";
import { meet, type Verdict } from "../condition/verdict";
import type { CrackResult } from "../crack/assess-crack";
import type { Endurance } from "../measure/endurance";
import { besideCracks } from "./beside-cracks";
import { besideEndurance } from "./beside-endurance";
import { compareWitness } from "./compare-witness";
import type { Choice, Option } from "./option";
import { sameOption } from "./same-option";
import { decidedOrProposed } from "./standing";
import { layerOf, nextSize, type NextSize } from "./next-size";

type Rows = ReadonlyMap<string, RowResult>;

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

const evidenceOf = (row: RowResult): Problem[] => [
  ...whyNotAll(row),
  ...(row.accepted === null && row.measured < row.points.length ? [stillOpen(row)] : []),
];

/** What a joint says, and where it says nothing, which of its ends are still to be measured. */
function evidenceOfJoint(joint: JointResult): Problem[] {
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

const withinLimits = (judged: Judged | JointResult): Problem | null => {
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

function reuseOption(row: RowResult, restsOn: readonly RowResult[], joints: readonly JointResult[]): Option {
  const rows = [row, ...restsOn].filter(hasLimit);
  const option = { disposition: "reuse", step: null, stepName: null } as const;
  // Of what is judged by eye alone its condition says all there is to say.
  if (row.part && isByEye(row.row) && rows.length + joints.length === 0)
    return { ...option, allowed: true, reasons: [] };
  const allowed = row.part ? allAccepted([...rows, ...joints].map((each) => each.accepted)) : null;
  const reasons = !row.part
    ? [problem("no-part", [row.row.id], { slot: row.row.slot.name })]
    : rows.length + joints.length === 0
      ? [problem("no-limit", [row.row.id], { row: row.row.name })]
      : allowed === true
        ? [
            ...[...rows, ...joints].slice(0, 1 + joints.length).flatMap((each) => withinLimits(each) ?? []),
            ...[...rows, ...joints].flatMap(byThumb),
          ]
        : [...rows.flatMap(evidenceOf), ...joints.flatMap(evidenceOfJoint), ...[...rows, ...joints].flatMap(byThumb)];
  return { ...option, allowed, reasons };
}

function sizeOf(
  row: RowResult,
  feature: Feature,
  rows: Rows,
  { rule, facts }: Pick<Ground, "rule" | "facts">,
  axis: "original" | "worn",
): NextSize | null {
  const { rework } = feature;
  const { new: fresh } = feature.governing.limits;
  const newMm = rework?.kind === "oversize" ? fresh?.min : fresh?.max;
  if (!rework || newMm === undefined) return null;
  const allowances = rework.allowances.map(({ feature: id, factor }) => {
    const related = relatedRow(row, id, rows);
    return { factor, estimate: related && related.governing.missing.length === 0 ? related.governing.estimate : null };
  });
  if (rework.offset && axis === "original") {
    const { estimate, missing } = evaluateExpr(rework.offset, {
      points: feature.points,
      measured: measuredPoints(row.points),
      facts,
      refs: new Map(),
    });
    allowances.push({ factor: 2, estimate: missing.length === 0 ? estimate : null });
  }
  // The greatest or smallest of some points is not yet that of all.
  const worst = row.governing.missing.length === 0 ? row.governing.estimate : null;
  return nextSize(worst, allowances, rework, newMm, rule);
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

function reworkOptions(
  row: RowResult,
  feature: Feature,
  size: NextSize | null,
  onWorn: NextSize | null,
  rows: Rows,
  facts: ReadonlyMap<string, number>,
): Option[] {
  const { rework } = feature;
  if (!rework || !size) return [];
  const layer = layerOf(rework);
  const needed = relatedRows(
    row,
    rework.allowances.map((allowance) => allowance.feature),
    rows,
  );
  const open = [row, ...needed].filter((each) => each.governing.missing.length > 0 || !each.governing.estimate);
  return size.steps.map((step): Option => {
    const where = [row.row.id, step.id];
    const held = step.conformity;
    const grows = rework.kind === "oversize";
    const byWornAxis =
      grows && step.possible === false && onWorn?.steps.find((each) => each.id === step.id)?.possible === true;
    const reasons: Problem[] = !step.layerEnough
      ? [
          problem(grows ? "wall-too-thin" : "case-too-thin", where, {
            layerLeftMm: step.layerLeftMm!,
            keepMm: layer!.keep,
          }),
        ]
      : held && size.bound
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
      disposition: "rework",
      step: step.id,
      stepName: `${rework.name} ${step.name}`,
      allowed: step.possible,
      reasons: step.possible ? [...reasons, ...effectsOf(row, step.finishedMm, facts)] : reasons,
    };
  });
}

/** What saves the part without machining, where the value lies within what that is good for. */
function remedyOption(row: RowResult, { remedy }: Feature, rule: DecisionRule): Option[] {
  const { governing } = row;
  if (!remedy) return [];
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
  return [
    {
      disposition: "rework",
      step: remedy.id,
      stepName: remedy.name,
      allowed,
      reasons: allowed === null ? [stillOpen(row)] : allowed ? [withinLimits(judged)!] : whyNotAll(judged),
    },
  ];
}

/** What one row would need if it stood alone. */
interface Need {
  readonly row: RowResult;
  readonly reuse: Option;
  readonly rework: readonly Option[];
  readonly size: NextSize | null;
  readonly restsOn: readonly RowResult[];
  readonly joints: readonly JointResult[];
}

/** Needs by the row they are of, with what else they rest on: worked out again only when one of them is another. */
const needsBefore = new WeakMap<
  RowResult,
  { readonly rule: DecisionRule; readonly basis: readonly unknown[]; readonly need: Need }
>();

function needOf(
  row: RowResult,
  joints: readonly JointResult[],
  rows: Rows,
  { rule, facts }: Pick<Ground, "rule" | "facts">,
): Need {
  const { feature } = row.row.at;
  const restsOn = relatedRows(row, feature.restsOn, rows);
  const basis = [
    ...restsOn,
    ...joints,
    ...relatedRows(row, feature.rework?.allowances.map((allowance) => allowance.feature) ?? [], rows),
  ];
  const known = needsBefore.get(row);
  if (
    known?.rule === rule &&
    known.basis.length === basis.length &&
    basis.every((each, at) => each === known.basis[at])
  )
    return known.need;
  const [size, onWorn] = [
    sizeOf(row, feature, rows, { rule, facts }, "original"),
    feature.rework?.offset ? sizeOf(row, feature, rows, { rule, facts }, "worn") : null,
  ];
  const need: Need = {
    row,
    restsOn,
    joints,
    size,
    reuse: reuseOption(row, restsOn, joints),
    rework: [
      ...reworkOptions(row, feature, size, onWorn, rows, facts),
      ...remedyOption(row, feature, stricter(rule, row.row.partClass.rule?.atLeast)),
    ],
  };
  needsBefore.set(row, { rule, basis, need });
  return need;
}

/** An option with what speaks against it besides: nothing here grants what another refuses. */
const withVerdict = (option: Option, verdict: Verdict, never: boolean): Option => {
  const { allowed, reasons } = meet([option, verdict]);
  return { ...option, allowed, reasons, ...(never && allowed === false ? { never: true as const } : {}) };
};

/** What a row needs, met with what was seen, tested and is known of its part. */
function conditioned(need: Need, { byPart }: ConditionResult): Need {
  const { row } = need;
  const of = row.part && byPart.get(row.part.id);
  if (!of) {
    const unseen = { allowed: null, reasons: [problem("no-limit", [row.row.id], { row: row.row.name })] };
    return row.part && isByEye(row.row) ? { ...need, reuse: withVerdict(need.reuse, unseen, false) } : need;
  }
  const { reuse, machining, never } = conditionAt(of, row.row.at.id);
  return {
    ...need,
    reuse: withVerdict(need.reuse, reuse, never),
    rework: need.rework.map((option) => withVerdict(option, machining, never)),
  };
}

const nextStepOf = ({ rework, size }: Need) => rework.find((option) => option.step === size?.next?.id) ?? null;

function proposalFor(need: Need, fellows: readonly Need[], feature: Feature, replace: Option, hold: Option): Option {
  const together = feature.rework?.oneSize ? fellows : [need];
  const worn = together.filter((each) => each.reuse.allowed === false);

  if (worn.length > 0 && feature.rework) {
    // One place that cannot be brought to any size on offer condemns the part, and its fellows with it.
    const lost = worn.find((each) => each.rework.every((option) => option.allowed === false));
    if (lost)
      return {
        ...replace,
        reasons: [
          problem(lost === need ? "past-last-size" : "fellow-past-last-size", [need.row.row.id], {
            row: lost.row.row.name,
          }),
          ...need.reuse.reasons.filter((reason) => reason.severity === "error"),
        ],
      };
    const undecided = worn.find((each) => !nextStepOf(each));
    if (undecided)
      return { ...hold, reasons: undecided.rework.find((option) => option.allowed === null)?.reasons ?? [] };
    const deepest = worn.reduce((a, b) => (a.size!.next!.amount >= b.size!.next!.amount ? a : b));
    const step = deepest.size!.next!.id;
    const own = need.rework.find((option) => option.step === step)!;
    const why =
      deepest === need || need.reuse.allowed === false
        ? need.reuse.reasons.filter((reason) => reason.severity === "error")
        : [];
    const withFellows =
      deepest === need ? [] : [problem("one-size-for-all", [need.row.row.id], { row: deepest.row.row.name })];
    const open = together.filter((each) => each.reuse.allowed === null);
    const mayChange =
      open.length > 0
        ? [problem("size-may-change", [need.row.row.id], { count: open.length, row: open[0]!.row.row.name })]
        : [];
    return { ...own, reasons: [...why, ...withFellows, ...own.reasons, ...mayChange] };
  }
  if (need.reuse.allowed === true) return need.reuse;
  if (need.reuse.allowed === null) return { ...hold, reasons: need.reuse.reasons };
  const saved = need.rework.find((option) => option.allowed === true);
  if (saved) return { ...saved, reasons: [...need.reuse.reasons, ...saved.reasons] };
  return { ...replace, reasons: need.reuse.reasons };
}

/** A part that is otherwise good goes when the part it runs with is worked on or replaced: shells with their journal. */
function renewed(choice: Choice, joints: readonly JointResult[], choiceOf: ReadonlyMap<string, Choice>): Choice {
  if (choice.proposal.disposition !== "reuse" && choice.proposal.disposition !== "hold") return choice;
  const id = choice.row.row.id;
  for (const { row: place, ends } of joints) {
    for (const { when, becomes, replace } of place.joint.renews) {
      const mate = choiceOf.get(ends.get(when)?.row.id ?? "");
      if (!mate || !replace.some((end) => ends.get(end)?.row.id === id)) continue;
      const { disposition, stepName } = decidedOrProposed(mate);
      if (!becomes.some((each) => each === disposition)) continue;
      const reason = problem("mate-renewed", [id], { mate: mate.row.row.name, disposition, step: stepName });
      const proposal: Option = {
        ...choice.options.find((option) => option.disposition === "replace")!,
        reasons: [reason],
      };
      return {
        ...choice,
        proposal,
      };
    }
  }
  return choice;
}

/** The size of a part that takes the place of a row's: anywhere in the drawing band. Null where the pack has none. */
function sizeOfNew({ row }: RowResult) {
  const { governing } = row.at.feature;
  return sizeWhenNew(governing.limits.new, governing.nonNegative, `new-size:replacement:${row.id}`);
}

/** A row as though its part were new, all points alike. */
function asNew(row: RowResult): RowResult {
  const fresh = sizeOfNew(row);
  return { ...row, points: row.points.map((point) => ({ ...point, estimate: fresh })) };
}

const besideNewBefore = new WeakMap<
  JointResult,
  { readonly rule: DecisionRule; readonly renewed: string; readonly result: JointResult }
>();

/** A joint with some of its ends as though they were new; a joint that is still the same, with the same ends, has the same. */
function besideNew(joint: JointResult, renewed: ReadonlySet<string>, { facts, rule }: Ground): JointResult {
  const key = [...renewed].join(" ");
  const known = besideNewBefore.get(joint);
  if (known?.rule === rule && known.renewed === key) return known.result;
  const ends = [...joint.ends].map(([end, at]): [string, RowResult] => [end, renewed.has(end) ? asNew(at) : at]);
  const result = assessJoint(joint.row, new Map(ends), facts, rule);
  besideNewBefore.set(joint, { rule, renewed: key, result });
  return result;
}

/** A part that only its worn mate speaks against is judged beside the new one that will take the mate's place. */
function besideNewMates(choice: Choice, choiceOf: ReadonlyMap<string, Choice>, ground: Ground): Choice {
  const [reuse, ...others] = choice.options;
  const { row, restsOn, joints } = choice;
  if (reuse?.allowed !== false || [row, ...restsOn].some((each) => each.accepted === false)) return choice;
  const mates = new Set<string>();
  const again = joints.map((joint): JointResult => {
    if (joint.accepted !== false) return joint;
    const renewed = [...joint.ends].filter(([end, at]) => {
      const mate = joint.row.joint.givesWay.includes(end) ? undefined : choiceOf.get(at.row.id);
      return mate && decidedOrProposed(mate).disposition === "replace" && sizeOfNew(at) !== null;
    });
    for (const [, at] of renewed) mates.add(at.row.name);
    return renewed.length === 0 ? joint : besideNew(joint, new Set(renewed.map(([end]) => end)), ground);
  });
  if (
    mates.size === 0 ||
    allAccepted([...[row, ...restsOn].filter(hasLimit), ...again].map((each) => each.accepted)) !== true
  )
    return choice;
  const option: Option = {
    ...reuse,
    allowed: true,
    reasons: [
      problem("good-beside-new", [row.row.id], { mates: [...mates].join(", ") }),
      ...again.flatMap((each) => withinLimits(each) ?? []),
      ...[row, ...restsOn, ...again].flatMap(byThumb),
    ],
  };
  return {
    ...choice,
    options: [option, ...others],
    proposal: option,
  };
}

/** What proposals rest on besides the rows. */
export interface Ground {
  readonly joints: readonly JointResult[];
  /** Decisions that stand. */
  readonly decisions: readonly Decision[];
  readonly rule: DecisionRule;
  readonly facts: ReadonlyMap<string, number>;
  readonly packSha256: string;
  /** What crack-checks found, and which parts are scrapped. */
  readonly crack: CrackResult;
  /** What everything but measuring says of each part. */
  readonly condition: ConditionResult;
  /** How likely a row is to reach the hours wanted. */
  readonly enduranceOf: (row: RowResult) => Endurance | null;
}

/** What is brought to one size together: the places of one part, or those of all such parts of the engine. */
const fellowKey = ({ slot, partClass, at: { feature } }: RowResult["row"]) =>
  feature.rework?.oneSize === "engine" ? `engine ${partClass.id} ${feature.id}` : featureKey(slot.id, feature.id);

const featureKey = (slot: string, feature: string) => `${slot} ${feature}`;

/**
 * The last word: a part that its condition refuses is offered by none of the steps before, whatever they found good
 * beside it; one that waits for a look waits.
 */
function guarded(choice: Choice, { byPart }: ConditionResult): Choice {
  const of = choice.row.part && byPart.get(choice.row.part.id);
  if (!of) return choice;
  const { reuse, machining, never } = conditionAt(of, choice.row.row.at.id);
  const options = choice.options.map((option) => {
    const { disposition, allowed } = option;
    const says = disposition === "reuse" ? reuse : disposition === "rework" ? machining : null;
    // Of equals it has been said already.
    return says && meet([says, option]).allowed !== allowed ? withVerdict(option, says, never) : option;
  });
  const proposed = options.find((option) => sameOption(option, choice.proposal)) ?? choice.proposal;
  if (proposed.allowed === true) return { ...choice, options };
  const instead = options.find(({ disposition }) => disposition === (proposed.allowed === false ? "replace" : "hold"))!;
  return { ...choice, options, proposal: { ...instead, reasons: proposed.reasons } };
}

/**
 * For every row that a person decides: what the evidence allows, what the program proposes and why, and what was
 * decided. Reuse comes before rework, rework before replacing; where the evidence is open the proposal is to hold.
 *
 * @param rows  all rows of the job by id
 */
export function proposeAll(rows: Rows, ground: Ground): Choice[] {
  const { joints, decisions, packSha256 } = ground;
  const jointsAt = groupByKeys(joints, ({ row: { joint }, ends }) =>
    joint.givesWay.flatMap((end) => ends.get(end)?.row.id ?? []),
  );
  const needs = [...rows.values()]
    .filter((row) => row.row.at.feature.decides)
    .map((row) => conditioned(needOf(row, jointsAt.get(row.row.id) ?? [], rows, ground), ground.condition));
  const fellowsOf = groupByKeys(needs, ({ row: { row } }) => [fellowKey(row)]);
  const decisionsOf = groupByKeys(decisions, (decision) => [featureKey(decision.part, decision.feature)]);

  const alone = needs.map((need): Choice => {
    const { row } = need;
    const {
      at: { feature, id },
    } = row.row;
    const replace: Option = {
      disposition: "replace",
      step: null,
      stepName: null,
      allowed: true,
      reasons: feature.rework ? [] : [problem("no-rework", [row.row.id], { row: row.row.name })],
    };
    const hold: Option = { disposition: "hold", step: null, stepName: null, allowed: true, reasons: [] };
    const proposal = proposalFor(need, fellowsOf.get(fellowKey(row.row))!, feature, replace, hold);
    const mine = row.part ? (decisionsOf.get(featureKey(row.part.id, id)) ?? []) : [];
    return {
      row,
      restsOn: need.restsOn,
      joints: need.joints,
      options: [need.reuse, ...need.rework, replace, hold],
      proposal,
      size: need.size,
      decisions: mine,
      differences: mine.length === 1 ? compareWitness(mine[0]!.witness, row, packSha256) : [],
    };
  });

  const choices = alone.map((choice) => besideCracks(choice, ground.crack));
  const choiceOf = new Map(choices.map((choice) => [choice.row.row.id, choice]));
  const settled = choices.map((choice) => besideNewMates(choice, choiceOf, ground));
  const renewals = groupByKeys(joints, ({ row: { joint }, ends }) =>
    joint.renews.flatMap(({ replace }) => replace.flatMap((end) => ends.get(end)?.row.id ?? [])),
  );
  return settled.map((choice) =>
    guarded(
      renewed(besideEndurance(choice, ground.enduranceOf(choice.row)), renewals.get(choice.row.row.id) ?? [], choiceOf),
      ground.condition,
    ),
  );
}
