import Papa from "papaparse";
import type { BuyLine } from "@/core/ordering/to-order";
import { minorUnits } from "@/core/option/price-option";

const major = (minor: number) => (minor / minorUnits).toFixed(2);

/** The shopping list as a table that any spreadsheet opens; what would be a formula there is kept as text. */
export const shoppingCsv = (lines: readonly BuyLine[], currency: string | null): string =>
  Papa.unparse(
    lines.map(
      ({
        name,
        number,
        supersededBy,
        revisions,
        quantity,
        unit,
        holds,
        slots,
        price,
        off,
        deposit,
        days,
        supplier,
      }) => ({
        part: name,
        number: number ?? "",
        revisions: revisions.join(" "),
        quantity,
        unit: unit ?? "",
        holds: holds.join("; "),
        places: slots.join(" "),
        supplier: supplier ?? "",
        currency: currency ?? "",
        price: price === null ? "" : major(price.likely),
        "price at most": price === null ? "" : major(price.high),
        "off together": off === 0 ? "" : major(off),
        deposit: deposit === 0 ? "" : major(deposit),
        days: days ?? "",
        "superseded by": supersededBy ?? "",
      }),
    ),
    // Space before the sign keeps no spreadsheet from taking it for a formula.
    { escapeFormulae: /^[\s\u00a0]*[=+\-@\t\r]/u },
  );
