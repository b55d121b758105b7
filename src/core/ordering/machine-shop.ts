import { byMoment } from "../entry/clock";
import type { Job } from "../entry/fold";
import type { RowResult } from "../measure/assess-row";
import { shifted, shiftOf } from "../measure/size-made";
import type { CompiledPack } from "../pack/compile-pack";
import type { ShopOperation } from "../pack/schema-shop";
import { aspectId } from "../option/options-of-part";
import type { Choice, ChosenWay } from "../option/option";
import { optionKey } from "../option/same-option";
import { decidedOn, type Decided } from "../plan/standing";
import { stepOrder } from "../strip/step-order";
import { settledOption } from "./settled-option";

interface Band {
  readonly min: number;
  readonly max: number;
}

/** One thing that is done to a part there. */
export interface ShopWay {
  readonly name: string;
  /** Which of its places; null for all of it. */
  readonly of: string | null;
  /** What its worst place measured before, and what it is brought to, in mm; null where it has no size. */
  readonly measuredMm: number | null;
  readonly toMm: Band | null;
  /** What came back, by its places that are furthest off: null while nobody measured it. */
  readonly madeMm: Band | null;
  /** Whether all that was measured since is as it was asked for. */
  readonly isOn: boolean | null;
}

/** What is done to one part, in the order it is done in. */
export interface ShopLine {
  readonly id: string;
  readonly slot: string;
  readonly name: string;
  readonly part: string;
  readonly class: string;
  readonly tag: string;
  readonly ways: readonly ShopWay[];
  readonly operations: readonly ShopOperation[];
  readonly days: number | null;
  readonly state: "here" | "out" | "back" | "measured";
  /** Where it is, and until when, once it went out. */
  readonly out: { readonly to: string; readonly due: string | null } | null;
  /** It came back damaged, or not as it was asked for. */
  readonly isAmiss: boolean;
}

export interface MachineShop {
  readonly lines: readonly ShopLine[];
  /** In an order in which nothing comes before what it waits for; each with the lines it is done to. */
  readonly operations: readonly { readonly operation: ShopOperation; readonly lines: readonly ShopLine[] }[];
}

/** What one way of a part comes to: which size, from what, and what was made of it. */
function shopWay(
  { needs }: Choice,
  { feature, step }: Decided["wanted"]["ways"][number],
  said: ChosenWay | undefined,
): ShopWay {
  const mine = needs.filter((need) => aspectId(need) === feature);
  const [first] = mine;
  const { rework, governing } = first?.row.row.at.feature ?? {};
  const size = rework?.steps.find(({ id }) => id === step);
  const fresh = governing?.limits.new;
  const asked = rework && size && fresh?.min !== undefined && fresh.max !== undefined ? shifted(fresh, shiftOf(rework, size.amount)) : null; // prettier-ignore
  const sizeAt = (row: RowResult) => row.governing.estimate?.value ?? [];
  const before = mine.flatMap(({ row }) => sizeAt(row.phase === "reworked" ? (row.before ?? row) : row));
  const since = mine.flatMap(({ row }) => (row.phase === "reworked" ? sizeAt(row) : []));
  const made = since.length === 0 ? null : { min: Math.min(...since), max: Math.max(...since) };
  return {
    name: (said?.name ?? [rework?.name, size?.name].filter(Boolean).join(" ")) || step,
    of: said?.of ?? null,
    measuredMm: asked === null || before.length === 0 ? null : rework!.kind === "oversize" ? Math.max(...before) : Math.min(...before), // prettier-ignore
    toMm: asked && { min: asked.min!, max: asked.max! },
    madeMm: made,
    isOn: made === null || asked === null ? null : made.min >= asked.min! - 1e-9 && made.max <= asked.max! + 1e-9,
  };
}

/** Operations that one part takes: those that do one of its ways, and those that go with them. */
function operationsFor(
  all: readonly ShopOperation[],
  partClass: string,
  ways: Decided["wanted"]["ways"],
): readonly ShopOperation[] {
  const taken = new Set(
    all.flatMap(
      ({ id, does }) =>
      does.some(({ class: of, features }) => of === partClass && (!features || ways.some(({ feature }) => features.includes(feature)))) ? id : [], // prettier-ignore
    ),
  );
  for (let size = -1; size !== taken.size;) {
    size = taken.size;
    for (const { id, with: beside } of all) if (beside.some((each) => taken.has(each))) taken.add(id);
  }
  const order = stepOrder(all);
  return order.flatMap((id) => (taken.has(id) ? all.find((each) => each.id === id)! : []));
}

/** What goes to the machine shop, by what was decided and no more, and in which order it is done there. */
export function machineShop(
  { pack }: CompiledPack,
  choices: readonly Choice[],
  { sentOut, cameBack }: Pick<Job, "sentOut" | "cameBack">,
  ticked: ReadonlySet<string>,
): MachineShop {
  const days = new Map(pack.worth?.classes.map((each) => [each.class, each.days?.rework ?? null]));
  const lines = choices.flatMap((choice): ShopLine[] => {
    const decided = decidedOn(choice);
    const { part, partClass, slot } = choice;
    if (decided?.wanted.disposition !== "rework" || !part) return [];
    const isMade = choice.needs.some(({ row }) => row.phase === "reworked");
    // What came back other than it was asked for is not on offer any more: it is what has to be seen here.
    if (settledOption(choice) === null && !isMade) return [];
    const { option, wanted } = decided;
    const out = sentOut.filter(({ parts }) => parts.includes(part.id)).at(-1) ?? null;
    const back = cameBack.filter((each) => each.part === part.id && (out === null || byMoment(each.at, out.at) >= 0)).at(-1); // prettier-ignore
    const id = `shop: ${part.id} ${optionKey(wanted)}`;
    const ways = wanted.ways.map((way) => shopWay(choice, way, option?.ways.find(({ feature, step }) => feature === way.feature && step === way.step))); // prettier-ignore
    const isMeasured = option?.made === true || (ways.length > 0 && ways.every(({ madeMm }) => madeMm !== null));
    return [
      {
        id,
        slot: slot.id,
        name: slot.name,
        part: part.id,
        class: partClass.id,
        tag: part.tag,
        ways,
        operations: operationsFor(pack.shop, partClass.id, wanted.ways),
        days: days.get(partClass.id) ?? null,
        state: isMeasured ? "measured" : back || ticked.has(id) ? "back" : out ? "out" : "here",
        out: out && { to: out.to, due: out.due },
        isAmiss: back !== undefined && back.state !== "right",
      },
    ];
  });
  return {
    lines,
    operations: stepOrder(pack.shop).flatMap((id) => {
      const of = lines.filter(({ operations }) => operations.some((each) => each.id === id));
      return of.length > 0 ? [{ operation: pack.shop.find((each) => each.id === id)!, lines: of }] : [];
    }),
  };
}
