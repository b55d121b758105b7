"use client";
import { startTransition, useEffect, useRef, useState } from "react";

/** Somebody who typed so shortly ago types on. */
const pauseMs = 200;
/** It follows after so long, whoever types. */
const mostMs = 2000;
const lookMs = 40;

let lastKey = -Infinity;
if (typeof window !== "undefined")
  window.addEventListener("keydown", () => (lastKey = performance.now()), { capture: true });

/**
 * A value as it was, until there is a pause: what is worked out from it takes longer than a frame, and neither a key nor what
 * it paints waits for that.
 */
export function useLater<T>(value: T): T {
  const [later, setLater] = useState(value);
  const behindSince = useRef<number | null>(null);
  useEffect(() => {
    if (later === value) {
      behindSince.current = null;
      return;
    }
    behindSince.current ??= performance.now();
    const since = behindSince.current;
    const timer = setInterval(() => {
      const now = performance.now();
      if (now - lastKey < pauseMs && now - since < mostMs) return;
      clearInterval(timer);
      startTransition(() => setLater(() => value));
    }, lookMs);
    return () => clearInterval(timer);
  }, [later, value]);
  return later;
}
