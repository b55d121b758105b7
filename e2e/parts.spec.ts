import sharp from "sharp";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { windrow } from "@/core/fixtures/packs/windrow";
import { readFileSync } from "node:fs";
import { client, expect, test, TestBench, testGauge } from "./bench";

const at = (bench: TestBench, page: string) => `/jobs/${bench.maker.stream}/${page}`;

test("a box is opened, its lot measured before any is fitted, and sent back as a whole with what to tell the supplier", async ({
  shop,
  visit,
}) => {
  const bench = new TestBench(windrow, { name: "Hovercraft Coot" });
  bench.readRestAsNew();
  const gauge = { ...testGauge, id: "mic", name: "Micrometer 0–25", method: "direct" as const, range: [0, 25] as [number, number], quantities: ["external-diameter"] }; // prettier-ignore
  bench.occasion({ phase: "as-received", gauge, master: null });
  await shop.keep(bench.entries);
  const page = await visit("inspector", at(bench, "parts"));
  await expect(page.getByText("all parts are in their places")).toBeVisible();
  await page.getByRole("button", { name: "Open a box" }).click();
  const box = page.getByRole("form", { name: "Open a box" });
  await box.getByLabel("How many").fill("0");
  await box.getByRole("button", { name: "Tag them" }).click();
  await expect(box.getByText("Say what kind of part it is.")).toBeVisible();
  await box.getByLabel("Kind of part").selectOption({ label: "Apex seals of a rotor" });
  await box.getByRole("button", { name: "Tag them" }).click();
  await expect(box.getByText("How many: 1 to 200.")).toBeVisible();
  await box.getByLabel("How many").fill("4");
  await box.getByLabel("Lot").fill("88");
  await box.getByLabel("Supplier").fill("Marsh Rotary");
  await expect(box.getByText("Before any is fitted: thickness of 3 of the lot.")).toBeVisible();
  await box.getByRole("button", { name: "Tag them" }).click();
  const lots = page.getByRole("list", { name: "Lots" });
  await expect(lots).toContainText("lot 88: 4 parts, 0 of 3 measured · not inspected yet");

  // The series decides which limits hold; then one of them is far too thin, and all of them go back.
  await page.getByRole("button", { name: /^AS-N1 / }).click();
  const tag = page.getByRole("complementary", { name: "Part tag" });
  await tag.getByRole("button", { name: "note its number, lot, size…" }).click();
  await tag.getByLabel("What is noted").selectOption({ label: "Series" });
  await tag.getByLabel("The value").selectOption({ label: "3 mm" });
  await tag.getByRole("button", { name: "Note it" }).click();
  await expect(tag.getByRole("group", { name: "What is known of it" })).toContainText("3 mm");
  const readings = page.getByRole("group", { name: "Readings of AS-N1" });
  for (const [name, value] of [
    ["left", "2.95"],
    ["middle", "2.84"],
    ["right", "2.95"],
  ] as const) {
    await readings.getByLabel(`thickness, ${name}`).fill(value);
    await readings.getByLabel(`thickness, ${name}`).press("Enter");
    await expect(readings.getByLabel(`thickness, ${name}`)).toHaveValue(`${value}0`);
  }
  await expect(lots).toContainText("goes back");
  await expect(page.getByLabel("What to tell the supplier")).toContainText(
    "To Marsh Rotary: apex seals of a rotor for the Windrow R2, lot 88, 4 parts.",
  );
  await expect(page.getByRole("button", { name: /^AS-N4 / })).toContainText("not as it is");
  await expect
    .poll(async () =>
      (await shop.written(bench)).filter(({ type }) => type === "reading-taken").map(({ payload }) => payload.typed),
    ) // prettier-ignore
    .toEqual(["2.95", "2.84", "2.95"]);
});

test("a part goes to the shelf with all that is known of it, is found there, and comes into another job once", async ({
  shop,
  visit,
}) => {
  const from = new TestBench(orrinshaw, { name: "Harbour pump 1" });
  from.readRestAsNew();
  from.add("finding-made", { part: from.partIn.get("piston-2")!, place: "skirt-thrust", finding: "scoring", value: "moderate", phase: "after-cleaning", words: null }); // prettier-ignore
  from.add("intake-noted", { section: "history", item: "hours-since-new", part: null, place: null, value: 6200 });
  from.add("part-removed", { part: from.partIn.get("piston-2")! });
  from.add("part-removed", { part: from.partIn.get("rod-1")! });
  from.add("part-scrapped", { part: from.partIn.get("rod-1")!, why: "bent", made: "marked", certificate: null });
  const into = new TestBench(orrinshaw, { name: "Harbour pump 2" });
  const white = sharp({ create: { width: 64, height: 48, channels: 3, background: "#fff" } });
  const picture = await shop.keepPhoto(from.maker.stream, await white.png().toBuffer());
  from.add("photo-added", { ...picture, part: from.partIn.get("liner-3")!, place: null, station: "strip", words: "groove" }); // prettier-ignore
  await shop.keep([...from.entries]);
  await shop.keep([...into.entries]);

  const page = await visit("inspector", at(from, "parts"));
  await page.getByRole("button", { name: /^piston-2 / }).click();
  await page.getByLabel("Where on the shelf").fill("rack 3");
  await page.getByRole("button", { name: "To the shelf", exact: true }).click();
  await expect(page.getByText("On the shelf, rack 3.")).toBeVisible();
  // What is scrapped is offered to no shelf, and is not listed.
  await expect(page.getByRole("button", { name: /^rod-1 / })).toBeHidden();

  await page.goto("/shelf");
  await page.getByLabel("Look for a part").fill("rack pist");
  const list = page.getByRole("list", { name: "Parts on the shelf" });
  await expect(list.getByRole("button")).toHaveCount(1);
  await page.getByLabel("Look for a part").fill("propeller");
  await expect(page.getByText("Nothing here is known by these words.")).toBeVisible();
  await page.getByLabel("Look for a part").fill("harbour");
  await list.getByRole("button", { name: /piston-2/ }).click();
  const known = page.getByRole("group", { name: "What is known of piston-2" });
  await expect(known).toContainText("Orrinshaw 6M");
  await expect(known).toContainText("What spoke against it where it was");
  await known.getByLabel("Where it lies now").fill("rack 4");
  await known.getByRole("button", { name: "Moved there" }).click();
  await expect(list).toContainText("rack 4");

  const other = await visit("inspector", at(into, "parts"));
  await other.getByRole("button", { name: "From the shelf" }).click();
  await other.getByLabel("Look on the shelf").fill("harbour piston");
  await other.getByRole("button", { name: "Look", exact: true }).click();
  // Somebody scraps it while it is looked at here: it cannot be had any more, and the page says so.
  await list.getByRole("button", { name: /piston-2/ }).click();
  await known.getByLabel("Why it is scrapped").fill("dropped");
  await known.getByRole("button", { name: "Scrapped" }).click();
  await expect(page.getByText("Nothing here is known by these words.")).toBeVisible();
  await other.getByRole("button", { name: "Take it" }).click();
  await expect(other.getByRole("alert").first()).toContainText("was scrapped meanwhile");

  // Another one is had: with its readings and findings, as they were.
  await page.goto(at(from, "parts"));
  from.add("part-removed", { part: from.partIn.get("liner-3")! });
  await shop.keep(from.entries.slice(-1));
  await page.getByRole("button", { name: /^liner-3 / }).click();
  await page.getByLabel("Where on the shelf").fill("floor");
  await page.getByRole("button", { name: "To the shelf", exact: true }).click();
  await expect(page.getByText("On the shelf, floor.")).toBeVisible();
  await other.getByLabel("Look on the shelf").fill("harbour liner");
  await other.getByRole("button", { name: "Look", exact: true }).click();
  await other.getByRole("button", { name: "Take it" }).click();
  await other.getByRole("button", { name: /^liner-3 / }).click();
  await expect(other.getByRole("group", { name: "Readings of liner-3" })).toBeVisible();
  await expect(other.getByLabel(/^bore, top/).first()).toHaveValue(/^108\.0/);
  // What its engine had run, and its picture, came along.
  const tag = other.getByRole("complementary", { name: "Part tag" });
  await expect(tag.getByRole("group", { name: "What is known of it" })).toContainText(
    /Hours its engine had run.*6\D?200/,
  );
  const viewer = await client(shop.address, "viewer");
  const seen = async (job: TestBench) =>
    (await viewer.get(`/api/jobs/${job.maker.stream}/photos/${picture.photo}/small`)).status();
  expect([await seen(from), await seen(into)]).toEqual([200, 200]);
  await viewer.dispose();
});

test("many parts go through one bath; what must not is named and stays out", async ({ shop, visit }) => {
  const bench = new TestBench(orrinshaw, { name: "Bath day" });
  for (const { id, class: of } of orrinshaw.pack.slots.filter((slot) => slot.class === "gudgeon-pin"))
    for (const { id: finding, places } of orrinshaw.classes.get(of)!.findings.filter((kind) => kind.lostByCleaning))
      for (const place of places.length > 0 ? places : [null])
        bench.add("finding-made", { part: bench.partIn.get(id)!, place, finding, value: "none", phase: "before-cleaning", words: null }); // prettier-ignore
  await shop.keep(bench.entries);
  const page = await visit("inspector", at(bench, "clean"));
  await page.getByRole("button", { name: "A basket of many" }).click();
  const basket = page.getByRole("group", { name: "A basket" });
  await basket.getByRole("button", { name: "hot tank" }).click();
  await basket.getByRole("button", { name: /^Piston, all 6/ }).click();
  await basket.getByRole("button", { name: /^Gudgeon pin, all 6/ }).click();
  await expect(basket.getByRole("alert")).toContainText("piston-1 (forbidden");
  await basket.getByRole("button", { name: /cleaned: hot tank$/ }).click();
  await expect(basket.getByRole("status")).toContainText("6 left out");
  // What is shown at once is kept a moment later.
  const cleaned = async () =>
    (await shop.written(bench)).flatMap(({ type, payload }) => (type === "part-cleaned" ? [payload.treatment] : []));
  await expect.poll(cleaned).toEqual(Array(6).fill("hot-tank"));
});

test("the shelf refuses what is scrapped, what lies there already, what is not here and what knows too much; a pack's revision is taken once", async ({
  shop,
}) => {
  const bench = new TestBench(orrinshaw, { name: "Refusals" });
  bench.add("part-scrapped", { part: bench.partIn.get("rod-2")!, why: "bent", made: "marked", certificate: null });
  const occasion = bench.occasion();
  for (let at = 0; at < 205; at += 1) bench.read(occasion, "liner-6", "bore", "top-thrust", 108.01);
  await shop.keep(bench.entries);
  const lead = await client(shop.address, "lead");
  const job = bench.maker.stream;
  const act = async (data: object) => {
    const answer = await lead.post("/api/shelf", { data });
    const json = (await answer.json()) as { problems?: { code: string }[] };
    return [answer.status(), json.problems?.[0]?.code];
  };
  // What carries words of others is put together by the server: nobody hands in another's readings under another's name.
  const forged = { ...bench.entries[0]!, id: bench.newId(), type: "part-adopted", v: 1, payload: { part: bench.partIn.get("rod-1")!, from: "nowhere", entries: [], against: [] } }; // prettier-ignore
  const { answers } = (await (await lead.post("/api/entries", { data: { entries: [forged] } })).json()) as { answers: { outcome: string }[] }; // prettier-ignore
  expect(answers.map(({ outcome }) => outcome)).toEqual(["refused"]);
  const lay = (slot: string) => act({ do: "lay", job, part: bench.partIn.get(slot)!, lies: "rack 1" });
  expect(await lay("rod-2")).toEqual([409, "shelf-takes-no-scrap"]);
  expect(await lay("liner-6")).toEqual([409, "part-carries-too-much"]);
  expect(await lay("rod-3")).toEqual([200, undefined]);
  expect(await lay("rod-3")).toEqual([409, "shelf-has-it"]);
  expect(await act({ do: "take", job, part: bench.partIn.get("rod-4")!, slot: null })).toEqual([409, "part-not-here"]);
  expect(await act({ do: "take", job, part: bench.partIn.get("rod-3")!, slot: "attic" })).toEqual([
    409,
    "unknown-slot",
  ]);
  expect(await act({ do: "take", job, part: bench.partIn.get("rod-3")!, slot: "rod-3" })).toEqual([200, undefined]);
  expect(await act({ do: "take", job, part: bench.partIn.get("rod-3")!, slot: null })).toEqual([
    409,
    "shelf-part-gone",
  ]);

  const pack = JSON.parse(readFileSync("packs/tarnwick-2t.json", "utf8")) as { summary: string; revision: number };
  const send = async (json: object) => {
    const answer = await lead.post("/api/packs", { data: Buffer.from(JSON.stringify(json)) });
    const { faults, kept } = (await answer.json()) as { faults: { problem: { code: string } }[]; kept: boolean };
    return [answer.status(), faults.map(({ problem }) => problem.code), kept];
  };
  expect(await send({ ...pack, summary: "Another one." })).toEqual([422, ["revision-taken"], false]);
  expect(await send({ ...pack, summary: "Another one.", revision: pack.revision + 1 })).toEqual([200, [], true]);
  await lead.dispose();
});
