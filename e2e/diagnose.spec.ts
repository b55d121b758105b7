import type { Payload } from "@/core/entry/schema";
import { TestBench } from "@/core/fixtures/bench";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { expect, test } from "./bench";

/** A big end that lost its oil to a cracked jet, as it is found at Strip. */
function starved(name: string): TestBench {
  const bench = new TestBench(orrinshaw, { name });
  const see = (
    slot: string,
    finding: string,
    value: string,
    place: string | null = null,
    phase: Payload<"finding-made">["phase"] = "after-cleaning",
  ) => bench.add("finding-made", { part: bench.partIn.get(slot)!, place, finding, value, phase, words: null });
  bench.add("intake-noted", { section: "symptom", item: "knock", part: null, place: null, value: true });
  for (const slot of ["rod-shell-upper-5", "rod-shell-lower-5"]) see(slot, "wiped", "all");
  see("piston-5", "heat-tint", "severe", "underside", "before-cleaning");
  return bench;
}

test("a failure is followed to its first cause by what is looked at next, settled, and reopened by what is withdrawn", async ({
  shop,
  visit,
}) => {
  const bench = starved("Log hauler");
  const stream = await shop.keep(bench.entries);
  const page = await visit("lead", `/jobs/${stream}/strip`);
  // What cleaning washes away is asked for while the engine comes apart.
  const before = page.getByRole("region", { name: "Before cleaning" });
  await expect(before.getByText("before cleaning").first()).toBeVisible();
  await page.goto(`/jobs/${stream}/diagnose`);
  const causes = page.getByRole("list", { name: "Root causes, what explains the damage first" });
  await expect(causes.getByRole("listitem").first()).toBeVisible();
  await expect(page.getByText("What failed first is not known")).toBeVisible();
  // What tells most for its minutes is asked here, where nobody else records it.
  const next = page.getByRole("list", { name: "What to look at next" });
  const relief = next
    .getByRole("listitem")
    .filter({ has: page.getByRole("button", { name: "no", exact: true }) })
    .first();
  const asked = await relief.locator("span").first().innerText();
  await relief.getByRole("button", { name: "no", exact: true }).click();
  await expect(next.getByText(asked, { exact: true })).toBeHidden();
  // The jet itself is looked at where parts are looked at; written down here as its entry would be.
  const seen = bench.add("finding-made", {
    part: bench.partIn.get("oil-jet-5")!,
    place: null,
    finding: "cracked",
    value: "open",
    phase: "before-cleaning",
    words: null,
  });
  const again = await page.request.post("/api/entries", { data: { entries: [seen] } });
  expect(again.status()).toBe(200);
  await expect(causes.getByRole("listitem").first()).toContainText("Oil jet pipe cracked, cylinder 5");
  await expect(page.getByRole("complementary", { name: "Cause" })).toContainText("The pipe of an oil jet cracked");
  await expect(page.getByRole("complementary", { name: "Cause" })).toContainText(
    /Oil jet cracked, cylinder 5\s*found: very strongly for it/u,
  );
  await page.getByRole("button", { name: "Damage chain" }).click();
  const chain = page.getByRole("region", { name: "Damage chain" });
  await expect(chain.getByRole("button", { name: "big end lost its oil, cylinder 5, followed from it" })).toBeVisible();
  await page.getByRole("button", { name: /^Settle: Oil jet pipe cracked/u }).click();
  await expect(page.getByText("The cause is settled")).toBeVisible();
  const asks = page.getByRole("list", { name: "What the cause asks for" });
  await asks.getByRole("listitem").first().getByRole("button", { name: "done", exact: true }).click();
  await asks.getByRole("listitem").nth(1).getByRole("button", { name: "not done" }).click();
  await page.getByLabel("Why it is not done").fill("bracket is new");
  await page.getByRole("button", { name: "Not done", exact: true }).click();
  await expect(asks).toContainText("“bracket is new”");
  // What it was settled on is struck: it is open again, and says why.
  const struck = bench.add("entry-struck", { strikes: [seen.id] });
  bench.add("reason-given", { for: struck.id, why: "another engine's jet" });
  expect((await page.request.post("/api/entries", { data: { entries: bench.entries.slice(-2) } })).status()).toBe(200);
  await expect(page.getByText(/settled on what is otherwise now/u)).toBeVisible();
  await expect(page.getByText("Gone since the cause was settled: oil jet cracked, cylinder 5.")).toBeVisible();
  const acts = ["finding-answered", "cause-settled", "action-answered"];
  const read = async () => (await shop.entries(stream)).filter(({ type }) => acts.includes(type));
  await expect.poll(async () => (await read()).length).toBe(4);
  const written = await read();
  expect(written.map(({ type, payload }) => [type, payload.verdict ?? payload.outcome ?? payload.grade])).toEqual([
    ["finding-answered", 0],
    ["cause-settled", "cause"],
    ["action-answered", "done"],
    ["action-answered", "refused"],
  ]);
  expect((written[1]!.payload as Payload<"cause-settled">).witness!.chain.map(({ node }) => node)).toContain(
    "end-starved",
  );
});

test("what metal has reached is a suspect until it is looked into; a job that comes back is reopened; what cannot be known is signed", async ({
  shop,
  visit,
}) => {
  const bench = starved("Quarry winch");
  const stream = await shop.keep(bench.entries);
  const page = await visit("lead", `/jobs/${stream}/diagnose`);
  await page.getByRole("button", { name: /^Fouled/u }).click();
  const suspects = page.getByRole("list", { name: "Suspects: lubricating oil" });
  const tag = [...bench.entries].find(({ type, payload }) => type === "part-tagged" && payload.part === bench.partIn.get("oil-pump"))!.payload.tag as string; // prettier-ignore
  const pump = suspects.getByRole("listitem").filter({ hasText: new RegExp(`^${tag}suspect`, "u") });
  await pump.getByRole("button", { name: /^Cover off, gears out/u }).click();
  await expect(suspects.getByRole("listitem").filter({ hasText: tag }).first()).toContainText("proven clean");
  await expect(page.getByRole("img", { name: /lubricating oil: where pieces came from/u })).toBeVisible();
  // Nobody could tell: signed, with what is done for safety's sake.
  await page.getByRole("button", { name: "Cannot be determined" }).click();
  await page.getByLabel("The reason").fill("parts were thrown away before they came");
  await expect(page.getByRole("button", { name: "Sign", exact: true })).toBeDisabled();
  await page.getByLabel("Precautions").fill("all bearings new, oil sampled after ten hours");
  await page.getByRole("button", { name: "Sign", exact: true }).click();
  await expect(page.getByText("cannot be determined, signed")).toBeVisible();
  await page.goto(`/jobs/${stream}/hand-over`);
  await page.getByRole("radio", { name: /^Returned in parts/ }).check();
  await page.getByPlaceholder("who takes the engine").fill("The quarry");
  await page.getByRole("button", { name: "Hand over" }).click();
  await expect(page.getByText(/Handed over to The quarry/)).toBeVisible();
  await page.goto(`/jobs/${stream}/diagnose`);
  await page.getByRole("button", { name: "It came back" }).click();
  await page.getByLabel("Why it came back").fill("knocks again after 60 h");
  await page.keyboard.press("Enter");
  await expect(page.getByText("knocks again after 60 h")).toBeVisible();
  // What is shown is on its way: it is kept a moment later.
  await expect
    .poll(async () => (await shop.written(bench)).map(({ type }) => type))
    .toEqual(["suspect-checked", "cause-settled", "handed-over", "job-reopened"]);
});
