"use client";
import { useEffect, useLayoutEffect, useRef } from "react";
import type { TagCode } from "@/core/strip/tag-code";
import { noScan, scanKey } from "./scan-buffer";

/** Takes a code back out of the field that the scanner typed it into. */
function clearFrom(field: Element | null, typed: string): void {
  if (!(field instanceof HTMLInputElement) && !(field instanceof HTMLTextAreaElement)) return;
  const at = field.value.toUpperCase().lastIndexOf(typed);
  if (at < 0) return;
  const value = field.value.slice(0, at) + field.value.slice(at + typed.length);
  const prototype = field instanceof HTMLInputElement ? HTMLInputElement.prototype : HTMLTextAreaElement.prototype;
  // The way past React's own bookkeeping, so that it sees the change.
  Object.getOwnPropertyDescriptor(prototype, "value")!.set!.call(field, value);
  field.dispatchEvent(new Event("input", { bubbles: true }));
}

/** Listens for a scanner that types a tag's code, wherever the person is; what it typed into a field is taken out again. */
export function useScanner(onTag: (code: TagCode) => void): void {
  const latest = useRef(onTag);
  useLayoutEffect(() => {
    latest.current = onTag;
  });
  useEffect(() => {
    let scan = noScan;
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey) return void (scan = noScan);
      scan = scanKey(scan, event.key);
      // Keys of a code are nobody's shortcuts; a field still gets them, in case they were no code after all.
      if (scan.isTag) event.stopImmediatePropagation();
      if (!scan.code) return;
      event.preventDefault();
      clearFrom(document.activeElement, scan.typed);
      latest.current(scan.code);
      scan = noScan;
    };
    window.addEventListener("keydown", onKey, { capture: true });
    return () => window.removeEventListener("keydown", onKey, { capture: true });
  }, []);
}
