import type { ShopSettings } from "@/core/entry/schema";
import { sayAmount } from "./say-money";
import { renewWords } from "./words-for";

/** A shop's settings in a sentence: “Money in EUR; an hour at the bench EUR 48; always new: rings, shells.” */
export const saySettings = ({ currency, labourRate, alwaysNew }: ShopSettings): string =>
  [
    `Money in ${currency}`,
    labourRate === null ? "labour at the pack's rate" : `an hour at the bench ${sayAmount(labourRate, currency)}`,
    alwaysNew.length === 0
      ? "nothing is renewed by policy"
      : `always new: ${alwaysNew.map((kind) => renewWords[kind].toLowerCase()).join(", ")}`,
  ].join("; ") + ".";
