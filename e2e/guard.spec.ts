import { larkspire } from "@/core/fixtures/packs/larkspire";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { rotary } from "@/core/fixtures/packs/rotary";
import { makeEntry } from "@/core/entry/make-entry";
import type { Envelope } from "@/core/entry/schema";
import { longestChain } from "@/store/append";
import { change } from "@/store/connection";
import { listStreams } from "@/store/streams";
import { client, expect, test, TestBench } from "./bench";

interface Answer {
  readonly outcome: string;
  readonly problems?: readonly { readonly code: string }[];
}

test("an inspector corrects what an inspector may write, and nothing else", async ({ shop }) => {
  const bench = new TestBench(orrinshaw, { name: "Guarded" });
  const estimate = bench.add("estimate-made", { kind: "estimate", amount: 4000, words: "the bottom end" });
  await shop.keep(bench.entries);
  const [inspector, lead] = [await client(shop.address, "inspector"), await client(shop.address, "lead")];
  const post = async (who: typeof lead, ...entries: Envelope[]) => {
    const answer = await who.post("/api/entries", { data: { entries } });
    return ((await answer.json()) as { answers: Answer[] }).answers.map(
      ({ outcome, problems }) => problems?.[0]?.code ?? outcome,
    );
  };
  const make = (payload: Parameters<typeof makeEntry<"entry-struck">>[2]) =>
    makeEntry({ ...bench.maker, now: Date.now }, "entry-struck", payload);
  const strike = (id: string) => make({ strikes: [id] });

  expect(await post(inspector, strike(estimate.id))).toEqual(["not-theirs-to-change"]);
  expect(await post(inspector, strike(bench.entries[0]!.id))).toEqual(["stands-for-ever"]);
  expect(await post(lead, strike(bench.entries[0]!.id))).toEqual(["stands-for-ever"]);
  const stranger = { ...strike(estimate.id), type: "number-read", payload: { place: "plate", text: "X" } };
  expect(await post(inspector, { ...stranger, payload: { ...stranger.payload, supersedes: [estimate.id] } })).toEqual([
    "successor-of-another-type",
  ]);
  // With an older clock a second opening would stand before the first and take the job over.
  const rival = { ...bench.entries[0]!, id: `0000${strike(estimate.id).id.slice(4)}` };
  expect(await post(lead, rival)).toEqual(["opened-already"]);
  // A lead's strike of it is a lead's to take back; both in one batch too.
  const struck = strike(estimate.id);
  expect(await post(lead, struck)).toEqual(["kept"]);
  expect(await post(inspector, strike(struck.id))).toEqual(["not-theirs-to-change"]);
  expect(await post(lead, strike(struck.id))).toEqual(["kept"]);
  const gauge = { ...strike(estimate.id), type: "gauge-registered" };
  expect(await post(inspector, gauge)).toEqual(["schema"]);

  // A clock that was never set, and a chain that nobody makes by hand.
  expect(await post(lead, { ...strike(estimate.id), at: "0001-01-01T00:00:00.000Z" })).toEqual(["schema"]);
  expect(await post(lead, { ...strike(estimate.id), at: "9999-12-31T23:59:59.999Z" })).toEqual(["schema"]);
  await change(shop.database, "UPDATE entry SET depth = ? WHERE id = ?", [longestChain, struck.id]);
  expect(await post(lead, strike(struck.id))).toEqual(["chain-too-long"]);
  const kept = await shop.written(bench);
  expect(kept.map(({ type, stamp }) => [type, stamp?.role])).toEqual([
    ["entry-struck", "lead"],
    ["entry-struck", "lead"],
  ]);
  // Registering a gauge belongs to the shop's stream, not to a job's.
  const shopEntry = (await shop.entries((await listStreams(shop.database, "shop"))[0]!)).find(
    ({ type }) => type === "gauge-registered",
  )!;
  const moved = { ...shopEntry, id: strike(estimate.id).id, stream: bench.maker.stream };
  delete (moved as { stamp?: unknown }).stamp;
  expect(await post(lead, moved)).toEqual(["not-for-this-stream"]);
});

test("a job that cannot be judged says why, opens to its record, and takes no other down", async ({ shop, visit }) => {
  const packless = new TestBench(larkspire, {
    name: "Packless",
    pack: { id: "gone", revision: 1, sha256: "0".repeat(64) },
  });
  const bad = new TestBench(rotary, { name: "Bad pack", pack: { id: "bad", revision: 1, sha256: "1".repeat(64) } });
  for (const bench of [packless, bad]) await shop.keep(bench.entries);
  await change(
    shop.database,
    "INSERT IGNORE INTO pack (sha256, id, revision, body, added_at) VALUES (?, ?, 1, ?, NOW(3))",
    ["1".repeat(64), "bad", JSON.stringify({ format: "ember-pack/1", id: "bad" })],
  );
  const page = await visit("lead", "/");
  await expect(page.getByRole("listitem").filter({ hasText: "Packless" })).toContainText("is not on this server");
  await expect(page.getByRole("listitem").filter({ hasText: "Marigold" }).first()).toBeVisible();
  await expect(page.getByText("This job cannot be judged").first()).toBeVisible();
  await page.getByRole("link", { name: /Packless/ }).click();
  await expect(page.getByRole("heading", { name: "Packless" })).toBeVisible();
  await expect(page.getByRole("list", { name: "Entries" }).getByRole("listitem")).toHaveCount(packless.entries.length);
  const lead = await client(shop.address, "lead");
  const record = await lead.get(`/api/jobs/${packless.maker.stream}/record`);
  expect((await record.text()).trim().split("\n")).toHaveLength(packless.entries.length);
  await change(shop.database, "DELETE FROM pack WHERE sha256 = ?", ["1".repeat(64)]);
});

test("a photo in pieces that do not fit, or do not all come, is refused piece by piece", async ({ shop }) => {
  const bench = new TestBench(orrinshaw, { name: "Pieces" });
  await shop.keep(bench.entries);
  const inspector = await client(shop.address, "inspector");
  const base = `/api/jobs/${bench.maker.stream}/uploads`;
  const id = bench.newId();
  const codeOf = async (answer: Awaited<ReturnType<typeof inspector.post>>) =>
    ((await answer.json()) as { problems?: { code: string }[] }).problems?.[0]?.code;
  expect(await codeOf(await inspector.post(base, { data: { id, bytes: 1000 } }))).toBeUndefined();
  expect(await codeOf(await inspector.post(base, { data: { id, bytes: 1001 } }))).toBe("upload-differs");
  const headers = { "Content-Type": "application/octet-stream" };
  expect(await codeOf(await inspector.put(`${base}/${id}/0`, { data: Buffer.alloc(10), headers }))).toBe(
    "chunk-misfit",
  );
  expect(await codeOf(await inspector.post(`${base}/${id}`))).toBe("chunks-missing");
  expect(await codeOf(await inspector.post(`${base}/${bench.newId()}`))).toBe("unknown-upload");
});

test("a second figure after a repeat takes the place of the first; a pack with nothing to do says so", async ({
  shop,
  visit,
}) => {
  const bench = new TestBench(orrinshaw, { name: "Repeats" });
  bench.occasion();
  await shop.keep(bench.entries);
  const page = await visit("inspector", `/jobs/${bench.maker.stream}/measure`);
  const cell = page.getByRole("textbox", { name: /Bore, liner, cylinder 1/i }).first();
  const first = (await cell.count()) > 0 ? cell : page.locator("main table input").first();
  await first.click();
  await page.keyboard.type("108.01");
  await page.keyboard.press("Shift+Enter");
  await page.keyboard.type("108.02");
  await page.keyboard.press("Shift+Enter");
  await expect
    .poll(async () => (await shop.written(bench)).map(({ payload }) => payload.typed))
    .toEqual(["108.01", "108.02"]);

  const empty = structuredClone(rotary.pack) as { classes: { features: unknown[] }[]; joints: unknown[] };
  const bare = { ...empty, id: "bare", joints: [], classes: empty.classes.map((each) => ({ ...each, features: [] })) };
  const sha256 = await shop.keepPackJson(bare);
  const idle = new TestBench(rotary, { name: "Nothing to do", pack: { id: "bare", revision: 1, sha256 } });
  await shop.keep(idle.entries);
  await page.goto(`/jobs/${idle.maker.stream}/measure`);
  await expect(page.getByRole("heading", { name: "Nothing to measure" })).toBeVisible();
  await page.goto(`/jobs/${idle.maker.stream}/decide`);
  await expect(page.getByRole("heading", { name: "Nothing to decide" })).toBeVisible();
});
