"use client";
import { createContext, useContext, useEffect, useMemo, useState, useSyncExternalStore, type ReactNode } from "react";
import { assess, type Assessment } from "@/core/assess";
import type { Shop } from "@/core/entry/fold-shop";
import { makeId } from "@/core/entry/make-entry";
import type { EntryType, Envelope, Payload } from "@/core/entry/schema";
import { CoreError } from "@/core/errors";
import { readPack, type CompiledPack } from "@/core/pack/compile-pack";
import { unitById, type Unit } from "@/core/quantity/units";
import { sourceNames } from "@/words/say-option";
import type { Wording } from "@/words/say-problem";
import { EntryLog, type LogState } from "./entry-log";
import { sendEntries } from "./send-entries";

export interface Me {
  readonly id: string;
  readonly name: string;
  readonly role: "lead" | "viewer";
}

interface Props {
  readonly id: string;
  readonly initialEntries: readonly Envelope[];
  readonly packJson: unknown;
  readonly shop: Shop;
  readonly people: Readonly<Record<string, string>>;
  readonly me: Me;
  /** The server's 'now' when it made the page: the browser begins with the same one. */
  readonly asOf: string;
  readonly children: ReactNode;
}

export interface JobView {
  readonly id: string;
  readonly pack: CompiledPack;
  readonly shop: Shop;
  readonly me: Me;
  readonly mayWrite: boolean;
  readonly assessment: Assessment;
  readonly log: LogState;
  readonly unit: Unit;
  readonly wording: Wording;
  readonly nameOf: (author: string) => string;
  readonly append: <T extends EntryType>(type: T, payload: Payload<T>) => Envelope;
  readonly dismiss: (entry: string) => void;
  readonly newId: () => string;
  /** The row whose part tag is open. */
  readonly row: string | null;
  readonly chooseRow: (row: string | null) => void;
}

const Context = createContext<JobView | null>(null);

/** The job that the page is about. */
export function useJob(): JobView {
  const job = useContext(Context);
  if (!job) throw new CoreError("no-job", "useJob needs a JobProvider around it");
  return job;
}

const random = () => crypto.getRandomValues(new Uint8Array(16));
const retryAfterMs = 2000;

/** Holds a job's log and its assessment while the person moves between stations. */
export function JobProvider({ id, initialEntries, packJson, shop, people, me, asOf, children }: Props) {
  const pack = useMemo(() => {
    const read = readPack(packJson);
    if (!read.ok) throw new CoreError("bad-pack", read.problems.map((found) => found.code).join(", "));
    return read.value;
  }, [packJson]);
  const [log] = useState(
    () => new EntryLog(initialEntries, { stream: id, author: me.id, now: Date.now, random }, sendEntries, (work) => setTimeout(work, retryAfterMs)),
  );
  const state = useSyncExternalStore(log.subscribe, log.state, log.state);
  const [row, chooseRow] = useState<string | null>(null);

  const waiting = state.waiting.size > 0;
  useEffect(() => {
    if (!waiting) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener("beforeunload", ask);
    return () => window.removeEventListener("beforeunload", ask);
  }, [waiting]);

  const assessment = useMemo(() => assess(pack, state.entries, asOf), [pack, state.entries, asOf]);
  const unitId = assessment.job.header?.unit ?? "mm";
  const wording = useMemo<Wording>(() => ({ unit: unitById(unitId)!, sources: sourceNames(pack.pack, "short") }), [unitId, pack]);

  const view = useMemo<JobView>(
    () => ({
      id, pack, shop, me, assessment, wording, row, chooseRow,
      log: state,
      mayWrite: me.role === "lead",
      unit: wording.unit,
      nameOf: (author) => people[author] ?? (author === me.id ? me.name : author),
      append: (type, payload) => log.append(type, payload),
      dismiss: (entry) => log.dismiss(entry),
      newId: () => makeId({ now: Date.now, random }),
    }),
    [id, pack, shop, me, assessment, wording, row, state, people, log],
  );
  return <Context.Provider value={view}>{children}</Context.Provider>;
}
