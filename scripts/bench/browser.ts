import { chromium } from "@playwright/test";
import { build } from "esbuild";
import { TestBench, testGauge } from "@/core/fixtures/bench";
import { orrinshaw } from "@/core/fixtures/load";
import { openDatabase } from "@/store/connection";
import { appendEntries, beginStream } from "@/store/entries";

const [address] = process.argv.slice(2) as [string];
const wanted = 200;

/** A job with all gauges set up; 200 readings are typed into it, sheet after sheet. */
const bench = new TestBench(orrinshaw, { name: "Bench" });
for (const { feature } of orrinshaw.sheets) bench.occasion({ gauge: { ...testGauge, id: `g-${feature.quantity}`, method: "direct", quantities: [feature.quantity], range: [0, 200] }, master: null });
const database = openDatabase(process.env.EMBER_DATABASE_URL!, 1);
await beginStream(database, bench.maker.stream, "job", new Date());
await appendEntries(database, bench.maker.stream, bench.entries, new Date());
await database.end();

const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox", "--disable-gpu", "--disable-quic"] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, baseURL: address });
await page.goto("/sign-in");
await page.getByLabel("Account").fill("wren");
await page.getByLabel("Password").fill("lantern-by-the-quay");
await page.getByRole("button", { name: "Sign in" }).click();
await page.getByRole("heading", { name: "On the bench" }).waitFor();
await page.goto(`/jobs/${bench.maker.stream}/measure`);
await page.getByRole("textbox").first().waitFor();
await page.waitForFunction(() => document.activeElement instanceof HTMLInputElement);

// From the key to the frame after the one in which the page answered it: by then it is painted.
await page.evaluate(() => {
  const times: number[] = [];
  Object.assign(window, { emberTimes: times });
  window.addEventListener("keydown", (event) => {
    if (event.key !== "Enter") return;
    const began = performance.now();
    requestAnimationFrame(() => {
      const channel = new MessageChannel();
      channel.port1.onmessage = () => times.push(performance.now() - began);
      channel.port2.postMessage(null);
    });
  }, { capture: true });
});

let typed = 0;
for (const sheet of orrinshaw.sheets) {
  const { new: fresh } = sheet.feature.governing.limits;
  const text = (((fresh?.min ?? 0) + (fresh?.max ?? 0)) / 2).toFixed(3);
  for (let cell = 0; cell < sheet.rows.length * sheet.feature.points.length && typed < wanted; cell += 1, typed += 1) {
    await page.keyboard.type(text);
    await page.keyboard.press("Enter");
    await page.waitForFunction((count) => (window as unknown as { emberTimes: number[] }).emberTimes.length === count, typed + 1);
  }
  if (typed >= wanted) break;
  await page.keyboard.press("PageDown");
  await page.waitForFunction(() => document.activeElement instanceof HTMLInputElement && document.activeElement.value === "");
}
// The same computation as in the bench of identity, bundled for the browser and run there.
const { outputFiles } = await build({
  stdin: { contents: 'import { posterior, rankChecks } from "./src/core/identity/posterior"; import { generateIdentity, benchEvidence } from "./scripts/bench/identity"; const identity = generateIdentity(12, 60); window.emberIdentity = Array.from({ length: 200 }, (_, at) => { const evidence = benchEvidence(identity, at % 30); const began = performance.now(); posterior(identity, evidence); rankChecks(identity, evidence); return performance.now() - began; });', resolveDir: process.cwd(), loader: "ts" },
  bundle: true, write: false, format: "iife", define: { "process.argv": "[]" }, tsconfig: "tsconfig.json",
});
await page.addScriptTag({ content: outputFiles[0]!.text });
const identityTimes = (await page.evaluate(() => (window as unknown as { emberIdentity: number[] }).emberIdentity)).sort((a, b) => a - b);
const times = (await page.evaluate(() => (window as unknown as { emberTimes: number[] }).emberTimes)).sort((a, b) => a - b);
await browser.close();
console.log(JSON.stringify({ count: times.length, p50Ms: times[Math.floor(times.length * 0.5)], p95Ms: times[Math.floor(times.length * 0.95)], longestMs: times.at(-1), identityP95Ms: identityTimes[Math.floor(identityTimes.length * 0.95)] }));
