import jsQR from "jsqr";
import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import sharp from "sharp";
import { larkspire } from "@/core/fixtures/packs/larkspire";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { readTagCode, writeTagCode } from "@/core/strip/tag-code";
import { client, expect, test, TestBench } from "./bench";

const at = (bench: TestBench, station: string) => `/jobs/${bench.maker.stream}/${station}`;
const picture = (color: string, width = 640, height = 480) =>
  sharp({ create: { width, height, channels: 3, background: color } })
    .jpeg()
    .toBuffer();

test("an engine comes apart in order: nothing before its lock, nothing that vanishes unseen, and every part gets its tag", async ({
  shop,
  visit,
}) => {
  const bench = new TestBench(larkspire, { name: "Airship two" });
  await shop.keep(bench.entries);
  const page = await visit("lead", at(bench, "strip"));
  const steps = page.getByRole("list", { name: "Strip list" });

  // A blocked step can be read, and not done.
  await steps.getByRole("button", { name: /Nose case/ }).click();
  await expect(page.getByText("Waits for: Turned by hand to dead centre of cylinder 1.")).toBeVisible();
  await expect(page.getByRole("button", { name: "Done", exact: true })).toBeDisabled();

  // What cannot be known later comes first: 30 ml of liquid in cylinder 4, which is far too much.
  await steps.getByRole("button", { name: /Plugs out/ }).click();
  await page.getByRole("button", { name: "Done", exact: true }).click();
  await expect(page.getByRole("heading", { name: "Turned by hand to dead centre of cylinder 1" })).toBeVisible();
  await expect(page.getByRole("button", { name: "Done", exact: true })).toBeDisabled();
  await page.getByLabel("Cylinder 3, cm³").fill("0");
  await page.getByLabel("Cylinder 3, cm³").press("Enter");
  await page.getByLabel("Cylinder 4, cm³").fill("much");
  await page.getByLabel("Cylinder 4, cm³").press("Enter");
  await expect(
    page.getByText(/^“much” is not a number\..* What you typed stays here until you correct it\.$/),
  ).toBeVisible();
  await page.getByLabel("Cylinder 4, cm³").fill("30");
  await page.getByLabel("Cylinder 4, cm³").press("Enter");
  await expect(page.getByText("not as it should be", { exact: true })).toBeVisible();
  await page.getByRole("button", { name: "Done", exact: true }).click();

  // The cylinders are taken off before anybody numbered them: as the engine came.
  await steps.getByRole("button", { name: /Cylinders off/ }).click();
  await expect(page.getByText("Waits for: Cylinders numbered.")).toBeVisible();
  await steps.getByRole("button", { name: /Cylinders numbered/ }).click();
  await page.getByRole("button", { name: "Came like this" }).click();
  await steps.getByRole("button", { name: /Cylinders off/ }).click();
  await page.getByLabel("Bag", { exact: true }).fill("R1");
  await page.getByLabel("orientation of cylinder-3").fill("fin notch up");
  await page.getByRole("button", { name: "Done, 5 parts out" }).click();
  await expect(
    page.getByText(/Which cylinder sits where was neither locked nor marked before “Cylinders off/),
  ).toBeVisible();

  // A lead goes on past that, with a reason that stays in sight.
  await page.getByRole("button", { name: "go on all the same" }).first().click();
  await page.getByLabel("Why work goes on").fill("barrels are matched by measuring");
  await page.getByRole("button", { name: "Go on", exact: true }).click();
  await expect(page.getByText("“barrels are matched by measuring”")).toBeVisible();

  await steps.getByRole("button", { name: /Cylinders off/ }).click();
  await page.getByRole("list", { name: "Parts of this step" }).getByRole("button", { name: "cylinder-3" }).click();
  await expect(page.getByLabel("Part tag")).toContainText("out, bag R1");
  await expect(page.getByLabel("Part tag")).toContainText("fin notch up");

  const cameOut = async () =>
    (await shop.written(bench))
      .filter(({ type }) => type === "part-came-out")
      .map(({ payload }) => [payload.slot, payload.bag, payload.orientation]);
  await expect
    .poll(cameOut)
    .toEqual([1, 2, 3, 4, 5].map((each) => [`cylinder-${each}`, "R1", each === 3 ? "fin notch up" : null]));
  expect(
    (await shop.written(bench))
      .filter(({ type }) => type === "check-noted")
      .map(({ payload }) => [payload.place, payload.value]),
  ).toEqual([
    ["c3", 0],
    ["c4", 30],
  ]);

  // The label sheet: five labels, each with a 2D code that is its part's.
  const lead = await client(shop.address, "lead");
  const pdf = await getDocument({
    data: new Uint8Array(await (await lead.get(`/api/jobs/${bench.maker.stream}/labels`)).body()),
    verbosity: 0,
  }).promise;
  const sheet = await pdf.getPage(1);
  const words = (await sheet.getTextContent()).items
    .flatMap((item) => ("str" in item ? item.str.trim() : []))
    .filter(Boolean)
    .join(" ");
  for (const each of ["cylinder-1", "cylinder-5", "bag R1 · fin notch up", "Airship two"])
    expect(words).toContain(each);
  const code = await readQr(sheet);
  expect(readTagCode(code)).toEqual({ job: bench.maker.stream, part: bench.partIn.get("cylinder-1") });
  await lead.dispose();
});

/** The first 2D code of a page, out of the filled rectangles that draw it, by a reader that has nothing of ours. */
async function readQr(
  sheet: Awaited<ReturnType<Awaited<ReturnType<typeof getDocument>["promise"]>["getPage"]>>,
): Promise<string> {
  const { OPS } = await import("pdfjs-dist/legacy/build/pdf.mjs");
  const operators = await sheet.getOperatorList();
  const squares: [number, number, number, number][] = [];
  operators.fnArray.forEach((name, index) => {
    if (name !== OPS.constructPath) return;
    const [ops, coordinates] = operators.argsArray[index] as [number[], number[]];
    let from = 0;
    for (const op of ops) {
      if (op === OPS.rectangle) squares.push(coordinates.slice(from, from + 4) as [number, number, number, number]);
      from += op === OPS.rectangle ? 4 : op === OPS.moveTo || op === OPS.lineTo ? 2 : 0;
    }
  });
  const small = Math.min(...squares.map(([, , w]) => Math.abs(w)));
  const modules = squares.filter(
    ([, , w, h]) => Math.abs(Math.abs(w) - small) < small / 10 && Math.abs(Math.abs(h) - small) < small / 10,
  );
  // The modules of the first code lie together at the left edge.
  const left = Math.min(...modules.map(([x]) => x));
  const bottom = Math.min(...modules.filter(([x]) => x < left + 90).map(([, y]) => y));
  const first = modules.filter(([x, y]) => x < left + 90 && y < bottom + 90);
  const [scale, quiet] = [4, 6];
  const columnOf = (x: number) => Math.round((x - left) / small);
  const size = Math.max(...first.map(([x]) => columnOf(x))) + 1;
  const side = (size + 2 * quiet) * scale;
  const pixels = new Uint8ClampedArray(side * side * 4).fill(255);
  for (const [x, y] of first) {
    const [column, row] = [columnOf(x) + quiet, Math.round((y - bottom) / small) + quiet];
    for (let dy = 0; dy < scale; dy += 1)
      for (let dx = 0; dx < scale; dx += 1)
        pixels.fill(
          0,
          ((row * scale + dy) * side + column * scale + dx) * 4,
          ((row * scale + dy) * side + column * scale + dx) * 4 + 3,
        );
  }
  return jsQR(pixels, side, side)?.data ?? "";
}

test("parts that nobody has tagged are tagged together, by one act; a place that was empty stays so", async ({
  shop,
  visit,
}) => {
  const bench = new TestBench(larkspire, { name: "Airship nobody tagged" });
  const nobodys = bench.entries.filter(({ type }) => type !== "part-tagged" && type !== "part-installed");
  bench.entries.splice(0, bench.entries.length, ...nobodys);
  const first = bench.newId();
  bench.add("part-tagged", { part: first, class: "cylinder", tag: "CY-1", origin: "engine" });
  bench.add("part-installed", { part: first, slot: "cylinder-1" });
  await shop.keep(bench.entries);
  const page = await visit("inspector", at(bench, "strip"));
  const places = larkspire.pack.slots.length - 1;
  await expect(page.getByText(`${places} places have no tagged part.`)).toBeVisible();
  await page.getByRole("button", { name: "Tag them together" }).first().click();
  const form = page.getByRole("form", { name: "Tag parts together" });
  const of = (name: string) => form.getByLabel(`Tag of the part of ${name}`, { exact: true });
  // Two parts of one tag could never be told apart again.
  await of("cylinder 2").fill("cy-1");
  await form.getByRole("button", { name: `Tag ${places} parts` }).click();
  await expect(form.getByRole("alert")).toHaveText(
    "CY-1 is the tag of another part of this job. Give this one another.",
  );
  await of("cylinder 2").fill("cy-3");
  await form.getByRole("button", { name: `Tag ${places} parts` }).click();
  await expect(form.getByRole("alert")).toHaveText("CY-3 stands here twice. Each part has a tag of its own.");
  await of("cylinder 2").fill("bin 7");
  await of("cylinder 5").fill("");
  await form.getByRole("button", { name: `Tag ${places - 1} parts` }).click();
  await expect(page.getByText("1 place has no tagged part.").first()).toBeVisible();
  await expect
    .poll(async () => {
      const written = await shop.written(bench);
      const tags = written.filter(({ type }) => type === "part-tagged").map(({ payload }) => payload.tag);
      return [tags.length, new Set(tags).size, tags.includes("BIN 7"), tags.includes("CY-3"), tags.includes("CY-5")];
    })
    .toEqual([places - 1, places - 1, true, true, false]);
});

test("two people tick one step and agree; what is seen is written by keys alone; a scan opens a part anywhere and another job's tag does nothing", async ({
  shop,
  visit,
}) => {
  const bench = new TestBench(orrinshaw, { name: "Dredger Heron" });
  await shop.keep(bench.entries);
  const [page, other] = [await visit("lead", at(bench, "strip")), await visit("inspector", at(bench, "strip"))];
  // The second one hears of nothing, and so ticks what the first has ticked.
  await other.route("**/live?**", (route) => route.abort());
  await other.reload();
  for (const each of [page, other]) await expect(each.getByRole("button", { name: "Done", exact: true })).toBeEnabled();
  for (const each of [page, other]) {
    await each.getByRole("button", { name: "Done", exact: true }).click();
    await expect(each.getByRole("button", { name: "Steps 1/22" })).toBeVisible();
  }
  await page
    .getByRole("list", { name: "Strip list" })
    .getByRole("button", { name: /Drain oil/ })
    .click();
  await expect(page.getByText(/Done: (Wren Halloway, Sedge Arden|Sedge Arden, Wren Halloway)/)).toBeVisible();
  await expect(page.getByRole("group", { name: "Holds" })).toHaveCount(0);

  // Findings: the tag typed into find, then arrows and figures.
  await page.getByRole("button", { name: "Findings" }).click();
  await page.keyboard.press("/");
  await page.keyboard.type("piston-5");
  await page
    .getByRole("option", { name: /tag.*piston-5|piston-5.*tag/ })
    .first()
    .click();
  await expect(page.getByRole("heading", { name: "piston-5" }).first()).toBeVisible();
  await page.keyboard.press("0");
  await page.keyboard.press("2");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("3");
  await expect(page.getByLabel("Part tag")).toContainText("Carbon, ring lands: thick");
  await expect(page.getByLabel("Part tag")).toContainText("Heat tint, pin bosses: blue or grey");
  await expect
    .poll(async () =>
      (await shop.written(bench))
        .filter(({ type }) => type === "finding-made")
        .map(({ payload }) => [payload.finding, payload.place, payload.value, payload.phase]),
    )
    .toEqual([
      ["carbon", "crown", "none", "before-cleaning"],
      ["carbon", "lands", "moderate", "before-cleaning"],
      ["heat-tint", "bosses", "severe", "before-cleaning"],
    ]);

  // What a grade cannot say is written out, and stays when the grade is another one.
  const lands = page.getByRole("group", { name: "carbon, ring lands" });
  await lands
    .getByText(/^Carbon/u)
    .first()
    .click();
  await lands.getByRole("button", { name: "say more" }).click();
  await lands.getByLabel("What is to be said of it").fill("Baked hard behind the second ring.\nThe top one is free.");
  await page.keyboard.press("Control+Enter");
  await expect(lands.getByText("Baked hard behind the second ring.")).toBeVisible();
  await lands.getByRole("button").nth(1).click();
  await expect
    .poll(async () =>
      (await shop.written(bench))
        .filter(({ type }) => type === "finding-made")
        .slice(-2)
        .map(({ payload }) => [payload.place, payload.value === "moderate", payload.words]),
    )
    .toEqual([
      ["lands", true, "Baked hard behind the second ring.\nThe top one is free."],
      ["lands", false, "Baked hard behind the second ring.\nThe top one is free."],
    ]);

  // A scanner types while the measuring cell has the cursor: the part opens, and nothing is left in the cell.
  await page.goto(at(bench, "measure"));
  await expect(page.locator("input:focus")).toBeVisible();
  await page.keyboard.type(writeTagCode({ job: bench.maker.stream, part: bench.partIn.get("rod-4")! }));
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("Part tag")).toContainText("rod-4");
  await expect(page.locator("input:focus")).toHaveValue("");
  expect((await shop.written(bench)).filter(({ type }) => type === "reading-taken")).toEqual([]);
  // At Intake it leads to Strip, with the part in hand.
  await page.getByRole("link", { name: /^Intake/ }).click();
  await expect(page.getByRole("heading", { name: "Before anything is touched" })).toBeVisible();
  await page.keyboard.type(writeTagCode({ job: bench.maker.stream, part: bench.partIn.get("oil-pump")! }));
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("Part tag")).toContainText("oil-pump");

  const foreign = new TestBench(larkspire, { name: "Another airship" });
  await shop.keep(foreign.entries);
  await page.keyboard.type(writeTagCode({ job: foreign.maker.stream, part: foreign.partIn.get("case")! }));
  await page.keyboard.press("Enter");
  await expect(page.getByText("This tag belongs to another job. Nothing was done here.")).toBeVisible();
  await expect(page.getByLabel("Part tag")).toContainText("oil-pump");
  await page.getByRole("link", { name: "Open that job" }).click();
  await expect(page.getByText("Another airship")).toBeVisible();
  await expect(page.getByLabel("Part tag")).toContainText("case");
});

test("the account of a broken part: masses that cannot be are refused, an open account holds Build until every place is searched", async ({
  shop,
  visit,
}) => {
  const bench = new TestBench(orrinshaw, { name: "Tug Coot" });
  await shop.keep(bench.entries);
  const page = await visit("inspector", at(bench, "strip"));
  await page.getByRole("button", { name: "Fragments" }).click();
  const weigh = page.getByRole("form", { name: "Weigh a broken part" });
  await weigh.getByRole("button", { name: "Weighed" }).click();
  await expect(weigh.getByRole("alert")).toHaveText("Choose the part that broke.");
  await weigh.getByLabel("Broken part").selectOption({ label: "rod-bolt-2a · rod bolt 2, inner" });
  await expect(weigh.getByLabel("Whole mass, g")).toHaveValue("82.4");
  await weigh.getByLabel("Mass left in one piece, g").fill("-3");
  await weigh.getByRole("button", { name: "Weighed" }).click();
  await expect(weigh.getByRole("alert")).toHaveText("-3 cannot be: nothing weighs less than nothing.");
  await expect(weigh.getByLabel("Mass left in one piece, g")).toHaveValue("-3");
  await weigh.getByLabel("Mass left in one piece, g").fill("60");
  await weigh.getByRole("button", { name: "Weighed" }).click();
  await expect(page.getByText(/some is missing: 22\.40 ± 0\.61 g/)).toBeVisible();

  const piece = page.getByRole("form", { name: "Add a piece" });
  const add = async (grams: string) => {
    await piece.getByLabel("Mass of the piece, g").fill(grams);
    await piece.getByLabel("Piece of").selectOption({ label: "of rod-bolt-2a" });
    await piece.getByLabel("Where the piece lay").selectOption({ label: "lay in: sump" });
    await piece.getByRole("button", { name: "Into the ledger" }).click();
  };
  await add("40");
  await expect(page.getByText(/The pieces of rod-bolt-2a weigh 17\.6 g more than it lost/)).toBeVisible();
  await page.getByRole("button", { name: "Strike the piece of 40.00 g" }).click();
  await add("20,1");
  await expect(page.getByText(/some is missing: 2\.30 ± 0\.62 g/)).toBeVisible();
  for (const place of ["Crankcase", "Sump", "Pick-up screen"])
    await page.getByRole("button", { name: new RegExp(`^${place}.*searched`) }).click();
  await expect(page.getByRole("group", { name: "Holds" })).toHaveCount(0);
  await expect(page.getByRole("button", { name: "Fragments closed" })).toBeVisible();
});

test("a photo goes up in pieces through a broken connection, once; what is none is refused; a scale in it measures", async ({
  shop,
  visit,
}) => {
  const bench = new TestBench(orrinshaw, { name: "Packet Teal" });
  await shop.keep(bench.entries);
  const page = await visit("inspector", at(bench, "strip"));
  await page.getByRole("button", { name: "Photos" }).click();
  const picker = page.locator("input[type=file]");
  const noise = Buffer.from(Uint8Array.from({ length: 1700 * 1275 * 3 }, (_, each) => (each * 2654435761) >>> 24));
  const large = await sharp(noise, { raw: { width: 1700, height: 1275, channels: 3 } })
    .jpeg({ quality: 98 })
    .toBuffer();
  const pieces = Math.ceil(large.length / 1024 / 1024);
  expect(pieces).toBeGreaterThan(1);

  // The connection breaks in the middle of the last piece, and comes back.
  let broken = 0;
  const sent: string[] = [];
  await page.route("**/uploads/*/*", (route) => {
    const n = new URL(route.request().url()).pathname.split("/").at(-1)!;
    if (n === String(pieces - 1) && broken < 1) {
      broken += 1;
      return route.abort();
    }
    sent.push(n);
    return route.continue();
  });
  await page.getByLabel("What the photo shows").fill("deck as found");
  await picker.setInputFiles({ name: "deck.jpg", mimeType: "image/jpeg", buffer: large });
  await expect(page.getByRole("button", { name: "Open: deck as found" })).toBeVisible();
  expect([broken, sent.sort()]).toEqual([1, Array.from({ length: pieces }, (_, n) => String(n))]);
  const photos = async () => (await shop.written(bench)).filter(({ type }) => type === "photo-added");
  await expect.poll(async () => (await photos()).length).toBe(1);

  // No picture, a HEIC, and one that only says it is a JPEG: each told by name, and the way out said.
  await picker.setInputFiles([
    { name: "notes.jpg", mimeType: "image/jpeg", buffer: Buffer.from("these are only words, and many of them") },
    {
      name: "phone.jpg",
      mimeType: "image/jpeg",
      buffer: Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from("ftypheic"), Buffer.alloc(60)]),
    },
  ]);
  await expect(
    page.getByText("This is no photo that can be read here. Choose a JPEG, PNG, WebP or AVIF file."),
  ).toBeVisible();
  await expect(page.getByText(/This is a HEIC photo.*Set the phone's camera to JPEG/)).toBeVisible();
  expect(await photos()).toHaveLength(1);

  // A known length, then a measured one: 400 px are 50 mm, so 800 px are 100 mm.
  await page.getByRole("button", { name: "Open: deck as found" }).click();
  const svg = page.getByRole("application", { name: /deck as found/ });
  await expect(svg).toBeVisible();
  const spot = async (x: number, y: number) => {
    const box = (await svg.boundingBox())!;
    const scale = Math.min(box.width / 1700, box.height / 1275);
    return [
      box.x + (box.width - 1700 * scale) / 2 + x * scale,
      box.y + (box.height - 1275 * scale) / 2 + y * scale,
    ] as const;
  };
  const drag = async (from: readonly [number, number], to: readonly [number, number]) => {
    await page.mouse.move(...(await spot(...from)));
    await page.mouse.down();
    await page.mouse.move(...(await spot(...to)), { steps: 4 });
    await page.mouse.up();
  };
  await page.getByRole("button", { name: "Scale", exact: true }).click();
  await drag([200, 1000], [600, 1000]);
  await page.getByLabel("Known length, mm", { exact: true }).fill("50");
  await page.getByRole("button", { name: "Set the scale" }).click();
  await page.getByRole("button", { name: "Length", exact: true }).click();
  await drag([200, 300], [1000, 300]);
  await expect(page.getByText(/length 100\.\d+ ± \d|length 99\.\d+ ± \d/)).toBeVisible();
  // The same by keys: ten long steps of 20 × 1700/620 px, 548 px, are 68.5 mm; looking twice as near they are half as long.
  await svg.focus();
  const byKeys = async (steps: number) => {
    await page.keyboard.press("Enter");
    for (let step = 0; step < steps; step += 1) await page.keyboard.press("Shift+ArrowLeft");
    await page.keyboard.press("Enter");
  };
  await byKeys(10);
  await expect(page.getByText(/length 68\.\d+ ± \d/)).toBeVisible();
  for (let times = 0; times < 2; times += 1) await page.keyboard.press("+");
  await expect(page.getByRole("button", { name: "The whole photo" })).toHaveText("225 %");
  await byKeys(9);
  await expect(page.getByText(/length 27\.\d+ ± \d/)).toBeVisible();
  await page.keyboard.press("0");
  await expect(page.getByRole("button", { name: "The whole photo" })).toHaveText("100 %");
  for (const mark of [/^Take away length 68/, /^Take away length 27/])
    await page.getByRole("button", { name: mark }).click();
  await page.getByRole("button", { name: "Area", exact: true }).click();
  for (const corner of [
    [200, 400],
    [1000, 400],
    [1000, 800],
    [200, 800],
  ] as const) {
    const [x, y] = await spot(corner[0], corner[1]);
    await page.mouse.click(x, y);
  }
  await page.getByRole("button", { name: "Close the outline" }).click();
  await expect(page.getByText(/area [45]\d\d\d ± \d+ mm²/)).toBeVisible();
  await expect
    .poll(async () =>
      (await shop.written(bench))
        .filter(({ type }) => type === "photo-marked")
        .map(({ payload }) => (payload.mark as { kind: string }).kind),
    )
    .toEqual(["scale", "length", "length", "length", "area"]);
});

test("four hundred photos: small ones only, none whole before it is opened, and a second visit is sent none of them again", async ({
  shop,
  visit,
}) => {
  const bench = new TestBench(orrinshaw, { name: "Ferry of four hundred photos" });
  const made = await Promise.all(["#803010", "#205080", "#406040", "#909020"].map((color) => picture(color)));
  const kept = [];
  for (const each of made) kept.push(await shop.keepPhoto(bench.maker.stream, each));
  for (let n = 0; n < 400; n += 1)
    bench.add("photo-added", { ...kept[n % 4]!, part: null, place: null, station: "strip", words: `photo ${n + 1}` });
  await shop.keep(bench.entries);
  const page = await visit("viewer", at(bench, "measure"));
  const asked: string[] = [];
  page.on(
    "request",
    (request) =>
      request.url().includes("/photos/") && asked.push(new URL(request.url()).pathname.split("/").slice(-2).join("/")),
  );
  // Bytes over the network by photo: of what the browser had kept it asks, and is answered by a head alone.
  const timings = () =>
    page.evaluate(() => {
      const most = new Map<string, number>();
      for (const entry of performance.getEntriesByType("resource"))
        if (entry.name.includes("/photos/"))
          most.set(entry.name, Math.max(most.get(entry.name) ?? 0, (entry as PerformanceResourceTiming).encodedBodySize > 0 ? (entry as PerformanceResourceTiming).transferSize : 0)); // prettier-ignore
      return [...most.values()];
    });
  const open = async () => {
    await page.getByRole("button", { name: "Photos" }).click();
    await expect(page.getByRole("button", { name: /^Open: photo/ })).toHaveCount(400);
    await expect.poll(async () => (await timings()).length).toBe(4);
    return timings();
  };
  await page.getByRole("link", { name: "Strip" }).click();
  const first = await open();
  expect(first.every((bytes) => bytes > 0)).toBe(true);
  expect(new Set(asked.map((path) => path.split("/")[1]))).toEqual(new Set(["small"]));
  await page.reload();
  const again = await open();
  expect(again.map((bytes, at) => bytes < first[at]!)).toEqual([true, true, true, true]);
  await page.getByRole("button", { name: "Open: photo 400", exact: true }).click();
  await expect(page.getByRole("application", { name: /^photo 400/ })).toBeVisible();
  await expect.poll(() => asked.filter((path) => path.endsWith("/full")).length).toBe(1);
});

test("cleaning asks first for what it washes away and what comes out; passages are proven one by one; a crack is judged where it is drawn", async ({
  shop,
  visit,
}) => {
  const bench = new TestBench(orrinshaw, { name: "Lighter Grebe" });
  await shop.keep(bench.entries);
  const page = await visit("lead", at(bench, "clean"));
  await page.getByLabel("Part to clean").selectOption({ label: "block · cylinder block" });
  await expect(page.getByText("Look before you clean: this is washed away")).toBeVisible();
  await page.getByRole("group", { name: "sludge, galleries" }).getByRole("button", { name: "soft layer" }).click();
  await expect(page.getByText("Look before you clean: this is washed away")).toBeHidden();
  const ways = page.getByRole("group", { name: "Ways to clean it" });
  await ways.getByRole("button", { name: "Hot tank" }).click();
  await expect(page.getByText("Still in: gallery plugs out, core plugs out, oil jets out.")).toBeVisible();
  await page.getByRole("button", { name: "Not yet" }).click();
  for (const plug of ["gallery plugs out", "core plugs out", "oil jets out"])
    await page.getByRole("button", { name: plug }).click();
  await ways.getByRole("button", { name: "Hot tank" }).click();
  await expect(page.getByText(/block: \d+ of \d+ passages are not proven clear/)).toBeVisible();
  const feed = page.getByRole("button", { name: /^feed of main 5, / });
  await feed.click();
  await page.getByRole("button", { name: "Not clear" }).click();
  await expect(page.getByText("Feed of main 5 (block) is not clear.")).toBeVisible();
  await feed.click();
  await page.getByRole("button", { name: "rod or brush" }).click();
  await expect(page.getByRole("button", { name: "feed of main 5, clear" })).toBeVisible();

  await page.getByRole("link", { name: /^Crack-check/ }).click();
  await expect(page.getByText("not checked, which is not “no crack”")).toBeVisible();
  await page.getByRole("button", { name: "dye penetrant" }).click();
  await page.getByLabel("How it was made ready").fill("hot tank, dried");
  await page.getByRole("button", { name: "Checked, nothing found" }).click();
  await expect(page.getByText(/dye penetrant, hot tank, dried, .+, nothing found/)).toBeVisible();
  await expect(page.getByRole("button", { name: "Zone: bridge 1–2, nothing found" })).toBeVisible();
  // Nobody has said whether cracks are repaired here, nor how long this one is.
  await page.getByRole("button", { name: "Draw a crack" }).click();
  const map = page.getByRole("group", { name: /^Zones: deck/ });
  const draw = async (...line: readonly (readonly [number, number])[]) => {
    const box = (await map.boundingBox())!;
    const margin = (8 * 880) / 780;
    const scale = Math.min(box.width / (880 + 2 * margin), box.height / (260 + 2 * margin));
    for (const [x, y] of line)
      await page.mouse.click(
        box.x + (box.width - (880 + 2 * margin) * scale) / 2 + (x + margin) * scale,
        box.y + (box.height - (260 + 2 * margin) * scale) / 2 + (y + margin) * scale,
      );
  };
  await draw([70, 72], [70, 84]);
  await page.getByLabel("Length of the crack, mm").fill("long");
  await expect(page.getByText("“long” is not a number.")).toBeVisible();
  await page.getByLabel("Length of the crack, mm").fill("");
  await page.getByRole("button", { name: "Record the crack" }).click();
  await expect(page.getByText("its length decides: measure it.")).toBeVisible();
  await expect(page.getByRole("group", { name: "Holds" })).toContainText("cannot be judged yet");
  await page.getByRole("button", { name: "Strike this crack" }).click();
  // Along the rail, 40 mm: scrap, whatever anybody chose; then it is asked what was done with it.
  await page.getByRole("button", { name: "Draw a crack" }).click();
  await draw([200, 7], [240, 7.5]);
  await page.getByLabel("Length of the crack, mm").fill("40");
  await page.getByRole("button", { name: "Record the crack" }).click();
  await expect(page.getByText("A frost split along the thin rail opens again, whatever is put into it.")).toBeVisible();
  const record = page.getByRole("group", { name: "Scrap record" });
  await record.getByLabel("Why it is scrap").fill("rail split by frost");
  await record.getByRole("button", { name: "Marked so that nobody fits it" }).click();
  await expect(page.getByText("Scrapped: marked so that nobody fits it")).toBeVisible();
  await page.getByRole("link", { name: /^Decide/ }).click();
  await expect(page.getByText("block is scrapped: rail split by frost.").first()).toBeVisible();
});
