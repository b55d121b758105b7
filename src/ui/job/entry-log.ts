import { makeEntry, type Maker } from "@/core/entry/make-entry";
import { clockAhead } from "@/core/entry/clock";
import { declarations, type EntryType } from "@/core/entry/declarations";
import type { Answer } from "@/core/entry/answer";
import type { Envelope, Payload } from "@/core/entry/schema";
import { problem, type Problem } from "@/core/problem/problem";
import { answersFor, type Send } from "../outbox/answers";
import type { Outbox, Refused } from "../outbox/outbox";

export interface LogState {
  /** Kept by the server or on the way to it. */
  readonly entries: readonly Envelope[];
  /** Ids not acknowledged yet. */
  readonly waiting: ReadonlySet<string>;
  readonly refused: readonly Refused[];
  /** Why sending does not succeed at the moment. */
  readonly trouble: Problem | null;
  /** Whether what waits would survive a closed tab. */
  readonly isSafe: boolean;
}

/** Wakes the log up again after a failure. */
export type Later = (work: () => void) => void;

export interface Surroundings {
  readonly send: Send;
  readonly later: Later;
  readonly outbox: Outbox;
}

const stampMatters = (entry: Envelope) =>
  clockAhead(entry) > 0 || "supersedes" in entry.payload || "strikes" in entry.payload;

/**
 * A job's entries in the browser. An entry counts at once, waits in the outbox, and is sent with the same id until
 * the server has acknowledged or refused it; nothing that was acknowledged is ever dropped.
 */
export class EntryLog {
  #state: LogState;
  #sending = false;
  /** What one key or click makes is one act: everything up to the end of the browser's task. */
  #act: string[] | null = null;
  /** Entries of the acts of this visit that can be taken back, newest last. Not shown, so not part of the state. */
  #acts: readonly (readonly string[])[] = [];
  /** Strikes by which acts were taken back, newest last. */
  #undone: readonly string[] = [];
  /** Work on the outbox happens in order. */
  #disk: Promise<void> = Promise.resolve();
  readonly #listeners = new Set<() => void>();

  constructor(
    entries: readonly Envelope[],
    private readonly maker: Maker,
    private readonly around: Surroundings,
  ) {
    this.#state = { entries, waiting: new Set(), refused: [], trouble: null, isSafe: true };
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

  /** Takes up what an earlier visit left waiting or refused. */
  async restore(): Promise<void> {
    const { waiting, refused } = await this.around.outbox
      .load(this.maker.author, this.maker.stream)
      .catch(() => ({ waiting: [], refused: [] }));
    const known = new Set(this.#state.entries.map((entry) => entry.id));
    const come = waiting.filter((entry) => !known.has(entry.id));
    // The server has the others: their acknowledgement was lost, not they.
    this.#onDisk((outbox) =>
      outbox.forget(
        waiting.filter((entry) => known.has(entry.id) && !this.#state.waiting.has(entry.id)).map((entry) => entry.id),
      ),
    );
    if (come.length + refused.length > 0) {
      this.#set({
        entries: [...this.#state.entries, ...come],
        waiting: new Set([...this.#state.waiting, ...come.map((entry) => entry.id)]),
        refused: [...this.#state.refused, ...refused],
      });
    }
    await this.#flush();
  }

  /** Adds one entry and begins to send it. */
  append<T extends EntryType>(type: T, payload: Payload<T>): Envelope {
    const entry = this.#add(type, payload);
    if (!declarations[type].standsForEver) this.#note(entry.id);
    return entry;
  }

  /** Adds an entry that was made elsewhere, where it is not there yet. */
  take(entry: Envelope): void {
    if (!this.#state.entries.some(({ id }) => id === entry.id)) this.#keep(entry);
  }

  #add<T extends EntryType>(type: T, payload: Payload<T>): Envelope {
    const entry = makeEntry(this.maker, type, payload);
    this.#keep(entry);
    return entry;
  }

  #keep(entry: Envelope): void {
    this.#set({ entries: [...this.#state.entries, entry], waiting: new Set([...this.#state.waiting, entry.id]) });
    this.#onDisk((outbox) => outbox.put(entry));
    void this.#flush();
  }

  #note(id: string): void {
    if (this.#act) {
      this.#act.push(id);
      return;
    }
    const act = [id];
    this.#act = act;
    queueMicrotask(() => {
      this.#act = null;
      this.#acts = [...this.#acts, act];
      this.#undone = [];
    });
  }

  /** How many acts of this visit can be taken back. */
  readonly actCount = (): number => this.#acts.length;

  /** Takes back the last act of this visit: strikes its entries, which stay in the record. */
  undo(): readonly Envelope[] {
    const act = this.#acts.at(-1);
    if (!act) return [];
    const strike = this.#add("entry-struck", { strikes: [...act], undo: true });
    this.#acts = this.#acts.slice(0, -1);
    this.#undone = [...this.#undone, strike.id];
    return this.#state.entries.filter((entry) => act.includes(entry.id));
  }

  /** Puts back what was taken back last: strikes the strike. */
  redo(): readonly Envelope[] {
    const strike = this.#state.entries.find((entry) => entry.id === this.#undone.at(-1));
    if (!strike) return [];
    const act = strike.payload.strikes as string[];
    this.#add("entry-struck", { strikes: [strike.id], undo: true });
    this.#acts = [...this.#acts, act];
    this.#undone = this.#undone.slice(0, -1);
    return this.#state.entries.filter((entry) => act.includes(entry.id));
  }

  /** Adds what others wrote, and what the server has of ours. */
  receive(entries: readonly Envelope[]): void {
    const known = new Set(this.#state.entries.map((entry) => entry.id));
    const come = entries.filter((entry) => !known.has(entry.id));
    const acknowledged = entries.filter((entry) => this.#state.waiting.has(entry.id)).map((entry) => entry.id);
    // What the server stamped matters where it changes what an entry does: one that names others, or is ahead of its time.
    const stamped = new Map(
      entries.filter((entry) => known.has(entry.id) && stampMatters(entry)).map((entry) => [entry.id, entry]),
    );
    if (come.length + stamped.size > 0)
      this.#set({ entries: [...this.#state.entries.map((entry) => stamped.get(entry.id) ?? entry), ...come] });
    if (acknowledged.length > 0) this.#settle(acknowledged.map((id) => ({ id, outcome: "kept" })));
  }

  /** Tries again at once: the way to the server may be free. */
  readonly nudge = (): void => void this.#flush();

  /** Takes a refused entry off the list, once a person has seen why. */
  dismiss(id: string): void {
    if (!this.#state.refused.some(({ entry }) => entry.id === id)) return;
    this.#onDisk((outbox) => outbox.forget([id]));
    this.#set({ refused: this.#state.refused.filter(({ entry }) => entry.id !== id) });
  }

  #onDisk(work: (outbox: Outbox) => Promise<void>): void {
    this.#disk = this.#disk
      .then(() => work(this.around.outbox))
      .catch(() => {
        if (this.#state.isSafe) this.#set({ isSafe: false });
      });
  }

  async #flush(): Promise<void> {
    if (this.#sending) return;
    this.#sending = true;
    try {
      while (this.#state.waiting.size > 0) {
        const batch = this.#state.entries.filter((entry) => this.#state.waiting.has(entry.id)).slice(0, 100);
        const answers = answersFor(batch, await this.around.send(batch));
        if ("later" in answers) return this.#pause(answers.later);
        this.#settle(answers);
        // By its own entries, not by how many wait: the live line acknowledges some, and a hand adds others, meanwhile.
        if (batch.every((entry) => this.#state.waiting.has(entry.id)))
          return this.#pause(problem("server-error", [], { request: null }));
      }
    } finally {
      this.#sending = false;
    }
  }

  /** Says why nothing gets through, and comes back to it. */
  #pause(trouble: Problem): void {
    this.#set({ trouble });
    this.around.later(() => void this.#flush());
  }

  #settle(answers: readonly Answer[]): void {
    const waiting = new Set(this.#state.waiting);
    const refused: Refused[] = [];
    const kept: string[] = [];
    let { entries } = this.#state;
    for (const { id, outcome, problems = [] } of answers) {
      const entry = entries.find((each) => each.id === id);
      if (!entry || !waiting.delete(entry.id)) continue;
      if (outcome !== "refused") {
        kept.push(entry.id);
        continue;
      }
      refused.push({ entry, problems });
      this.#onDisk((outbox) => outbox.refuse({ entry, problems }));
      entries = entries.filter((each) => each !== entry);
    }
    if (kept.length > 0) this.#onDisk((outbox) => outbox.forget(kept));
    // The very same list where nothing joins it: who holds it asks by that whether anything was refused since.
    const all = refused.length > 0 ? [...this.#state.refused, ...refused] : this.#state.refused;
    this.#set({ entries, waiting, refused: all, trouble: null });
  }
}
