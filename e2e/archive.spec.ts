import { randomBytes } from "node:crypto";
import { readFileSync } from "node:fs";
import { ZipFile } from "yazl";
import { demoJob } from "@/core/fixtures/load";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { writeArchive } from "@/store/archive/write-archive";
import { keepPack } from "@/store/packs";
import { change } from "@/store/connection";
import { fingerprint } from "@/core/canonical";
import { client, expect, test, TestBench } from "./bench";

const bytesOf = async (stream: AsyncIterable<Buffer | string>) => {
  const chunks: Buffer[] = [];
  for await (const chunk of stream) chunks.push(Buffer.from(chunk));
  return Buffer.concat(chunks);
};
const packJson = JSON.parse(readFileSync("packs/orrinshaw-6m.json", "utf8")) as unknown;

test("a job comes in from a zip: all of it, once, and with the names of its authors as labels", async ({
  shop,
  visit,
}) => {
  const bench = new TestBench(orrinshaw, { name: "Foreign tug" });
  bench.readRestAsNew();
  const stream = bench.maker.stream;
  const zip = await bytesOf(
    writeArchive({
      stream,
      name: "Foreign tug",
      entries: bench.entries,
      people: { tester: "Hazel of Upper Weir" },
      photos: [],
      masked: [],
      pack: { id: "orrinshaw-6m", revision: 3, sha256: orrinshaw.sha256, json: packJson },
    }) as AsyncIterable<Buffer>,
  );
  const page = await visit("lead", "/");
  const picker = page.getByLabel("Zip of a job");
  await picker.setInputFiles({ name: "tug.zip", mimeType: "application/zip", buffer: zip });
  await expect(page.getByText(`Foreign tug: ${bench.entries.length} entries added.`)).toBeVisible();
  await expect(page.getByRole("link", { name: /Foreign tug/ })).toBeVisible();
  expect((await shop.entries(stream)).map((entry) => [entry.id, entry.author])).toEqual(
    bench.entries.map((entry) => [entry.id, "import:Hazel of Upper Weir"]),
  );

  await picker.setInputFiles({ name: "tug.zip", mimeType: "application/zip", buffer: zip });
  await expect(page.getByText("everything was here already; nothing was added")).toBeVisible();
  expect(await shop.entries(stream)).toHaveLength(bench.entries.length);

  // More than what is here is added once a person has seen how much it is, and may be left.
  const more = bench.add("estimate-made", { kind: "estimate", amount: 900, words: "from elsewhere" });
  const bigger = await bytesOf(
    writeArchive({
      stream,
      name: "Foreign tug",
      entries: bench.entries,
      people: {},
      photos: [],
      masked: [],
      pack: { id: "orrinshaw-6m", revision: 3, sha256: orrinshaw.sha256, json: packJson },
    }) as AsyncIterable<Buffer>,
  );
  const choose = () => picker.setInputFiles({ name: "more.zip", mimeType: "application/zip", buffer: bigger });
  await choose();
  await expect(page.getByRole("alertdialog")).toContainText("Foreign tug is here already. The zip has 1 entry more");
  await page.getByRole("button", { name: "Leave the job as it is" }).click();
  expect(await shop.entries(stream)).toHaveLength(bench.entries.length - 1);
  await choose();
  await page.getByRole("button", { name: "Add 1 entry" }).click();
  await expect(page.getByText("Foreign tug: 1 entry added")).toBeVisible();
  expect((await shop.entries(stream)).at(-1)!.id).toBe(more.id);

  // And out again, in the same open form.
  await page.getByRole("link", { name: /Foreign tug/ }).click();
  await page.getByRole("link", { name: /^Hand over/ }).click();
  const [file] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "Everything, zip" }).click(),
  ]);
  expect(file.suggestedFilename()).toBe("foreign-tug.zip");
  expect(
    readFileSync(await file.path())
      .subarray(0, 2)
      .toString(),
  ).toBe("PK");
});

test("what is wrong with a zip is said plainly, and nothing of it comes in", async ({ shop, visit }) => {
  const page = await visit("lead", "/");
  const say = async (name: string, buffer: Buffer, ...words: string[]) => {
    await page.getByLabel("Zip of a job").setInputFiles({ name, mimeType: "application/zip", buffer });
    for (const word of words) await expect(page.getByRole("status")).toContainText(word);
    await expect(page.getByRole("status")).toContainText(`${name} was not imported; nothing of it is here.`);
  };
  const zipOf = async (members: Record<string, string | Buffer>) => {
    const zip = new ZipFile();
    for (const [name, text] of Object.entries(members)) zip.addBuffer(Buffer.from(text), name);
    zip.end();
    return bytesOf(zip.outputStream as AsyncIterable<Buffer>);
  };
  const entries = demoJob("drainage-pump-3").map((entry) => ({
    ...entry,
    stream: "0190aaaa-0000-7000-8000-00000000beef",
  }));
  const lines = entries.map((entry) => JSON.stringify(entry));
  const foreign = lines.map((line) => line.replaceAll(orrinshaw.sha256, "0".repeat(64)));

  await say("picture.zip", Buffer.from("no zip at all"), "This is not a zip file");
  await say(
    "broken.zip",
    await zipOf({ "record.ndjson": [...lines.slice(0, 4), "{oops", ...lines.slice(5)].join("\n") }),
    "record.ndjson, line 5",
    "not JSON",
  );
  await say(
    "stranger.zip",
    await zipOf({ "record.ndjson": foreign.join("\n") }),
    `pinned to revision ${orrinshaw.pack.revision} of the pack orrinshaw-6m (000000000000), which is neither in the zip nor on this server`,
  );
  await say(
    "holiday.zip",
    await zipOf({ "record.ndjson": lines.join("\n"), "photos/beach.jpg": "x" }),
    "a file that does not belong to a job",
  );
  await say(
    "bomb.zip",
    await zipOf({ "record.ndjson": lines.join("\n"), [`packs/${"0".repeat(64)}.json`]: Buffer.alloc(20_000_000, 32) }),
    "of its size at most",
  );
  const large = Buffer.from(randomBytes(3_000_000).toString("hex"));
  await say(
    "large.zip",
    await zipOf({ "record.ndjson": lines.join("\n"), [`packs/${"0".repeat(64)}.json`]: large }),
    "unpacks to 6000000 bytes or more; at most 5242880 are read",
  );
  expect(await shop.entries("0190aaaa-0000-7000-8000-00000000beef")).toEqual([]);
});

test("a pack that comes with a job serves that job, until a lead has seen what it changes and offers it", async ({
  shop,
  visit,
}) => {
  const sleeve = {
    ...(packJson as { revision: number; summary: string }),
    revision: 999,
    summary: "with other limits",
  };
  const sha256 = fingerprint(sleeve);
  const bench = new TestBench(orrinshaw, { name: "Stranger", pack: { id: "orrinshaw-6m", revision: 999, sha256 } });
  const zip = await bytesOf(
    writeArchive({
      stream: bench.maker.stream,
      name: "Stranger",
      entries: bench.entries,
      people: {},
      photos: [],
      masked: [],
      pack: { id: "orrinshaw-6m", revision: 999, sha256, json: sleeve },
    }) as AsyncIterable<Buffer>,
  );
  const page = await visit("lead", "/");
  await page.getByLabel("Zip of a job").setInputFiles({ name: "s.zip", mimeType: "application/zip", buffer: zip });
  await expect(page.getByText(`Stranger: ${bench.entries.length} entries added.`)).toBeVisible();
  const lead = await client(shop.address, "lead");
  const revisions = async () =>
    ((await (await lead.get("/api/packs")).json()) as { packs: { family: string; revision: number }[] }).packs
      .filter(({ family }) => family === orrinshaw.pack.family)
      .map(({ revision }) => revision);
  const open = () => lead.post("/api/jobs", { data: { id: bench.newId(), name: "By it", pack: sha256, number: null } });
  expect(await revisions()).toEqual([orrinshaw.pack.revision]);
  const refused = (await (await open()).json()) as { problems: { code: string }[] };
  expect(refused.problems[0]!.code).toBe("pack-not-offered");

  await page.goto("/settings");
  const waiting = page.getByRole("region", { name: "Packs from elsewhere" });
  await waiting.getByRole("button", { name: /revision 999/ }).click();
  await expect(waiting.getByRole("row", { name: `revision ${orrinshaw.pack.revision} 999` })).toBeVisible();
  await expect(waiting.getByRole("row", { name: /with other limits/ })).toBeVisible();
  // What is offered changes while it is looked at: the differences are to be seen again.
  const said = await lead.post(`/api/packs/${sha256}/offer`, { data: { against: null } });
  expect([said.status(), ((await said.json()) as typeof refused).problems[0]!.code]).toEqual([409, "offer-changed"]);
  await waiting.getByRole("button", { name: "Offer it for new jobs" }).click();
  await expect(waiting).toBeHidden();
  expect(await revisions()).toEqual([999]);
  expect((await open()).status()).toBe(201);
  // Of the same revision there is one: another pack under it can come with a job, and is never offered.
  const twin = { ...sleeve, summary: "another 999" };
  await keepPack(shop.database, { sha256: fingerprint(twin), id: "orrinshaw-6m", revision: 999, json: twin }, new Date(), false); // prettier-ignore
  const rival = await lead.post(`/api/packs/${fingerprint(twin)}/offer`, { data: { against: sha256 } });
  expect(((await rival.json()) as typeof refused).problems[0]!.code).toBe("revision-taken");
  await change(shop.database, "UPDATE pack SET offered = 0 WHERE revision = 999");
  await lead.dispose();
});
