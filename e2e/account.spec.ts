import { expect, readyBench, test } from "./bench";

test("hours, money and what came along are written down as they are typed, asked for where they are wrong, and one account on paper", async ({
  shop,
  visit,
}) => {
  const bench = readyBench("Pilot cutter");
  await shop.keep(bench.entries);
  const at = (station: string) => `/jobs/${bench.maker.stream}/${station}`;
  const page = await visit("lead", at("intake"));
  const came = page.getByRole("form", { name: "What came with the engine" });
  await came.getByLabel("What came").fill("engine mount bracket");
  await came.getByLabel("How many").fill("2.5");
  await page.keyboard.press("Enter");
  await expect(came.getByRole("alert")).toHaveText("“2.5” is no number of pieces.");
  await expect(came.getByLabel("What came")).toHaveValue("engine mount bracket");
  await came.getByLabel("How many").fill("4");
  await page.keyboard.press("Enter");
  await expect(page.getByText("4 × engine mount bracket")).toBeVisible();

  await page.goto(at("order?tab=money"));
  const hours = page.getByRole("form", { name: "Book hours" });
  await hours.getByLabel("Hours").fill("25");
  await page.keyboard.press("Enter");
  await expect(hours.getByRole("alert")).toHaveText("25 hours are no day's work of one person.");
  await hours.getByLabel("Hours").fill("1,5");
  await hours.getByLabel("At what").selectOption("assembly");
  await hours.getByRole("button", { name: "Book hours" }).click();
  const worked = page.getByRole("region", { name: "Hours worked" });
  await expect(worked).toContainText("1.5 h booked of");
  const money = page.getByRole("form", { name: "Money from the owner" });
  await money.getByLabel("Amount paid").fill("all of it");
  await money.getByRole("button", { name: "Note it" }).click();
  await expect(money.getByRole("alert")).toHaveText("“all of it” is not an amount.");
  await money.getByLabel("Amount paid").fill("1 240,50");
  await money.getByLabel("Whose money").fill("Harbour master");
  await money.getByRole("button", { name: "Note it" }).click();
  await expect(page.getByRole("region", { name: "Account with the owner" })).toContainText("1 240.50");

  await page.goto(at("hand-over"));
  const open = page.getByRole("list", { name: "What is still open" });
  await expect(open.getByRole("listitem").filter({ hasText: "still here" })).toContainText("4 × engine mount bracket");
  await page.getByLabel("Given back to").fill("Harbour master");
  await page.getByRole("button", { name: "All of it went back" }).click();
  await expect(open.getByRole("listitem").filter({ hasText: "still here" })).toHaveCount(0);
  const [paper] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "Account, PDF" }).click(),
  ]);
  expect(paper.suggestedFilename()).toBe("pilot-cutter.account.pdf");
  await expect
    .poll(async () => (await shop.written(bench)).map(({ type, payload }) => [type, payload.minutes ?? payload.minor ?? payload.quantity]))
    .toEqual([
      ["thing-came", 4],
      ["time-booked", 90],
      ["payment-noted", 124_050],
      ["thing-went-back", 4],
    ]); // prettier-ignore

  // An inspector books hours, and takes no money.
  const inspector = await visit("inspector", at("order?tab=money"));
  await expect(inspector.getByRole("form", { name: "Book hours" })).toBeVisible();
  await expect(inspector.getByRole("form", { name: "Money from the owner" })).toHaveCount(0);
});

test("another part for a place is had where the place is decided: tagged with its number, meant for it, and picked", async ({
  shop,
  visit,
}) => {
  const bench = readyBench("Pilot cutter");
  bench.readRestAsNew();
  await shop.keep(bench.entries);
  const page = await visit("lead", `/jobs/${bench.maker.stream}/decide`);
  await page.getByRole("button", { name: "another part for this place" }).click();
  const get = page.getByRole("group", { name: "Another part for this place" });
  await get.getByRole("button", { name: "brought in" }).click();
  await get.getByLabel("Number on it").fill("6M-2201");
  await get.getByLabel("From whom").fill("the pump station");
  await get.getByRole("button", { name: "Tag it for this place" }).click();
  await expect(get).toHaveCount(0);
  await expect
    .poll(async () => (await shop.written(bench)).map(({ type, payload }) => [type, payload.item ?? payload.origin ?? null, payload.value ?? null]))
    .toEqual([
      ["part-tagged", "donor", null],
      ["part-noted", "number", "6M-2201"],
      ["part-noted", "supplier", "the pump station"],
      ["part-noted", "meant-for", expect.stringMatching(/^liner-/)],
      ["part-picked", null, null],
    ]); // prettier-ignore
});
