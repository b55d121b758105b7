import Papa from "papaparse";
import type { BuyLine } from "@/core/ordering/to-order";
import { shoppingCsv } from "./shopping-csv";

test("no cell of the list is a formula to a spreadsheet, whatever stands before its sign", () => {
  const line = { revisions: [], quantity: 1, unit: null, holds: [], slots: ["liner-1"], price: null, off: 0, deposit: 0, days: null, supplier: null, number: null, supersededBy: null }; // prettier-ignore
  const names = ["=1+1", " =1+1", "\n+1", "\u00a0@sum", "\t-1", "gasket"];
  const csv = shoppingCsv(
    names.map((name) => ({ ...line, name }) as unknown as BuyLine),
    null,
  );
  const cells = Papa.parse<{ part: string }>(csv, { header: true }).data.map(({ part }) => part);
  expect(cells.map((cell) => /^[\s\u00a0]*[=+\-@]/u.test(cell))).toEqual(names.map(() => false));
  expect(cells.at(-1)).toBe("gasket");
});
