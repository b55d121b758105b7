import { readFileSync } from "node:fs";
import { appendEntries } from "@/store/append";
import { expect, kept, readyBench, signIn, test } from "./bench";

const first = "liner, cylinder 1, top, thrust direction";

test("without a network an engine that was opened here stays open: every station, a reload, its photos, and what is entered", async ({
  shop,
  visit,
}) => {
  test.setTimeout(240_000);
  const bench = readyBench("Night boat");
  const id = await shop.keep(bench.entries);
  const picture = await shop.keepPhoto(id, readFileSync("demo/photos/shell.jpg"));
  const photo = bench.add("photo-added", {
    ...picture,
    part: null,
    place: null,
    station: "strip",
    words: "shell as found",
  });
  await appendEntries(shop.database, id, [photo], new Date());
  // With a session of its own, since it signs out at the end.
  const page = await visit("nobody", "/sign-in", { serviceWorkers: "allow" });
  await signIn(page, "lead");
  // The browser has the whole program, and this page is in its care.
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await page.goto(`/jobs/${id}/measure`);
  await expect(page.getByLabel(first)).toBeFocused();
  expect(await page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
  await page.keyboard.type("108.041");
  await page.keyboard.press("Enter");
  await expect.poll(() => kept(page, id)).toBe(bench.entries.length + 1);
  await expect.poll(() => page.evaluate(async () => (await (await caches.open("ember-photos")).keys()).length)).toBe(1);

  await page.context().setOffline(true);
  await page.goto(`/jobs/${id}/measure`);
  await expect(page.getByText("this is the engine as this device kept it")).toBeVisible();
  await expect(page.getByLabel(first)).toHaveValue("108.041");
  await page.getByLabel(first.replace("top", "middle")).focus();
  await page.keyboard.type("108.033");
  await page.keyboard.press("Enter");
  await expect(page.getByText("1 entry is not saved yet")).toBeVisible();

  const rail = page.getByRole("navigation", { name: "Stations" });
  for (const [name, heading] of [
    ["Intake", "Before anything is touched"],
    ["Identify", "What engine this really is"],
    ["Clean", "Clean, and nothing left inside"],
    ["Crack-check", "Cracks, before money goes in"],
    ["Diagnose", "What failed first"],
    ["Match", "What goes with what"],
    ["Decide", "What becomes of each part"],
    ["Order", "What is bought, and what is sent out"],
    ["Hand over", "Hand over"],
    ["Parts in hand", "Parts in hand"],
    ["Strip", "Apart, in order"],
  ] as const) {
    await rail.getByRole("link", { name: new RegExp(`^${name}`) }).click();
    await expect(page.getByRole("heading", { name: heading, level: 1 })).toBeVisible();
    await expect(page).toHaveTitle(`${name} · Ember Bench`);
  }
  await page.goBack();
  await expect(page.getByRole("heading", { name: "Parts in hand", level: 1 })).toBeVisible();
  await page.goForward();
  await page.reload();
  await expect(page.getByRole("heading", { name: "Apart, in order" })).toBeVisible();
  await page.getByRole("button", { name: /^Photos/ }).click();
  const small = page.getByRole("button", { name: "Open: shell as found" }).getByRole("img");
  await expect.poll(() => small.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBeGreaterThan(0);

  // What comes from the server alone says so, and leads to what is here.
  await page.goto("/gauges");
  await expect(page.getByRole("heading", { name: "The server cannot be reached" })).toBeVisible();
  await page
    .getByRole("list", { name: "Kept on this device" })
    .getByRole("link", { name: /Night boat/ })
    .click();
  await expect(page.getByLabel(first.replace("top", "middle"))).toHaveValue("108.033");

  // Back in the network: sent once, and the page is the server's again.
  await page.context().setOffline(false);
  await expect
    .poll(async () => (await shop.entries(id)).map(({ payload }) => payload.typed ?? null).slice(-2))
    .toEqual(["108.041", "108.033"]);
  await page.goto("/");
  await expect(page.getByRole("heading", { name: "On the bench" })).toBeVisible();

  // Whoever signs out leaves nothing of the shop behind: no other tab keeps it again, and no address shows a photo.
  const other = await page.context().newPage();
  await other.goto(`/jobs/${id}/measure`);
  await expect.poll(() => kept(other, id)).toBeGreaterThan(0);
  await page.getByRole("button", { name: "Sign out" }).click();
  await expect(page.getByLabel("Account")).toBeVisible();
  expect([await kept(page, id), await page.evaluate(() => caches.has("ember-photos"))]).toEqual([-1, false]);
  await other.evaluate(() => document.dispatchEvent(new Event("visibilitychange")));
  await other.getByLabel(first.replace("top", "bottom")).fill("108.051");
  await other.keyboard.press("Enter");
  await expect(other.getByText(/not saved yet/)).toBeVisible();

  await expect.poll(() => kept(other, id)).toBe(-1);
  expect(await page.evaluate(async (address) => (await fetch(address)).status, `/api/jobs/${id}/photos/${String(photo.payload.photo)}/small`)).toBe(401); // prettier-ignore
});
