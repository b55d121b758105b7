"use client";
import { createContext, useCallback, useContext, useMemo, type ReactNode } from "react";
import { dayIn } from "@/core/entry/clock";
import type { DayStyle } from "@/core/entry/schema";
import { sayDay } from "@/words/say-day";

interface Days {
  readonly style: DayStyle;
  /** Where the shop stands; UTC where it did not say. */
  readonly zone: string | null;
}

const Context = createContext<Days>({ style: "year-first", zone: null });

/** How the shop writes days, and whose days they are, for all that stands in it. */
export function DayProvider({ style, zone, children }: Days & { children: ReactNode }) {
  return <Context.Provider value={useMemo(() => ({ style, zone }), [style, zone])}>{children}</Context.Provider>;
}

export const useDayStyle = (): DayStyle => useContext(Context).style;

/** Says days and the days of moments as the shop writes them. */
export function useDay(): (moment: string) => string {
  const { style, zone } = useContext(Context);
  return useCallback((moment: string) => sayDay(dayIn(moment, zone), style), [style, zone]);
}

/** A day, or the day of a moment, as the shop writes it. */
export const Day = ({ of }: { of: string }) => {
  const say = useDay();
  return <time dateTime={of}>{say(of)}</time>;
};
