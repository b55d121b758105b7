import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { expect, test, TestBench } from "./bench";

test("parts are decided alike at once, one by one, as a set, and never where nobody goes past", async ({
  shop,
  visit,
}) => {
  const bench = new TestBench(orrinshaw, { name: "Quay crane" });
  bench.readRestAsNew();
  bench.add("part-scrapped", { part: bench.partIn.get("rod-5")!, why: "bent", made: "marked", certificate: null });
  bench.add("finding-made", {
    part: bench.partIn.get("piston-2")!,
    place: "crown",
    finding: "carbon",
    value: "severe",
    phase: "before-cleaning",
    words: null,
  });
  await shop.keep(bench.entries);
  const made = async () =>
    (await shop.written(bench)).filter(({ type }) => type === "decision-made").map(({ payload }) => payload);
  const page = await visit("lead", `/jobs/${bench.maker.stream}/decide`);
  const line = (name: string) => page.getByRole("button", { name: new RegExp(`^${name}`, "i") });
  const tag = page.getByRole("complementary", { name: "Part tag" });

  // Unlike ones stand out; like ones are decided by one key.
  await expect(line("connecting rod 5")).toContainText("Replace");
  await expect(line("piston, cylinder 2")).toContainText("Clean and reuse");
  await line("connecting rod 1, 2, 3, 4, 6").click();
  await page.keyboard.press("1");
  await expect.poll(async () => (await made()).length).toBe(5);
  await expect(line("connecting rod 1, 2, 3, 4, 6")).toContainText("ready to fit");
  await expect(line("connecting rod 1, 2, 3, 4, 6")).toBeFocused();

  // What is scrapped is used again for no reason: its way is shut, and the key does nothing.
  await line("connecting rod 5").click();
  await expect(tag.getByRole("button", { name: /^Reuse as is/ })).toBeDisabled();
  await expect(tag.getByRole("button", { name: /^Reuse as is/ })).toContainText("never");
  await page.keyboard.press("1");
  await page.keyboard.press("5");
  await expect(line("connecting rod 5")).toContainText("decided");
  await expect
    .poll(async () => (await made()).map(({ disposition }) => disposition))
    .toEqual([...Array<string>(5).fill("reuse"), "replace"]);

  // Parts alike are taken apart where one of them goes another way.
  await line("liner 1, 2, 3, 4, 5, 6").click();
  await tag.getByRole("button", { name: "Decide them one by one" }).click();
  await line("liner, cylinder 4").click();
  await page.keyboard.press("6");
  await page.getByLabel(/Keep for another build goes against the proposal/).fill("Wanted for the spare engine");
  await page.keyboard.press("Enter");
  await expect(line("liner, cylinder 4")).toContainText("Keep for another build");
  await expect(line("liner, cylinder 4")).toBeFocused();

  // A way that its mates refuse says what would have to change with it.
  await line("camshaft").click();
  await expect(tag.getByRole("button", { name: /^Replace/ })).toContainText(
    "It would do with tappet 1, inlet: replace",
  );
  await line("tappet 1i, 1e").click();
  await expect(tag.getByRole("button", { name: /^Replace/ })).toContainText("It would do with camshaft: replace");

  // By one act, with its reason.
  await page.getByRole("region", { name: "Renew as a set" }).getByRole("button", { name: "Piston rings · 18" }).click();
  await expect.poll(async () => (await made()).filter(({ reason }) => reason === "Renewed as a set: Piston rings.").length).toBe(18); // prettier-ignore
  await expect(page.getByRole("region", { name: "Renew as a set" })).not.toContainText("Piston rings");

  await page.getByRole("button", { name: /^Accept \d+ proposals/ }).click();
  await expect(page.getByText("153 of 153")).toBeVisible();
  await expect(page.getByRole("region", { name: "Decisions" })).toContainText(
    "to be cleaned, and looked at again after",
  );
});

test("the shop's settings are taken by a job, and change no other until they are taken there", async ({
  shop,
  visit,
}) => {
  const bench = new TestBench(orrinshaw, { name: "Net store" });
  bench.readRestAsNew();
  await shop.keep(bench.entries);
  const asBefore = await shop.settingsForNow();
  const page = await visit("lead", "/settings");
  await page.getByLabel("Currency").fill("eu");
  await page.getByLabel("An hour at the bench").fill("many");
  await page.getByRole("button", { name: "Keep" }).click();
  await expect(page.getByText("Three letters, such as EUR, USD or NOK")).toBeVisible();
  await expect(page.getByText("A number, in the same currency")).toBeVisible();
  await expect(page.getByLabel("An hour at the bench")).toHaveValue("many");
  await page.getByLabel("Currency").fill("nok");
  await page.getByLabel("An hour at the bench").fill("1 250,50");
  await page.getByText("Rings", { exact: true }).click();
  await page.getByRole("button", { name: "Keep" }).click();
  await expect(page.getByText("Money in NOK; an hour at the bench NOK 1 251; always new: rings.")).toBeVisible();

  // As it stands on paper, how a day is written, and what the shop does where shops differ.
  await page.getByLabel("Name of the shop, on reports").fill("Boat Yard Linden");
  await page.getByLabel("Mark of the shop, on reports").setInputFiles({
    name: "notes.png",
    mimeType: "image/png",
    buffer: Buffer.from("no picture"),
  });
  await expect(page.getByText(/notes\.png is no picture that can be read here/)).toBeVisible();
  await page.getByLabel("Mark of the shop, on reports").setInputFiles("docs/screenshots/measure-dark.png");
  await expect(page.getByRole("img", { name: "The mark as it is" })).toBeVisible();
  await page.getByLabel("A day is written").selectOption("24 Dec 2026");
  const differing = page.getByRole("region", { name: "Where shops differ: Orrinshaw 6M" });
  await differing.getByRole("combobox").first().selectOption({ index: 1 });
  await page.getByRole("button", { name: "Keep" }).click();
  await expect(page.getByText(/days as 24 Dec 2026; 1 school chosen/)).toBeVisible();

  // Kept by the server too.
  await expect(async () => {
    await page.reload();
    await expect(page.getByText("Money in NOK;")).toBeVisible({ timeout: 2000 });
  }).toPass();

  await page.goto(`/jobs/${bench.maker.stream}/decide`);
  const rings = page.getByRole("button", { name: /^top ring 1, 2/i });
  await expect(rings).toContainText("Reuse as is");
  await page.getByRole("link", { name: /^Intake/ }).click();
  await page.getByRole("button", { name: "Take them for this job" }).click();
  await expect(page.getByRole("button", { name: "Take them for this job" })).toBeHidden();
  await expect(page.getByText("as the shop does, by its settings")).toBeVisible();
  await page.getByRole("link", { name: /^Decide/ }).click();
  await expect(rings).toContainText("Replace");
  await expect(rings).toContainText("The shop always renews these: Piston rings.");
  await expect(page.getByRole("button", { name: /^Replace/ }).first()).toContainText(/NOK/);
  await expect.poll(async () => (await shop.written(bench)).map(({ type }) => type)).toEqual(["settings-taken"]);

  const viewer = await visit("viewer", "/settings");
  await expect(viewer.getByText("settings are changed by a lead")).toBeVisible();
  await expect(viewer.getByLabel("Currency")).toBeDisabled();

  await asBefore();
  await expect(async () => {
    await page.goto("/settings");
    await expect(page.getByLabel("A day is written")).not.toHaveValue("words", { timeout: 2000 });
  }).toPass();
});
