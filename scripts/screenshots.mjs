// Takes the pictures of docs/screenshots from a freshly started demo:
//   npm run demo -- --reset      in one terminal
//   npm run screenshots          in another; with an address and names only those
import { ensureChromium } from "./lib/setup.mjs";
import { mkdirSync } from "node:fs";
import path from "node:path";
import { chromium } from "@playwright/test";
import { root } from "./lib/paths.mjs";
import { run } from "./lib/say.mjs";

const address = process.argv[2] ?? "http://127.0.0.1:4180";
const folder = path.join(root, "docs/screenshots");
const desk = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };

const views = [
  { name: "parts", go: openParts },
  {
    name: "bench",
    go: (page) =>
      page
        .getByRole("link", { name: /Ferry Marigold/ })
        .waitFor()
        .then(() => page.waitForLoadState("networkidle")),
  },
  { name: "measure-dark", go: openFerry },
  {
    name: "diagnose",
    theme: "light",
    go: (page) =>
      openStation(page, "Ferry Marigold", "Diagnose", "What failed first")
        .then(() => page.getByRole("button", { name: "Damage chain" }).click())
        .then(() => page.getByRole("region", { name: "Damage chain" }).waitFor()),
  },
  { name: "measure-phone", size: phone, go: openFerry },
  { name: "decide-dark", go: openDecide },
  { name: "hand-over", go: openHandOver },
  {
    name: "gauges",
    theme: "light",
    go: (page) =>
      page
        .getByRole("link", { name: "Gauges" })
        .click()
        .then(() => page.getByRole("heading", { name: "Gauges and masters" }).waitFor()),
  },
  { name: "intake", go: (page) => openStation(page, "Ferry Marigold", "Intake", "Before anything is touched") },
  {
    name: "identify",
    theme: "light",
    go: (page) => openStation(page, "Airship Larkspire", "Identify", "What engine this really is"),
  },
  { name: "strip", go: openStrip },
  {
    name: "board",
    theme: "light",
    go: (page) =>
      page
        .getByRole("link", { name: "Board", exact: true })
        .click()
        .then(() => page.getByRole("row", { name: /Ferry Marigold/ }).waitFor()),
  },
  { name: "shelf", theme: "light", go: openShelf },
  {
    name: "clean",
    theme: "light",
    go: (page) =>
      openStation(page, "Ferry Marigold", "Clean", "Clean, and nothing left inside").then(() =>
        page.getByLabel("Part to clean").selectOption({ index: 13 }),
      ),
  },
  {
    name: "crack-check",
    go: (page) =>
      openStation(page, "Ferry Marigold", "Crack-check", "Cracks, before money goes in").then(() =>
        page
          .getByLabel("Part to check")
          .locator("option", { hasText: "CH-R" })
          .getAttribute("value")
          .then((part) => page.getByLabel("Part to check").selectOption(part)),
      ),
  },
  { name: "owner", size: phone, go: openOwner },
  {
    name: "order",
    go: (page) =>
      openStation(page, "Ferry Marigold", "Order", "What is bought, and what is sent out").then(() =>
        page.getByRole("button", { name: /^On order/ }).click(),
      ),
  },
  {
    name: "match",
    go: (page) => openStation(page, "Hill tram 2", "Match", "What goes with what"),
  },
  {
    name: "plan",
    theme: "light",
    go: (page) =>
      openStation(page, "Hill tram 2", "Decide", "What becomes of each part")
        .then(() => page.getByRole("button", { name: "The plan" }).click())
        .then(() => page.getByRole("slider").waitFor())
        // No plan is as sure as its owner wants: one is looked at all the same.
        .then(() => page.getByText("so far…").waitFor({ state: "detached" }))
        .then(() => page.getByRole("button", { name: "the surest" }).click())
        .then(() => page.getByRole("button", { name: /^Timing chain/i }).click())
        .then(() => page.getByText("Working it out").first().waitFor({ state: "detached" })),
  },
];

async function openFerry(page) {
  await page.getByRole("link", { name: /Ferry Marigold/ }).click();
  await page.getByRole("heading", { name: "Liner bores" }).waitFor();
  await page.getByLabel("liner, cylinder 4, middle, thrust direction").focus();
  await page.keyboard.type("108.04");
}

async function openStation(page, job, station, heading) {
  await page.getByRole("link", { name: new RegExp(job) }).click();
  const rail = page.getByRole("navigation", { name: "Stations" });
  await rail.getByRole("link", { name: new RegExp(`^${station}`) }).click();
  await page.getByRole("heading", { name: heading }).waitFor();
}

async function openStrip(page) {
  await openStation(page, "Drainage pump 3", "Strip", "Apart, in order");
  await page
    .getByRole("list", { name: "Strip list" })
    .getByRole("button", { name: /^Rockers/ })
    .click();
}

async function openParts(page) {
  await page.getByRole("link", { name: /Rescue hovercraft Heron/ }).click();
  await page.getByRole("link", { name: /^Parts in hand/ }).click();
  await page.getByRole("button", { name: /^RH-N1 / }).click();
}

async function openShelf(page) {
  await page.getByRole("heading", { name: "On the bench" }).waitFor();
  await page.goto("/shelf");
  await page
    .getByRole("list", { name: "Parts on the shelf" })
    .getByRole("button", { name: /1 doubt/ })
    .click();
  await page.getByText("What spoke against it where it was").waitFor();
}

async function openOwner(page) {
  await openStation(page, "Ferry Marigold", "Intake", "Before anything is touched");
  await page.getByRole("button", { name: "and report" }).click();
  await page.goto(await page.getByRole("textbox", { name: "The link" }).inputValue());
  await page.getByRole("heading", { name: "Ferry Marigold" }).waitFor();
}

async function openDecide(page) {
  await page.getByRole("link", { name: /Ferry Marigold/ }).click();
  await page.getByRole("link", { name: /^Decide/ }).click();
  await page.getByRole("button", { name: /^Crankshaft/ }).click();
}

async function openHandOver(page) {
  await page.getByRole("link", { name: /Survey launch Tern/ }).click();
  await page.getByRole("link", { name: /^Hand over/ }).click();
  await page.getByRole("list", { name: "What is still open" }).waitFor();
}

async function main() {
  mkdirSync(folder, { recursive: true });
  const browser = await chromium.launch({
    executablePath: await ensureChromium(),
    args: ["--no-sandbox", "--disable-gpu", "--disable-quic"],
  });
  const only = process.argv.slice(3);
  try {
    for (const { name, theme = "dark", size = desk, signedIn = true, go } of views) {
      if (only.length > 0 && !only.includes(name)) continue;
      const context = await browser.newContext({ viewport: size, baseURL: address });
      await context.addInitScript((chosen) => localStorage.setItem("theme", chosen), theme);
      const page = await context.newPage();
      await page.goto("/sign-in");
      if (signedIn) {
        await page.getByLabel("Account").fill("wren");
        await page.getByLabel("Password").fill("lantern-by-the-quay");
        await page.getByRole("button", { name: "Sign in" }).click();
      }
      await go(page);
      await page.waitForTimeout(500); // for dialogs that fade in
      await page.screenshot({ path: path.join(folder, `${name}.png`) });
      await context.close();
    }
  } finally {
    await browser.close();
  }
}

await run(main);
