import { readFileSync } from "node:fs";
import AxeBuilder from "@axe-core/playwright";
import { expect, test } from "./bench";
import { expectReadable } from "./readable";

const streamOf = (name: string) =>
  (JSON.parse(readFileSync(`demo/${name}.ndjson`, "utf8").split("\n")[0]!) as { stream: string }).stream;
const [ferry, heron, sled, tram] = ["ferry-marigold", "hovercraft-heron", "ice-sled-2", "hill-tram-2"].map(streamOf);

/** The main work of every station fits its window; the list of jobs grows. */
const screens: [path: string, heading: string, fits?: false][] = [
  ["/", "On the bench", false],
  ["/board", "What is due, and who is at it", false],
  ["/gauges", "Gauges and masters", false],
  ["/settings", "Settings of the shop", false],
  ["/shelf", "The shelf", false],
  ["/catalogue", "The catalogue", false],
  ["/owners", "Owners", false],
  ["/people", "People", false],
  [`/jobs/${ferry}/intake`, "Before anything is touched"],
  [`/jobs/${ferry}/identify`, "What engine this really is"],
  [`/jobs/${ferry}/strip`, "Apart, in order"],
  [`/jobs/${ferry}/clean`, "Clean, and nothing left inside"],
  [`/jobs/${ferry}/crack-check`, "Cracks, before money goes in"],
  [`/jobs/${ferry}/measure`, "Liner bores"],
  [`/jobs/${ferry}/decide`, "What becomes of each part"],
  [`/jobs/${ferry}/hand-over`, "Hand over"],
  [`/jobs/${ferry}/diagnose`, "What failed first"],
  [`/jobs/${ferry}/order`, "What is bought, and what is sent out"],
  [`/jobs/${tram}/match`, "What goes with what"],
  [`/jobs/${heron}/parts`, "Parts in hand"],
  [`/jobs/${sled}/decide`, "What becomes of each part"],
];

/** By halves, which may be looked at side by side. */
const halves = [screens.slice(0, screens.length / 2), screens.slice(screens.length / 2)];

for (const [at, half] of halves.entries())
  test(`every screen can be read and used by all, in both themes, and fits its window: half ${at + 1}`, async ({
    visit,
  }) => {
    test.setTimeout(360_000);
    const page = await visit("lead", "/");
    await page.evaluate(() => localStorage.setItem("theme", "dark"));
    for (const [path, heading, fits = true] of half) {
      await page.goto(path);
      await expect(page.getByRole("heading", { name: heading, level: 1 })).toBeVisible();
      await expect(page.locator("html")).toHaveClass(/dark/);
      await expectReadable(page, path);
      if (fits)
        expect(
          await page.evaluate(
            () =>
              document.documentElement.scrollHeight <= window.innerHeight &&
              document.documentElement.scrollWidth <= window.innerWidth,
          ),
          `${path} needs no scrolling`,
        ).toBe(true);
    }
  });

test("the door says what was wrong, and keeps the name", async ({ visit, shop }) => {
  const page = await visit("nobody", `/jobs/${ferry}/measure`);
  await expect(page).toHaveURL(/sign-in/);
  await page.getByRole("button", { name: "Sign in" }).click();
  await expect(page.getByText("Type the name of your account.")).toBeVisible();
  await page.getByLabel("Account").fill("Wren");
  await page.getByLabel("Password").fill("lantern on the quay");
  await page.getByRole("button", { name: "Sign in" }).click();
  await expect(page.getByRole("main").getByRole("alert")).toContainText("do not go together");
  await expect(page.getByLabel("Account")).toHaveValue("Wren");
  expect((await new AxeBuilder({ page }).analyze()).violations.map(({ id }) => id)).toEqual([]);
  await page.getByLabel("Password").fill("lantern-by-the-quay");
  await page.getByRole("button", { name: "Sign in" }).click();
  await expect(page.getByRole("heading", { name: "On the bench" })).toBeVisible();
  await page.getByRole("button", { name: "Sign out" }).click();
  await expect(page.getByRole("button", { name: "Sign in" })).toBeVisible();
  await page.goto(`${shop.address}/`);
  await expect(page).toHaveURL(/sign-in/);
});
