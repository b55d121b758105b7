import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { expect, test, TestBench, testGauge } from "./bench";

const number = "M74-90001";
const sizes = [108.041, 108.033, 108.03, 108.026, 108.021, 108.02];

test("a spring is read in newtons and a gap between two blades; a sketch shows where the gauge goes, and a place is told from its earlier visit", async ({
  shop,
  visit,
}) => {
  const earlier = new TestBench(orrinshaw, { name: "Pilot cutter, before", engine: { number, variant: null } });
  earlier.readAll(
    earlier.occasion(),
    "liner-1/bore",
    sizes.map((size) => size - 0.021),
  );
  await shop.keep(earlier.entries);
  const bench = new TestBench(orrinshaw, { name: "Pilot cutter Heron", engine: { number, variant: null } });
  bench.readAll(bench.occasion(), "liner-1/bore", sizes);
  bench.occasion({
    gauge: {
      ...testGauge,
      id: "tester",
      name: "Spring tester",
      method: "direct",
      unit: "n",
      quantities: ["spring-load"],
      range: [0, 2000],
      resolution: 1,
      repeatability: 1.8,
      calibration: { ...testGauge.calibration, expanded: 5 },
    },
    master: null,
  });
  bench.occasion({
    gauge: {
      ...testGauge,
      id: "feelers",
      name: "Feelers",
      method: "direct",
      quantities: ["gap"],
      range: [0, 3],
      resolution: 0.05,
      feeler: true,
    },
    master: null,
  });
  await shop.keep(bench.entries);
  const page = await visit("inspector", `/jobs/${bench.maker.stream}/measure`);
  const says = page.locator("#measure-says");
  const tag = page.getByRole("complementary", { name: "Part tag" });
  const take = async (text: string) => {
    await page.keyboard.type(text);
    await page.keyboard.press("Enter");
  };
  await expect(page.locator("input:focus")).toBeVisible();

  // The same bore five hundredths ago, at the visit before.
  await page.getByRole("button", { name: "over time" }).click();
  await expect(page.getByText("No earlier visit of this engine has it measured through.")).toBeVisible();
  await page.getByLabel("liner, cylinder 1, top, thrust direction").focus();
  await expect(page.getByRole("img", { name: /^liner, cylinder 1 over time: .* 108\.020, .* 108\.041/ })).toBeVisible();
  await expect(page.getByText("Worn 0.021 mm since")).toBeVisible();
  await page.getByRole("button", { name: "shape", exact: true }).click();
  await expect(page.getByRole("img", { name: /^Liner bores: shape of each, thrust and axial/ })).toBeVisible();
  await expect(page.getByRole("img", { name: "Where the gauge goes: top, thrust direction" })).toBeVisible();

  await page.getByRole("button", { name: /^Valves/ }).click();
  await page.getByRole("button", { name: /^Valve springs: load/ }).click();
  await expect(page.getByRole("heading", { name: "Valve springs: load" })).toBeVisible();
  await page.getByLabel("valve spring 1, inlet, load at 45.0 mm, valve closed").focus();
  await take("3270");
  await expect(says).toContainText("3270 N is ten times what is expected here (about 330 N)");
  await page.keyboard.press("Escape");
  await take("60 mm");
  await expect(says).toContainText("“60 mm” is a length, and a force is measured here. Type it in N, kgf, lbf, kN.");
  await page.keyboard.press("Escape");
  await take("327");
  await take("153.8 lbf");
  await page.getByLabel("valve spring 1, inlet, load at 45.0 mm, valve closed").focus();
  await expect(tag).toContainText("684");
  await expect(tag).toContainText("± 7 N · load with the valve open");
  // (684.1 - 327) N over 12 mm.
  await expect(tag).toContainText("29.76 ±");
  await expect(tag).toContainText("N/mm");

  await page.getByRole("button", { name: /^Pistons/ }).click();
  await page.getByRole("button", { name: /^Top rings: end gap/ }).click();
  await page.getByLabel("top ring, cylinder 1, in its own bore, at an unworn height").focus();
  await take("0.90/0.85");
  await expect(says).toContainText("first the blade that goes in, then the larger one that does not");
  await page.keyboard.press("Escape");
  await take("0.85/0.90");
  await page.getByLabel("top ring, cylinder 1, in its own bore, at an unworn height").focus();
  await expect(tag).toContainText("0.875");
  await expect(tag).toContainText("Inside the limit, but within U of it");

  await expect
    .poll(async () =>
      (await shop.written(bench)).map(({ payload: { typed, unit, half } }) => [typed, unit, half ?? null]),
    )
    .toEqual([
      ["327", "n", null],
      ["153.8 lbf", "lbf", null],
      ["0.85/0.90", "mm", expect.closeTo(0.025, 9)],
    ]);
});
