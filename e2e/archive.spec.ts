import { randomBytes } from "node:crypto";
import { readFileSync } from "node:fs";
import { ZipFile } from "yazl";
import { demoJob, orrinshaw } from "@/core/fixtures/load";
import { writeArchive } from "@/store/archive/write-archive";
import { expect, test, TestBench } from "./bench";

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
