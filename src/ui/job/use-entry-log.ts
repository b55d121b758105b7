"use client";
import { useEffect, useState, useSyncExternalStore } from "react";
import { oneByOne } from "@/core/entry/make-entry";
import type { Envelope } from "@/core/entry/schema";
import { browserOutbox } from "../outbox/outbox";
import { useAskBeforeLeaving } from "../kit/use-ask-before-leaving";
import { EntryLog, type LogState } from "./entry-log";
import { sendEntries } from "../outbox/send-entries";

const random = () => crypto.getRandomValues(new Uint8Array(16));
const retryAfterMs = 2000;

/** A stream's log in this browser: what was here when the page was made, and whatever an earlier visit left waiting. */
export function useEntryLog(
  stream: string,
  author: string,
  initialEntries: readonly Envelope[],
): { readonly log: EntryLog; readonly state: LogState } {
  const [log] = useState(
    () =>
      new EntryLog(
        initialEntries,
        { stream, author, now: oneByOne(Date.now), random },
        { send: sendEntries, later: (work) => setTimeout(work, retryAfterMs), outbox: browserOutbox() },
      ),
  );
  useEffect(() => void log.restore(), [log]);
  const state = useSyncExternalStore(log.subscribe, log.state, log.state);

  // What waits is kept by the browser; only where it refuses to keep anything would closing lose it.
  useAskBeforeLeaving(state.waiting.size > 0 && !state.isSafe);
  return { log, state };
}
