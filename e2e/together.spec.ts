import type { Envelope } from "@/core/entry/schema";
import { tabHeader } from "@/core/entry/tab-header";
import { expect, people, readyBench, test } from "./bench";

const liner = (point: string) => `liner, cylinder 1, ${point}`;
const first = liner("top, thrust direction");

const typedOf = (entries: readonly Envelope[]) =>
  entries.filter((entry) => entry.type === "reading-taken").map((entry) => entry.payload.typed);

test("two people at one job see each other's entries, and settle what both corrected", async ({ shop, visit }) => {
  const bench = readyBench();
  await shop.keep(bench.entries);
  const path = `/jobs/${bench.maker.stream}/measure`;
  const [wren, sedge] = [await visit("lead", path), await visit("inspector", path)];
  for (const page of [wren, sedge]) await expect(page.getByLabel(first)).toBeFocused();

  await wren.keyboard.type("108.041");
  await wren.keyboard.press("Enter");
  await expect(sedge.getByLabel(first)).toHaveValue("108.041");
  await sedge.keyboard.press("ArrowRight");
  await sedge.getByLabel(liner("top, along the crank")).fill("108.033");
  await sedge.keyboard.press("Enter");
  await expect(wren.getByLabel(liner("top, along the crank"))).toHaveValue("108.033");

  // Both correct the same reading while neither hears of the other: nothing is overwritten, both are shown.
  for (const page of [wren, sedge]) await page.route("**/api/entries", (route) => route.abort());
  for (const [page, text] of [
    [wren, "108.045"],
    [sedge, "108.049"],
  ] as const) {
    await page.getByLabel(first).fill(text);
    await page.keyboard.press("Enter");
    await expect(page.getByText("1 entry is not saved yet")).toBeVisible();
  }
  for (const page of [wren, sedge]) await page.unroute("**/api/entries");
  for (const page of [wren, sedge]) await expect(page.getByLabel(first)).toHaveValue("two values");
  await wren.getByLabel(first).focus();
  await expect(wren.locator("#measure-says")).toContainText(
    "Two values: 108.045 by Wren Halloway, 108.049 by Sedge Arden",
  );
  await wren.keyboard.type("108.045");
  await wren.keyboard.press("Enter");
  for (const page of [wren, sedge]) await expect(page.getByLabel(first)).toHaveValue("108.045");
  await expect.poll(async () => typedOf(await shop.written(bench))).toHaveLength(5);
});

test("what was typed outlives a closed tab without network, and is sent once from the list of jobs", async ({
  shop,
  visit,
}) => {
  const bench = readyBench();
  await shop.keep(bench.entries);
  const page = await visit("lead", `/jobs/${bench.maker.stream}/measure`);
  await expect(page.getByLabel(first)).toBeFocused();
  const context = page.context();
  await context.route("**/api/entries", (route) => route.abort());
  for (const text of ["108.041", "108.033"]) {
    await page.keyboard.type(text);
    await page.keyboard.press("Enter");
  }
  await page.getByRole("button", { name: "Show them" }).click();
  await expect(page.getByRole("list", { name: "Waiting" })).toContainText("reading 108.041");
  await page.close();

  // A new page of the job has them still, verdict and all, while the server has none.
  const again = await context.newPage();
  await again.goto(`/jobs/${bench.maker.stream}/measure`);
  await expect(again.getByLabel(first)).toHaveValue("108.041");
  await expect(again.getByText("2 entries are not saved yet")).toBeVisible();
  expect(await shop.written(bench)).toEqual([]);
  await again.close();

  const home = await context.newPage();
  await home.goto("/");
  await expect(home.getByText("2 entries wait in this browser.")).toBeVisible();
  await context.unroute("**/api/entries");
  await expect(home.getByText("wait in this browser")).toBeHidden();
  await expect.poll(async () => typedOf(await shop.written(bench))).toEqual(["108.041", "108.033"]);
  await home.reload();
  await expect(home.getByRole("heading", { name: "On the bench" })).toBeVisible();
  await expect.poll(async () => typedOf(await shop.written(bench))).toEqual(["108.041", "108.033"]);
});

test("with the network blocked the verdict still appears", async ({ shop, visit }) => {
  const bench = readyBench();
  await shop.keep(bench.entries);
  const page = await visit("lead", `/jobs/${bench.maker.stream}/measure`);
  await expect(page.getByLabel(first)).toBeFocused();
  await page.context().setOffline(true);
  for (const text of ["108.041", "108.033", "108.030", "108.026", "108.021", "108.020"]) {
    await page.keyboard.type(text);
    await page.keyboard.press("Enter");
  }
  await expect(page.getByRole("row", { name: /^1 / })).toContainText("inside");
  await expect(page.getByText("6 entries are not saved yet")).toBeVisible();
  await page.context().setOffline(false);
  await expect(page.getByText("not saved yet")).toBeHidden();
  await expect.poll(async () => typedOf(await shop.written(bench))).toHaveLength(6);
});

test("what the server refuses while its sheet is not open stays in the tray with its reason", async ({
  shop,
  visit,
}) => {
  const bench = readyBench();
  await shop.keep(bench.entries);
  const page = await visit("lead", `/jobs/${bench.maker.stream}/hand-over`);
  await page.route("**/api/entries", (route) =>
    route.fulfill({
      status: 413,
      json: { problems: [{ code: "too-large", path: [], severity: "error", params: { bytes: 70000, most: 65536 } }] },
    }),
  );
  await page.getByRole("radio", { name: /^Returned in parts/ }).check();
  await page.getByLabel("Hand over to").fill("Marigold Ferries");
  await page.getByRole("button", { name: "Hand over", exact: true }).click();
  const tray = page.getByRole("alert").filter({ hasText: "Not saved: the hand-over to Marigold Ferries" });
  await expect(tray).toContainText("at most 65536 are taken");
  await page.reload();
  await expect(tray).toBeVisible();
  await tray.getByRole("button", { name: "Seen" }).click();
  await expect(tray).toBeHidden();
  await page.reload();
  await expect(page.getByRole("heading", { name: "Hand over", level: 1 })).toBeVisible();
  await expect(tray).toBeHidden();
  expect(await shop.written(bench)).toEqual([]);
});

test("a tab that one person left open never writes as the next one: it says so, and sends once its own person is back", async ({
  shop,
  visit,
}) => {
  const bench = readyBench();
  await shop.keep(bench.entries);
  const page = await visit("inspector", `/jobs/${bench.maker.stream}/measure`);
  await expect(page.getByLabel(first)).toBeFocused();
  await page.keyboard.type("108.041");
  await page.keyboard.press("Enter");
  await expect.poll(async () => typedOf(await shop.written(bench))).toEqual(["108.041"]);
  const [{ author: inspector }] = (await shop.written(bench)) as [Envelope];

  // What another tab of the same browser does: it shares the session.
  const { request } = page.context();
  const become = async (who: "lead" | "inspector") => {
    await request.delete("/api/session");
    expect((await request.post("/api/session", { data: people[who] })).status()).toBe(200);
  };
  await become("lead");
  const said = await request.get("/api/cards?from=0&most=1", { headers: { [tabHeader]: inspector } });
  const { problems } = (await said.json()) as { problems: readonly { code: string }[] };
  expect([said.status(), problems[0]!.code]).toEqual([401, "other-person"]);
  await page.keyboard.type("108.035");
  await page.keyboard.press("Enter");
  await expect(page.getByText(/Somebody else signed in here since this page was opened/).first()).toBeVisible();
  expect(typedOf(await shop.written(bench))).toEqual(["108.041"]);
  await become("inspector");
  await expect
    .poll(async () => typedOf(await shop.written(bench)), { timeout: 60_000 })
    .toEqual(["108.041", "108.035"]);
  expect((await shop.written(bench)).map(({ author }) => author)).toEqual([inspector, inspector]);
});
