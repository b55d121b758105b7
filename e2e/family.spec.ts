import { rotary } from "@/core/fixtures/packs/rotary";
import type { Gauge } from "@/core/entry/schema";
import { testGauge } from "@/core/fixtures/bench";
import { expect, test, TestBench } from "./bench";

const widthGauge: Gauge = {
  ...testGauge,
  id: "width-micrometer",
  name: "Width micrometer",
  quantities: ["external-width"],
  range: [75, 100],
  method: "direct",
};

test("an engine family of another arrangement passes through every screen, by its pack alone", async ({
  shop,
  visit,
}) => {
  await shop.keepPack("src/core/fixtures/rotary-pack.json", rotary.sha256);
  const bench = new TestBench(rotary, { name: "Marsh fan", unit: "in" });
  await shop.keep(bench.entries);
  const tools = new TestBench(rotary);
  tools.entries.length = 0;
  tools.add("gauge-registered", { gauge: widthGauge });
  await shop.keep(
    tools.entries.map((entry) => ({ ...entry, stream: tools.newId() })),
    "shop",
  );

  const page = await visit("lead", "/");
  const job = page.getByRole("listitem").filter({ hasText: "Marsh fan" });
  await expect(job.getByRole("img", { name: /rotor housing, front: not measured/ })).toBeVisible();
  await job.getByRole("link").click();

  await expect(page.getByRole("heading", { name: "Housing widths" })).toBeVisible();
  await expect(page.getByText("reassembly at least 3.1457 in")).toBeVisible();
  await expect(page.getByRole("textbox").first()).toBeFocused();
  await page.getByRole("button", { name: "Set up a gauge" }).click();
  await page.getByRole("button", { name: "Use it" }).click();
  for (const text of ["3.1496", "3.1495", "3.1494", "3.1495", "3.1496", "79.905 mm", "3.1494", "3.1495"]) {
    await page.keyboard.type(text);
    await page.keyboard.press("Enter");
  }
  await expect(page.getByRole("row", { name: /^R / })).toContainText("inside");
  await expect(page.getByRole("img", { name: /Housing widths/ })).toBeVisible();

  await page.getByRole("link", { name: /^Decide/ }).click();
  await expect(page.getByRole("button", { name: /^rotor housing, front/i })).toContainText("Reuse as is");
  await expect(page.getByRole("button", { name: /^rotor housing, rear/i })).toContainText("Replace");
  await page.getByRole("button", { name: /^rotor housing, front/i }).click();
  await page.keyboard.press("Enter");
  await page.keyboard.press("Enter");
  await expect(page.getByText("2 of 2")).toBeVisible();

  await page.getByRole("link", { name: /^Match/ }).click();
  await expect(page.getByText("says nothing of what goes with what")).toBeVisible();
  await page.getByRole("link", { name: /^Order/ }).click();
  await expect(page.getByRole("region", { name: "To buy" })).toContainText(/rotor housing.*no price/i);
  await page.getByRole("link", { name: /^Build/ }).click();
  await expect(page.getByText("This station is not there yet.")).toBeVisible();
  await page
    .getByRole("navigation", { name: "Stations" })
    .getByRole("link", { name: /^Hand over/ })
    .click();
  const [report] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "For the owner, PDF" }).click(),
  ]);
  expect(report.suggestedFilename()).toBe("marsh-fan.pdf");

  const written = async () =>
    (await shop.written(bench)).map((entry) => [
      entry.type,
      entry.payload.feature ?? null,
      entry.payload.disposition ?? entry.payload.typed ?? null,
    ]);
  await expect
    .poll(async () => (await written()).slice(1))
    .toEqual([
      ...["3.1496", "3.1495", "3.1494", "3.1495", "3.1496", "79.905 mm", "3.1494", "3.1495"].map((typed) => [
        "reading-taken",
        "width",
        typed,
      ]),
      ["decision-made", null, "reuse"],
      ["decision-made", null, "replace"],
    ]);
});

test("a sheet of a few lines is taken in, and a job of an engine that nobody knew is opened with all that the trade knows of it", async ({
  visit,
}) => {
  const sheet = {
    format: "ember-engine/1",
    library: 1,
    id: "sedgeley-8",
    name: "Sedgeley V8",
    summary: "Vee eight, diesel, water-cooled.",
    sources: [{ id: "manual", document: "Sedgeley manual", short: "manual", standing: "invented" }],
    layout: "vee-eight",
    limits: [["rod", "bend", "", "reassembly", null, 2, "thou", "p. 12"]],
  };
  const file = (name: string, json: object) => ({ name, mimeType: "application/json", buffer: Buffer.from(JSON.stringify(json, null, 1)) }); // prettier-ignore
  const page = await visit("lead", "/settings");
  const packs = page.getByRole("region", { name: "Engine packs" });
  await packs.getByLabel("Choose a pack").setInputFiles(file("wrong.json", { ...sheet, layout: "vee-eigth" }));
  await expect(packs.getByRole("status")).toContainText("Did you mean “vee-eight”?");
  await packs.getByLabel("Choose a pack").setInputFiles(file("right.json", sheet));
  await packs.getByRole("button", { name: "Take it in" }).click();
  await expect(packs.getByRole("status")).toContainText("Sedgeley V8, revision 1: kept.");

  await page.goto("/");
  await page.getByRole("button", { name: "Open a job" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel("What the job is called").fill("Dredge pump");
  await dialog.getByLabel("Family").selectOption({ label: "Sedgeley V8" });
  await dialog.getByRole("button", { name: /^Open/ }).click();
  await page.getByRole("link", { name: /^Strip/ }).click();
  await expect(page.getByText("Rockers and push rods off, kept in order").first()).toBeVisible();
  await page.getByRole("link", { name: /^Diagnose/ }).click();
  await expect(page.getByText("Oil pump worn or its drive failing").first()).toBeVisible();
  await page.getByRole("link", { name: /^Decide/ }).click();
  await expect(page.getByRole("button", { name: "Bearing shells · 26" })).toBeVisible();
  await expect(page.getByText(/0 of 214/)).toBeVisible();
});
