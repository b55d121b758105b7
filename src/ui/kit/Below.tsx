"use client";
import { startTransition, useEffect, useState, type ReactNode } from "react";

/**
 * What lies below the window, or is not looked at first: drawn as soon as what is above it stands, and never before a key that
 * comes between. Whoever goes to a station sees it a frame later, and does not wait for what is further down.
 *
 * @param height  what it takes up until then, where something stands below it
 */
export function Below({ height, children }: { height?: string; children: ReactNode }) {
  const [isTime, setTime] = useState(false);
  useEffect(() => {
    const soon = setTimeout(() => startTransition(() => setTime(true)), 0);
    return () => clearTimeout(soon);
  }, []);
  return isTime ? children : height === undefined ? null : <div style={{ height }} aria-hidden />;
}
