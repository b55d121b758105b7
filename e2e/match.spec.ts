import { TestBench } from "@/core/fixtures/bench";
import { pellbrook } from "@/core/fixtures/load";
import { bring, note } from "@/core/fixtures/merge";
import { expect, test } from "./bench";

test("a starter of the look-alike engine: looked at, found wrong, made to go or left out, and never called fitting unseen", async ({
  shop,
  visit,
}) => {
  const bench = new TestBench(pellbrook, { name: "Quarry tram", engine: { number: null, variant: "v-v4" } });
  bring(bench, "starter", "D-ST", {}, "donor");
  const stream = await shop.keep(bench.entries);
  const page = await visit("lead", `/jobs/${stream}/match`);
  await expect(page.getByText("Nobody said whether the engine goes back into what it came out of")).toBeVisible();
  await page.getByRole("button", { name: /^What it goes into/u }).click();
  const back = page.getByRole("group", { name: "Goes back into what it came out of" });
  await back.getByRole("button", { name: "yes" }).click();
  await expect(page.getByText("Nobody said whether the engine goes back")).toBeHidden();

  // The donor's is wanted, and nobody has looked at its teeth yet.
  await page.getByRole("button", { name: "Choose", exact: true }).click();
  await page.getByRole("button", { name: "D-ST (donor)" }).click();
  await page.getByRole("button", { name: "Find what goes together" }).click();
  const best = page.getByRole("list", { name: "What goes together, the best first" }).getByRole("listitem").first();
  await expect(best).toContainText("1 change");
  await expect(best).toContainText("still to be looked at");
  await page.getByRole("button", { name: "Take it" }).first().click();

  await page
    .getByRole("navigation", { name: "Parts of Match" })
    .getByRole("button", { name: /^Check/u })
    .click();
  const open = page.getByRole("list", { name: "To be settled" });
  await open.getByRole("button", { name: /^Starter pinion in the ring gear/u }).click();
  const detail = page.getByRole("complementary", { name: "Pairing" });
  await expect(detail.getByText(/^Quickest: /u)).toBeVisible();
  await detail
    .getByRole("group", { name: "module of the teeth" })
    .last()
    .getByRole("button", { name: "2", exact: true })
    .click();
  await expect(detail.getByText("Does not go together")).toBeVisible();
  await expect(open.getByRole("button", { name: /^Starter pinion/u })).toContainText("It grinds and jams");

  // It may be made to go: owed until it is done.
  await detail.getByRole("list", { name: "Remedies" }).getByRole("button", { name: "do this" }).click();
  await expect(open.getByRole("button", { name: /^Starter pinion/u })).toContainText(
    "they go together once this is done",
  );
  await detail.getByRole("list", { name: "Remedies" }).getByRole("button", { name: "done" }).click();
  await expect(detail.getByText("Goes together by a remedy")).toBeVisible();

  // What must be so can contradict itself: one tap lets it go.
  note(bench, bench.partIn.get("governor-drive")!, "hand", "right");
  const wrong = bench.add("part-picked", {
    slot: "governor-drive",
    part: bench.partIn.get("governor-drive")!,
    why: null,
  });
  const answered = await page.request.post("/api/entries", { data: { entries: [bench.entries.at(-2), wrong] } });
  expect(answered.status()).toBe(200);
  await expect(open.getByRole("button", { name: /^Governor hub and its drive/u })).toBeVisible();
  const kept = await shop.entries(stream);
  expect(
    kept
      .filter(({ type }) => ["return-said", "part-picked", "attribute-read", "remedy-taken"].includes(type))
      .map(({ type }) => type),
  ).toEqual([
    "return-said",
    "part-picked",
    "attribute-read",
    "remedy-taken",
    "remedy-taken",
    "attribute-read",
    "part-picked",
  ]);
});
