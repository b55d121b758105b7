"use client";
import { useState } from "react";

/** What was typed into one figure: by input, the text, or the measured place that stands for it. */
export interface Typed {
  readonly texts: Readonly<Record<string, string>>;
  readonly rows: Readonly<Record<string, string>>;
}

interface Kept {
  readonly figure: string;
  readonly typed: Readonly<Record<string, Typed>>;
}

const placeOf = (job: string) => `figures:${job}`;

/** What this device remembers of a job's figures; nothing where it remembers nothing, or may not. */
function remembered(job: string): Kept | null {
  try {
    const kept = JSON.parse(localStorage.getItem(placeOf(job)) ?? "null") as Partial<Kept> | null;
    return kept && typeof kept.figure === "string" && typeof kept.typed === "object" ? (kept as Kept) : null;
  } catch {
    return null;
  }
}

/** The figure in hand and what was typed into each: kept on this device, by job. */
export function useTyped(job: string, first: string) {
  const [kept, setKept] = useState<Kept>(() => remembered(job) ?? { figure: first, typed: {} });
  const keep = (next: Kept) => {
    setKept(next);
    try {
      localStorage.setItem(placeOf(job), JSON.stringify(next));
    } catch {
      // A device that keeps nothing still reckons.
    }
  };
  return {
    figure: kept.figure,
    choose: (figure: string) => keep({ ...kept, figure }),
    typed: kept.typed[kept.figure] ?? { texts: {}, rows: {} },
    type: (typed: Typed) => keep({ ...kept, typed: { ...kept.typed, [kept.figure]: typed } }),
  };
}
