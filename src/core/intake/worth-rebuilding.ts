import type { Disposition } from "../entry/schema";
import { groupBy } from "../group";
import type { Choice, Option } from "../option/option";
import { meanOf } from "../plan/priced";
import { minorUnits, moneyOf } from "../option/price-option";
import { goes } from "../option/same-option";
import { decidedOrProposed } from "../plan/standing";
import type { CompiledPack } from "../pack/compile-pack";
import { problem, type Problem } from "../problem/problem";
import type { Order } from "../order/order";

export const courses = ["rebuild", "merge", "other-engine", "part-out"] as const;
export type Course = (typeof courses)[number];

/** What one way to go with one kind of part comes to. */
export interface WorthItem {
  readonly partClass: string;
  readonly disposition: Disposition;
  readonly count: number;
  /** In major units of the currency; of what nobody has judged yet as much as is likely. */
  readonly amount: number;
}

export interface WorthResult {
  /** Null while there is nothing to rest it on: not one priced part is judged. */
  readonly course: Course | null;
  /** Expected cost of each course; null where the pack has no price for it. Part-out is what it brings in. */
  readonly costs: Readonly<Record<Course, number | null>>;
  /** How much of the rebuild's parts cost is known from measuring, 0 to 1. */
  readonly known: number;
  readonly reasons: readonly Problem[];
  /** What would make it another course. */
  readonly wouldChange: readonly Problem[];
  /** Castings that cannot be used again. */
  readonly lostCastings: readonly string[];
  /** What the parts cost, the dearest first. */
  readonly items: readonly WorthItem[];
}

type Price = NonNullable<CompiledPack["pack"]["worth"]>["classes"][number];

/** What a part costs that goes this way; one that nobody can judge yet as often as such parts are replaced. */
function costOf({ disposition, price }: Option, ofClass: Price): number {
  if (disposition === "hold") return unseenCost(ofClass);
  return price ? meanOf(price) / minorUnits : 0;
}

/** What a part costs of which nobody knows more than its kind: one still in this engine, or one that comes with a donor. */
const unseenCost = ({ replace, likely }: Price): number => (likely * meanOf(moneyOf(replace)!)) / minorUnits;

/**
 * Whether a rebuild is sensible at all, from what it is expected to cost. A part that was judged costs what its proposal
 * costs; one that nobody has looked at costs its price times how often it has to be replaced. Beyond a share of another
 * engine's price that is bought instead; without a sound casting there is nothing to rebuild. Making one of two takes the
 * pack's hours beside, and gets at each place the better of both; where the pack says no hours, nobody can tell. Parts are all
 * that is left where no other way is within the budget.
 *
 * @source  expected value; the ceiling is the pack's, common practice where it says so
 */
export function worthRebuilding(
  { pack }: CompiledPack,
  choices: readonly Choice[],
  order: Pick<Order, "budget" | "settings">,
): WorthResult | null {
  const { worth } = pack;
  if (!worth) return null;
  const prices = new Map(worth.classes.map((each) => [each.class, each]));
  const priced = choices.flatMap((choice) => {
    const price = prices.get(choice.partClass.id);
    if (!price) return [];
    const way = decidedOrProposed(choice);
    const cost = costOf(way, price);
    return [{ choice, way, cost, ofTwo: Math.min(cost, unseenCost(price)) }];
  });
  const parts = priced.reduce((sum, { cost }) => sum + cost, 0);
  const judged = priced.filter(({ way }) => way.disposition !== "hold").length;
  const items = [...groupBy(priced, ({ choice, way }) => `${choice.partClass.id} ${way.disposition}`).values()]
    .map((alike): WorthItem => ({
      partClass: alike[0]!.choice.partClass.name,
      disposition: alike[0]!.way.disposition,
      count: alike.length,
      amount: alike.reduce((sum, { cost }) => sum + cost, 0),
    }))
    .filter(({ amount }) => amount > 0)
    .sort((a, b) => b.amount - a.amount);
  const rate = order.settings?.labourRate ?? worth.labourRate;
  const labour = worth.labourHours * rate;
  const rebuild = labour + parts;
  const lost = choices
    .filter((choice) => worth.castings.includes(choice.partClass.id) && goes(decidedOrProposed(choice).disposition))
    .map(({ slot }) => slot.name);
  // Of two engines each place has the better part of both: this one's as it was judged, the donor's as such parts are.
  const merge = worth.donor === null || !worth.merge ? null : worth.donor + labour + worth.merge.labourHours * rate + priced.reduce((sum, { ofTwo }) => sum + ofTwo, 0); // prettier-ignore
  const costs = { rebuild, merge, "other-engine": worth.otherEngine, "part-out": -worth.partsValue };
  const ceiling = worth.otherEngine === null ? null : worth.otherEngine * worth.ceiling.share;
  const figures = {
    rebuild,
    labour,
    parts,
    other: worth.otherEngine,
    ceiling,
    budget: order.budget,
    merge,
    partsValue: worth.partsValue,
  };

  const replacing = (): Course => {
    const ways = (
      [
        ["merge", merge],
        ["other-engine", worth.otherEngine],
      ] as const
    ).flatMap(([course, cost]) => (cost === null ? [] : [{ course, cost }]));
    const [cheapest] = ways.sort((a, b) => a.cost - b.cost);
    if (!cheapest) return "part-out";
    return order.budget !== null && cheapest.cost > order.budget ? "part-out" : cheapest.course;
  };
  const known = priced.length === 0 ? 0 : judged / priced.length;
  if (judged === 0)
    return {
      course: null,
      costs,
      known,
      items: [],
      lostCastings: [],
      reasons: [problem("worth-nothing-yet")],
      wouldChange: [],
    };
  if (lost.length > 0) {
    return {
      course: replacing(),
      costs,
      known,
      items,
      lostCastings: lost,
      reasons: [problem("casting-lost", [], { castings: lost.join(", ") }), problem("worth-figures", [], figures)],
      wouldChange: [problem("casting-saved", [], { castings: lost.join(", ") })],
    };
  }
  const tooDear = ceiling !== null && rebuild > ceiling;
  return {
    course: tooDear ? "other-engine" : "rebuild",
    costs,
    known,
    items,
    lostCastings: [],
    reasons: [
      ceiling !== null && figures.other !== null && rebuild > ceiling
        ? problem("rebuild-past-ceiling", [], { ...figures, ceiling, other: figures.other })
        : problem("rebuild-below-ceiling", [], figures),
      ...(order.budget === null
        ? [problem("budget-unknown")]
        : rebuild > order.budget
          ? [problem("rebuild-past-budget", [], { ...figures, budget: order.budget })]
          : []),
      problem("worth-known", [], { share: known, count: priced.length - judged }),
    ],
    wouldChange: [
      ...(ceiling === null
        ? []
        : [
            problem(tooDear ? "worth-below" : "worth-above", [], {
              ceiling,
              away: Math.abs(ceiling - rebuild),
            }),
          ]),
      ...(worth.castings.length > 0 ? [problem("casting-would-change")] : []),
    ],
  };
}
