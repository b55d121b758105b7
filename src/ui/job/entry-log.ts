import { makeEntry, type Maker } from "@/core/entry/make-entry";
import type { EntryType, Envelope, Payload } from "@/core/entry/schema";
import { problem, type Problem } from "@/core/problem";

/** An entry the server would not take, with its reasons. */
export interface Refused {
  readonly entry: Envelope;
  readonly problems: readonly Problem[];
}

export interface LogState {
  /** Kept by the server or on the way to it. */
  readonly entries: readonly Envelope[];
  /** Ids not acknowledged yet. */
  readonly waiting: ReadonlySet<string>;
  readonly refused: readonly Refused[];
  /** Why sending does not succeed at the moment. */
  readonly trouble: Problem | null;
}

interface Answer {
  readonly id: string | null;
  readonly outcome: "kept" | "kept-before" | "refused";
  readonly problems?: readonly Problem[];
}

/** What the server said to a batch: an answer for each, or one problem for all. */
export type Reply = { readonly answers: readonly Answer[] } | { readonly status: number; readonly problems: readonly Problem[] };

export type Send = (entries: readonly Envelope[]) => Promise<Reply>;

/** Wakes the log up again after a failure. */
export type Later = (work: () => void) => void;

/** The server may yet take what it could not take now. */
const isPassing = (status: number) => status === 401 || status === 408 || status === 429 || status >= 500;

/**
 * A job's entries in the browser. An entry counts at once and is sent with the same id until the server has
 * acknowledged or refused it; nothing that was acknowledged is ever dropped.
 */
export class EntryLog {
  #state: LogState;
  #sending = false;
  readonly #listeners = new Set<() => void>();

  constructor(
    entries: readonly Envelope[],
    private readonly maker: Maker,
    private readonly send: Send,
    private readonly later: Later,
  ) {
    this.#state = { entries, waiting: new Set(), refused: [], trouble: null };
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  readonly state = (): LogState => this.#state;

  #set(change: Partial<LogState>): void {
    this.#state = { ...this.#state, ...change };
    for (const listener of this.#listeners) listener();
  }

  /** Adds one entry and begins to send it. */
  append<T extends EntryType>(type: T, payload: Payload<T>): Envelope {
    const entry = makeEntry(this.maker, type, payload);
    this.#set({ entries: [...this.#state.entries, entry], waiting: new Set([...this.#state.waiting, entry.id]) });
    void this.#flush();
    return entry;
  }

  /** Takes a refused entry off the list, once a person has seen why. */
  dismiss(id: string): void {
    this.#set({ refused: this.#state.refused.filter(({ entry }) => entry.id !== id) });
  }

  async #flush(): Promise<void> {
    if (this.#sending) return;
    this.#sending = true;
    try {
      while (this.#state.waiting.size > 0) {
        const batch = this.#state.entries.filter((entry) => this.#state.waiting.has(entry.id)).slice(0, 100);
        const reply = await this.send(batch).catch((): Reply => ({ status: 503, problems: [problem("error", "server-unreachable")] }));
        const before = this.#state.waiting.size;
        if ("answers" in reply) this.#settle(reply.answers);
        else if (isPassing(reply.status)) {
          const [found] = reply.problems;
          return this.#pause(found?.code === "signed-out" ? found : problem("error", "server-unreachable"));
        } else this.#settle(batch.map((entry) => ({ id: entry.id, outcome: "refused", problems: reply.problems })));
        if (this.#state.waiting.size === before) return this.#pause(problem("error", "server-error"));
      }
    } finally {
      this.#sending = false;
    }
  }

  /** Says why nothing gets through, and comes back to it. */
  #pause(trouble: Problem): void {
    this.#set({ trouble });
    this.later(() => void this.#flush());
  }

  #settle(answers: readonly Answer[]): void {
    const waiting = new Set(this.#state.waiting);
    const refused = [...this.#state.refused];
    let { entries } = this.#state;
    for (const { id, outcome, problems = [] } of answers) {
      const entry = entries.find((each) => each.id === id);
      if (!entry || !waiting.delete(entry.id)) continue;
      if (outcome !== "refused") continue;
      refused.push({ entry, problems });
      entries = entries.filter((each) => each !== entry);
    }
    this.#set({ entries, waiting, refused, trouble: null });
  }
}
