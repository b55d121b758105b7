import type { Payload } from "../entry/schema";
import type { BuyLine } from "./to-order";

/** Lines of the shopping list as an order of one supplier. */
export const purchaseOf = (
  lines: readonly BuyLine[],
  supplier: string,
  due: string | null,
): Payload<"purchase-made"> => ({
  supplier,
  due,
  words: null,
  lines: lines.map(({ name, class: of, number, revisions, slots, quantity, price, deposit }, at) => ({
    line: String(at + 1),
    name,
    class: of,
    number,
    revisions: [...revisions],
    slots: [...slots],
    quantity,
    price: price?.likely ?? null,
    deposit,
  })),
});
