import type { Payload } from "../entry/schema";
import type { BuyLine } from "./to-order";

/** Lines of the shopping list as an order of one supplier, or as what the owner brings. */
export const purchaseOf = (
  lines: readonly BuyLine[],
  supplier: string,
  due: string | null,
  isByOwner = false,
): Payload<"purchase-made"> => ({
  ...(isByOwner ? { byOwner: true as const } : {}),
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
    price: isByOwner ? 0 : (price?.likely ?? null),
    deposit: isByOwner ? 0 : deposit,
  })),
});
