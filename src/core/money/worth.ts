import type { Assessment } from "../assessment";
import { groupBy } from "../group";
import type { Option } from "../option/option";
import { minorUnits, type Money } from "../option/price-option";
import { meanOf } from "../plan/priced";
import { goodInHand } from "../plan/good-in-hand";
import { candidateOf, withPutIn } from "../whole-plan/parts-in-hand";
import { decidedOrProposed } from "../plan/standing";
import { lostCastings } from "../intake/assess-intake";
import type { CompiledPack } from "../pack/compile-pack";
import { problem, type Problem } from "../problem/problem";
import { estimateOf, unseenMoney } from "./estimate";
import { moneyOfLines, type Ledger, type MoneyKind } from "./ledger";

export const courses = ["rebuild", "merge", "other-engine", "part-out"] as const;
export type Course = (typeof courses)[number];

/** What one thing comes to that a rebuild is paid for: a line of the estimate, alike lines in one. */
export interface WorthItem {
  readonly is: MoneyKind;
  readonly name: string;
  readonly count: number;
  /** Of work at the bench, how long. */
  readonly minutes: number | null;
  /** Likely, in minor units; null where nobody knows. */
  readonly amount: number | null;
}

export interface WorthResult {
  /** Null while there is nothing to rest it on: not one priced part is judged. */
  readonly course: Course | null;
  /** Expected cost of each course; null where the pack has no price for it. Part-out is what it brings in. */
  readonly costs: Readonly<Record<Course, number | null>>;
  /** How many of the priced parts are judged, 0 to 1. */
  readonly known: number;
  readonly reasons: readonly Problem[];
  /** What would make it another course. */
  readonly wouldChange: readonly Problem[];
  /** Castings that cannot be used again. */
  readonly lostCastings: readonly string[];
  /** What a rebuild is paid for, the dearest first: their sum is what it costs. */
  readonly items: readonly WorthItem[];
}

/** What a part costs that goes this way, in minor units; one that nobody can judge yet what such parts cost on the whole. */
const costOf = ({ disposition, price }: Option, unseen: number): number =>
  disposition === "hold" ? unseen : price ? meanOf(price) : 0;

/** Lines of an estimate by kind and name, the dearest first. */
const itemsOf = ({ lines }: Ledger): readonly WorthItem[] =>
  [...groupBy(lines, ({ is, name }) => `${is} ${name}`).values()]
    .map((alike): WorthItem => {
      const known = alike.flatMap(({ amount }) => amount ?? []);
      const minutes = alike.flatMap((each) => each.minutes ?? []);
      return {
        is: alike[0]!.is,
        name: alike[0]!.name,
        count: alike.reduce((sum, { quantity }) => sum + quantity, 0),
        minutes: minutes.length > 0 ? minutes.reduce((sum, each) => sum + each, 0) : null,
        amount: known.length < alike.length ? null : known.reduce((sum, { likely }) => sum + likely, 0),
      };
    })
    .sort((a, b) => (b.amount ?? 0) - (a.amount ?? 0) || (`${a.is} ${a.name}` < `${b.is} ${b.name}` ? -1 : 1));

/**
 * Whether a rebuild is sensible at all. It costs what its estimate comes to. Beyond a share of another engine's price that is
 * bought instead; without a sound casting there is nothing to rebuild. Making one of two is the same estimate with the sound parts
 * that lie here; while none do it takes the pack's hours beside, and gets at each place the better of both. Parts are all that is left where no
 * other way is within the budget.
 *
 * @source  expected value; the ceiling is the pack's, common practice where it says so
 */
export function worthOf(own: CompiledPack, assessment: Assessment): WorthResult | null {
  const { choices, order } = assessment;
  const { worth } = own.pack;
  if (!worth) return null;
  const estimate = estimateOf(own, assessment);
  const major = ({ likely }: Money) => likely / minorUnits;
  const priced = choices.flatMap((choice) => {
    const unseen = unseenMoney(own, choice.partClass.id);
    return unseen ? [{ way: decidedOrProposed(choice), unseen: unseen.likely }] : [];
  });
  const judged = priced.filter(({ way }) => way.disposition !== "hold").length;
  const labour = major(moneyOfLines(estimate.lines.filter(({ is }) => is === "labour")));
  const rebuild = major(estimate.total);
  const parts = rebuild - labour;
  const items = itemsOf(estimate);
  const rate = order.settings?.labourRate ?? worth.labourRate;
  // Sound parts that lie here go where this engine's own do not: they are paid for already, and what is left is the same estimate.
  const donors = [...goodInHand(choices, assessment.inHand.loose, assessment.match)].map(([slot, part]) => candidateOf(own.slots.get(slot)!, part)); // prettier-ignore
  const lost = lostCastings(
    own,
    choices.filter(({ slot }) => !donors.some((each) => each.slot === slot)),
  );
  // A casting of another engine makes it one of two; smaller parts of one are parts.
  const isOfTwo = lostCastings(own, choices).length > lost.length;
  const withDonors = donors.length === 0 ? null : major(estimateOf(own, withPutIn(assessment, donors)).total);
  // Of two engines each place has the better part of both: this one's as it was judged, the donor's as such parts are.
  const spared =
    priced.reduce((sum, { way, unseen }) => sum + Math.max(0, costOf(way, unseen) - unseen), 0) / minorUnits;
  const merge = withDonors ?? (worth.donor === null || !worth.merge ? null : worth.donor + rebuild + worth.merge.labourHours * rate - spared); // prettier-ignore
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
  const isMerged = withDonors !== null && withDonors < rebuild;
  const tooDear = ceiling !== null && Math.min(rebuild, withDonors ?? Infinity) > ceiling;
  return {
    course: tooDear ? "other-engine" : isOfTwo ? "merge" : "rebuild",
    costs,
    known,
    items,
    lostCastings: [],
    reasons: [
      ceiling !== null && figures.other !== null && rebuild > ceiling
        ? problem("rebuild-past-ceiling", [], { ...figures, ceiling, other: figures.other })
        : problem("rebuild-below-ceiling", [], figures),
      ...(isMerged ? [problem("worth-with-parts", [], { parts: donors.map(({ name }) => name).join(", "), cost: withDonors, saved: rebuild - withDonors })] : []), // prettier-ignore
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
              away: Math.abs(ceiling - Math.min(rebuild, withDonors ?? Infinity)),
            }),
          ]),
      ...(worth.castings.length > 0 ? [problem("casting-would-change")] : []),
    ],
  };
}
