"use client";
import { useCallback, useEffect, useRef, type KeyboardEvent } from "react";

const steps: Readonly<Record<string, -1 | 1>> = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 };

const buttonsOf = (row: HTMLElement | null) => [...(row?.querySelectorAll<HTMLButtonElement>("button:enabled") ?? [])];

/** The keyboard stops at a row once: at what is chosen, else at its first. */
function setStop(buttons: readonly HTMLButtonElement[], at: HTMLButtonElement | undefined): void {
  for (const button of buttons) button.tabIndex = button === at ? 0 : -1;
}

/**
 * Answers side by side that are one stop of the keyboard: Tab goes past them, arrows go from one to the next, Enter or the
 * space bar takes one. Going past an answer does not give it: what is answered is kept as an entry.
 */
export function useOneStop() {
  const row = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const buttons = buttonsOf(row.current);
    if (buttons.some((button) => button === document.activeElement)) return;
    setStop(buttons, buttons.find((button) => button.getAttribute("aria-pressed") === "true") ?? buttons[0]);
  });
  const roam = useCallback((event: KeyboardEvent) => {
    const step = steps[event.key];
    const buttons = buttonsOf(row.current);
    const at = buttons.findIndex((button) => button === document.activeElement);
    if (step === undefined || at < 0) return;
    event.preventDefault();
    const next = buttons[(at + step + buttons.length) % buttons.length];
    setStop(buttons, next);
    next?.focus();
  }, []);
  return { row, roam };
}
