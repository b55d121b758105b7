import { readFileSync } from "node:fs";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import type { Locator } from "@playwright/test";
import { expect, people, test, TestBench } from "./bench";

test("a job passes from gauge to hand-over without a pointer", async ({ shop, visit }) => {
  const bench = new TestBench(orrinshaw, { name: "Night boat", engine: { number: "M66-09120", variant: "v-6m-1" } });
  bench.readRestAsNew(["liner-bore"]);
  await shop.keep(bench.entries);
  const page = await visit("lead", "/");
  await expect(page.getByRole("heading", { name: "On the bench" })).toBeVisible();

  // Find the job, then the liner that is to be measured, by its tag.
  const find = async (words: string) => {
    // A page that the browser has not taken over yet hears no key.
    await expect(async () => {
      await page.keyboard.press("/");
      await expect(page.getByRole("combobox", { name: "Find" })).toBeFocused({ timeout: 2000 });
    }).toPass();
    await page.keyboard.type(words);
    // Whoever looks for something sees it before taking it.
    await expect(page.getByRole("option").first()).toBeVisible();
    await page.keyboard.press("Enter");
  };
  await find("night");
  await expect(page.getByRole("heading", { name: "Liner bores" })).toBeVisible();
  await expect(page.getByLabel("liner, cylinder 1, top, thrust direction")).toBeFocused();
  await find("liner-4");
  await expect(page.getByLabel("liner, cylinder 4, top, thrust direction")).toBeFocused();

  // The simulated gauge sends what it reads, as a gauge with a keyboard plug does.
  await page.keyboard.press("g");
  await expect(page.getByRole("dialog").getByRole("combobox", { name: "Gauge" })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("liner, cylinder 4, top, thrust direction")).toBeFocused();
  const readings = async () => (await shop.written(bench)).filter((entry) => entry.type === "reading-taken");
  for (let sent = 1; sent <= 36; sent += 1) {
    await page.keyboard.press("Space");
    await expect.poll(async () => (await readings()).length).toBe(sent);
  }
  const sizes = (await readings()).map((entry) => entry.payload.value as number);
  expect(Math.min(...sizes)).toBeGreaterThan(107.95);
  expect(Math.max(...sizes)).toBeLessThan(108.2);
  expect(
    new Set((await readings()).map((entry) => `${String(entry.payload.part)} ${String(entry.payload.point)}`)).size,
  ).toBe(36);

  // The last act is taken back from anywhere, and put back.
  await page.keyboard.press("]");
  await expect(page.getByRole("heading", { name: "What failed first" })).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(page.getByText(/^Taken back: reading 108/)).toBeVisible();
  await page.keyboard.press("Control+Shift+z");
  await expect(page.getByText(/^Put back: reading 108/)).toBeVisible();
  await expect
    .poll(async () => (await shop.written(bench)).slice(-2).map((entry) => [entry.type, entry.payload.undo]))
    .toEqual([
      ["entry-struck", true],
      ["entry-struck", true],
    ]);

  // The keys of the screen, and the engine map: arrows to a part, Enter opens it.
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog").getByText("station before, station after")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toBeHidden();
  await page.keyboard.press("m");
  const map = page.getByRole("group", { name: "Engine map" });
  await expect(map.locator(":focus")).toHaveCount(1);
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.press("ArrowLeft");
  const name = await map.locator(":focus").getAttribute("aria-label");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("complementary", { name: "Part tag" })).toContainText(
    name!.replace("On the map: ", "").split(", ").slice(0, -1).join(", "),
  );

  // Decide all, hand over, by keys.
  await find("decide");
  await expect(page.getByRole("heading", { name: "What becomes of each part" })).toBeVisible();
  // The search has closed, and what it covered listens again.
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await expect(page.getByRole("button", { name: /^Accept 153 proposals/ })).toBeVisible();
  await page.keyboard.press("a");
  await expect(page.getByText("153 of 153")).toBeVisible();
  await find("hand over");
  await expect(page.getByRole("heading", { name: "Hand over", level: 1 })).toBeVisible();
  await page.getByRole("radio", { name: /^Released to run/ }).focus();
  await page.keyboard.press("Space");
  // What is open is let go with a reason for each kind, or not at all.
  for (const kind of [/^Decided, and not done/, /^Not known yet/]) {
    await page.getByRole("textbox", { name: kind }).focus();
    await page.keyboard.type("The owner fits it himself");
  }
  await page.getByLabel("Hand over to").focus();
  await page.keyboard.type("Ice survey");
  await page.keyboard.press("Enter");
  await expect(page.getByText(/^Released to run\. Handed over to Ice survey/)).toBeVisible();
  await expect(page.getByText("Everything still stands as it was shown then.")).toBeVisible();
  await expect.poll(async () => (await shop.written(bench)).at(-1)?.type).toBe("handed-over");

  // Reopened: a figure that changes is laid beside what was shown.
  await page.keyboard.press("Tab");
  await find("liner, cylinder 1");
  await page.getByLabel("liner, cylinder 1, top, thrust direction").fill("108.150");
  await page.keyboard.press("Enter");
  await find("hand over");
  const differences = page.getByRole("list", { name: "Differences since hand-over" });
  await expect(differences).toContainText(
    /liner-1\/bore largest: shown then 108\.\d{3} ± 0\.\d{3}, inside; now 108\.1\d\d ± 0\.\d{3}, outside\./,
  );
  await expect(differences).toContainText(
    "liner-1/bore: then proposed reuse as is, decided reuse as is; now proposed replace, decided reuse as is.",
  );
});

test("an engine goes from the door to its report without a pointer, in inches", async ({ shop, visit }) => {
  const bench = new TestBench(orrinshaw, { name: "Ice boat", engine: { number: null, variant: null }, unit: "in" });
  bench.readRestAsNew([]);
  await shop.keep(bench.entries);
  const page = await visit("nobody", "/sign-in");
  const focused = page.locator(":focus");
  /** By Tab alone, as far as it takes; the hands never fall out of the page on the way. */
  const tabTo = async (there: Locator, most = 160) => {
    await expect(there).toBeVisible();
    for (let pressed = 0; pressed < most; pressed += 1) {
      if (await there.evaluate((element) => element === document.activeElement)) return;
      await page.keyboard.press("Tab");
    }
    throw new Error(`${String(there)} is not reached by Tab`);
  };
  const written = async (type: string) =>
    (await shop.written(bench)).filter((entry) => entry.type === type).map(({ payload }) => payload);

  await expect(async () => {
    await page.getByLabel("Account").focus();
    await page.getByLabel("Account").press("Control+a");
    await page.keyboard.type(people.lead.account);
    await expect(page.getByLabel("Account")).toHaveValue(people.lead.account, { timeout: 1000 });
  }).toPass();
  await page.keyboard.press("Tab");
  await page.keyboard.type(people.lead.password);
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "On the bench" })).toBeVisible();
  await tabTo(page.getByRole("link", { name: /Ice boat/ }).first());
  await page.keyboard.press("Enter");
  await expect(page.getByRole("navigation", { name: "Stations" })).toBeVisible();

  // Intake: each question one stop, arrows among its answers; a field goes on to the next with Enter.
  /** In a field a bracket is a bracket: whoever goes on leaves it first. */
  const leaveFields = async () => {
    while (await page.evaluate(() => document.activeElement instanceof HTMLInputElement))
      await page.keyboard.press("Tab");
  };
  const toStation = async (key: "[" | "]", title: string) => {
    await leaveFields();
    await page.keyboard.press(key);
    await expect(page.getByRole("heading", { name: title, level: 1 })).toBeVisible();
    await expect(page.locator("body")).not.toBeFocused();
  };
  await page.goto(`/jobs/${bench.maker.stream}/intake`);
  await expect(page.getByRole("heading", { name: "Before anything is touched" })).toBeVisible();
  const question = page.getByRole("group", { name: /^What is it going into/ });
  await tabTo(question.getByRole("button").first());
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("Enter");
  await tabTo(page.getByRole("textbox", { name: "Hours it has to run" }));
  await page.keyboard.type("1200");
  await page.keyboard.press("Enter");
  await tabTo(page.getByRole("textbox", { name: "cylinder 5" }));
  await page.keyboard.type("310");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("textbox", { name: "cylinder 6" })).toBeFocused();
  await page.keyboard.type("21 bar");
  await page.keyboard.press("Tab");
  await expect(page.getByRole("textbox", { name: "cylinder 5" })).toHaveValue("310");
  await expect
    .poll(async () => (await written("intake-noted")).map(({ item, value, typed }) => [item, value, typed ?? null]))
    .toEqual([
      ["installation", expect.any(String), null],
      ["hours-wanted", 1200, null],
      // By hand: 310 psi of 6.894757 kPa are 21.374 bar.
      ["compression", expect.closeTo(21.3737, 3), "310 psi"],
      ["compression", 21, "21 bar"],
    ]);

  await toStation("]", "What engine this really is");
  await tabTo(page.getByRole("textbox").first());
  await page.keyboard.type("M66-09120");
  await page.keyboard.press("Enter");
  await expect.poll(async () => (await written("number-read")).length).toBe(1);

  // Strip: a check from one place to the next, as fast as a feeler goes, in thousandths.
  await toStation("]", "Apart, in order");
  const rockers = page
    .getByRole("list", { name: "Strip list" })
    .getByRole("button", { name: /Rockers and push rods off/ });
  await tabTo(rockers);
  await page.keyboard.press("Enter");
  await tabTo(page.getByLabel("Inlet 1, in"));
  for (const lash of [".010", "10 thou", "0.3 mm", "1/64"]) {
    await page.keyboard.type(lash);
    await page.keyboard.press("Enter");
  }
  await expect(page.getByLabel("Inlet 3, in")).toBeFocused();
  await expect
    .poll(async () => (await written("check-noted")).map(({ value, typed }) => [value, typed]))
    .toEqual([
      [0.254, ".010 in"],
      [0.254, "10 thou"],
      [0.3, "0.3 mm"],
      [expect.closeTo(0.396875, 9), "1/64 in"],
    ]);

  // Decide and hand over, and the report with the keys alone.
  await leaveFields();
  await page.keyboard.press("/");
  await expect(page.getByRole("combobox", { name: "Find" })).toBeFocused();
  await page.keyboard.type("decide");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "What becomes of each part" })).toBeVisible();
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await page.keyboard.press("a");
  await expect.poll(async () => (await written("decision-made")).length).toBeGreaterThan(100);
  await toStation("]", "What is bought, and what is sent out");
  await toStation("]", "Build");
  await toStation("]", "Hand over");
  await tabTo(page.getByRole("radio", { name: /^Released to run/ }));
  await page.keyboard.press("ArrowDown");
  await expect(page.getByRole("radio", { name: /^Returned in parts/ })).toBeChecked();
  await tabTo(page.getByLabel("Hand over to"));
  await page.keyboard.type("Ice survey");
  await page.keyboard.press("Enter");
  await expect(page.getByText(/^Returned in parts\. Handed over to Ice survey/)).toBeVisible();
  await tabTo(page.getByRole("link", { name: "Technical record, PDF" }));
  const [report] = await Promise.all([page.waitForEvent("download"), page.keyboard.press("Enter")]);
  expect(report.suggestedFilename()).toBe("ice-boat.record.pdf");
  await expect(focused).toHaveCount(1);
});

test("the theme follows the system until it is fixed, and stays fixed", async ({ visit }) => {
  const page = await visit("lead", "/");
  const html = page.locator("html");
  await page.emulateMedia({ colorScheme: "light" });
  await expect(html).toHaveClass(/light/);
  await page.emulateMedia({ colorScheme: "dark" });
  await expect(html).toHaveClass(/dark/);
  await page.getByRole("button", { name: /^Theme: as the system/ }).click();
  await page.getByRole("button", { name: /^Theme: dark/ }).click();
  await expect(html).toHaveClass(/light/);
  await page.reload();
  await expect(html).toHaveClass(/light/);
  await expect(page.getByRole("button", { name: /^Theme: light/ })).toBeVisible();
});

test("on a phone a reading is taken with one hand, and nothing needs scrolling sideways", async ({ visit }) => {
  const ferry = (JSON.parse(readFileSync("demo/ferry-marigold.ndjson", "utf8").split("\n")[0]!) as { stream: string })
    .stream;
  const page = await visit("lead", "/");
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`/jobs/${ferry}/measure`);
  await expect(page.getByRole("heading", { name: "Liner bores" })).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
  for (const name of ["Take ⏎", "Gauge sends"]) {
    const box = (await page.getByRole("button", { name }).boundingBox())!;
    expect([box.height >= 40, box.x >= 0, box.x + box.width <= 390, box.y + box.height <= 844]).toEqual([
      true,
      true,
      true,
      true,
    ]);
  }
  await expect(page.getByRole("link", { name: /^Measure/ })).toBeInViewport();
});
