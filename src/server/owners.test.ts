import { createWriteStream, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { pipeline } from "node:stream/promises";
import { TestBench } from "@/core/fixtures/bench";
import { json } from "@/core/fixtures/load";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { appendEntries } from "@/store/append";
import { importArchive } from "@/store/archive/import-archive";
import { writeArchive } from "@/store/archive/write-archive";
import type { Database } from "@/store/connection";
import { testDatabase } from "@/store/fixtures/test-database";
import { maskList } from "@/store/masks";
import { addOwner } from "@/store/owners";
import { keepPack } from "@/store/packs";
import { beginStream, readEntries } from "@/store/streams";
import { newId } from "./ids";
import { forgetOwner } from "./owners";

const now = new Date("2026-11-26T08:00:00Z");
const folder = mkdtempSync(path.join(tmpdir(), "ember-owners-"));
let database: Database;
beforeAll(async () => {
  database = (globalThis as { emberDatabase?: Database }).emberDatabase = await testDatabase("owners_erased", now, 2);
  const { id, revision } = orrinshaw.pack;
  await keepPack(database, { sha256: orrinshaw.sha256, id, revision, json: json("packs/orrinshaw-6m.json") }, now);
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await database.end();
});

/** An engine of somebody, who agreed to its estimate. */
async function engineOf(owner: string) {
  await addOwner(database, { id: owner, name: "Quay Master", contact: "", note: "" }, now);
  const bench = new TestBench(orrinshaw);
  bench.add("owner-named", { owner });
  const estimate = bench.add("estimate-made", { kind: "estimate", amount: 900, words: "overhaul" });
  bench.add("approval-given", { estimate: estimate.id, by: "Quay Master", on: "2026-11-20", how: "phone", agreed: true }); // prettier-ignore
  const stream = newId();
  const ids = new Map(bench.entries.map(({ id }) => [id, newId()]));
  const entries = bench.entries.map((entry) => ({
    ...(JSON.parse([...ids].reduce((text, [from, to]) => text.replaceAll(from, to), JSON.stringify(entry))) as typeof entry), // prettier-ignore
    stream,
  }));
  await beginStream(database, stream, "job", now);
  await appendEntries(database, stream, entries, now, "lead");
  return { stream, entries };
}

test("an owner who is erased is named on no way out; what was hashed stays, and comes in again as nothing new", async () => {
  const [gone, other] = [newId(), newId()];
  const [mine, theirs] = [await engineOf(gone), await engineOf(other)];
  expect(await forgetOwner(gone)).toBe(true);
  const shown = await readEntries(database, mine.stream);
  expect(JSON.stringify(shown)).not.toContain("Quay Master");
  expect(shown.find(({ type }) => type === "approval-given")!.payload.by).toBe("erased");
  expect(JSON.stringify(await readEntries(database, theirs.stream))).toContain("Quay Master");
  // Sent again by a device that waited it is what was acknowledged before.
  const again = await appendEntries(database, mine.stream, mine.entries, now, "lead");
  expect(new Set(again!.map(({ outcome }) => outcome))).toEqual(new Set(["kept-before"]));
  // What is taken out says that it is masked; neither that nor what was taken out before adds anything, or names anybody.
  const { id, revision } = orrinshaw.pack;
  const archived = async (name: string, entries: typeof shown, masked: Awaited<ReturnType<typeof maskList>>) => {
    const file = path.join(folder, name);
    const pack = { id, revision, sha256: orrinshaw.sha256, json: json("packs/orrinshaw-6m.json") };
    await pipeline(writeArchive({ stream: mine.stream, name, entries, masked, pack, people: {}, photos: [] }), createWriteStream(file)); // prettier-ignore
    return importArchive(database, file, now);
  };
  const masks = await maskList(database, shown);
  expect(masks.map(({ field }) => field)).toEqual(["by"]);
  for (const [name, entries, masked] of [
    ["after", shown, masks],
    ["before", mine.entries, []],
  ] as const)
    expect(await archived(name, entries as typeof shown, masked)).toMatchObject({ ok: true, value: { added: 0 } });
  expect(JSON.stringify(await readEntries(database, mine.stream))).not.toContain("Quay Master");
});
