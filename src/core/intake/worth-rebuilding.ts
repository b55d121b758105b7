import type { Disposition } from "../entry/schema";
import type { Choice } from "../plan/option";
import type { CompiledPack } from "../pack/compile-pack";
import { problem, type Problem } from "../problem/problem";
import type { Order } from "../order/order";

export const courses = ["rebuild", "merge", "other-engine", "part-out"] as const;
export type Course = (typeof courses)[number];

export interface WorthResult {
  readonly course: Course;
  /** Expected cost of each course; null where the pack has no price for it. Part-out is what it brings in. */
  readonly costs: Readonly<Record<Course, number | null>>;
  /** How much of the rebuild's parts cost is known from measuring, 0 to 1. */
  readonly known: number;
  readonly reasons: readonly Problem[];
  /** What would make it another course. */
  readonly wouldChange: readonly Problem[];
  /** Castings that cannot be used again. */
  readonly lostCastings: readonly string[];
}

type Price = NonNullable<CompiledPack["pack"]["worth"]>["classes"][number];

/** What a part costs that is proposed to go this way; one that nobody can judge yet as often as such parts are replaced. */
function costOf(disposition: Disposition, { replace, rework, likely }: Price): number {
  if (disposition === "replace") return replace;
  if (disposition === "rework") return rework;
  return disposition === "hold" ? likely * replace : 0;
}

/**
 * Whether a rebuild is sensible at all, from what it is expected to cost. A part that was judged costs what its proposal
 * costs; one that nobody has looked at costs its price times how often it has to be replaced. Beyond a share of another
 * engine's price that is bought instead; without a sound casting there is nothing to rebuild.
 *
 * @source  expected value; the ceiling is the pack's, common practice where it says so
 */
export function worthRebuilding(
  { pack }: CompiledPack,
  choices: readonly Choice[],
  order: Pick<Order, "budget">,
): WorthResult | null {
  const { worth } = pack;
  if (!worth) return null;
  const prices = new Map(worth.classes.map((each) => [each.class, each]));
  let parts = 0;
  let judged = 0;
  let priced = 0;
  // A part is paid for once, however many of its places are decided: the dearest of them.
  const bySlot = new Map<string, { cost: number; known: boolean }>();
  for (const { row, proposal } of choices) {
    const price = prices.get(row.row.partClass.id);
    if (!price) continue;
    const known = proposal.disposition !== "hold";
    const cost = costOf(proposal.disposition, price);
    const before = bySlot.get(row.row.slot.id);
    bySlot.set(row.row.slot.id, { cost: Math.max(cost, before?.cost ?? 0), known: known && (before?.known ?? true) });
  }
  for (const { cost, known } of bySlot.values()) {
    parts += cost;
    priced += 1;
    if (known) judged += 1;
  }
  const labour = worth.labourHours * worth.labourRate;
  const rebuild = labour + parts;
  const lost = [
    ...new Set(
      choices
        .filter(
          ({ row, proposal }) => worth.castings.includes(row.row.partClass.id) && proposal.disposition === "replace",
        )
        .map(({ row }) => row.row.slot.name),
    ),
  ];
  const merge = worth.donor === null ? null : worth.donor + labour * 1.2;
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
    return order.budget !== null && cheapest.cost > order.budget * 1.5 ? "part-out" : cheapest.course;
  };
  const known = priced === 0 ? 0 : judged / priced;
  if (lost.length > 0) {
    return {
      course: replacing(),
      costs,
      known,
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
      problem("worth-known", [], { share: known, count: priced - judged }),
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
