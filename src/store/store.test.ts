import { randomBytes } from "node:crypto";
import { withoutStamp } from "@/core/entry/fingerprint-entry";
import { makeEntry, makeId } from "@/core/entry/make-entry";
import { TestBench } from "@/core/fixtures/bench";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { change, openDatabase, select, withTransaction, type Database } from "./connection";
import { appendEntries, longestChain } from "./append";
import { beginStream, headsOf, knownEntries, listStreams, readEntries, streamKind } from "./streams";
import { migrate, readMigrations } from "./migrate";
import { addOwnerLink, linkByToken, linksOf, revokeOwnerLink } from "./owner-links";
import { keepPack, listPacks, readPackJson } from "./packs";
import { hashPassword, isPassword } from "./passwords";
import { addPerson, namesOf, personByAccount, personById, revokeSessions, setPassword } from "./people";
import { readSchemaVersion, schemaVersion } from "./schema-version";
import { beginSession, endSession, personOfSession, sessionHours } from "./sessions";
import { dropAttempt, forgetAttempts, noteAttempt, tallyAttempts } from "./sign-in-attempts";

const folder = "src/store/migrations";
const now = new Date("2026-11-24T08:00:00.123Z");
let database: Database;

beforeAll(async () => {
  const url = process.env.EMBER_TEST_DATABASE_URL;
  if (!url) throw new Error("The store is tested on a real MariaDB: run npm run unit, which starts one.");
  database = openDatabase(url);
  await migrate(database, folder, () => now);
});
afterAll(() => database.end());

const newId = () => makeId({ now: Date.now, random: () => randomBytes(16) });

/** A stream of its own for each test, with a dozen entries that are not in it yet. */
const fresh = async () => {
  const stream = newId();
  const entries = new TestBench(orrinshaw).entries.map((entry) => ({ ...entry, stream, id: newId() }));
  await beginStream(database, stream, "job", now);
  return { stream, entries };
};

describe("schema", () => {
  test("this program's version is that of the last migration, and each has its number once", async () => {
    const versions = (await readMigrations(folder)).map((step) => step.version);
    expect(versions).toEqual(versions.map((_, at) => at + 1));
    expect(versions.at(-1)).toBe(schemaVersion);
    expect(await readSchemaVersion(database)).toBe(schemaVersion);
  });

  test("migrating again does nothing, and a step that was done but not written down is done again", async () => {
    expect(await migrate(database, folder, () => now)).toBe(0);
    await change(database, "DELETE FROM schema_step WHERE version = ?", [schemaVersion]);
    expect(await migrate(database, folder, () => now)).toBe(1);
  });

  test("a database of a newer program is left alone", async () => {
    await change(database, "INSERT INTO schema_step (version, name, applied_at) VALUES (999, 'later', NOW(3))");
    await expect(migrate(database, folder, () => now)).rejects.toThrow("start the newer program");
    await change(database, "DELETE FROM schema_step WHERE version = 999");
  });
});

describe("entries", () => {
  test("come back as they were received, in the order in which they were kept", async () => {
    const { stream, entries } = await fresh();
    const answers = await appendEntries(database, stream, entries, now);
    expect(answers!.map((each) => each.outcome)).toEqual(entries.map(() => "kept"));
    const stamp = { at: now.toISOString(), role: null };
    expect(await readEntries(database, stream)).toEqual(entries.map((entry) => ({ ...entry, stamp })));
    expect((await readEntries(database, stream, entries.length - 1)).map(({ id }) => id)).toEqual([entries.at(-1)!.id]);
    expect(await streamKind(database, stream)).toBe("job");
    expect(await listStreams(database, "job")).toContain(stream);
  });

  test("sent again are acknowledged again; another content under a known id is refused, and its neighbours are kept", async () => {
    const { stream, entries } = await fresh();
    const [a, b, c] = entries;
    await appendEntries(database, stream, [a!, b!], now);
    const forged = { ...a!, author: "somebody else" };
    expect((await appendEntries(database, stream, [b!, forged, c!, c!], now))!.map((each) => each.outcome)).toEqual([
      "kept-before",
      "id-taken",
      "kept",
      "kept-before",
    ]);
    expect((await readEntries(database, stream)).map(withoutStamp)).toEqual([a, b, c]);
  });

  test("carry what their author was when they were received, outside of what they say", async () => {
    const { stream, entries } = await fresh();
    await appendEntries(database, stream, entries.slice(0, 2), now, "lead");
    const [kept] = await readEntries(database, stream);
    expect(kept!.stamp).toEqual({ at: now.toISOString(), role: "lead" });
    // What a server put beside it does not make it another entry.
    expect((await appendEntries(database, stream, [kept!], now))![0]!.outcome).toBe("kept-before");
    // Kept before there were stamps.
    await change(database, "UPDATE entry SET author_role = NULL WHERE id = ?", [kept!.id]);
    expect((await readEntries(database, stream))[0]!.stamp).toBeUndefined();
  });

  test("that correct each other make a chain of a bounded length", async () => {
    const { stream, entries } = await fresh();
    const maker = { stream, author: "tester", now: Date.now, random: () => randomBytes(16) };
    let last = entries[0]!.id;
    const chain = Array.from({ length: longestChain + 2 }, () => {
      const strike = makeEntry(maker, "entry-struck", { strikes: [last] });
      last = strike.id;
      return strike;
    });
    await appendEntries(database, stream, entries, now);
    const answers = await appendEntries(database, stream, chain, now);
    expect(answers!.slice(-3).map(({ outcome }) => outcome)).toEqual(["kept", "chain-too-long", "kept"]);
  });

  test("of many writers at once get numbers without gaps or twins", async () => {
    const { stream, entries } = await fresh();
    await Promise.all(entries.map((entry) => appendEntries(database, stream, [entry], now)));
    const seqs = (
      await select<{ seq: number }>(database, "SELECT seq FROM entry WHERE stream_id = ? ORDER BY seq", [stream])
    ).map((row) => row.seq);
    expect(seqs).toEqual(entries.map((_, at) => at + 1));
  });

  test("for a stream that is not there are not taken", async () => {
    const { entries } = await fresh();
    expect(await appendEntries(database, "0190aaaa-0000-7000-8000-000000000000", entries, now)).toBeNull();
  });
});

describe("a transaction", () => {
  test("that fails leaves nothing behind and throws its own error", async () => {
    const { stream } = await fresh();
    const work = withTransaction(database, async (connection) => {
      await change(connection, "UPDATE stream SET head_seq = 77 WHERE id = ?", [stream]);
      throw new Error("the reason");
    });
    await expect(work).rejects.toThrow("the reason");
    expect(
      (await select<{ head_seq: number }>(database, "SELECT head_seq FROM stream WHERE id = ?", [stream]))[0]!.head_seq,
    ).toBe(0);
  });

  test("that meets a deadlock is done again", async () => {
    const [one, two] = [(await fresh()).stream, (await fresh()).stream];
    let attempts = 0;
    const bump = (first: string, second: string) =>
      withTransaction(database, async (connection) => {
        attempts += 1;
        await change(connection, "UPDATE stream SET head_seq = head_seq + 1 WHERE id = ?", [first]);
        // Holds the first row until the other transaction holds the second, once.
        if (attempts <= 2) while (attempts < 2) await select(connection, "SELECT SLEEP(0.01)");
        await change(connection, "UPDATE stream SET head_seq = head_seq + 1 WHERE id = ?", [second]);
      });
    await Promise.all([bump(one, two), bump(two, one)]);
    const heads = await select<{ head_seq: number }>(database, "SELECT head_seq FROM stream WHERE id IN (?, ?)", [
      one,
      two,
    ]);
    expect(heads.map((row) => row.head_seq)).toEqual([2, 2]);
  });

  test("a failed statement is named without its values", async () => {
    await expect(select(database, "SELECT nonsense FROM stream WHERE id = ?", ["secret value"])).rejects.toThrow(
      /SELECT nonsense.*ER_BAD_FIELD_ERROR/,
    );
    await expect(select(database, "SELECT nonsense FROM stream WHERE id = ?", ["secret value"])).rejects.not.toThrow(
      /secret value/,
    );
  });
});

test("a pack is kept once under its fingerprint", async () => {
  const pack = { sha256: orrinshaw.sha256, id: "orrinshaw-6m", revision: 1, json: orrinshaw.pack };
  await keepPack(database, pack, now);
  await keepPack(database, { ...pack, json: { other: true } }, now);
  expect(await readPackJson(database, orrinshaw.sha256)).toEqual(JSON.parse(JSON.stringify(orrinshaw.pack)));
  expect(await readPackJson(database, "0".repeat(64))).toBeNull();
});

test("a person is found by account and id; revoking ends all sessions; the password is not kept", async () => {
  const { stream: id } = await fresh();
  const account = `maker-${id.slice(0, 8)}${id.slice(-6)}`;
  const passwordHash = await hashPassword("a tide table");
  await addPerson(database, { id, account, name: "Maker", role: "viewer", passwordHash }, now);
  expect(await personByAccount(database, account)).toMatchObject({ id, role: "viewer", sessionVersion: 1 });
  await revokeSessions(database, id);
  expect((await personById(database, id))!.sessionVersion).toBe(2);
  expect(await namesOf(database, [id, "0190aaaa-0000-7000-8000-000000000000"])).toEqual(new Map([[id, "Maker"]]));
  expect([await isPassword(passwordHash, "a tide table"), await isPassword(passwordHash, "a time table")]).toEqual([
    true,
    false,
  ]);
  expect(passwordHash).toMatch(/^\$argon2id\$/);
});

test("attempts count by account and by address, and those of a device of one's own by themselves, until the account signs in", async () => {
  const { stream, entries } = await fresh();
  const [account, address, device] = [`a-${stream.slice(-12)}`, stream.slice(0, 30), newId()];
  const attempt = (at: number, over: Partial<Parameters<typeof noteAttempt>[1]> = {}) => ({
    id: entries[at]!.id,
    account,
    address,
    device: null,
    ...over,
  });
  for (const at of [0, 1, 2]) await noteAttempt(database, attempt(at), now);
  await noteAttempt(database, attempt(3, { account: "other" }), now);
  await noteAttempt(database, attempt(4, { device }), now);
  const since = new Date(now.getTime() - 1000);
  const counts = async (of: ReturnType<typeof attempt>, from = since) => {
    const tally = await tallyAttempts(database, of, from);
    return [tally.account.count, tally.address.count];
  };
  expect(await counts(attempt(2))).toEqual([2, 3]);
  expect(await counts(attempt(5, { device }))).toEqual([1, 0]);
  expect(await counts(attempt(5), now)).toEqual([0, 0]);
  expect((await tallyAttempts(database, attempt(5), since)).account.last).toEqual(now);
  await dropAttempt(database, entries[0]!.id);
  expect(await counts(attempt(5))).toEqual([2, 3]);
  await forgetAttempts(database, { account, device: null }, since);
  expect([await counts(attempt(5)), await counts(attempt(5, { device }))]).toEqual([
    [0, 1],
    [1, 0],
  ]);
});

test("a session is of its person until it is ended, too old, or all of the person's are", async () => {
  const [id, session, other] = [newId(), newId(), newId()];
  await addPerson(database, { id, account: id.slice(0, 30), name: "Maker", role: "viewer", passwordHash: "x" }, now);
  const person = (await personById(database, id))!;
  for (const each of [session, other]) await beginSession(database, each, person, now);
  const whose = async (each: string, hours = 1) =>
    (await personOfSession(database, each, new Date(now.getTime() + hours * 3_600_000)))?.id ?? null;
  expect([await whose(session), await whose(session, sessionHours + 1), await whose(newId())]).toEqual([
    id,
    null,
    null,
  ]);
  await endSession(database, session);
  expect([await whose(session), await whose(other)]).toEqual([null, id]);
  await revokeSessions(database, id);
  expect(await whose(other)).toBeNull();
});

test("one id sent to four streams at the same moment is kept in one of them, and no sender is left without an answer", async () => {
  const rounds = await Promise.all(
    Array.from({ length: 12 }, async () => {
      const streams = await Promise.all([0, 1, 2, 3].map(fresh));
      const { entries } = streams[0]!;
      const kept = await Promise.all(
        streams.map(({ stream }) => appendEntries(database, stream, [{ ...entries[1]!, stream }], now)),
      );
      return kept.map((each) => each![0]!.outcome).sort();
    }),
  );
  for (const outcomes of rounds) expect(outcomes).toEqual(["id-taken", "id-taken", "id-taken", "kept"]);
});

describe("an owner's link", () => {
  const link = (job: string, over: Partial<Parameters<typeof addOwnerLink>[1]> = {}) => ({
    id: newId(),
    job,
    withReport: true,
    madeBy: newId(),
    madeAt: now,
    expiresAt: new Date(now.getTime() + 86_400_000),
    ...over,
  });

  test("is found by its token until it is over or shut, and the token itself is not kept", async () => {
    const { stream: job } = await fresh();
    const token = randomBytes(16).toString("base64url");
    const made = link(job);
    await addOwnerLink(database, made, token);
    expect(await linkByToken(database, token, now)).toMatchObject({
      id: made.id,
      job,
      withReport: true,
      revokedAt: null,
    });
    expect(await linkByToken(database, token, new Date(now.getTime() + 86_400_001))).toBeNull();
    expect(await linkByToken(database, `${token}x`, now)).toBeNull();
    const [row] = await select<Record<string, unknown>>(database, "SELECT * FROM owner_link WHERE id = ?", [made.id]);
    expect(JSON.stringify(row)).not.toContain(token);

    expect(await revokeOwnerLink(database, newId(), made.id, now)).toBe(false);
    expect(await linkByToken(database, token, now)).not.toBeNull();
    expect(await revokeOwnerLink(database, job, made.id, now)).toBe(true);
    expect(await linkByToken(database, token, now)).toBeNull();
    expect((await linksOf(database, job)).map((each) => [each.id, each.revokedAt !== null])).toEqual([[made.id, true]]);
  });
});

test("heads of many streams are asked for at once, and the packs on offer are listed", async () => {
  const [a, b] = [await fresh(), await fresh()];
  await appendEntries(database, a.stream, a.entries.slice(0, 3), now);
  expect(await headsOf(database, [a.stream, b.stream, newId()])).toEqual(
    new Map([
      [a.stream, 3],
      [b.stream, 0],
    ]),
  );
  expect(await headsOf(database, [])).toEqual(new Map());
  await keepPack(database, { sha256: orrinshaw.sha256, id: "orrinshaw-6m", revision: 1, json: orrinshaw.pack }, now);
  expect(await listPacks(database)).toContainEqual({
    sha256: orrinshaw.sha256,
    id: "orrinshaw-6m",
    revision: 1,
    offered: true,
  });
});

test("a new password ends the sessions that began with the old one", async () => {
  const { stream: id } = await fresh();
  const account = `sedge-${id.slice(0, 8)}${id.slice(-6)}`;
  await addPerson(
    database,
    { id, account, name: "Sedge", role: "inspector", passwordHash: await hashPassword("old tide") },
    now,
  );
  await setPassword(database, id, await hashPassword("new tide"));
  const person = (await personById(database, id))!;
  expect([
    person.sessionVersion,
    await isPassword(person.passwordHash, "new tide"),
    await isPassword(person.passwordHash, "old tide"),
  ]).toEqual([2, true, false]);
});

test("entries are known by their ids in whatever stream they are", async () => {
  const { stream, entries } = await fresh();
  await appendEntries(database, stream, entries, now);
  const known = await knownEntries(database, [...entries.map((entry) => entry.id), newId()]);
  expect([known.size, withoutStamp(known.get(entries[2]!.id)!.envelope)]).toEqual([entries.length, entries[2]]);
});
