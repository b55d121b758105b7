import type { ShopSettings } from "@/core/entry/schema";
import { many } from "./sentences/sentence";
import { sayDay } from "./say-day";
import { sayAmount } from "./say-money";
import { renewWords } from "./words-for";

/** A shop's settings in a sentence: “Money in EUR; an hour at the bench EUR 48; always new: rings, shells.” */
export const saySettings = ({ currency, labourRate, alwaysNew, calendar, dates, schools }: ShopSettings): string =>
  [
    `Money in ${currency}`,
    labourRate === null ? "labour at the pack's rate" : `an hour at the bench ${sayAmount(labourRate, currency)}`,
    alwaysNew.length === 0
      ? "nothing is renewed by policy"
      : `always new: ${alwaysNew.map((kind) => renewWords[kind].toLowerCase()).join(", ")}`,
    ...(dates && dates !== "year-first" ? [`days as ${sayDay("2026-12-24", dates)}`] : []),
    ...(schools ? [`${many(schools.length, "school")} chosen`] : []),
    ...(calendar ? [`${many(calendar.people, "person", "people")} at the bench for ${calendar.hours} hours a working day`] : []), // prettier-ignore
  ].join("; ") + ".";
