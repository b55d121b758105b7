"use client";
import { startTransition, useEffect, useState, type ReactNode } from "react";

/** Whether what was drawn first stands: what can wait is drawn from then on, and never before a key that comes between. */
export function useSettled(): boolean {
  const [isSettled, settle] = useState(false);
  useEffect(() => {
    const soon = setTimeout(() => startTransition(() => settle(true)), 0);
    return () => clearTimeout(soon);
  }, []);
  return isSettled;
}

/**
 * What lies below the window, or is not looked at first: drawn as soon as what is above it stands. Whoever goes to a station does
 * not wait for what is further down.
 *
 * @param now  somebody is at it: it is not waited for
 */
export const Below = ({ now = false, children }: { now?: boolean; children: ReactNode }) =>
  useSettled() || now ? children : null;
