"use client";
import { createContext, useCallback, useContext, type ReactNode } from "react";
import type { DayStyle } from "@/core/entry/schema";
import { sayDay } from "@/words/say-day";

const Context = createContext<DayStyle>("year-first");

/** How the shop writes days, for all that stands in it. */
export const DayProvider = ({ style, children }: { style: DayStyle; children: ReactNode }) => (
  <Context.Provider value={style}>{children}</Context.Provider>
);

export const useDayStyle = (): DayStyle => useContext(Context);

/** Says days and the days of moments as the shop writes them. */
export function useDay(): (moment: string) => string {
  const style = useDayStyle();
  return useCallback((moment: string) => sayDay(moment, style), [style]);
}

/** A day, or the day of a moment, as the shop writes it. */
export const Day = ({ of }: { of: string }) => {
  const say = useDay();
  return <time dateTime={of}>{say(of)}</time>;
};
