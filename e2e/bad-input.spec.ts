import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { testGauge } from "@/core/fixtures/bench";
import { client, expect, readyBench, test, TestBench } from "./bench";

test("what makes no sense is said at once, and stays in the field", async ({ shop, visit }) => {
  const bench = readyBench();
  await shop.keep(bench.entries);
  const page = await visit("lead", `/jobs/${bench.maker.stream}/measure`);
  const says = page.locator("#measure-says");
  const cell = page.getByLabel("liner, cylinder 1, top, thrust direction");
  await expect(cell).toBeFocused();

  for (const [text, message] of [
    ["abc", /“abc” is not a number/],
    ["108.04 kg", /“108.04 kg” is a mass, and a length is measured here/],
    ["108.04 furlongs", /“furlongs” in “108.04 furlongs” is not a unit/],
    ["108 041", /is not a number/],
    ["1".repeat(60), /60 characters/],
  ] as const) {
    await cell.fill(text);
    await page.keyboard.press("Enter");
    await expect(says).toContainText("Liner, cylinder 1, top, thrust direction");
    await expect(says).toContainText(message);
    await expect(cell).toHaveValue(text);
    await expect(cell).toHaveAttribute("aria-invalid", "true");
  }
  expect(await shop.written(bench)).toEqual([]);

  // Ten times too large is a question: Escape takes it away, Enter keeps it, and the record says that it was kept.
  await cell.fill("1080.41");
  await page.keyboard.press("Enter");
  await expect(says).toContainText("ten times what is expected");
  await page.keyboard.press("Escape");
  await expect(cell).toHaveValue("");
  await cell.fill("1080.41");
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Keep it" }).click();
  await expect
    .poll(() => shop.written(bench))
    .toMatchObject([{ payload: { typed: "1080.41", kept: "ten-times-too-large" } }]);

  // Struck with one key; the reason is owed until it is given.
  await cell.focus();
  await page.keyboard.press("Backspace");
  await expect(cell).toHaveValue("");
  await page.getByLabel(/1080.41 struck/).fill("slipped on the keys");
  await page.keyboard.press("Enter");
  await expect(page.getByText("One reason owed")).toBeHidden();
  await expect
    .poll(async () => (await shop.written(bench)).map((entry) => entry.type))
    .toEqual(["reading-taken", "entry-struck", "reason-given"]);
});

test("a reading without a gauge waits in its field for one", async ({ shop, visit }) => {
  const bench = new TestBench(orrinshaw);
  await shop.keep(bench.entries);
  const page = await visit("lead", `/jobs/${bench.maker.stream}/measure`);
  await expect(page.getByLabel("liner, cylinder 1, top, thrust direction")).toBeFocused();
  await page.keyboard.type("108.041");
  await page.keyboard.press("Enter");
  await expect(page.locator("#measure-says")).toContainText("No gauge is set up");
  await page.getByRole("button", { name: "Set up a gauge" }).click();
  await page.getByLabel("Part, °C").fill("warm");
  await page.getByRole("button", { name: "Use it" }).click();
  await expect(page.getByText("“warm” is not a temperature")).toBeVisible();
  await page.getByLabel("Part, °C").fill("70 F");
  await page.getByRole("button", { name: "Use it" }).click();
  await expect(page.getByLabel("liner, cylinder 1, top, thrust direction")).toHaveValue("108.041");
  await page.keyboard.press("Enter");
  await expect
    .poll(() => shop.written(bench))
    .toMatchObject([{ payload: { temperatures: { partC: 21.111, gaugeC: null } } }, { payload: { typed: "108.041" } }]);
});

test("with the server gone in the middle of a save nothing typed is lost, and nothing is kept twice", async ({
  shop,
  visit,
}) => {
  const bench = readyBench();
  await shop.keep(bench.entries);
  const page = await visit("lead", "/");
  // Live news would tell the page that the server has the entry, before it notices that the answer was lost.
  await page.route("**/live?**", (route) => route.abort());
  await page.goto(`/jobs/${bench.maker.stream}/measure`);
  await expect(page.getByLabel("liner, cylinder 1, top, thrust direction")).toBeFocused();
  const cell = (point: string) => page.getByLabel(`liner, cylinder 1, ${point}`);
  await page.keyboard.type("108.041");
  await page.keyboard.press("Enter");
  await expect.poll(() => shop.written(bench)).toHaveLength(1);

  // Kept by the server, but its answer is lost on the way: the same entry comes again.
  let lost = 0;
  await page.route("**/api/entries", async (route) => {
    if (lost === 0) await route.fetch();
    lost += 1;
    await route.abort();
  });
  await page.keyboard.type("108.033");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert").filter({ hasText: "1 entry is not saved yet" })).toBeVisible();
  await expect(cell("top, along the crank")).toHaveValue("108.033");
  await page.unroute("**/api/entries");
  await expect(page.getByText("not saved yet")).toBeHidden();
  await expect
    .poll(async () => (await shop.written(bench)).map((entry) => entry.payload.typed))
    .toEqual(["108.041", "108.033"]);

  await shop.stop();
  for (const text of ["108.030", "108.026"]) {
    await page.keyboard.type(text);
    await page.keyboard.press("Enter");
  }
  const alert = page.getByRole("alert").filter({ hasText: "2 entries are not saved yet" });
  await expect(alert).toContainText("The server cannot be reached");
  await expect(cell("middle, thrust direction")).toHaveValue("108.030");
  await expect(page.getByRole("row", { name: /^1 / })).toContainText("2 to go");
  await shop.start();
  await expect(alert).toBeHidden();
  await expect
    .poll(async () => (await shop.written(bench)).map((entry) => entry.payload.typed))
    .toEqual(["108.041", "108.033", "108.030", "108.026"]);
});

test("what the server refuses goes back into its field with the reason", async ({ shop, visit }) => {
  const bench = readyBench();
  await shop.keep(bench.entries);
  const page = await visit("lead", `/jobs/${bench.maker.stream}/measure`);
  await expect(page.getByLabel("liner, cylinder 1, top, thrust direction")).toBeFocused();
  await page.route("**/api/entries", (route) =>
    route.fulfill({
      status: 403,
      json: { problems: [{ code: "forbidden", path: [], severity: "error", params: { role: "viewer" } }] },
    }),
  );
  await page.keyboard.type("108.041");
  await page.keyboard.press("Enter");
  const cell = page.getByLabel("liner, cylinder 1, top, thrust direction");
  await expect(cell).toHaveValue("108.041");
  await expect(cell).toHaveAttribute("aria-invalid", "true");
  await cell.focus();
  await expect(page.locator("#measure-says")).toContainText("entries are made by an inspector or a lead");
  expect(await shop.written(bench)).toEqual([]);
});

test("a viewer sees everything and writes nothing", async ({ shop, visit }) => {
  const bench = readyBench();
  await shop.keep(bench.entries);
  const page = await visit("viewer", `/jobs/${bench.maker.stream}/measure`);
  await expect(page.getByLabel("liner, cylinder 1, top, thrust direction")).toBeFocused();
  await expect(page.locator("#measure-says")).toContainText(
    "You are signed in as viewer: readings are entered by an inspector or a lead.",
  );
  await page.keyboard.type("108.041");
  await expect(page.getByLabel("liner, cylinder 1, top, thrust direction")).toHaveValue("");
  await page.getByRole("link", { name: /^Decide/ }).click();
  await expect(page.getByText("decisions are made by a lead")).toBeVisible();
  await expect(page.getByRole("button", { name: /^Hold/ })).toBeDisabled();

  const viewer = await client(shop.address, "viewer");
  const answer = await viewer.post("/api/entries", { data: { entries: [bench.entries[0]] } });
  expect(answer.status()).toBe(403);
  expect(await answer.json()).toMatchObject({ problems: [{ code: "forbidden", params: { role: "viewer" } }] });
  await viewer.dispose();
});

test("an inspector records what is there, and leaves it to a lead to commit the shop", async ({ shop, visit }) => {
  const bench = readyBench();
  await shop.keep(bench.entries);
  const page = await visit("inspector", `/jobs/${bench.maker.stream}/measure`);
  await expect(page.getByLabel("liner, cylinder 1, top, thrust direction")).toBeFocused();
  await page.keyboard.type("108.041");
  await page.keyboard.press("Enter");
  await expect.poll(() => shop.written(bench)).toMatchObject([{ payload: { typed: "108.041" } }]);
  await page.keyboard.press("Control+z");
  await expect.poll(async () => (await shop.written(bench)).length).toBe(2);
  await page.getByRole("link", { name: /^Decide/ }).click();
  await expect(page.getByText("You are signed in as inspector: decisions are made by a lead.")).toBeVisible();

  const inspector = await client(shop.address, "inspector");
  const gauge = bench.add("gauge-registered", { gauge: testGauge });
  const answer = (await (await inspector.post("/api/entries", { data: { entries: [gauge] } })).json()) as {
    answers: unknown[];
  };
  expect(answer.answers).toMatchObject([
    { outcome: "refused", problems: [{ code: "lead-only", params: { role: "inspector" } }] },
  ]);
  await inspector.dispose();
});

test("entries are taken once, by shape and for streams that are there", async ({ shop }) => {
  const bench = readyBench();
  await shop.keep(bench.entries);
  const lead = await client(shop.address, "lead");
  const post = async (...entries: unknown[]) =>
    (
      (await (await lead.post("/api/entries", { data: { entries } })).json()) as {
        answers: { outcome: string; problems?: { code: string; path: string[] }[] }[];
      }
    ).answers;
  const { occasion } = bench.entries.at(-1)!.payload as { occasion: string };
  const reading = bench.read(occasion, "liner-1", "bore", "top-thrust", 108.04);
  bench.entries.pop();

  expect((await post(reading)).map((each) => each.outcome)).toEqual(["kept"]);
  expect((await post(reading, reading)).map((each) => each.outcome)).toEqual(["kept-before", "kept-before"]);
  const forged = { ...reading, payload: { ...reading.payload, value: 109 } };
  const bad = { ...reading, id: bench.newId(), payload: { ...reading.payload, value: "wide" } };
  const lost = { ...reading, id: bench.newId(), stream: bench.newId() };
  const strange = { ...reading, id: bench.newId(), type: "engine-dreamt" };
  const large = { ...reading, id: bench.newId(), payload: { ...reading.payload, typed: "x".repeat(70_000) } };
  const answers = await post(forged, bad, lost, strange, large, "nonsense");
  expect(answers.map((each) => [each.outcome, each.problems![0]!.code])).toEqual([
    ["refused", "id-taken"],
    ["refused", "schema"],
    ["refused", "unknown-stream"],
    ["refused", "unknown-type"],
    ["refused", "too-large"],
    ["refused", "schema"],
  ]);
  expect(answers[1]!.problems![0]!.path).toEqual(["payload", "value"]);
  const written = await shop.written(bench);
  expect(written).toHaveLength(1);
  // Who wrote it is what the session says, not what was sent.
  expect(written[0]!.author).not.toBe(reading.author);
  await lead.dispose();
});

test("two corrections of one reading are shown as a conflict, and the right one typed settles them", async ({
  shop,
  visit,
}) => {
  const bench = readyBench();
  const { occasion } = bench.entries.at(-1)!.payload as { occasion: string };
  const read = (value: number, supersedes?: string[]) =>
    bench.read(occasion, "liner-1", "bore", "top-thrust", value, supersedes ? { supersedes } : {}).id;
  const first = read(108.04);
  const rivals = [read(108.045, [first]), read(108.049, [first])];
  await shop.keep(bench.entries);
  const page = await visit("lead", `/jobs/${bench.maker.stream}/measure`);
  const cell = page.getByLabel("liner, cylinder 1, top, thrust direction");
  await expect(cell).toHaveValue("two values");
  // The page is awake once it has put the hands on the first empty cell.
  await expect(page.getByLabel("liner, cylinder 1, top, along the crank")).toBeFocused();
  await cell.focus();
  await expect(page.locator("#measure-says")).toContainText("Two values: 108.045 by tester, 108.049 by tester");
  await page.keyboard.type("108.045");
  await page.keyboard.press("Enter");
  await expect(cell).toHaveValue("108.045");
  await expect
    .poll(() => shop.written(bench))
    .toMatchObject([{ type: "reading-taken", payload: { typed: "108.045", supersedes: rivals } }]);
});
