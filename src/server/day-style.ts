import type { DayStyle } from "@/core/entry/schema";
import { openShop } from "./jobs";

const askEveryMs = 5000;
let asked: { readonly at: number; readonly style: Promise<DayStyle> } | null = null;

/** How the shop writes days, asked now and then; year first where it did not say, or cannot be asked: no page is kept back by that. */
export function dayStyle(): Promise<DayStyle> {
  if (!asked || Date.now() - asked.at > askEveryMs)
    asked = {
      at: Date.now(),
      style: openShop().then(
        ({ settings }) => settings?.dates ?? "year-first",
        () => "year-first" as const,
      ),
    };
  return asked.style;
}
