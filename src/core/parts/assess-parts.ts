import type { ConditionResult } from "../condition/assess-condition";
import type { Job, Part } from "../entry/fold";
import { judgement } from "../judgement";
import { assessJoint, type JointResult } from "../measure/assess-joint";
import { slotFor, type MeasureResult } from "../measure/assess-measure";
import type { RowResult } from "../measure/assess-row";
import { enduranceOf } from "../measure/endurance";
import { jobSituation, type Order } from "../order/order";
import type { CompiledPack } from "../pack/compile-pack";
import type { PartClass, Slot } from "../pack/schema";
import { problem, type Problem } from "../problem/problem";
import type { Option } from "../option/option";
import { optionsOfPart } from "../option/options-of-part";
import { needOf, type Need } from "../option/row-needs";
import { keptBeside } from "../same";
import { lotProblems, type Lot } from "../lots/lots";

/** A part that is in no slot: in a bag, in a supplier's box, from the shelf. */
export interface PartInHand {
  readonly part: Part;
  /** Null where the pack has no such kind of part. */
  readonly partClass: PartClass | null;
  /** The place it is meant for, where somebody said. */
  readonly meantFor: Slot | null;
  readonly rows: readonly RowResult[];
  readonly needs: readonly Need[];
  /** Whether it may be used as it is, by itself, and what else may become of it. */
  readonly options: readonly Option[];
  /** How it fits at the place it is meant for, beside what is there now. */
  readonly fits: readonly JointResult[];
}

export interface PartsResult {
  readonly loose: readonly PartInHand[];
  readonly lots: readonly Lot[];
  readonly problems: readonly Problem[];
}

const keptInHand = keptBeside<Part, PartInHand>();

/** Fits at a slot with another part in it. */
function fitsWith(
  pack: CompiledPack,
  slot: Slot,
  rows: ReadonlyMap<string, RowResult>,
  { joints }: MeasureResult,
  { rule }: Order,
): JointResult[] {
  return [...joints.values()]
    .filter(({ ends }) => [...ends.values()].some(({ row }) => row.slot.id === slot.id))
    .map(({ row, ends }) =>
      assessJoint(
        row,
        new Map([...ends].map(([end, there]) => [end, rows.get(there.row.id) ?? there])),
        pack.facts,
        rule,
      ),
    );
}

interface Known {
  readonly order: Order;
  readonly measured: MeasureResult;
  readonly condition: ConditionResult;
  readonly lots: readonly Lot[];
}

/** Every part that is in no slot, judged as it would be in one; and the lots that new ones came in. */
export function assessParts(
  pack: CompiledPack,
  { parts }: Pick<Job, "parts">,
  { order, measured, condition, lots }: Known,
): PartsResult {
  const inJoint = new Set(
    [...measured.joints.values()].flatMap(({ row: { joint }, ends }) =>
      joint.givesWay.map((end) => ends.get(end)?.row.id),
    ),
  );
  const inHand = (part: Part): PartInHand => {
    const partClass = pack.classes.get(part.class) ?? null;
    const slot = slotFor(pack, part);
    const rows = measured.loose.get(part.id) ?? [];
    const meantFor = slot !== null && part.known.text("meant-for") === slot ? pack.slots.get(slot)! : null;
    const said = condition.byPart.get(part.id);
    const basis = [pack, order, said, ...rows, ...(meantFor ? measured.joints.values() : [])];
    return keptInHand(part, basis, () => {
      const byRow = new Map(rows.map((row) => [row.row.id, row]));
      const ground = { rule: order.rule, facts: pack.facts, situation: jobSituation(order) };
      const needs = rows
        .filter(({ row }) => row.at.feature.decides)
        .map((row) => needOf(row, inJoint.has(row.row.id), byRow, ground));
      return {
        part,
        partClass,
        meantFor,
        rows,
        needs,
        options: partClass
          ? optionsOfPart({
              partClass,
              needs,
              condition: said,
              enduranceOf: (row) => enduranceOf(pack, row, order),
              price: pack.pack.worth?.classes.find((each) => each.class === partClass.id),
              alwaysNew: null,
              certified: order.certified === true,
            }).options
          : [],
        fits: meantFor ? fitsWith(pack, meantFor, byRow, measured, order) : [],
      };
    });
  };
  const loose = [...parts.values()].filter(({ slot }) => slot === null).map(inHand);
  return {
    loose,
    lots,
    problems: [
      ...lotProblems(lots, (slot) => pack.slots.get(slot)?.name ?? slot),
      ...loose.flatMap(({ part, partClass }) =>
        partClass ? [] : [problem("class-not-in-pack", [part.id], { tag: part.tag, class: part.class })],
      ),
      ...loose.flatMap(({ part, partClass }) => {
        const meant = part.known.text("meant-for");
        return meant !== null && partClass && pack.slots.get(meant)?.class !== partClass.id
          ? [problem("meant-for-nothing", [part.id], { tag: part.tag, slot: meant })]
          : [];
      }),
    ],
  };
}

export const partsJudgement = judgement({
  lists: ["parts"],
  needs: ["order", "measured", "condition", "lots"],
  assess: assessParts,
  problems: ({ problems }) => problems,
});
