import { change, select, toDateTime, type Database } from "./connection";

/** What ended whoever judged a job. */
export type EndedBy = "too-long" | "too-much" | "ended";

/**
 * Notes that a job is being judged: whoever ends over it cannot say so any more. What an older build of the program ended over
 * is begun anew.
 */
export const beginJudging = async (database: Database, stream: string, core: string, now: Date): Promise<void> =>
  void (await change(
    database,
    "INSERT INTO job_aside (stream_id, core, since) VALUES (?, ?, ?) ON DUPLICATE KEY UPDATE endings = IF(core = VALUES(core), endings, 0), why = NULL, core = VALUES(core), since = VALUES(since)",
    [stream, core, toDateTime(now)],
  ));

/** It came to its end; or somebody wants it tried again. */
export const forgetAside = async (database: Database, stream: string): Promise<boolean> =>
  (await change(database, "DELETE FROM job_aside WHERE stream_id = ?", [stream])) > 0;

/** Jobs over which whoever judged them ended, as nobody noted their end. */
export const unended = async (
  database: Database,
): Promise<readonly { readonly id: string; readonly endings: number }[]> =>
  select(database, "SELECT stream_id AS id, endings FROM job_aside WHERE why IS NULL");

/** Counts one more ending of a job, or sets it aside: it is judged by nobody until it is tried again. */
export const noteEnding = async (database: Database, stream: string, why: EndedBy | null): Promise<void> =>
  void (await change(database, "UPDATE job_aside SET endings = endings + 1, why = ? WHERE stream_id = ?", [
    why,
    stream,
  ]));
