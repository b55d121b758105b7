import { readFileSync } from "node:fs";
import { pellbrook } from "@/core/fixtures/packs/pellbrook";
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
  await why.getByRole("button", { name: "try it in the plan" }).first().click();
  await expect(page.getByText(/^With what is tried, beside the plan before:/)).toBeVisible();
  await page.getByRole("button", { name: "let it be" }).click();
  await expect(page.getByText(/^With what is tried/)).toHaveCount(0);
  await expect(page.getByText("so far…")).toHaveCount(0);
  await list.getByRole("button", { name: /^Starter/i }).click();
  await expect(why).toContainText("Replace");
  await why.getByRole("button", { name: "the owner does not want this done" }).click();
  await why.getByLabel("Whose word").fill("The winch company");
  await why.getByRole("button", { name: "Declined" }).click();
  await expect(why).toContainText("The winch company declined replace: starter");
  await page.getByRole("button", { name: "estimate for the owner" }).click();
  const estimate = page.getByRole("region", { name: "Estimate for the owner" });
  await estimate.getByRole("button", { name: "Write down as the estimate" }).first().click();
  await expect(estimate.getByRole("button", { name: "Written down" })).toBeVisible();
  await expect(estimate.getByRole("button", { name: /^Write down as a change of/ }).first()).toBeVisible();
  await estimate.getByRole("button", { name: "close" }).click();
  await expect(page.getByText("so far…")).toHaveCount(0);
  await expect(bar.getByRole("button", { name: "Adopt this plan" })).toBeEnabled();
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
  // A new one more than the budget had room for: fewer hours would do, or a little more money.
  await expect(page.getByRole("button", { name: /^be content with .* h, for which one is/ })).toBeVisible();
  await page.getByRole("button", { name: /^pay up to/ }).click();
  await expect(page.getByRole("listitem").getByRole("button", { name: /^Oil pick-up/i })).toContainText("decided");
  await expect(bar.getByRole("button", { name: "Adopt this plan instead" })).toBeVisible();

  // What was decided is bought, and no more: an order is an entry, and so is what arrives of it.
  await page.getByRole("link", { name: /^Order/ }).click();
  await expect(page.getByRole("heading", { name: "What is bought, and what is sent out" })).toBeVisible();
  const buying = page.getByRole("region", { name: "To buy" });
  await expect(buying.getByRole("listitem").filter({ hasText: "Starter" })).toContainText("6 days");
  const csv = page.waitForEvent("download");
  await buying.getByRole("button", { name: "as a CSV file" }).click();
  const text = readFileSync(await (await csv).path(), "utf8");
  expect(text).toMatch(/^part,number,revisions,quantity/u);
  expect(text).toMatch(/^starter,/mu);
  const pdf = await page.request.get((await buying.getByRole("link", { name: "as a PDF" }).getAttribute("href"))!);
  expect([pdf.status(), (await pdf.body()).subarray(0, 5).toString()]).toEqual([200, "%PDF-"]);
  await buying.getByRole("checkbox", { name: /^Starter/ }).check();
  const form = page.getByRole("form", { name: "Write down the order" });
  await form.getByRole("button", { name: "Write it down as ordered" }).click();
  await expect(form.getByRole("alert")).toContainText("Say which supplier");
  await form.getByLabel("Supplier").fill("Lock Street Spares");
  await form.getByLabel("Promised for").fill("soon");
  await form.getByRole("button", { name: "Write it down as ordered" }).click();
  await expect(form.getByRole("alert")).toContainText("is no day");
  await form.getByLabel("Promised for").fill("2099-03-01");
  await form.getByRole("button", { name: "Write it down as ordered" }).click();
  await expect(buying.getByRole("listitem").filter({ hasText: "Starter" })).toHaveCount(0);
  await page.getByRole("button", { name: /^On order/ }).click();
  const order = page.getByRole("region", { name: "Lock Street Spares" });
  await expect(order).toContainText("1 to come");
  const arrives = async (number: string, how: string) => {
    await page.getByRole("button", { name: "Something arrived" }).click();
    const arrived = page.getByRole("form", { name: "What arrived" });
    await arrived.getByLabel("Number on it").fill(number);
    await arrived.getByLabel("How it came").selectOption({ label: how });
    return arrived;
  };
  const stray = await arrives("ZZ-9", "as ordered");
  await stray.getByLabel("How many").fill("none");
  await stray.getByRole("button", { name: "Take it in" }).click();
  await expect(stray.getByRole("alert")).toContainText("a number above 0");
  await stray.getByLabel("How many").fill("1");
  await stray.getByRole("button", { name: "Take it in" }).click();
  await expect(page.getByRole("region", { name: "Came and nobody ordered it" })).toContainText("ZZ-9");
  const broken = await arrives("", "damaged");
  await broken.getByLabel("Line it is for").selectOption({ label: "Starter, Lock Street Spares: 1 open" });
  await broken.getByRole("button", { name: "Take it in" }).click();
  await expect(order).toContainText("1 damaged: tell Lock Street Spares.");
  const right = await arrives("", "as ordered");
  await right.getByLabel("Line it is for").selectOption({ label: "Starter, Lock Street Spares: 1 open" });
  await right.getByRole("button", { name: "Take it in" }).click();
  await expect(order).toContainText("all here");
  await expect(page.getByRole("region", { name: "Here for this engine" })).toContainText("Starter");
  await expectReadable(page, "on order");
  await page.getByRole("button", { name: /^Ready when/ }).click();
  await expect(page.getByText(/^Likely ready on 20/)).toBeVisible();
  await expect.poll(async () => (await shop.written(bench)).filter(({ type }) => type === "goods-received").length).toBe(3); // prettier-ignore
});
