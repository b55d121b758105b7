import type { Envelope } from "@/core/entry/schema";
import { headsOf, readEntries } from "@/store/streams";
import { database } from "./environment";
import { log } from "./log";

/** Told of entries of one stream that were kept after a number. */
type Listener = (entries: readonly Envelope[], seq: number) => void;

interface Watch {
  readonly stream: string;
  seq: number;
  readonly listener: Listener;
}

const everyMs = 1000;

/** So many entries are told at once: one who comes back after weeks gets the others a second later each. */
const mostAtOnce = 200;

/**
 * Watches the heads of streams by asking the database once a second for all of them together, so that it works
 * whichever process kept the entry.
 */
class Watcher {
  readonly #watches = new Set<Watch>();
  #timer: NodeJS.Timeout | null = null;
  #isAsking = false;

  watch(stream: string, after: number, listener: Listener): () => void {
    const watch: Watch = { stream, seq: after, listener };
    this.#watches.add(watch);
    this.#timer ??= setInterval(() => void this.#ask(), everyMs);
    void this.#ask();
    return () => {
      this.#watches.delete(watch);
      if (this.#watches.size > 0 || !this.#timer) return;
      clearInterval(this.#timer);
      this.#timer = null;
    };
  }

  async #ask(): Promise<void> {
    if (this.#isAsking) return;
    this.#isAsking = true;
    try {
      const heads = await headsOf(database(), [...new Set([...this.#watches].map((watch) => watch.stream))]);
      // Those who are equally far in one stream are told the same: it is read once for all of them.
      const read = new Map<string, Promise<Envelope[]>>();
      for (const watch of this.#watches) {
        const head = heads.get(watch.stream) ?? 0;
        if (head <= watch.seq) continue;
        const key = `${watch.stream} ${watch.seq}`;
        const reading = read.get(key) ?? readEntries(database(), watch.stream, watch.seq, mostAtOnce);
        read.set(key, reading);
        const entries = await reading;
        // Numbers have no gaps: as many entries on, as far on.
        watch.seq += entries.length;
        watch.listener(entries, watch.seq);
      }
    } catch (error) {
      log.warn({ err: error }, "live updates wait for the database");
    } finally {
      this.#isAsking = false;
    }
  }
}

// Development reloads modules; the timer must not be there twice.
const kept = globalThis as { emberWatcher?: Watcher; emberLive?: Set<() => void> };
export const watcher = (): Watcher => (kept.emberWatcher ??= new Watcher());

const open = (): Set<() => void> => (kept.emberLive ??= new Set());

/** Ends all live streams: a process that is asked to stop must not wait for pages that stay open. */
export function endLiveStreams(): void {
  for (const end of [...open()]) end();
}

interface Source {
  /** Begins to send; returns how to stop. */
  readonly begin: (send: (event: { readonly id: number; readonly data: unknown }) => void) => () => void;
  /** Whether the one who listens still may. */
  readonly isAllowed: () => Promise<boolean>;
  readonly signal: AbortSignal;
}

const beatMs = 15_000;

/** So much waits for one who listens and does not read; then the line is cut. The browser comes back, and is told from where it was. */
const mostWaitingBytes = 1024 * 1024;

/** A stream of server-sent events. Beats now and then, so that a dead line is noticed, and ends when the session does. */
export function eventStream({ begin, isAllowed, signal }: Source): Response {
  const encoder = new TextEncoder();
  let end: (why?: "slow") => void = () => {};
  const source: UnderlyingDefaultSource<Uint8Array> = {
    start(controller) {
      let isOver = false;
      // News may be on its way while the line ends: then nobody wants it.
      const write = (text: string) => {
        if (isOver) return;
        if ((controller.desiredSize ?? 0) < -mostWaitingBytes) return end("slow");
        controller.enqueue(encoder.encode(text));
      };
      write("retry: 2000\n\n");
      const stop = begin(({ id, data }) => write(`id: ${id}\ndata: ${JSON.stringify(data)}\n\n`));
      const beat = setInterval(() => {
        write(": still here\n\n");
        void isAllowed().then(
          (allowed) => allowed || end(),
          () => {},
        );
      }, beatMs);
      const endHere = () => end();
      end = (why) => {
        if (isOver) return;
        isOver = true;
        stop();
        clearInterval(beat);
        open().delete(endHere);
        try {
          // What waits is let go with it.
          if (why === "slow") controller.error(new Error("the reader does not read"));
          else controller.close();
        } catch {
          /* the reader has gone already */
        }
      };
      open().add(endHere);
      signal.addEventListener("abort", endHere);
    },
    cancel: () => end(),
  };
  const body = new ReadableStream(source, new ByteLengthQueuingStrategy({ highWaterMark: 64 * 1024 }));
  // no-transform: a stream that is compressed waits until there is enough to compress.
  return new Response(body, {
    headers: {
      "Content-Type": "text/event-stream",
      "Cache-Control": "no-store, no-transform",
      "X-Accel-Buffering": "no",
    },
  });
}
