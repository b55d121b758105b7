import { minorUnits, type Money } from "@/core/option/price-option";
import { grouped } from "./grouped";

const major = (minor: number) => grouped(Math.round(minor / minorUnits));

/** An amount in major units with its currency, where the job took one: “EUR 1,240”. */
export const sayAmount = (amount: number, currency: string | null): string =>
  `${currency === null ? "" : `${currency} `}${grouped(Math.round(amount))}`;

/** An amount to the minor unit: “EUR 1,240.50”. */
export const sayExact = (minor: number, currency: string | null): string => {
  const [whole, rest] = [Math.trunc(Math.abs(minor) / minorUnits), Math.abs(minor) % minorUnits];
  return `${currency === null ? "" : `${currency} `}${minor < 0 ? "−" : ""}${grouped(whole)}.${String(rest).padStart(2, "0")}`;
};

/** A price, or the span it lies in: “EUR 118”, “EUR 90–140”. */
export const sayMoney = ({ low, likely, high }: Money, currency: string | null): string =>
  `${currency === null ? "" : `${currency} `}${low === high ? major(likely) : `${major(low)}–${major(high)}`}`;

/** Minutes of work: “45 min”, “3.5 h”. */
export const sayMinutes = (minutes: number): string =>
  minutes < 90 ? `${Math.round(minutes)} min` : `${(minutes / 60).toFixed(1).replace(/\.0$/u, "")} h`;
