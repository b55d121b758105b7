import type { Lot } from "@/core/lots/lots";
import { formatQuantity, formatUncertainty } from "@/core/quantity/format-quantity";
import { shownUnit } from "@/core/quantity/units";
import { many } from "./sentences/sentence";
import type { Wording } from "./say-problem";

/** What a supplier is told of a lot that goes back: which parts, what they measure, and what they should. */
export function sayToSupplier(
  { partClass, lot, supplier, parts, out, measured }: Lot,
  family: string,
  { unit }: Wording,
): string {
  // prettier-ignore
  const lines = out.slice(0, 12).map(({ part, row, result }) => {
    const shown = shownUnit(result.characteristic.unit, unit);
    const { limit, estimate, expanded } = result;
    const bounds = [
      limit?.min === undefined ? "" : `at least ${formatQuantity(limit.min, shown)}`,
      limit?.max === undefined ? "" : `at most ${formatQuantity(limit.max, shown)}`,
    ].filter(Boolean);
    const value = estimate ? formatQuantity(estimate.value, shown) : "";
    return `${part.tag}: ${row.row.at.feature.name}, ${result.characteristic.name} ${value}${expanded === null ? "" : ` ± ${formatUncertainty(expanded, shown)}`}, to be ${bounds.join(" and ")}.`;
  });
  return [
    `${supplier ? `To ${supplier}: ` : ""}${partClass.name} for the ${family}${lot ? `, lot ${lot}` : ""}, ${many(parts.length, "part")}. Of ${measured.length} measured as they came, ${out.length === 1 ? "one is" : `${new Set(out.map(({ part }) => part.id)).size} are`} not as they should be; all of them go back.`,
    ...lines,
  ].join("\n");
}
