import Papa from "papaparse";
import { minorUnits } from "@/core/plan/price-option";
import type { BuyLine } from "@/core/plan/to-order";

const major = (minor: number) => (minor / minorUnits).toFixed(2);

/** The shopping list as a table that any spreadsheet opens; what would be a formula there is kept as text. */
export const shoppingCsv = (lines: readonly BuyLine[], currency: string | null): string =>
  Papa.unparse(
    lines.map(({ name, number, revision, slots, price, deposit, days, supplier, isOrdered }) => ({
      part: name,
      number: number ?? "",
      "revision or later": revision ?? "",
      quantity: slots.length,
      places: slots.join(" "),
      supplier: supplier ?? "",
      currency: currency ?? "",
      price: price === null ? "" : major(price.likely),
      "price at most": price === null ? "" : major(price.high),
      deposit: deposit === 0 ? "" : major(deposit),
      days: days ?? "",
      ordered: isOrdered ? "yes" : "no",
    })),
    { escapeFormulae: true },
  );
