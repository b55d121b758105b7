import type { Assessment } from "../assessment";
import type { RowResult } from "../measure/assess-row";
import type { CompiledPack } from "../pack/compile-pack";
import { condemned } from "../plan/standing";
import { minorUnits, moneyOf } from "../option/price-option";

export const planOrders = ["telling", "gauge", "part"] as const;
export type PlanOrder = (typeof planOrders)[number];

/** What is still to be measured of one place, and what it is worth to do it soon. */
export interface PlanStep {
  readonly row: RowResult;
  readonly toGo: number;
  readonly minutes: number;
  /** A gauge has to be set up anew for it. */
  readonly setsUp: boolean;
  /** Chance that it costs its part, and what the part costs; null where the pack has no price. */
  readonly chance: number | null;
  readonly cost: number | null;
}

/** A reading, and setting a gauge up: minutes. Common practice, no source. */
const minutesEach = 0.7;
const minutesToSetUp = 4;

/** How much likelier a part is to be lost, in odds, with the worst that was seen on it. Common practice, no source. */
const oddsByGrade = [0.6, 1, 2.5, 8] as const;

const withOdds = (chance: number, factor: number) => (chance * factor) / (1 - chance + chance * factor);

/**
 * Chance that a place costs its part: how often such parts are replaced where nobody has looked yet, moved by what was
 * seen on this one and by how its fellows measured.
 */
function chanceOf(row: RowResult, likely: number, { rows, findings }: Assessment): number {
  const lines = row.part ? (findings.byPart.get(row.part.id)?.lines ?? []) : [];
  const grades = lines.flatMap((line) => line.grade ?? []);
  const seen = grades.length > 0 ? oddsByGrade[Math.max(...grades) as 0 | 1 | 2 | 3] : 1;
  const judged = [...rows.values()].filter(
    (other) => other !== row && other.row.at.feature === row.row.at.feature && other.accepted !== null,
  );
  const failed = judged.filter((other) => other.accepted === false).length;
  // Half a fellow on either side, so that a few of them prove nothing.
  const fellows = (failed + 0.5) / (judged.length - failed + 0.5);
  return withOdds(
    withOdds(likely, seen),
    judged.length === 0 ? 1 : Math.sqrt(Math.max(0.25, Math.min(4, fellows * ((1 - likely) / likely)))),
  );
}

/** What a gauge is set to: readings of one kind and about one size need no new setting. */
function settingOf({
  row: {
    at: { feature },
  },
}: RowResult): string {
  const { new: fresh, reassembly } = feature.governing.limits;
  const size = fresh?.min ?? fresh?.max ?? reassembly?.max ?? 0;
  return `${feature.quantity} ${size > 1 ? Math.round(size) : 0}`;
}

const minutesOf = (toGo: number, setsUp: boolean) => toGo * minutesEach + (setsUp ? minutesToSetUp : 0);

/**
 * The order in which to measure what is left: most telling first (the best chance for its minutes of losing something
 * dear before the rest is spent), with the fewest settings, or part by part.
 */
export function measuringPlan(
  { pack, sheets }: CompiledPack,
  assessment: Assessment,
  order: PlanOrder,
): readonly PlanStep[] {
  const prices = new Map(pack.worth?.classes.map((each) => [each.class, each]));
  const place = new Map(pack.slots.map((slot, at) => [slot.id, at]));
  const gone = condemned(assessment.choices);
  const open = sheets
    .flatMap((sheet) => sheet.rows.map((row) => assessment.rows.get(row.id)!))
    .filter((row) => row.part && row.measured < row.points.length && !gone.has(row.part.id));
  const rated = open.map((row) => {
    const price = prices.get(row.row.partClass.id);
    const decides =
      row.row.at.feature.decides ||
      row.row.partClass.features.some((feature) => feature.restsOn.includes(row.row.at.feature.id));
    const chance = price && decides ? chanceOf(row, Math.min(0.95, Math.max(0.01, price.likely)), assessment) : null;
    return {
      row,
      toGo: row.points.length - row.measured,
      setting: settingOf(row),
      chance,
      cost: chance === null ? null : moneyOf(price!.replace)!.likely / minorUnits,
    };
  });
  const byPlace = (a: (typeof rated)[number], b: (typeof rated)[number]) =>
    place.get(a.row.row.slot.id)! - place.get(b.row.row.slot.id)!;
  const worth = (each: (typeof rated)[number]) => ((each.chance ?? 0) * (each.cost ?? 0)) / minutesOf(each.toGo, true);
  const sorted = [...rated].sort(
    order === "part"
      ? byPlace
      : order === "gauge"
        ? (a, b) => (a.setting < b.setting ? -1 : a.setting > b.setting ? 1 : byPlace(a, b))
        : (a, b) => worth(b) - worth(a) || byPlace(a, b),
  );
  return sorted.map(({ row, toGo, setting, chance, cost }, at): PlanStep => {
    const setsUp = at === 0 || sorted[at - 1]!.setting !== setting;
    return { row, toGo, minutes: minutesOf(toGo, setsUp), setsUp, chance, cost };
  });
}
