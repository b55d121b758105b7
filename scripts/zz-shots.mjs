import { chromium } from "@playwright/test";
const b = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox", "--disable-gpu"] });
const shot = async (name, { theme = "dark", size = { width: 1280, height: 800 } }, go) => {
  const ctx = await b.newContext({ viewport: size, baseURL: "http://127.0.0.1:4180" });
  await ctx.addInitScript((t) => localStorage.setItem("theme", t), theme);
  const page = await ctx.newPage();
  await page.goto("/sign-in");
  await page.getByLabel("Account").fill("wren");
  await page.getByLabel("Password").fill("lantern-by-the-quay");
  await page.getByRole("button", { name: "Sign in" }).click();
  try { await go(page); } catch (e) { console.log(name, String(e).slice(0, 300)); }
  await page.waitForTimeout(600);
  await page.screenshot({ path: `/tmp/${name}.png` });
  await ctx.close();
};
const to = (job, station) => async (page) => {
  await page.getByRole("link", { name: new RegExp(job) }).first().click();
  await page.getByRole("link", { name: new RegExp(`^${station}`) }).click();
  await page.waitForLoadState("networkidle");
};
const want = process.argv.slice(2);
const all = {
  ferryHand: () => shot("ferryHand", {}, to("Ferry Marigold", "Hand over")),
  ternHand: () => shot("ternHand", { theme: "light" }, async (p) => { await to("Survey launch Tern", "Hand over")(p); await p.getByRole("radio", { name: /^Released/ }).check(); }),
  ferryDecide: () => shot("ferryDecide", {}, to("Ferry Marigold", "Decide")),
  decidePhone: () => shot("decidePhone", { size: { width: 390, height: 844 }, theme: "light" }, to("Ferry Marigold", "Decide")),
  stripPhone: () => shot("stripPhone", { size: { width: 390, height: 844 }, theme: "light" }, to("Ferry Marigold", "Strip")),
  crackLight: () => shot("crackLight", { theme: "light" }, to("Ferry Marigold", "Crack-check")),
  measure: () => shot("measureNow", { theme: "light" }, to("Ferry Marigold", "Measure")),
  bench: () => shot("bench", {}, async (p) => { await p.waitForLoadState("networkidle"); }),
  handPhone: () => shot("handPhone", { size: { width: 390, height: 844 } }, to("Survey launch Tern", "Hand over")),
};
for (const w of want) await all[w]();
await b.close();
