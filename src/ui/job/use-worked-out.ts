"use client";
import { startTransition, useEffect, useRef, useState } from "react";

/** Somebody who typed so shortly ago types on. */
const pauseMs = 400;
/** It follows after so long, whoever types. */
const mostMs = 2000;
const lookMs = 40;

let lastKey = -Infinity;
if (typeof window !== "undefined")
  window.addEventListener("keydown", () => (lastKey = performance.now()), { capture: true });

/** A value, and what was worked out from it. */
export interface WorkedOut<T, R> {
  readonly of: T;
  readonly result: R;
}

/**
 * What is worked out from a value: at once, or where it may lag behind the value in a pause. Working it out takes longer than a
 * frame, and drawing it again as long: neither a key nor what it paints waits for that. It is worked out beside the drawing,
 * which begins anew at every key that comes between.
 *
 * @param work    stays the same function as long as it gives the same
 * @param mayLag  whether what was worked out from the value before may stand a moment longer
 */
export function useWorkedOut<T, R>(
  value: T,
  work: (value: T) => R,
  mayLag: (before: T, now: T) => boolean,
): WorkedOut<T, R> {
  const make = (of: T) => ({ of, result: work(of), work });
  const [held, hold] = useState(() => make(value));
  const isBehind = held.of !== value && held.work === work && mayLag(held.of, value);
  let current = held;
  if (!isBehind && (held.of !== value || held.work !== work)) {
    current = make(value);
    hold(current);
  }
  const behindSince = useRef<number | null>(null);
  useEffect(() => {
    if (!isBehind) {
      behindSince.current = null;
      return;
    }
    behindSince.current ??= performance.now();
    const since = behindSince.current;
    const timer = setInterval(() => {
      const now = performance.now();
      if (now - lastKey < pauseMs && now - since < mostMs) return;
      clearInterval(timer);
      const next = { of: value, result: work(value), work };
      startTransition(() => hold(next));
    }, lookMs);
    return () => clearInterval(timer);
  }, [isBehind, value, work]);
  return current;
}
