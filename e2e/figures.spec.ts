import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { expect, test, TestBench, testGauge } from "./bench";

const number = "M74-90002";
const sizes = [108.041, 108.033, 108.03, 108.026, 108.021, 108.02];

test("figures are worked out with their uncertainty, scatter is asked about and said, and wear is reckoned by earlier visits", async ({
  shop,
  visit,
}) => {
  const hours = (bench: TestBench, value: number) =>
    bench.add("intake-noted", { section: "history", item: "hours-since-new", part: null, place: null, value });
  const opened = (name: string) =>
    new TestBench(orrinshaw, { name, engine: { number, variant: null }, hoursWanted: 3000 });
  const earlier = opened("Trawler, before");
  hours(earlier, 9000);
  earlier.readAll(
    earlier.occasion(),
    "liner-1/bore",
    sizes.map((size) => size - 0.021),
  );
  await shop.keep(earlier.entries);
  const bench = opened("Trawler Plover");
  hours(bench, 14_000);
  bench.readAll(bench.occasion(), "liner-1/bore", sizes);
  const gauge = { ...testGauge, method: "direct" as const, quantities: ["external-diameter"], range: [50, 75] as [number, number] }; // prettier-ignore
  const spread = bench.occasion({ gauge, master: null });
  for (const value of [70.94, 71, 71.06]) bench.read(spread, "crankshaft", "big-end-j1", "front-throw", value);
  await shop.keep(bench.entries);
  const page = await visit("inspector", `/jobs/${bench.maker.stream}/measure`);
  const tag = page.getByRole("complementary", { name: "Part tag" });

  // Earlier visits are taken in by a person who knows that it is the same part.
  await page.getByRole("button", { name: "over time" }).click();
  await page.getByLabel("liner, cylinder 1, top, thrust direction").focus();
  await expect(page.getByText("Its wear is reckoned by its age alone.")).toBeVisible();
  await page.getByRole("button", { name: "It is the same part: reckon by these visits" }).click();
  await expect(page.getByText("Its wear is reckoned by 1 earlier visit.")).toBeVisible();
  await expect(tag.getByText(/By 2 visits 0\.0042 mm in 1 000 h/u)).toBeVisible();

  // The engine's arithmetic, from what the pack and the bench know; a tolerance as the manual prints it.
  await page.getByRole("button", { name: "figures" }).click();
  const figures = page.getByRole("dialog", { name: "Figures" });
  await expect(figures.getByLabel("Bore", { exact: true })).toHaveValue("108");
  await expect(figures.getByRole("region", { name: "Result" })).toContainText("6980.6");
  await figures.getByRole("button", { name: "Static compression ratio and quench" }).click();
  const type = (label: string, text: string) => figures.getByLabel(label).fill(text);
  await type("Chamber, by burette", "62.5 ± 0.5");
  await type("Bore of the gasket", "4.330 in");
  await type("Gasket, pressed", "1.1 to 1.3");
  await type("Piston below the deck", "0.2");
  await expect(figures.getByRole("region", { name: "Result" })).toContainText("Still to come: dish of the piston.");
  await type("Dish of the piston", "1/8");
  await expect(figures.getByRole("alert")).toBeVisible();
  await type("Dish of the piston", "0");
  // 1163.4 cm³ swept over 62.5 + 11.4 + 1.8: chamber and gasket lie anywhere between their ends.
  await expect(figures.getByRole("region", { name: "Result" })).toContainText("Compression ratio16.36± 0.26");
  await figures.getByText("How it is worked out").click();
  await expect(figures.getByText("clearance = chamber + gasket + deck + dish")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(figures).toBeHidden();

  // Repeats that scatter beyond their gauge hold until somebody says what they come of.
  await page.getByRole("button", { name: /^Crank/u }).click();
  await page.getByRole("button", { name: /^Big-end journals/u }).click();
  await page.getByLabel("big-end journal 1, front, in line with the throw").focus();
  await expect(tag.getByText(/3 repeats, front, in line with the throw: scatter 0\.0600/u)).toBeVisible();
  await expect(tag.getByText("That is far beyond their gauge")).toBeVisible();
  await page.getByTitle("What stands in the way (H)").click();
  const holds = page.getByRole("dialog", { name: "What stands in the way" });
  await expect(holds).toContainText("3 repeats scatter by 0.060, far beyond their gauge");
  await page.keyboard.press("Escape");
  await expect(holds).toBeHidden();
  await tag.getByRole("button", { name: "The part’s form" }).click();
  await expect(tag.getByText("Said to be the form of the part")).toBeVisible();
  await expect
    .poll(async () => (await shop.written(bench)).map(({ type }) => type))
    .toEqual(["visits-taken", "scatter-said"]);
});
