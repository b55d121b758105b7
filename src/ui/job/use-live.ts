"use client";
import { useEffect } from "react";
import type { Envelope } from "@/core/entry/schema";

export interface LiveNews {
  readonly entries: readonly Envelope[];
  readonly people: Readonly<Record<string, string>>;
}

interface Options {
  readonly job: string;
  /** Number of the last entry the page was made with. */
  readonly after: number;
  readonly onNews: (news: LiveNews) => void;
  /** The way to the server is open again. */
  readonly onOpen: () => void;
}

const retryMs = 5000;

/**
 * Listens for entries that others write to a job. A page nobody looks at lets go of its connection, since a browser
 * keeps few of them for one server, and catches up when it is looked at again.
 */
export function useLive({ job, after, onNews, onOpen }: Options): void {
  useEffect(() => {
    let seq = after;
    let source: EventSource | null = null;
    let retry: ReturnType<typeof setTimeout> | undefined;
    const close = () => {
      clearTimeout(retry);
      source?.close();
      source = null;
    };
    const listen = () => {
      close();
      if (document.visibilityState === "hidden") return;
      const line = new EventSource(`/api/jobs/${job}/live?after=${seq}`);
      source = line;
      line.onopen = onOpen;
      line.onmessage = ({ data, lastEventId }: MessageEvent<string>) => {
        seq = Math.max(seq, Number(lastEventId));
        onNews(JSON.parse(data) as LiveNews);
      };
      // The browser comes back by itself from a line that broke, not from one that was refused.
      line.onerror = () => {
        if (line.readyState === EventSource.CLOSED) retry = setTimeout(listen, retryMs);
      };
    };
    listen();
    document.addEventListener("visibilitychange", listen);
    window.addEventListener("online", listen);
    return () => {
      document.removeEventListener("visibilitychange", listen);
      window.removeEventListener("online", listen);
      close();
    };
  }, [job, after, onNews, onOpen]);
}
