import { readFileSync } from "node:fs";
import { pellbrook } from "@/core/fixtures/load";
import { expect, test, TestBench } from "./bench";
import { expectReadable } from "./readable";

test("a plan for all parts: what the order cannot have is given way in by one tap, plans are compared, asked why, and adopted by one act", async ({
  shop,
  visit,
}) => {
  const bench = new TestBench(pellbrook, {
    name: "Incline winch",
    engine: { number: null, variant: "v-v4" },
    hoursWanted: 2500,
    budget: 200,
  });
  bench.add("intake-noted", { section: "history", item: "hours-since-new", part: null, place: null, value: 3000 });
  bench.add("intake-noted", { section: "order", item: "chance-wanted", part: null, place: null, value: 85 });
  bench.readRestAsNew();
  bench.add("part-scrapped", { part: bench.partIn.get("starter")!, why: "burnt", made: "marked", certificate: null });
  await shop.keep(bench.entries);
  const page = await visit("lead", `/jobs/${bench.maker.stream}/decide`);
  await page.getByRole("button", { name: "The plan" }).click();
  await expect(page.getByRole("heading", { name: "One plan for all parts" })).toBeVisible();

  // The starter alone costs more than the owner wants to pay.
  await expect(page.getByText(/^No plan is 85 % sure for at most .*200/)).toBeVisible();
  await page.getByRole("button", { name: /^pay up to/ }).click();
  await expect(page.getByText(/^No plan is/)).toHaveCount(0);
  await expect(page.getByText(/This one costs least in all of those that the order asks for/)).toBeVisible();

  const bar = page.getByRole("region", { name: "Plan" });
  const slider = page.getByRole("slider", { name: "Plan, from the cheapest to the surest" });
  await expect(page.getByText("so far…")).toHaveCount(0);
  const chance = async () => Number(/To run 2\s?500 h\D*?(\d+) %/u.exec((await bar.textContent())!)![1]);
  const wanted = await chance();
  expect(wanted).toBeGreaterThanOrEqual(85);
  await slider.focus();
  await page.keyboard.press("End");
  await expect.poll(chance).toBeGreaterThan(wanted);
  await page.keyboard.press("Home");
  await expect.poll(chance).toBeLessThan(wanted);
  await page.keyboard.press("End");

  // Why, and why not: each other way is worked out anew.
  const list = page.getByRole("listitem");
  await list.getByRole("button", { name: /^Timing chain/i }).click();
  const why = page.getByRole("complementary", { name: "Why this way" });
  await expect(why.getByRole("heading", { name: "Timing chain" })).toBeVisible();
  await expect(why.getByText(/in all|no plan that is/i).first()).toBeVisible();
  await list.getByRole("button", { name: /^Starter/i }).click();
  await expect(why).toContainText("Replace");
  await expectReadable(page, "the plan");

  await bar.getByRole("button", { name: "Adopt this plan" }).click();
  await expect(bar).toContainText("Adopted by Wren Halloway");
  await expect(bar.getByRole("button", { name: "This plan is adopted" })).toBeDisabled();
  await expect.poll(async () => (await shop.written(bench)).filter(({ type }) => type === "plan-adopted").length).toBe(1); // prettier-ignore
  await page.getByRole("button", { name: "Part by part" }).click();
  await expect(page.getByText("22 of 22")).toBeVisible();
  await page.getByRole("button", { name: /^oil pick-up/i }).click();
  await page.keyboard.press("5");
  await page.getByLabel(/Replace goes against the proposal/).fill("The owner has a new one");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: /^oil pick-up/i })).toContainText("The owner has a new one");
  await page.getByRole("button", { name: "The plan" }).click();
  await expect(page.getByRole("listitem").getByRole("button", { name: /^Oil pick-up/i })).toContainText("decided");
  await expect(bar.getByRole("button", { name: "Adopt this plan instead" })).toBeVisible();

  // What was decided is bought, and no more: ticked off it is an entry.
  await page.getByRole("link", { name: /^Order/ }).click();
  await expect(page.getByRole("heading", { name: "What is bought, and what is sent out" })).toBeVisible();
  const buying = page.getByRole("region", { name: "To buy" });
  await expect(buying.getByRole("listitem").filter({ hasText: "Starter" })).toContainText("6 days");
  await buying.getByRole("checkbox", { name: /^Starter/ }).check();
  await expect(buying.getByRole("listitem").filter({ hasText: "Starter" })).toContainText("ordered");
  await expect.poll(async () => (await shop.written(bench)).filter(({ type }) => type === "line-ticked").length).toBe(1); // prettier-ignore
  const csv = page.waitForEvent("download");
  await buying.getByRole("button", { name: "as a CSV file" }).click();
  const text = readFileSync(await (await csv).path(), "utf8");
  expect(text).toMatch(/^part,number,revision or later,quantity/u);
  expect(text).toMatch(/^starter,.*,yes\r?$/mu);
});
