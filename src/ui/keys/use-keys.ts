"use client";
import { useEffect, useLayoutEffect, useRef } from "react";
import { isTyping } from "./is-typing";

/** What keys do, by key as the browser names it; with `ctrl+` and `shift+` before it where they are held. */
export type KeyMap = Readonly<Record<string, () => void>>;

export const keyName = ({
  key,
  ctrlKey,
  metaKey,
  shiftKey,
}: Pick<KeyboardEvent, "key" | "ctrlKey" | "metaKey" | "shiftKey">): string =>
  // Shift is part of what a sign is: `?` is `?` on every keyboard, whatever has to be held for it.
  `${ctrlKey || metaKey ? "ctrl+" : ""}${shiftKey && /^[a-z]$/iu.test(key) ? "shift+" : ""}${key.length === 1 ? key.toLowerCase() : key}`;

/** Listens for keys of the whole screen, except while a person types or a dialog is open. */
export function useKeys(keys: KeyMap, isListening = true): void {
  const latest = useRef(keys);
  useLayoutEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    if (!isListening) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.altKey || isTyping(event) || document.querySelector("[role=dialog]")) return;
      const act = latest.current[keyName(event)];
      if (!act) return;
      event.preventDefault();
      act();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [isListening]);
}
