import { crc32 } from "node:zlib";
import sharp from "sharp";
import { photoLimits } from "@/core/photo/photo-limits";
import { select, type Database } from "../connection";
import { testDatabase } from "../fixtures/test-database";
import { cleanPhoto, isOnlyPicture, pictureKind, readCleanPhoto, sha256Of } from "./clean-photo";
import {
  addToJob,
  assemble,
  beginUpload,
  dropUpload,
  findPhoto,
  findUpload,
  finishUpload,
  keepChunk,
  keepPhoto,
  photosOf,
  readPieces,
  readThumbnail,
  unfinishedLimits,
} from "./photos";

const now = new Date("2026-11-25T08:00:00Z");
let database: Database;
beforeAll(async () => {
  database = await testDatabase("photos", now, 2);
});
afterAll(() => database.end());

/** A picture as a phone makes one: wide, lying on its side, with place and device in it. */
const fromPhone = () =>
  sharp({ create: { width: 300, height: 200, channels: 3, background: "#7a5c3e" } })
    .composite([{ input: { create: { width: 40, height: 40, channels: 3, background: "#ffffff" } }, left: 0, top: 0 }])
    .withExif({
      IFD0: { Make: "Lantern", Model: "Quay 3", Orientation: "6" },
      IFD3: { GPSLatitudeRef: "N", GPSLatitude: "54/1 20/1 0/1" },
    })
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer();

const codeOf = async (bytes: Buffer) => {
  const clean = await cleanPhoto(bytes);
  return clean.ok ? "taken" : clean.problems[0]!.code;
};

describe("a photo that comes in", () => {
  test("is turned upright, and nothing is left in its file but the picture", async () => {
    const sent = await fromPhone();
    expect((await sharp(sent).metadata()).exif).toBeDefined();
    const clean = await cleanPhoto(sent);
    if (!clean.ok) throw new Error(JSON.stringify(clean.problems));
    const { width, height, data, thumbnail, sha256 } = clean.value;
    expect([width, height]).toEqual([200, 300]);
    const kept = await sharp(data).metadata();
    expect([kept.format, kept.exif, kept.icc, kept.xmp, kept.iptc, kept.orientation]).toEqual([
      "jpeg",
      undefined,
      undefined,
      undefined,
      undefined,
      undefined,
    ]);
    for (const word of ["Lantern", "Quay 3", "Exif", "GPS"]) expect(data.includes(word)).toBe(false);
    // The white corner was at the top left of a picture lying on its side: it stands at the top right.
    const { data: pixels } = await sharp(data).raw().toBuffer({ resolveWithObject: true });
    const bright = (x: number, y: number) => pixels[(y * width + x) * 3]!;
    expect([bright(190, 10) > 200, bright(10, 10) > 200]).toEqual([true, false]);
    expect((await sharp(thumbnail).metadata()).width).toBeLessThanOrEqual(400);
    expect(sha256).toBe(sha256Of(data));
  });

  test("is refused with a reason when it is no picture, a HEIC, a bomb or cut short", async () => {
    expect(await codeOf(Buffer.from("%PDF-1.7 not a picture at all"))).toBe("not-a-picture");
    expect(await codeOf(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'))).toBe("not-a-picture");
    expect(await codeOf(Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from("ftypheic"), Buffer.alloc(40)]))).toBe(
      "photo-heic",
    );
    // A few hundred bytes that say they are 900 million points: the head of a small picture, rewritten with its checksum.
    const bomb = await sharp({ create: { width: 8, height: 8, channels: 3, background: "#000" } })
      .png()
      .toBuffer();
    bomb.writeUInt32BE(30_000, 16);
    bomb.writeUInt32BE(30_000, 20);
    bomb.writeUInt32BE(crc32(bomb.subarray(12, 29)), 29);
    expect(await codeOf(bomb)).toBe("photo-too-many-pixels");
    const whole = await fromPhone();
    expect(await codeOf(whole.subarray(0, whole.length / 2))).toBe("photo-damaged");
    for (const [bytes, kind] of [
      [await sharp(whole).png().toBuffer(), "png"],
      [await sharp(whole).webp().toBuffer(), "webp"],
      [await sharp(whole).avif().toBuffer(), "avif"],
    ] as const) {
      expect(pictureKind(bytes)).toBe(kind);
      expect(await codeOf(bytes)).toBe("taken");
    }
  }, 60_000);

  test("out of an archive is taken only if it is clean", async () => {
    const clean = await cleanPhoto(await fromPhone());
    if (!clean.ok) throw new Error();
    expect(await readCleanPhoto(clean.value.data)).toMatchObject({ ok: true, value: { sha256: clean.value.sha256 } });
    expect(await readCleanPhoto(await fromPhone())).toMatchObject({
      ok: false,
      problems: [{ code: "photo-not-clean" }],
    });
    expect(await readCleanPhoto(Buffer.from("no"))).toMatchObject({ ok: false, problems: [{ code: "not-a-picture" }] });
  });
});

const job = "0190aaaa-0000-7000-8000-00000000000a";
const other = "0190aaaa-0000-7000-8000-00000000000b";

test("a photo is kept once under its fingerprint, in pieces, and belongs to the jobs that have it", async () => {
  const noise = Buffer.from(Uint8Array.from({ length: 1600 * 1200 * 3 }, (_, at) => (at * 2654435761) >>> 24));
  const clean = await cleanPhoto(
    await sharp(noise, { raw: { width: 1600, height: 1200, channels: 3 } })
      .jpeg({ quality: 100 })
      .toBuffer(),
  );
  if (!clean.ok) throw new Error();
  const { sha256, data, thumbnail } = clean.value;
  expect(data.length).toBeGreaterThan(photoLimits.chunk);
  await keepPhoto(database, clean.value, now);
  await keepPhoto(database, clean.value, now);
  await addToJob(database, job, sha256, now);
  expect((await select<{ n: number }>(database, "SELECT COUNT(*) AS n FROM photo_chunk"))[0]!.n).toBe(
    Math.ceil(data.length / photoLimits.chunk),
  );
  expect(await photosOf(database, job)).toEqual([{ sha256, bytes: data.length, width: 1600, height: 1200 }]);
  expect(await readThumbnail(database, job, sha256)).toEqual(thumbnail);
  expect([await findPhoto(database, other, sha256), await readThumbnail(database, other, sha256)]).toEqual([
    null,
    null,
  ]);
  const pieces: Buffer[] = [];
  for await (const piece of readPieces(database, { sha256, bytes: data.length })) pieces.push(piece);
  expect(Buffer.concat(pieces).equals(data)).toBe(true);
});

test("an upload goes on where it was, takes each piece once, and is forgotten when nobody finishes it", async () => {
  const id = "0190aaaa-0000-7000-8000-0000000000c1";
  const upload = { id, stream: job, kind: "photo" as const, person: job, bytes: photoLimits.chunk + 7 };
  expect(await beginUpload(database, upload, now)).toMatchObject({ value: { have: [] } });
  await keepChunk(database, id, 1, Buffer.from("ending!"));
  await keepChunk(database, id, 1, Buffer.from("another"));
  expect(await beginUpload(database, { ...upload, stream: other }, now)).toMatchObject({
    value: { stream: job, have: [1] },
  });
  await keepChunk(database, id, 0, Buffer.alloc(photoLimits.chunk, 65));
  const all = await assemble(database, (await findUpload(database, id))!);
  expect([all.length, all.subarray(-7).toString()]).toEqual([photoLimits.chunk + 7, "ending!"]);
  await finishUpload(database, upload, "f".repeat(64), now);
  expect(await findUpload(database, id)).toMatchObject({ sha256: "f".repeat(64), have: [] });
  await beginUpload(
    database,
    { ...upload, id: "0190aaaa-0000-7000-8000-0000000000c2" },
    new Date(now.getTime() + 8 * 86_400_000),
  );
  expect(await findUpload(database, id)).toBeNull();
});

test("what is begun and not finished is bounded for a person, and what is more is not begun", async () => {
  const begin = (at: number, person: string, bytes = unfinishedLimits.person / 2) =>
    beginUpload(
      database,
      { id: `0190aaaa-0000-7000-8000-0000000001${at}`, stream: job, kind: "archive", person, bytes },
      now,
    );
  const [one, two] = ["0190aaaa-0000-7000-8000-0000000002aa", "0190aaaa-0000-7000-8000-0000000002bb"];
  const taken = [await begin(10, one), await begin(11, one), await begin(12, one, 1), await begin(13, two)];
  expect(taken.map((each) => (each.ok ? "begun" : each.problems[0]!.code))).toEqual([
    "begun",
    "begun",
    "too-much-unfinished",
    "begun",
  ]);
  expect(await findUpload(database, "0190aaaa-0000-7000-8000-000000000112")).toBeNull();
  // Begun again it is the one that is there, and one that is let go makes room.
  expect((await begin(10, one)).ok).toBe(true);
  await dropUpload(database, "0190aaaa-0000-7000-8000-000000000111");
  expect((await begin(12, one, 1)).ok).toBe(true);
  for (const at of [10, 12, 13]) await dropUpload(database, `0190aaaa-0000-7000-8000-0000000001${at}`);
});

test("a clean photo holds a picture and nothing besides: no comment, no segment of an application, nothing behind its end", async () => {
  const clean = await cleanPhoto(await sharp({ create: { width: 64, height: 48, channels: 3, background: "#804020" } }).png().toBuffer()); // prettier-ignore
  if (!clean.ok) throw new Error();
  const { data } = clean.value;
  const segment = (marker: number, text: string) =>
    Buffer.concat([Buffer.from([0xff, marker, 0, text.length + 2]), Buffer.from(text)]);
  const within = (more: Buffer) => Buffer.concat([data.subarray(0, 2), more, data.subarray(2)]);
  expect(
    [data, within(segment(0xfe, "a comment")), within(segment(0xe7, "an app")), Buffer.concat([data, Buffer.from("PK")])].map(isOnlyPicture), // prettier-ignore
  ).toEqual([true, false, false, false]);
  for (const cut of [3, 20, data.length - 1]) expect(isOnlyPicture(data.subarray(0, cut))).toBe(false);
});
