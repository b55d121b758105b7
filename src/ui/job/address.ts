"use client";
import { useCallback, useEffect, useRef, useSyncExternalStore } from "react";

/** This page's address with other words in it; a word of null is not in it. */
function addressWith(words: Readonly<Record<string, string | null>>): string {
  const url = new URL(window.location.href);
  for (const [key, word] of Object.entries(words)) {
    if (word === null) url.searchParams.delete(key);
    else url.searchParams.set(key, word);
  }
  return `${url.pathname}${url.search}`;
}

const listeners = new Set<() => void>();

/**
 * Goes to another address of this page: a step that leads back, or none of its own. The framework need not hear of it: it
 * would draw the page anew when it has time, and this is drawn at once. What it keeps with a step stays with it.
 */
export function goToAddress(address: string, how: "pushState" | "replaceState" = "pushState"): void {
  History.prototype[how].call(window.history, window.history.state, "", address);
  listeners.forEach((listener) => listener());
}

/** For React's external stores: whatever hangs on the address. */
export function onAddress(listener: () => void): () => void {
  listeners.add(listener);
  window.addEventListener("popstate", listener);
  return () => {
    listeners.delete(listener);
    window.removeEventListener("popstate", listener);
  };
}

/**
 * A word in the address, null where it is not there, and how to go where it is another: a step that leads back.
 */
export function useInAddress(key: string): readonly [string | null, (word: string | null) => void] {
  const word = useSyncExternalStore(
    onAddress,
    () => wordInAddress(key),
    () => null,
  );
  const go = useCallback((next: string | null) => goToAddress(addressWith({ [key]: next })), [key]);
  return [word, go];
}

/** Which of a station's tabs is open: in the address, so that a link leads to it and a step back too. */
export function useTab<T extends string>(tabs: readonly T[], usual: T): readonly [T, (tab: T) => void] {
  const [word, go] = useInAddress("tab");
  return [tabs.find((tab) => tab === word) ?? usual, (tab) => go(tab === usual ? null : tab)];
}

const pauseMs = 400;

/**
 * Has the address say what is looked at, once somebody stays with it: a link to it can be sent to a colleague. It is no step of
 * its own, and nothing is drawn for it.
 */
export function useToldInAddress(words: Readonly<Record<string, string | null>>, place: string | undefined): void {
  const text = JSON.stringify(words);
  const isFirst = useRef(true);
  useEffect(() => {
    // As it was opened it says so already.
    if (isFirst.current) {
      isFirst.current = false;
      return;
    }
    const timer = setTimeout(() => {
      const said = JSON.parse(text) as Readonly<Record<string, string | null>>;
      History.prototype.replaceState.call(window.history, window.history.state, "", addressWith(said));
    }, pauseMs);
    return () => clearTimeout(timer);
  }, [text, place]);
}

/** A word of the address as it is now. */
export const wordInAddress = (key: string): string | null =>
  typeof window === "undefined" ? null : new URLSearchParams(window.location.search).get(key);
