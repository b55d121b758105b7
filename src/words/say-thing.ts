import type { ThingHere } from "@/core/money/account";

/** What came with an engine: “4 × engine mount bracket, one bent”. */
export const sayThing = ({ name, words, quantity }: Pick<ThingHere, "name" | "words" | "quantity">): string =>
  `${quantity > 1 ? `${quantity} × ` : ""}${name}${words ? `, ${words}` : ""}`;

/** Where it is: “given back”, “2 still at the shop”, “at the shop”. */
export const sayWhereThing = ({ quantity, here }: Pick<ThingHere, "quantity" | "here">): string =>
  here === 0 ? "given back" : here < quantity ? `${here} still at the shop` : "at the shop";
