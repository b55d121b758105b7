import sharp from "sharp";
import { randomBytes } from "node:crypto";
import { createWriteStream, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { pipeline } from "node:stream/promises";
import { gunzipSync, gzipSync } from "node:zlib";
import { ZipFile } from "yazl";
import { assess } from "@/core/fixtures/judge";
import { fingerprint } from "@/core/canonical";
import { toAssessmentJson } from "@/core/json/assessment-json";
import type { Envelope } from "@/core/entry/schema";
import { demoJob, json } from "@/core/fixtures/load";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { runEmber } from "@/core/fixtures/run-ember";
import { readPack } from "@/core/lint/read-pack";
import { change, openDatabase, select, type Database } from "../connection";
import { beginStream, listStreams, readEntries, streamKind } from "../streams";
import { migrate } from "../migrate";
import { keepPack, listPacks, readPackJson } from "../packs";
import { archiveLimits } from "./archive-format";
import { importArchive } from "./import-archive";
import { writeArchive } from "./write-archive";
import { cleanPhoto } from "../photos/clean-photo";
import { addToJob, keepPhoto, photosOf, photosToWrite, readThumbnail } from "../photos/photos";

const now = new Date("2026-11-24T08:00:00Z");
const folder = mkdtempSync(path.join(tmpdir(), "ember-archive-"));
const url = process.env.EMBER_TEST_DATABASE_URL!;
const opened: Database[] = [];
let root: Database;

beforeAll(() => (root = openDatabase(url)));
afterAll(async () => {
  await Promise.all([...opened, root].map((each) => each.end()));
  rmSync(folder, { recursive: true });
});

/** An installation with nothing in it but its schema, or nothing at all. */
async function installation(name: string, withSchema = true): Promise<{ database: Database; address: string }> {
  await change(root, `DROP DATABASE IF EXISTS ember_unit_${name}`);
  await change(root, `CREATE DATABASE ember_unit_${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
  const address = url.replace(/[^/]+$/u, `ember_unit_${name}`);
  const database = openDatabase(address, 2);
  opened.push(database);
  if (withSchema) await migrate(database, "src/store/migrations", () => now);
  return { database, address };
}

const job = demoJob("survey-launch-tern");
const packJson = json("packs/orrinshaw-6m.json");
const contents = (entries: readonly Envelope[]) => ({
  stream: entries[0]!.stream,
  name: "Survey launch Tern",
  entries,
  people: { "Demo shop": "Sable Quay" },
  photos: [],
  masked: [],
  pack: { id: orrinshaw.pack.id, revision: orrinshaw.pack.revision, sha256: orrinshaw.sha256, json: packJson },
});
async function archive(name: string, entries = job): Promise<string> {
  const file = path.join(folder, name);
  await pipeline(writeArchive(contents(entries)), createWriteStream(file));
  return file;
}
async function zip(name: string, members: Record<string, string>): Promise<string> {
  const file = path.join(folder, name);
  const made = new ZipFile();
  for (const [member, text] of Object.entries(members)) made.addBuffer(Buffer.from(text), member);
  made.end();
  await pipeline(made.outputStream, createWriteStream(file));
  return file;
}
/** A zip whose directory is whole and whose first member is not. */
async function torn(name: string, whole: string): Promise<string> {
  const bytes = readFileSync(whole);
  bytes.fill(0xff, 60, 400);
  const file = path.join(folder, name);
  writeFileSync(file, bytes);
  return file;
}
const verdicts = (entries: readonly Envelope[]) => toAssessmentJson(assess(orrinshaw, entries, now.toISOString()));
const lines = (entries: readonly Envelope[]) => entries.map((entry) => `${JSON.stringify(entry)}\n`).join("");
const codes = async (database: Database, file: string, agreed: string | null = null) => {
  const taken = await importArchive(database, file, now, { agreed });
  return taken.ok ? [] : taken.problems.map((found) => found.code);
};

test("a job passes through an archive into an empty installation with the same verdicts, pack and all; again adds nothing", async () => {
  const { database } = await installation("archive");
  const file = await archive("tern.zip");
  expect(await importArchive(database, file, now)).toEqual({
    ok: true,
    value: { stream: job[0]!.stream, name: "Survey launch Tern", added: job.length, known: 0, unknownTypes: [] },
  });
  const entries = await readEntries(database, job[0]!.stream);
  expect(verdicts(entries)).toEqual(verdicts(job));
  expect(entries.map((entry) => entry.author)).toEqual(job.map(() => "import:Sable Quay"));
  expect(readPack(await readPackJson(database, orrinshaw.sha256))).toMatchObject({
    ok: true,
    value: { sha256: orrinshaw.sha256 },
  });

  expect(await importArchive(database, file, now)).toMatchObject({ ok: true, value: { added: 0, known: job.length } });
  // Out of the second house and back into the first: what went round is still the same.
  expect(await importArchive(database, await archive("round.zip", entries), now)).toMatchObject({
    ok: true,
    value: { added: 0 },
  });
  const more = {
    ...job[1]!,
    id: "019ac000-0000-7000-8000-0000000000aa",
    type: "engine-dreamt",
    payload: { of: "the sea" },
  };
  // To a job that is here nothing is added before a person has seen how much; what was agreed to is that, and no other.
  const bigger = await archive("more.zip", [...job, more]);
  const asked = await importArchive(database, bigger, now);
  const [adds] = asked.ok ? [] : asked.problems;
  if (adds?.code !== "import-adds") throw new Error(JSON.stringify(asked));
  expect(adds.params).toMatchObject({ name: "Survey launch Tern", added: 1, known: job.length, corrects: 0 });
  expect(await codes(database, bigger, "0".repeat(12))).toEqual(["import-adds"]);
  expect(await readEntries(database, job[0]!.stream)).toHaveLength(job.length);
  expect(await importArchive(database, bigger, now, { agreed: adds.params.mark })).toMatchObject({
    ok: true,
    value: { added: 1, known: job.length, unknownTypes: ["engine-dreamt"] },
  });
  const forged = job.map((entry) =>
    entry.type === "part-installed" && entry.payload.slot === "liner-1"
      ? { ...entry, payload: { ...entry.payload, slot: "crankshaft" } }
      : entry,
  );
  expect(await codes(database, await archive("forged.zip", forged))).toEqual(["import-id-taken"]);
}, 180_000);

test("what is wrong with an archive is told, and nothing of it is kept", async () => {
  const { database } = await installation("refused");
  const manifest = (member: string, text: string) =>
    JSON.stringify({
      format: "ember-archive/1",
      core: "0",
      job: { stream: job[0]!.stream, name: "x" },
      pack: { id: "p", revision: 1, sha256: "0".repeat(64) },
      people: {},
      members: [{ name: member, bytes: text.length, sha256: "0".repeat(64) }],
    });
  const record = lines(job);
  const cut = path.join(folder, "cut.zip");
  writeFileSync(cut, readFileSync(await archive("whole.zip")).subarray(0, 5000));
  const cases: [string, string[]][] = [
    [cut, ["not-a-zip"]],
    [await zip("empty.zip", {}), ["record-missing"]],
    [await zip("lines.zip", { "record.ndjson": `${record.slice(0, 300)}\n[]\n` }), ["not-json", "schema"]],
    [await zip("long.zip", { "record.ndjson": `${record}${"x".repeat(600_000)}` }), ["line-too-long"]],
    [
      await zip("two.zip", {
        "record.ndjson":
          record +
          JSON.stringify({
            ...job[1],
            id: "019ac000-0000-7000-8000-0000000000ab",
            stream: "019ac000-0000-7000-8000-0000000000ac",
          }),
      }),
      ["other-stream"],
    ],
    [await zip("pack.zip", { "record.ndjson": record }), ["unknown-pack"]],
    [
      await zip("misnamed.zip", {
        "record.ndjson": record,
        [`packs/${"a".repeat(64)}.json`]: JSON.stringify(packJson),
      }),
      ["pack-misnamed"],
    ],
    [
      await zip("damaged.zip", {
        "record.ndjson": record,
        [`packs/${orrinshaw.sha256}.json`]: JSON.stringify(packJson),
        "manifest.json": manifest("record.ndjson", record),
      }),
      ["member-damaged"],
    ],
    [await zip("stranger.zip", { "record.ndjson": record, "notes.txt": "hello" }), ["unknown-member"]],
    [await zip("headless.zip", { "record.ndjson": lines(job.slice(1)) }), ["no-job-in-record"]],
    [await zip("blank.zip", { "record.ndjson": "\n\n" }), ["record-empty"]],
    [await zip("scrawl.zip", { "record.ndjson": record, "manifest.json": "{" }), ["member-not-json"]],
    [
      await zip(
        "many.zip",
        Object.fromEntries(Array.from({ length: archiveLimits.members + 1 }, (_, at) => [`photos/${at}`, ""])),
      ),
      ["too-many-members"],
    ],
    [await torn("torn.zip", await archive("whole.zip")), ["zip-damaged"]],
  ];
  for (const [file, expected] of cases)
    expect([path.basename(file), [...new Set(await codes(database, file))].slice(0, 2)]).toEqual([
      path.basename(file),
      expect.arrayContaining(expected.slice(0, 1)),
    ]);
  expect(await listStreams(database, "job")).toEqual([]);
  expect(
    (
      await select<{ n: number }>(database, "SELECT (SELECT COUNT(*) FROM pack) + (SELECT COUNT(*) FROM entry) AS n")
    )[0]!.n,
  ).toBe(0);
}, 180_000);

test("an archive from elsewhere changes no limit for new jobs, strikes nothing that it did not bring, and gets into no stream but a job's", async () => {
  const { database } = await installation("foreign");
  await keepPack(database, { sha256: orrinshaw.sha256, id: "orrinshaw-6m", revision: 4, json: packJson }, now);
  const foreign = { ...(packJson as { revision: number }), revision: 999 };
  const sha256 = fingerprint(foreign);
  const opened = job.map((entry) =>
    entry.type === "job-opened"
      ? { ...entry, payload: { ...entry.payload, pack: { id: "orrinshaw-6m", revision: 999, sha256 } } }
      : entry,
  );
  const withPack = (name: string, entries: readonly Envelope[]) =>
    zip(name, { "record.ndjson": lines(entries), [`packs/${sha256}.json`]: JSON.stringify(foreign) });
  expect(await codes(database, await withPack("foreign.zip", opened))).toEqual([]);
  const offered = async () => (await listPacks(database)).map((each) => [each.revision, each.offered]);
  expect(await offered()).toEqual([[4, true], [999, false]]); // prettier-ignore
  // Kept again by one who may, as a file or at Settings, it is offered.
  await keepPack(database, { sha256, id: "orrinshaw-6m", revision: 999, json: foreign }, now);
  expect((await offered())[1]).toEqual([999, true]);

  const stranger = "019ac000-0000-7000-8000-0000000000ad";
  const act = (id: string, type: string, payload: object, stream = stranger): Envelope => ({
    ...opened[0]!,
    id: `019ac000-0000-7000-8000-0000000000${id}`,
    stream,
    type,
    payload: payload as Envelope["payload"],
    v: 1,
  });
  const own = { ...opened.find(({ type }) => type === "job-opened")!, id: "019ac000-0000-7000-8000-0000000000ae", stream: stranger }; // prettier-ignore
  const rival = { ...opened.find(({ type }) => type === "job-opened")!, id: own.id };
  expect(await codes(database, await withPack("rival.zip", [...opened, rival]))).toEqual(["opened-already"]);
  const strike = act("af", "entry-struck", { strikes: [opened[3]!.id] });
  expect(await codes(database, await withPack("strikes.zip", [own, strike]))).toEqual(["import-strikes-others"]);
  const settings = act("b0", "settings-changed", { settings: { currency: "EUR", labourRate: 1, alwaysNew: [] } });
  expect(await codes(database, await withPack("shop.zip", [own, settings]))).toEqual(["not-for-this-stream"]);
  const shop = "019ac000-0000-7000-8000-0000000000b1";
  await beginStream(database, shop, "shop", now);
  expect(await codes(database, await withPack("stream.zip", [{ ...own, stream: shop }]))).toEqual(["import-not-a-job"]);
  expect([await readEntries(database, shop), await streamKind(database, stranger)]).toEqual([[], null]);
}, 180_000);

// Members that unpack to too much, are too many or stand twice are refused over http: the attack's archives.
test("lines that do not shrink are counted as they come, and nothing of too many is kept", async () => {
  const { database } = await installation("lines");
  const spaces = Array.from({ length: archiveLimits.lines + 2 }, (_, at) => " ".repeat(at % 61)).join("\n");
  const noise = randomBytes(900_000).toString("base64");
  const file = await zip("spaces.zip", { "record.ndjson": spaces, "manifest.json": noise });
  expect(await codes(database, file)).toEqual(["too-many-lines"]);
  expect(await listStreams(database, "job")).toEqual([]);
}, 180_000);

test("photos travel with their job, each once, and one that was changed on the way, or carries more than a picture, is refused", async () => {
  const [from, to] = [await installation("photofrom"), await installation("phototo")];
  const clean = await cleanPhoto(
    await sharp({ create: { width: 320, height: 240, channels: 3, background: "#805030" } })
      .png()
      .toBuffer(),
  );
  if (!clean.ok) throw new Error();
  const { sha256, data } = clean.value;
  await importArchive(from.database, await archive("plain.zip"), now);
  await keepPhoto(from.database, clean.value, now);
  await addToJob(from.database, job[0]!.stream, sha256, now);
  const file = path.join(folder, "photos.zip");
  await pipeline(
    writeArchive({ ...contents(job), photos: await photosToWrite(from.database, job[0]!.stream) }),
    createWriteStream(file),
  );
  for (const added of [job.length, 0])
    expect(await importArchive(to.database, file, now)).toMatchObject({ ok: true, value: { added } });
  expect(await photosOf(to.database, job[0]!.stream)).toEqual([
    { sha256, bytes: data.length, width: 320, height: 240 },
  ]);
  expect((await readThumbnail(to.database, job[0]!.stream, sha256))!.length).toBeGreaterThan(100);

  const record = lines(job);
  const refusedWith = async (name: string, member: Buffer) => {
    const made = new ZipFile();
    made.addBuffer(Buffer.from(record), "record.ndjson");
    made.addBuffer(member, `photos/${sha256}.jpg`);
    made.end();
    const bad = path.join(folder, name);
    await pipeline(made.outputStream, createWriteStream(bad));
    return codes(to.database, bad);
  };
  expect(
    await refusedWith(
      "other.zip",
      await sharp({ create: { width: 32, height: 24, channels: 3, background: "#205030" } })
        .jpeg()
        .toBuffer(),
    ),
  ).toEqual(["member-damaged"]);
  expect(
    await refusedWith(
      "exif.zip",
      await sharp(data)
        .withExif({ IFD0: { Make: "Quay" } })
        .jpeg()
        .toBuffer(),
    ),
  ).toEqual(["photo-not-clean"]);
  expect(await refusedWith("words.zip", Buffer.from("not a picture"))).toEqual(["not-a-picture"]);
}, 180_000);

test("a backup is restored into an empty server by one command each, and every job is judged as before", async () => {
  const [from, to] = [await installation("from"), await installation("to", false)];
  await importArchive(from.database, await archive("backup.zip"), now);
  const file = path.join(folder, "all.sql.gz");
  expect(await runEmber(from.address, "backup", file)).toMatchObject({
    code: 0,
    out: expect.stringContaining("all.sql.gz") as string,
  });
  expect(await runEmber(to.address, "restore", file)).toMatchObject({
    err: "",
    code: 0,
    out: expect.stringContaining(`${job.length} entries`) as string,
  });
  expect(verdicts(await readEntries(to.database, job[0]!.stream))).toEqual(
    verdicts(await readEntries(from.database, job[0]!.stream)),
  );

  // Never over something that is there, and a damaged file is said to be one.
  expect(await runEmber(to.address, "restore", file)).toMatchObject({
    code: 2,
    err: expect.stringContaining("is not empty") as string,
  });
  const { address } = await installation("damaged", false);
  writeFileSync(path.join(folder, "bad.sql.gz"), "no backup");
  // What a client would run is not run, and of a file that goes wrong at its end nothing is left.
  const dump = gunzipSync(readFileSync(file)).toString("utf8");
  const ran = path.join(folder, "ran");
  writeFileSync(path.join(folder, "evil.sql.gz"), gzipSync(`${dump}\n\\! touch ${ran}\n;`));
  const evil = await runEmber(address, "restore", path.join(folder, "evil.sql.gz"));
  expect(evil).toMatchObject({ code: 2, err: expect.stringContaining("nothing of it is here") as string });
  expect(existsSync(ran)).toBe(false);
  expect(await runEmber(address, "restore", path.join(folder, "bad.sql.gz"))).toMatchObject({
    code: 2,
    err: expect.stringContaining("is not a backup") as string,
  });
}, 120_000);

test("from the shell a job goes out and in, a lead is made, and what is missing is said", async () => {
  const { database, address } = await installation("shell", false);
  const first = await runEmber(address, "prepare", "--first-lead", "hazel", "Hazel Weir");
  expect(first).toMatchObject({
    code: 0,
    out: expect.stringMatching(/account {4}hazel\n {2}password {3}(\w{6}-){3}\w{6}/) as string,
  });
  expect(await runEmber(address, "prepare", "--first-lead", "again", "Again")).toMatchObject({ code: 2 });
  expect(await runEmber(address, "add-person", "sedge", "Sedge", "--role", "captain")).toMatchObject({
    code: 2,
    err: expect.stringContaining("viewer|inspector|lead") as string,
  });
  expect(await runEmber(address, "import", await archive("shell.zip"))).toMatchObject({
    code: 0,
    out: expect.stringContaining(`${job.length} entries added`) as string,
  });
  const out = path.join(folder, "out.zip");
  expect(await runEmber(address, "export", "Survey launch Tern", out)).toMatchObject({ code: 0 });
  expect(await importArchive(database, out, now)).toMatchObject({ ok: true, value: { added: 0, known: job.length } });
  expect(await runEmber(address, "export", "Nobody's boat", out)).toMatchObject({
    code: 2,
    err: expect.stringContaining("there is no job") as string,
  });
  expect(await runEmber("mysql://nobody:x@127.0.0.1:1/none", "import", out)).toMatchObject({
    code: 2,
    err: expect.stringContaining("cannot be reached") as string,
  });
}, 180_000);
