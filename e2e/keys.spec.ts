import { readFileSync } from "node:fs";
import { orrinshaw } from "@/core/fixtures/load";
import { expect, test, TestBench } from "./bench";

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
  await page.getByLabel("Hand over to").focus();
  await page.keyboard.type("Ice survey");
  await page.keyboard.press("Enter");
  await expect(page.getByText(/^Handed over to Ice survey/)).toBeVisible();
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
