import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { expect, test, TestBench, testGauge } from "./bench";

const readings = async (
  shop: { written: (bench: TestBench) => Promise<{ type: string; payload: Record<string, unknown> }[]> },
  bench: TestBench,
) =>
  (await shop.written(bench))
    .filter(({ type }) => type === "reading-taken")
    .map(({ payload }) => [
      bench.pack.pack.slots.find((slot) => bench.partIn.get(slot.id) === payload.part)!.id,
      payload.point,
      payload.typed,
      payload.kept ?? null,
    ]);

test("a table goes into a sheet: pasted where one stands, or from a file with its columns named, and nothing before it was seen", async ({
  shop,
  visit,
}) => {
  const bench = new TestBench(orrinshaw, { name: "Trawler Knot" });
  bench.occasion();
  await shop.keep(bench.entries);
  const page = await visit("inspector", `/jobs/${bench.maker.stream}/measure`);
  const cell = page.getByLabel("liner, cylinder 2, top, thrust direction");
  await expect(page.locator("input:focus")).toBeVisible();
  await cell.focus();
  // From a spreadsheet's column, decimal commas and all.
  await cell.evaluate((field, text) => {
    const data = new DataTransfer();
    data.setData("text/plain", text);
    field.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
  }, "108,041\n108,033\nsoft\n1080,2\n");
  const said = page.getByRole("status", { name: "What comes of it" });
  await expect(said).toContainText("Line 3: “soft” is not a number.");
  await expect(said).toContainText("Line 4: 1080.200 mm is ten times what is expected here");
  expect(await readings(shop, bench)).toEqual([]);
  await page.getByRole("button", { name: "Take 2 readings" }).click();
  await expect(cell).toHaveValue("108.041");
  await expect
    .poll(() => readings(shop, bench))
    .toEqual([
      ["liner-2", "top-thrust", "108,041", null],
      ["liner-2", "top-axial", "108,033", null],
    ]);

  // From a file: rows by name, a heading that is none of ours, one liner that is not there.
  await page.keyboard.press("t");
  await page.locator("input[type=file]").setInputFiles({
    name: "liners.csv",
    mimeType: "text/csv",
    buffer: Buffer.from("\ufeffLiner;first;ovality\n5;108.050;0.01\n9;108.044;0.02\n6;4.2530 in;0.01\n"),
  });
  await page.getByLabel("Column 1, Liner").selectOption({ label: "which part or place" });
  await page.getByLabel("Column 2, first").selectOption({ label: "top, thrust direction" });
  await expect(said).toContainText("Line 3: “9” is no place of this sheet.");
  await expect(page.getByLabel("Line 2 goes to")).toHaveValue("liner-5/bore");
  // The foreman knows which one that was.
  await page.getByLabel("Line 3 goes to").selectOption({ label: "liner, cylinder 4" });
  await expect(said).not.toContainText("Line 3");
  await page.getByRole("button", { name: "Take 3 readings" }).click();
  await expect
    .poll(async () => (await readings(shop, bench)).slice(2))
    .toEqual([
      ["liner-5", "top-thrust", "108.050", null],
      ["liner-4", "top-thrust", "108.044", null],
      ["liner-6", "top-thrust", "4.2530 in", null],
    ]);
});

test("a face is measured as it lies, and what is far from its fellows or the last part's figures again is asked at once", async ({
  shop,
  visit,
}) => {
  const bench = new TestBench(orrinshaw, { name: "Pilot cutter Dunlin" });
  const occasion = bench.occasion();
  bench.readAll(occasion, "liner-1/bore", [108.041, 108.033, 108.03, 108.026, 108.021, 108.02]);
  bench.occasion({ gauge: { ...testGauge, id: "plate", method: "direct", quantities: ["height"] }, master: null });
  await shop.keep(bench.entries);
  const page = await visit("inspector", `/jobs/${bench.maker.stream}/measure`);
  const says = page.locator("#measure-says");
  const take = async (text: string) => {
    await page.keyboard.type(text);
    await page.keyboard.press("Enter");
  };
  await expect(page.locator("input:focus")).toBeVisible();
  await page.getByLabel("liner, cylinder 2, top, thrust direction").focus();
  await take("108.041");
  await take("108.033");
  await expect(says).toContainText("These are the figures of the part before, to the last digit");
  await page.keyboard.press("Enter");
  await take("108.49");
  await expect(says).toContainText("108.490 mm is far from the others here");
  await page.keyboard.press("Escape");
  await expect
    .poll(() => readings(shop, bench))
    .toEqual([
      ["liner-2", "top-thrust", "108.041", null],
      ["liner-2", "top-axial", "108.033", "last-part-again"],
    ]);

  await page.getByRole("button", { name: /^Heads/ }).click();
  await expect(page.getByRole("heading", { name: "Heads, heights of the joint face" })).toBeVisible();
  await page.getByLabel("cylinder head, cylinders 1 to 3, row 1, column 1").focus();
  for (let point = 0; point < 15; point += 1) await take(point === 7 ? "-0.14" : "0");
  await expect(page.getByRole("img", { name: /^Heights over the best plane/ })).toBeVisible();
  await expect(page.getByRole("complementary", { name: "Part tag" })).toContainText("cylinders 4 to 6");
  await page.getByLabel("cylinder head, cylinders 1 to 3, row 1, column 1").focus();
  await expect(page.getByRole("complementary", { name: "Part tag" })).toContainText(/0\.14\d|0\.1[34]\d/);
  await expect(page.getByRole("complementary", { name: "Part tag" })).toContainText("Outside");
});
