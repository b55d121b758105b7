import { seen } from "@/core/fixtures/choices";
import { expect, readyBench, test } from "./bench";

test("an engine is handed over in silence by nobody: what is open is named, barred where it hurts, and told on paper", async ({
  shop,
  visit,
}) => {
  const bench = readyBench("Pilot cutter");
  seen(bench, "rod-2", "heat-tint", "blue", "big-end");
  await shop.keep(bench.entries);
  const page = await visit("lead", `/jobs/${bench.maker.stream}/hand-over`);
  const open = page.getByRole("list", { name: "What is still open" });
  await expect(open.getByRole("listitem").filter({ hasText: "Not decided" })).toContainText("153");
  await expect(page.getByRole("radio", { name: /^Released to run/ })).toBeDisabled();

  const leave = page.getByRole("button", { name: "Hand over", exact: true });
  const said = page.getByRole("form", { name: "Hand over" }).getByRole("alert");
  await leave.click();
  await expect(said).toHaveText("Choose how it leaves.");
  await page.getByRole("radio", { name: /^Returned, not to be run/ }).check();
  await page.getByLabel("Hand over to").fill("The pilots");
  await leave.click();
  await expect(said).toHaveText("Type whose word it is that it may not be run.");
  await page.getByLabel(/^Whose word it is/).fill("Harbour master");
  await leave.click();
  await expect(page.getByText(/^Returned, not to be run\. Handed over to The pilots/)).toBeVisible();
  await expect(page.getByText(/^Harbour master knows that it may not be run/)).toBeVisible();
  await expect(page.getByRole("list", { name: "What was open then" })).toContainText("153 · Not decided");
  const [paper] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "Not to be run: paper and label" }).click(),
  ]);
  expect(paper.suggestedFilename()).toBe("pilot-cutter.not-to-run.pdf");
  const [entry] = (await shop.written(bench)).slice(-1);
  expect(entry?.payload).toMatchObject({ outcome: "not-to-run", word: { by: "Harbour master" } });

  // It is gone: what comes now is a comeback, and then it leaves anew.
  await expect(leave).toHaveCount(0);
  await page.getByRole("button", { name: "It came back" }).click();
  await page.getByLabel("Why it came back").fill("to be built after all");
  await page.keyboard.press("Enter");
  await expect(leave).toBeVisible();
});
