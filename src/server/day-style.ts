import { dayIn } from "@/core/entry/clock";
import type { DayStyle } from "@/core/entry/schema";
import { openShop } from "./jobs";

/** How the shop writes days, and where it stands. */
export interface ShopDays {
  readonly style: DayStyle;
  readonly zone: string | null;
}

const askEveryMs = 5000;
const usual: ShopDays = { style: "year-first", zone: null };
let asked: { readonly at: number; readonly days: Promise<ShopDays> } | null = null;

/** The shop's days, asked now and then; year first in UTC where it did not say, or cannot be asked: no page is kept back by that. */
export function shopDays(): Promise<ShopDays> {
  if (!asked || Date.now() - asked.at > askEveryMs)
    asked = {
      at: Date.now(),
      days: openShop().then(
        ({ settings }) => ({ style: settings?.dates ?? usual.style, zone: settings?.zone ?? null }),
        () => usual,
      ),
    };
  return asked.days;
}

/** The day that is where the shop stands. */
export const shopToday = async (): Promise<string> => dayIn(new Date().toISOString(), (await shopDays()).zone);
