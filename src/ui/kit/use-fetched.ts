"use client";
import { useEffect, useState } from "react";

/**
 * What the server has at a path; null until it has answered, and as it was while it cannot be reached.
 *
 * @param path   null asks for nothing
 * @param asked  another number asks again
 */
export function useFetched<T>(path: string | null, asked = 0): T | null {
  const [got, setGot] = useState<T | null>(null);
  useEffect(() => {
    if (path === null) return;
    const stop = new AbortController();
    const ask = async () => {
      const answer = await fetch(path, { signal: stop.signal });
      if (answer.ok) setGot((await answer.json()) as T);
    };
    // Leaving the page ends the request, in the middle of its body too: nobody waits for it any more.
    ask().catch(() => {});
    return () => stop.abort();
  }, [path, asked]);
  return got;
}
