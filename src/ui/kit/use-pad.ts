"use client";
import { useSyncExternalStore } from "react";

const key = "ember-pad";
const changed = new EventTarget();
const read = (): string | null => {
  try {
    return localStorage.getItem(key);
  } catch {
    return null;
  }
};

/** The keyboard a phone brings up for a figure: digits alone, or letters and a slash as well. */
export interface Pad {
  readonly inputMode: "decimal" | "text";
  readonly choose: (inputMode: Pad["inputMode"]) => void;
}

/**
 * What was chosen on this device; digits while lengths are millimetres, letters and a slash where they are inches.
 *
 * @param unit  id of the unit figures are typed in
 */
export function usePad(unit: string): Pad {
  const chosen = useSyncExternalStore(
    (tell) => {
      changed.addEventListener("change", tell);
      return () => changed.removeEventListener("change", tell);
    },
    read,
    () => null,
  );
  return {
    inputMode: chosen === "text" || chosen === "decimal" ? chosen : unit === "in" ? "text" : "decimal",
    choose: (inputMode) => {
      try {
        localStorage.setItem(key, inputMode);
      } catch {
        // Without a store of its own the device asks again at the next page.
      }
      changed.dispatchEvent(new Event("change"));
    },
  };
}
