"use client";
import { useEffect, useState } from "react";
import type { Answer } from "../outbox/ask";

/** While somebody types it is asked for once the hand rests. */
const restMs = 180;

/**
 * What a search finds for a text, asked anew as the text changes and once more with each round.
 *
 * @param find  asks the server; the same function each time
 * @returns     nothing yet, what was found, or null where the server could not be reached
 */
export function useSearch<T>(
  text: string,
  find: (text: string) => Promise<Answer<T>>,
  round = 0,
): { readonly found: T | null | undefined } {
  const [found, setFound] = useState<T | null | undefined>(undefined);
  useEffect(() => {
    if (text.trim() === "") return;
    let isHere = true;
    const later = setTimeout(
      () =>
        void find(text).then((answer) => {
          if (isHere) setFound(answer.ok ? answer.value : null);
        }),
      restMs,
    );
    return () => {
      isHere = false;
      clearTimeout(later);
    };
  }, [text, find, round]);
  return { found: text.trim() === "" ? undefined : found };
}
