import { fold, type Job } from "@/core/entry/fold";
import { readEntry } from "@/core/entry/read-entry";
import { declarations, entryTypes } from "@/core/entry/declarations";
import { namedBy } from "@/core/entry/effective";
import type { Entry, Envelope } from "@/core/entry/schema";
import { notesOf } from "@/core/entry/notes";
import type { PastReading, Visit } from "@/core/measure/trend";
import { change, marksFor, select, toDateTime, withTransaction, type Connection, type Database } from "./connection";
import { listStreams, readEntries } from "./streams";

interface Row {
  readonly id: string;
  readonly pack: string;
  readonly engine: string | null;
  readonly slot: string;
  readonly feature: string;
  readonly point: string;
  readonly value: number;
  readonly takenAt: string;
}

const columns = "id, stream_id, pack, engine, slot, feature, point, value, taken_at";

async function insertRows(connection: Connection, stream: string, rows: readonly Row[]): Promise<void> {
  for (let at = 0; at < rows.length; at += 500) {
    const some = rows.slice(at, at + 500);
    await change(
      connection,
      `INSERT INTO reading_fact (${columns}) VALUES ${some.map(() => "(?, ?, ?, ?, ?, ?, ?, ?, ?)").join(", ")}`,
      some.flatMap(({ id, pack, engine, slot, feature, point, value, takenAt }) => [
        id,
        stream,
        pack,
        engine,
        slot,
        feature,
        point,
        value,
        toDateTime(new Date(takenAt)),
      ]),
    );
  }
}

async function deleteRows(connection: Connection, ids: readonly string[]): Promise<void> {
  for (let at = 0; at < ids.length; at += 500) {
    const some = ids.slice(at, at + 500);
    await change(connection, `DELETE FROM reading_fact WHERE id IN (${marksFor(some)})`, some);
  }
}

/** @param here  the entries that were made in this job: what a part brought along was kept where it was read */
function rowsOf(job: Job, here: ReadonlySet<string>, pack: string, engine: string | null): Row[] {
  // Of two rival corrections neither stands yet.
  const rivals = new Set(job.conflicts.flatMap(({ successors }) => successors));
  return job.readings
    .filter(({ id }) => here.has(id) && !rivals.has(id))
    .flatMap(({ id, part, feature, point, value, at }) => {
      const slot = job.parts.get(part)?.slot;
      return slot ? [{ id, pack, engine, slot, feature, point, value, takenAt: at }] : [];
    });
}

const sameRow = (a: Row, b: Row) =>
  a.pack === b.pack &&
  a.engine === b.engine &&
  a.slot === b.slot &&
  a.feature === b.feature &&
  a.point === b.point &&
  a.value === b.value;

/** Brings what is kept about a job's readings to what its entries say, writing only what differs. */
async function projectWhole(connection: Connection, stream: string): Promise<void> {
  const envelopes = await readEntries(connection, stream);
  const job = fold(envelopes);
  if (!job.header) return;
  const {
    name,
    engine: { number: engine },
    pack: { id: pack },
  } = job.header;
  const here = new Set(envelopes.map((each) => each.id));
  const awaited = envelopes
    .flatMap((each) => {
      const read = readEntry(each);
      return read.ok ? namedBy(read.value) : [];
    })
    .filter((id) => !here.has(id));
  const places = Object.fromEntries(
    [...job.parts.values()].flatMap(({ id, slot }) => (slot ? [[id, slot] as const] : [])),
  );
  const hours = notesOf(job).value("history", "hours-since-new");
  await change(
    connection,
    "INSERT INTO visit (stream_id, pack, engine, name, opened_at, hours, places, awaited, read_any) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?) ON DUPLICATE KEY UPDATE pack = VALUES(pack), engine = VALUES(engine), name = VALUES(name), opened_at = VALUES(opened_at), hours = VALUES(hours), places = VALUES(places), awaited = VALUES(awaited), read_any = VALUES(read_any)",
    [
      stream,
      pack,
      engine,
      name,
      toDateTime(new Date(envelopes[0]!.at)),
      typeof hours === "number" ? hours : null,
      JSON.stringify(places),
      JSON.stringify([...new Set(awaited)]),
      job.readings.length > 0 || awaited.length > 0 ? 1 : 0,
    ],
  );

  const wanted = new Map(rowsOf(job, here, pack, engine).map((row) => [row.id, row]));
  const kept = await select<Omit<Row, "takenAt">>(
    connection,
    "SELECT id, pack, engine, slot, feature, point, value FROM reading_fact WHERE stream_id = ?",
    [stream],
  );
  const right = new Set(
    kept
      .filter((row) => {
        const want = wanted.get(row.id);
        return want && sameRow(want, { ...row, takenAt: want.takenAt });
      })
      .map(({ id }) => id),
  );
  await deleteRows(
    connection,
    kept.filter(({ id }) => !right.has(id)).map(({ id }) => id),
  );
  await insertRows(
    connection,
    stream,
    [...wanted.values()].filter(({ id }) => !right.has(id)),
  );
}

/** Types that change where readings belong or which of them stand. */
const moving: ReadonlySet<string> = new Set(entryTypes.filter((type) => declarations[type].moves));

/** So many are looked up one by one; readings of more are not taken as plain. */
const mostParts = 200;

interface VisitRow {
  readonly pack: string;
  readonly engine: string | null;
  readonly awaited: string;
  readonly read_any: number;
  readonly has_places: number;
}

/** What is kept about a job, and of these parts the slots they are in: a large engine has hundreds, and a reading one. What is no path of the database’s JSON is in no slot. */
async function visitWith(
  connection: Connection,
  stream: string,
  parts: readonly string[],
): Promise<(VisitRow & { readonly slotOf: ReadonlyMap<string, string> }) | null> {
  const slots = parts.map((_, at) => `, JSON_VALUE(places, ?) AS slot${at}`).join("");
  const [row] = await select<VisitRow & Record<`slot${number}`, string | null>>(
    connection,
    `SELECT pack, engine, awaited, read_any, places <> '{}' AS has_places${slots} FROM visit WHERE stream_id = ?`,
    [...parts.map((part) => `$."${part}"`), stream],
  );
  return row
    ? {
        ...row,
        slotOf: new Map(parts.flatMap((part, at) => (row[`slot${at}`] ? [[part, row[`slot${at}`]!] as const] : []))),
      }
    : null;
}

/**
 * Takes up entries that a job was just given, in the transaction that keeps them. Plain readings are added as they
 * are; anything that strikes, corrects or moves is worked out from the whole job, so that what is kept here never
 * says anything the entries do not say.
 */
export async function projectWithin(connection: Connection, stream: string, fresh: readonly Envelope[]): Promise<void> {
  if (!fresh.some(({ type }) => type === "reading-taken" || moving.has(type))) return;
  const named = [
    ...new Set(
      fresh.flatMap(({ type, payload: { part } }) =>
        type === "reading-taken" && typeof part === "string" ? [part] : [],
      ),
    ),
  ];
  // A batch from the bench names few; an import of a whole job is worked out whole anyway.
  const visit = await visitWith(connection, stream, named.length > mostParts ? [] : named);
  // Before anything was read nothing can be wrong: where parts are is looked up when the first reading comes.
  if (
    visit?.read_any === 0 &&
    fresh.every(({ type }) => type !== "reading-taken" && type !== "job-opened" && type !== "entry-struck")
  ) {
    if (visit.has_places === 1)
      await change(connection, "UPDATE visit SET places = '{}' WHERE stream_id = ?", [stream]);
    return;
  }
  const entries = fresh.flatMap((each) => {
    const read = readEntry(each);
    return read.ok ? [read.value] : [];
  });
  const awaited = new Set(visit ? (JSON.parse(visit.awaited) as string[]) : []);
  const isPlain = (entry: Entry) =>
    entry.type === "reading-taken" &&
    namedBy(entry).length === 0 &&
    !awaited.has(entry.id) &&
    visit?.slotOf.has(entry.payload.part) === true;
  const isMoot = ({ type }: Entry) => type !== "reading-taken" && !moving.has(type);
  if (!visit || entries.some((entry) => !isPlain(entry) && !isMoot(entry))) return projectWhole(connection, stream);
  const rows = entries.flatMap((entry): Row[] => {
    if (entry.type !== "reading-taken") return [];
    const { part, feature, point, value } = entry.payload;
    return [
      {
        id: entry.id,
        pack: visit.pack,
        engine: visit.engine,
        slot: visit.slotOf.get(part)!,
        feature,
        point,
        value,
        takenAt: entry.at,
      },
    ];
  });
  await insertRows(connection, stream, rows);
}

/** Works out anew what is kept about the readings of all jobs; of those only that have nothing yet, where asked. */
export async function rebuildReadings(database: Database, onlyMissing = false): Promise<number> {
  const known = new Set(
    onlyMissing
      ? (await select<{ stream_id: string }>(database, "SELECT stream_id FROM visit")).map((row) => row.stream_id)
      : [],
  );
  const streams = (await listStreams(database, "job")).filter((stream) => !known.has(stream));
  for (const stream of streams) {
    await withTransaction(database, async (connection) => {
      await select(connection, "SELECT head_seq FROM stream WHERE id = ? FOR UPDATE", [stream]);
      await projectWhole(connection, stream);
    });
  }
  return streams.length;
}

/** The kind of engine and the engine of a job; null where there is no such job. */
export async function visitOf(
  database: Database,
  stream: string,
): Promise<{ readonly pack: string; readonly engine: string | null } | null> {
  const [visit] = await select<{ pack: string; engine: string | null }>(
    database,
    "SELECT pack, engine FROM visit WHERE stream_id = ?",
    [stream],
  );
  return visit ?? null;
}

/** Readings of one place beyond these say nothing more. */
const newest = "ORDER BY taken_at DESC, id DESC LIMIT 600";

/** What was read at one place, newest first: of this engine at all its visits, and of all engines of its kind. */
export async function readingsAt(
  database: Database,
  at: { pack: string; engine: string | null; slot: string; feature: string },
): Promise<{
  readonly ofEngine: readonly PastReading[];
  readonly ofAll: readonly PastReading[];
  readonly visits: readonly Visit[];
}> {
  const { pack, engine, slot, feature } = at;
  type Fact = { stream_id: string; point: string; value: number; taken_at: Date };
  const toFact = ({ stream_id, point, value, taken_at }: Fact): PastReading => ({
    stream: stream_id,
    point,
    value,
    takenAt: taken_at.toISOString(),
  });
  const [ofAll, ofEngine] = await Promise.all([
    select<Fact>(
      database,
      `SELECT stream_id, point, value, taken_at FROM reading_fact WHERE pack = ? AND slot = ? AND feature = ? ${newest}`,
      [pack, slot, feature],
    ),
    engine === null
      ? []
      : select<Fact>(
          database,
          `SELECT stream_id, point, value, taken_at FROM reading_fact WHERE pack = ? AND engine = ? AND slot = ? AND feature = ? ${newest}`,
          [pack, engine, slot, feature],
        ),
  ]);
  const streams = [...new Set([...ofAll, ...ofEngine].map(({ stream_id }) => stream_id))];
  const visits =
    streams.length === 0
      ? []
      : await select<{ stream_id: string; name: string; engine: string | null; opened_at: Date; hours: number | null }>(
          database,
          `SELECT stream_id, name, engine, opened_at, hours FROM visit WHERE stream_id IN (${marksFor(streams)})`,
          streams,
        );
  return {
    ofAll: ofAll.map(toFact),
    ofEngine: ofEngine.map(toFact),
    visits: visits.map(({ stream_id, name, engine: of, opened_at, hours }) => ({
      stream: stream_id,
      name,
      engine: of,
      openedAt: opened_at.toISOString(),
      hours,
    })),
  };
}
