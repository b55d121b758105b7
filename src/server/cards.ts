import * as z from "@/core/z";
import { assess } from "@/core/assess";
import {
  cardOf,
  shows,
  sorts,
  wordsOf,
  type Listing,
  type BrokenCard,
  type CardPage,
  type JobCard,
} from "@/core/views/card";
import { headerOf } from "@/core/entry/fold";
import { problem } from "@/core/problem/problem";
import { coreVersion } from "@/core/version";
import {
  countJobs,
  countStale,
  dropCard,
  keepCard,
  listCards,
  namedJobs as namesOfJobs,
  staleJobs,
  usualListing,
  type Making,
} from "@/store/cards";
import { beginJudging, forgetAside, noteEnding, unended, type EndedBy } from "@/store/asides";
import { StoreError } from "@/store/connection";
import { database } from "./environment";
import { isBroken, openAnyJob, openRecord } from "./jobs";
import { log } from "./log";

const dayMs = 86_400_000;

/** What makes cards here: another version of the core, or another build of it, makes them anew. */
export const making = (now: Date): Making => ({
  core: `${coreVersion} ${process.env.EMBER_BUILD ?? ""}`.trim().slice(0, 80),
  notBefore: new Date(now.getTime() - dayMs),
});

/** So many lines come with the page; the browser asks for the others. */
export const firstLines = 6;

/** A listing as an address has it; what it does not say, or says wrong, is as usual. */
export const ListingQuery = z.object({
  words: z.catch(z.string().check(z.maxLength(200)), usualListing.words),
  show: z.catch(z.enum(shows), usualListing.show),
  sort: z.catch(z.enum(sorts), usualListing.sort),
});

/** A stretch of the list of jobs, as the cards have it. No job is judged for it. */
export async function cardPage(from: number, most: number, listing: Listing): Promise<CardPage> {
  const made = making(new Date());
  const [lines, total, unread] = await Promise.all([
    listCards(database(), made, { from, most, ...listing }),
    countJobs(database(), listing),
    listing.words.trim() === "" ? 0 : countStale(database(), made),
  ]);
  return { lines, total, unread };
}

/** All jobs by what they are called. */
export const namedJobs = () => namesOfJobs(database());

/** Judges one job for its card. */
async function makeCard(
  id: string,
  now: Date,
): Promise<{ card: JobCard | BrokenCard; words?: string; seq: number } | null> {
  const job = await openAnyJob(id);
  if (!job) return null;
  const seq = job.entries.length;
  if (isBroken(job)) return { card: { name: job.name, trouble: job.trouble }, seq };
  try {
    const assessment = assess(job.pack, job.entries, now.toISOString());
    return { card: cardOf(job.pack, assessment, job.entries), words: wordsOf(assessment), seq };
  } catch (error) {
    log.error({ err: error, job: id }, "a job's card cannot be made");
    const why = (error as Error).message.slice(0, 200);
    return { card: { name: job.header.name, trouble: problem("job-unreadable", [id], { why }) }, seq };
  }
}

/** A job that is written to all day is judged a tenth of the time, not all of it, and never kept waiting for long. */
const [restTimes, longestRestMs] = [9, 10_000];
/** So many in a row: what just came in waits for no more of those that are only behind. */
const batch = 4;

/** Judging a job may be the end of a maker so often before it is set aside, where nobody knows what ended it. */
const mostEndings = 2;

/** What ended the last maker, and over which job. */
export interface Ended {
  readonly job: string;
  readonly by: EndedBy;
}

/**
 * Makes cards that are missing or behind, in the background. Which are, the database tells: several may do it at once. A job
 * whose judging is the end of a maker is set aside, so that it keeps no other waiting, over restarts too.
 */
export class CardMaker {
  readonly #resting = new Map<string, number>();
  readonly #begin: (id: string | null) => void;
  #ended: Ended | null;
  #isFirst = true;

  /**
   * @param ended  what ended the last maker, where that is known
   * @param begin  told each job before it is judged, and null after
   */
  constructor(ended: Ended | null = null, begin: (id: string | null) => void = () => {}) {
    this.#ended = ended;
    this.#begin = begin;
  }

  /** Sets aside what ended the makers before this one. */
  async #recover(now: Date): Promise<void> {
    const ended = this.#ended;
    for (const { id, endings } of await unended(database())) {
      const why = ended?.job === id ? ended.by : endings + 1 >= mostEndings ? "ended" : null;
      await noteEnding(database(), id, why);
      if (why === null) continue;
      log.error({ job: id, why }, "a job is set aside");
      const entries = await openRecord(id);
      const card = {
        name: (entries && headerOf(entries)?.name) ?? null,
        trouble: problem("job-set-aside", [id], { why }),
      };
      await keepCard(database(), id, card, { seq: entries?.length ?? 0, words: "", core: making(now).core, now });
    }
    this.#ended = null;
    this.#isFirst = false;
  }

  /** Makes those that are due; tells how many it made. */
  async round(now = () => new Date()): Promise<number> {
    const started = now();
    if (this.#isFirst) await this.#recover(started);
    const { core } = making(started);
    for (const [id, until] of this.#resting) if (until <= started.getTime()) this.#resting.delete(id);
    const due = (await staleJobs(database(), making(started), batch + this.#resting.size)).filter(
      (id) => !this.#resting.has(id),
    );
    for (const id of due) {
      const began = now();
      await beginJudging(database(), id, core, began);
      this.#begin(id);
      try {
        const made = await makeCard(id, began);
        if (made)
          await keepCard(database(), id, made.card, { seq: made.seq, words: made.words ?? "", core, now: began });
      } catch (error) {
        if (error instanceof StoreError && error.trouble !== "other") throw error;
        log.error({ err: error, job: id }, "a job's card cannot be kept");
      } finally {
        this.#begin(null);
      }
      await forgetAside(database(), id);
      const ended = now().getTime();
      this.#resting.set(id, ended + Math.min(longestRestMs, restTimes * (ended - began.getTime())));
    }
    return due.length;
  }
}

/** Has a job that was set aside judged again. */
export async function tryAgain(id: string): Promise<boolean> {
  const wasAside = await forgetAside(database(), id);
  if (wasAside) await dropCard(database(), id);
  return wasAside;
}
