"use client";
import { chakra } from "@chakra-ui/react";
import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useState,
  useSyncExternalStore,
  type ReactNode,
} from "react";
import { createJudge, type Measuring } from "@/core/assess";
import type { Assessment } from "@/core/assessment";
import type { Shop } from "@/core/entry/fold-shop";
import type { EntryType, Envelope, Payload } from "@/core/entry/schema";
import { CoreError } from "@/core/errors";
import { problem } from "@/core/problem/problem";
import { jobSituation } from "@/core/order/order";
import { packFor } from "@/core/pack/conditions";
import type { CompiledPack } from "@/core/pack/compile-pack";
import { openPack } from "@/core/pack/open-pack";
import { shownUnit, unitById, type Unit } from "@/core/quantity/units";
import { sourceNames } from "@/words/say-option";
import type { Wording } from "@/words/say-problem";
import { sayAct, sayAuthor } from "@/words/say-entry";
import type { LogState } from "./entry-log";
import { photoEntry } from "../outbox/photo-entry";
import { browserPhotoQueue } from "../outbox/browser-photo-queue";
import type { PhotoAbout, QueuedPhoto } from "../outbox/photo-queue";
import { writePhoto } from "../outbox/write-photo";
import type { Me } from "../kit/me";
import { dayIn } from "@/core/entry/clock";
import { DayProvider } from "../kit/day";
import { newId } from "../kit/new-id";
import { useKeepJob } from "../away/use-keep-job";
import { RawRecord } from "./RawRecord";
import { useActAs } from "../outbox/fetch-as-me";
import { tellServer } from "../outbox/tell-server";
import { useEntryLog } from "./use-entry-log";
import { GlossaryProvider } from "./Glossary";
import { useWorkedOut } from "./use-worked-out";
import { useAskBeforeLeaving } from "../kit/use-ask-before-leaving";
import { useLive, type LiveNews } from "./use-live";

interface Props {
  readonly id: string;
  /** The job's entries, all of them, as the text of a JSON list. */
  readonly record: string;
  /** The pack it goes by, as JSON. */
  readonly packText: string;
  readonly shop: Shop;
  readonly people: Readonly<Record<string, string>>;
  readonly me: Me;
  /** The server's 'now' when it made the page: the browser begins with the same one. */
  readonly asOf: string;
  /** When this device kept the job, where it comes from there and not from the server: ISO 8601. */
  readonly keptAt?: string;
  readonly children: ReactNode;
}

export interface JobView {
  readonly id: string;
  readonly pack: CompiledPack;
  readonly shop: Shop;
  readonly me: Me;
  readonly mayWrite: boolean;
  readonly mayDecide: boolean;
  readonly assessment: Assessment;
  readonly log: LogState;
  /** What lengths are shown and taken in. */
  readonly unit: Unit;
  /** Shows this person lengths in a unit from now on, on every device; what the job goes by stays as it is. */
  readonly showIn: (unit: "mm" | "in") => void;
  /** What a quantity of the pack is shown and taken in, by its unit. */
  readonly unitFor: (id: string) => Unit;
  readonly wording: Wording;
  readonly nameOf: (author: string) => string;
  readonly append: <T extends EntryType>(type: T, payload: Payload<T>) => Envelope;
  readonly dismiss: (entry: string) => void;
  /** Takes back the last act of this visit, or puts it back; what was done is said by `told`. */
  readonly undo: () => void;
  readonly redo: () => void;
  /** What was just taken back or put back. */
  readonly told: string | null;
  /** When this device kept what is shown, until the server was heard since. */
  readonly keptAt: string | null;
  readonly newId: () => string;
  /** The moment it is, as ISO 8601: for what a person does now. */
  readonly now: () => string;
  /** The day that is where the shop stands. */
  readonly today: () => string;
  readonly chooseRow: (row: string | null) => void;
  readonly takeInHand: (part: string | null) => void;
  /** Photos on their way to the server. */
  readonly queued: readonly QueuedPhoto[];
  readonly addPhotos: (files: Iterable<File>, about: PhotoAbout) => void;
  readonly dismissPhoto: (id: string) => void;
  /** This device could not keep the job: without a network it is not here. */
  readonly isDeviceFull: boolean;
}

/** What a person is at: it changes from key to key, and only what shows it is drawn for it. */
export interface InHand {
  /** The row whose part tag is open. */
  readonly row: string | null;
  /** The part in hand at Strip, Clean and Crack-check. */
  readonly hand: string | null;
}

const Context = createContext<JobView | null>(null);
const InHandContext = createContext<InHand>({ row: null, hand: null });

/** The row and the part that a person is at. */
export const useInHand = (): InHand => useContext(InHandContext);

const MeasuringContext = createContext<Measuring | null>(null);

/** What was measured, to the last reading: while the rest of the assessment follows it by a moment. */
export function useMeasuring(): Measuring {
  const measuring = useContext(MeasuringContext);
  if (!measuring) throw new CoreError("no-job", "useMeasuring needs a JobProvider around it");
  return measuring;
}

/** The job that the page is about. */
export function useJob(): JobView {
  const job = useContext(Context);
  if (!job) throw new CoreError("no-job", "useJob needs a JobProvider around it");
  return job;
}

/**
 * Whether what came since is readings alone: a bench takes many, one after the other, and reads its own table meanwhile. What
 * was refused is told at once: who sees it late would answer it twice.
 */
const areReadings = (before: LogState, now: LogState) =>
  now.refused === before.refused &&
  now.entries.length >= before.entries.length &&
  now.entries.slice(before.entries.length).every(({ type }) => type === "reading-taken");

interface Judged {
  /** The log as it is judged: behind it by a moment while readings come in. */
  readonly shown: LogState;
  /** What went wrong with it where it cannot be judged: one job must not take the program down. */
  readonly assessment: Assessment | Error;
  readonly measuring: Measuring | null;
}

/** A reading is painted with what it measures, and all that rests on it follows as soon as there is time. */
function useJudged(pack: CompiledPack, state: LogState, asOf: string): Judged {
  const judge = useMemo(() => createJudge(pack), [pack]);
  const work = useCallback(
    ({ entries }: LogState) => {
      try {
        return judge.assess(entries, asOf);
      } catch (error) {
        return error as Error;
      }
    },
    [judge, asOf],
  );
  const { of: shown, result: assessment } = useWorkedOut(state, work, areReadings);
  const measuring = useMemo(() => {
    if (assessment instanceof Error) return null;
    try {
      return shown.entries === state.entries ? assessment : judge.measuring(state.entries);
    } catch {
      return assessment;
    }
  }, [judge, assessment, shown.entries, state.entries]);
  return { shown, assessment, measuring };
}

const never = () => () => {};

/**
 * Holds a job's log and its assessment while the person moves between stations. A job is judged in the browser only: the
 * server sends what it is judged by, and works out no page of it.
 */
export function JobProvider(props: Props) {
  const isInBrowser = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  return isInBrowser ? <JobHolder {...props} /> : <OpeningJob />;
}

/** Stands there until the browser has taken the page over. */
const OpeningJob = () => (
  <chakra.p p="24px" color="quiet" aria-busy>
    Opening the job…
  </chakra.p>
);

function JobHolder({ id, record, packText, shop, people, me, asOf, keptAt, children }: Props) {
  useActAs(me.id);
  const whole = useMemo(() => {
    const read = openPack(JSON.parse(packText));
    if (!read.ok) throw new CoreError("bad-pack", read.problems.map((found) => found.code).join(", "));
    return read.value;
  }, [packText]);
  const initialEntries = useMemo(() => JSON.parse(record) as readonly Envelope[], [record]);
  const { log, state } = useEntryLog(id, me.id, initialEntries);
  const [met, setMet] = useState(people);
  const onNews = useCallback(
    (news: LiveNews) => {
      setMet((before) => ({ ...before, ...news.people }));
      log.receive(news.entries);
    },
    [log],
  );
  const [isAway, setAway] = useState(keptAt !== undefined);
  const onOpen = useCallback(() => {
    setAway(false);
    log.nudge();
  }, [log]);
  // What a device kept may have gaps where the server's record has none.
  useLive({ job: id, after: keptAt === undefined ? initialEntries.length : 0, onNews, onOpen });
  const [told, setTold] = useState<{ words: string; acts: number } | null>(null);
  const [row, chooseRow] = useState<string | null>(null);
  const [hand, takeInHand] = useState<string | null>(null);
  // A page that was closed between the photo and the entry of it tries again, and writes the same.
  const [queue] = useState(() =>
    browserPhotoQueue((taken, photo) =>
      photo.job === id ? log.take(photoEntry(photo, taken)) : writePhoto(taken, photo),
    ),
  );
  useEffect(() => void queue.restore(me.id), [queue, me.id]);
  const queued = useSyncExternalStore(queue.subscribe, queue.state, queue.state);
  useAskBeforeLeaving(queued.some(({ isKept, state }) => !isKept && state !== "refused"));

  const { shown, assessment: judged, measuring } = useJudged(whole, state, asOf);
  const assessment = judged instanceof Error ? null : judged;
  const kept = useMemo(
    () => ({
      id,
      name: assessment?.job.header?.name ?? id,
      number: assessment?.job.header?.engine.number ?? null,
      me,
      entries: shown.entries.filter((entry) => !shown.waiting.has(entry.id)),
      packText,
      shop,
      people: met,
    }),
    [id, assessment, me, shown, packText, shop, met],
  );
  const isDeviceFull = useKeepJob(
    kept,
    useMemo(() => assessment?.job.photos.map(({ photo }) => photo) ?? [], [assessment]),
  );
  // As it is for this engine: what another variant has is not asked for.
  const pack = assessment ? packFor(whole, jobSituation(assessment.order)) : whole;
  const ofJob = assessment?.job.header?.unit ?? "mm";
  const [ownUnit, setOwnUnit] = useState(me.unit ?? null);
  const unitId = ownUnit ?? ofJob;
  const zone = assessment?.order.settings?.zone ?? shop.settings?.zone ?? null;
  const days = assessment?.order.settings?.dates ?? shop.settings?.dates ?? "year-first";
  const wording = useMemo<Wording>(
    () => ({ unit: unitById(unitId)!, sources: sourceNames(pack.pack, "short"), days }),
    [unitId, pack, days],
  );

  const view = useMemo<JobView | null>(
    () =>
      assessment && {
        id,
        pack,
        shop,
        me,
        assessment,
        wording,
        chooseRow,
        takeInHand,
        queued,
        log: shown,
        mayWrite: me.role !== "viewer",
        mayDecide: me.role === "lead",
        unit: wording.unit,
        unitFor: (id) => shownUnit(id, wording.unit),
        showIn: (next) => {
          const own = next === ofJob ? null : next;
          setOwnUnit(own);
          // Where the server cannot be told it holds for this visit.
          void tellServer("PUT", "/api/me/unit", { unit: own });
        },
        nameOf: (author) => sayAuthor(author, { [me.id]: me.name, ...met }),
        append: (type, payload) => log.append(type, payload),
        addPhotos: (files, about) => {
          for (const file of files)
            void queue.add({ id: newId(), job: id, author: me.id, name: file.name, file, about });
        },
        dismissPhoto: (photo) => queue.dismiss(photo),
        isDeviceFull,
        dismiss: (entry) => log.dismiss(entry),
        undo: () => {
          const act = log.undo();
          setTold({
            words:
              act.length === 0
                ? "Nothing of this visit is left to take back."
                : `Taken back: ${sayAct(act)}. It stays in the record, struck.`,
            acts: log.actCount(),
          });
        },
        redo: () => {
          const act = log.redo();
          setTold({
            words: act.length === 0 ? "Nothing was taken back that could be put back." : `Put back: ${sayAct(act)}.`,
            acts: log.actCount(),
          });
        },
        keptAt: isAway ? keptAt! : null,
        told: told && told.acts === log.actCount() ? told.words : null,
        newId,
        now: () => new Date().toISOString(),
        today: () => dayIn(new Date().toISOString(), assessment.order.settings?.zone),
      },
    [
      id,
      pack,
      shop,
      me,
      assessment,
      wording,
      ofJob,
      queued,
      queue,
      shown,
      met,
      log,
      told,
      isAway,
      keptAt,
      isDeviceFull,
    ],
  );
  const inHand = useMemo(() => ({ row, hand }), [row, hand]);
  if (!view) {
    const trouble = problem("job-unreadable", [id], { why: (judged as Error).message.slice(0, 200) });
    return <RawRecord me={me} job={{ id, name: null, entries: state.entries, people: met, trouble }} />;
  }
  return (
    <Context.Provider value={view}>
      <MeasuringContext.Provider value={measuring}>
        <InHandContext.Provider value={inHand}>
          <DayProvider style={days} zone={zone}>
            <GlossaryProvider>{children}</GlossaryProvider>
          </DayProvider>
        </InHandContext.Provider>
      </MeasuringContext.Provider>
    </Context.Provider>
  );
}
