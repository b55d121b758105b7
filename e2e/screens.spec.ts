import { readFileSync } from "node:fs";
import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";
import { expect, test } from "./bench";
import { expectReadable, goTo } from "./readable";

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
  [`/jobs/${ferry}/strip?tab=findings`, "Apart, in order"],
  [`/jobs/${ferry}/strip?tab=fragments`, "Apart, in order"],
  [`/jobs/${ferry}/clean`, "Clean, and nothing left inside"],
  [`/jobs/${ferry}/crack-check`, "Cracks, before money goes in"],
  [`/jobs/${ferry}/measure`, "Liner bores"],
  [`/jobs/${ferry}/decide`, "What becomes of each part"],
  [`/jobs/${ferry}/hand-over`, "Hand over"],
  [`/jobs/${ferry}/diagnose`, "What failed first"],
  [`/jobs/${ferry}/order`, "What is bought, and what is sent out"],
  [`/jobs/${ferry}/order?tab=shop`, "What is bought, and what is sent out"],
  [`/jobs/${ferry}/order?tab=when`, "What is bought, and what is sent out"],
  [`/jobs/${tram}/match`, "What goes with what"],
  [`/jobs/${tram}/match?tab=choose`, "What goes with what"],
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
    await page.reload();
    await expect(page.locator("html")).toHaveClass(/dark/);
    for (const [path, heading, fits = true] of half) {
      await goTo(page, path);
      await expect(page.getByRole("heading", { name: heading, level: 1 })).toBeVisible();
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

/** How each dialog opens, from which page. */
const dialogs: readonly (readonly [
  path: string,
  opens: readonly (readonly [name: string, open: (page: Page) => Promise<void>])[],
])[] = [
  [
    `/jobs/${ferry}/measure`,
    [
      ["find", (page) => page.keyboard.press("/")],
      ["keys", (page) => page.keyboard.press("?")],
      ["map", (page) => page.keyboard.press("m")],
      ["holds", (page) => page.keyboard.press("h")],
      ["gauge", (page) => page.keyboard.press("g")],
      ["paste", (page) => page.getByRole("button", { name: "paste" }).click()],
      ["what next", (page) => page.getByRole("button", { name: "what next" }).click()],
      ["figures", (page) => page.getByRole("button", { name: "figures" }).click()],
      ["a word", (page) => page.getByRole("button", { name: "Wear used" }).click()],
    ],
  ],
  [
    `/jobs/${ferry}/strip?tab=photos`,
    [
      [
        "a photo",
        (page) =>
          page
            .getByRole("button", { name: /^Open: / })
            .first()
            .click(),
      ],
    ],
  ],
  [
    "/",
    [
      ["another job", (page) => page.getByRole("button", { name: "Open a job" }).click()],
      [
        "another name",
        async (page) => {
          await page
            .getByRole("button", { name: /^More for/ })
            .first()
            .click();
          await page.getByRole("menuitem", { name: "Another name…" }).click();
        },
      ],
    ],
  ],
];

test("every dialog can be read and used by all, in both themes; the keyboard is in it, and back where it was", async ({
  visit,
}) => {
  test.setTimeout(300_000);
  const page = await visit("lead", "/");
  for (const [path, opens] of dialogs) {
    await page.goto(path);
    const dialog = page.getByRole("dialog");
    for (const [name, open] of opens) {
      await expect(async () => {
        if (!(await dialog.isVisible())) {
          await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
          await open(page);
        }
        await expect(dialog).toBeVisible({ timeout: 2000 });
      }).toPass();
      const isInside = () => dialog.evaluate((of) => of.contains(document.activeElement));
      await expect.poll(isInside, { message: `the keyboard is in ${name}` }).toBe(true);
      await expectReadable(page, `${path}: ${name}`, "[role=dialog]");
      for (let step = 0; step < 4; step += 1) await page.keyboard.press("Tab");
      expect(await isInside(), `Tab stays in ${name}`).toBe(true);
      await page.keyboard.press("Escape");
      await expect(dialog).toHaveCount(0);
    }
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
