import { chromium, type Page } from "@playwright/test";
import { build } from "esbuild";
import { TestBench, testGauge } from "@/core/fixtures/bench";
import { json } from "@/core/fixtures/load";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import type { Feature } from "@/core/pack/schema";
import { openDatabase } from "@/store/connection";
import { appendEntries } from "@/store/append";
import { beginStream } from "@/store/streams";
import { stations } from "@/core/stations";
import { generateJob } from "./generate";

const [address] = process.argv.slice(2) as [string];

/** Sheets that are typed into: two with their band, one whose picture is a curve. */
const typedInto = ["liner-bore", "crankshaft-main", "camshaft-lobe"];
/** So many keys until the browser has compiled what it runs over and over: counted apart, of both pages. */
const warmUp = 48;
const gaugeFor = (quantity: string, unit: string) => ({
  ...testGauge,
  id: `g-${quantity}`,
  method: "direct" as const,
  unit,
  quantities: [quantity],
  range: [-1e9, 1e9] as [number, number],
});
const asNew = (
  {
    governing: {
      limits: { new: fresh },
    },
  }: Feature,
  point: Feature["points"][number],
) => point.nominal ?? ((fresh?.min ?? 0) + (fresh?.max ?? 0)) / 2;

/** A job with all gauges set up and about 1,380 readings in it; what is left open is typed. */
const bench = new TestBench(orrinshaw, { name: "Bench" });
for (const { id, feature, rows } of orrinshaw.sheets) {
  const occasion = bench.occasion({ gauge: gaugeFor(feature.quantity, feature.unit), master: null });
  if (typedInto.includes(id)) continue;
  const there = bench.entries.filter(({ type }) => type === "reading-taken").length;
  // Some sheets three times, so that with what is typed it ends at about 1,500.
  const repeats = there < 480 ? 3 : 2;
  for (let repeat = 0; repeat < repeats; repeat += 1)
    for (const row of rows)
      for (const point of feature.points)
        bench.read(occasion, row.slot.id, row.at.id, point.id, asNew(feature, point) + repeat * 1e-4);
}
const seeded = bench.entries.filter(({ type }) => type === "reading-taken").length;
const database = openDatabase(process.env.EMBER_DATABASE_URL!, 1);
await beginStream(database, bench.maker.stream, "job", new Date());
await appendEntries(database, bench.maker.stream, bench.entries, new Date());
await database.end();

const browser = await chromium.launch({
  executablePath: process.env.EMBER_CHROMIUM,
  args: ["--no-sandbox", "--disable-gpu", "--disable-quic"],
});
const page = await browser.newPage({ bypassCSP: true, viewport: { width: 1280, height: 800 }, baseURL: address });
await page.goto("/sign-in");
await page.getByLabel("Account").fill("wren");
await page.getByLabel("Password").fill("lantern-by-the-quay");
await page.getByRole("button", { name: "Sign in" }).click();
await page.getByRole("heading", { name: "On the bench" }).waitFor();
// What a browser fetches that has nothing of the program yet: scripts as they are sent, until the sheet can be typed into, and
// what comes by itself after that (the tag, the map, the dialogs that a key may ask for).
const network = await page.context().newCDPSession(page);
await network.send("Network.enable");
await network.send("Network.setCacheDisabled", { cacheDisabled: true });
const scripts = new Set<string>();
const sent: { readonly at: number; readonly bytes: number }[] = [];
/** Seconds since 1970 when the network's own clock stood at zero. */
let clockZero = 0;
network.on("Network.requestWillBeSent", ({ wallTime, timestamp }) => void (clockZero = wallTime - timestamp));
network.on("Network.responseReceived", ({ requestId, type }) => void (type === "Script" && scripts.add(requestId)));
network.on("Network.loadingFinished", ({ requestId, timestamp, encodedDataLength }) => {
  if (scripts.delete(requestId)) sent.push({ at: timestamp, bytes: encodedDataLength });
});
// The compiler names functions through a helper that the page does not have.
await page.addInitScript("globalThis.__name = (of) => of");
await page.addInitScript(() => {
  // In the page's own frames: whoever asks from outside hears of it late.
  const look = () => {
    if (document.activeElement instanceof HTMLInputElement)
      Object.assign(window, { emberReady: performance.timeOrigin + performance.now() });
    else requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
});
await page.goto(`/jobs/${bench.maker.stream}/measure`);
await page.waitForFunction(() => "emberReady" in window);
const readyAt = await page.evaluate(() => (window as unknown as { emberReady: number }).emberReady);
await page.waitForLoadState("networkidle");
await page.waitForTimeout(3000);
const sentKb = (until: number) =>
  sent.filter(({ at }) => (clockZero + at) * 1000 <= until).reduce((sum, { bytes }) => sum + bytes, 0) / 1000;
const [sentScriptKb, sentInAllKb] = [sentKb(readyAt), sentKb(Infinity)];

/** From the key to the frame after the one in which the page answered it: by then it is painted. */
const timeKeys = (of: Page) =>
  of.evaluate(() => {
    const times: number[] = [];
    Object.assign(window, { emberTimes: times });
    window.addEventListener(
      "keydown",
      (event) => {
        if (event.key !== "Enter") return;
        // From when the key went down, not from when the page came to it.
        const began = event.timeStamp;
        requestAnimationFrame(() => {
          const channel = new MessageChannel();
          channel.port1.onmessage = () => times.push(performance.now() - began);
          channel.port2.postMessage(null);
        });
      },
      { capture: true },
    );
  });
const timesOf = (of: Page) => of.evaluate(() => (window as unknown as { emberTimes: number[] }).emberTimes);
const enter = async (of: Page, text: string, count: number) => {
  await of.keyboard.type(text);
  await of.keyboard.press("Enter");
  await of.waitForFunction(
    (wanted) => (window as unknown as { emberTimes: number[] }).emberTimes.length === wanted,
    count,
  );
};
await network.send("Network.setCacheDisabled", { cacheDisabled: false });

/** From the key that goes to a station to the frame in which it stands; the first round loads what they need. */
const stationTimes: number[] = [];
for (let round = 0; round < 3; round += 1) {
  for (let at = 0; at < stations.length; at += 1) {
    const before = await page.getByRole("heading", { level: 1 }).first().textContent();
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
    const took = await page.evaluate(
      (was) =>
        new Promise<number>((resolve) => {
          const began = performance.now();
          const look = () => {
            const title = document.querySelector("main h1")?.textContent;
            if (title !== undefined && title !== null && title !== was) {
              const channel = new MessageChannel();
              channel.port1.onmessage = () => resolve(performance.now() - began);
              channel.port2.postMessage(null);
            } else requestAnimationFrame(look);
          };
          window.dispatchEvent(new KeyboardEvent("keydown", { key: "]", bubbles: true }));
          requestAnimationFrame(look);
        }),
      before,
    );
    if (round > 0) stationTimes.push(took);
  }
}
await page.waitForFunction(() => document.activeElement instanceof HTMLInputElement);
await timeKeys(page);
// A page that has just been opened still fetches what its other stations need; nobody types into it before it stands.
await page.waitForLoadState("networkidle");
await page.waitForTimeout(3000);

// The bare page: the same elements and styles, no program. On Enter it makes the row, the tag and the picture anew as they are.
const bare = await browser.newPage({ bypassCSP: true, viewport: { width: 1280, height: 800 }, baseURL: address });
await bare.goto("/sign-in");
async function laidBare(): Promise<void> {
  const html = (await page.content()).replace(/<script\b[^>]*>[\s\S]*?<\/script>/gu, "");
  await bare.setContent(html, { waitUntil: "load" });
  // The compiler names functions through a helper that the page does not have.
  await bare.evaluate("globalThis.__name = (of) => of");
  await bare.evaluate(() => {
    const inputs = () => [...document.querySelectorAll<HTMLInputElement>("main input")];
    // Made anew as elements, with nothing read as text: the least that any page does.
    const anew = (of: Element | null | undefined) => of?.replaceWith(of.cloneNode(true));
    let at = 0;
    inputs()[0]?.focus();
    window.addEventListener("keydown", (event) => {
      if (event.key !== "Enter") return;
      inputs()[at]?.setAttribute("value", inputs()[at]!.value);
      anew(inputs()[at]?.closest("tr"));
      anew(document.querySelector("aside"));
      anew(document.querySelector("nav[aria-label=Pictures]")?.parentElement);
      at = (at + 1) % inputs().length;
      inputs()[at]?.focus();
    });
  });
  await timeKeys(bare);
}

let typed = 0;
const bareTimes: number[] = [];
for (const sheet of orrinshaw.sheets.filter(({ id }) => typedInto.includes(id))) {
  for (
    let turns = 0;
    turns < orrinshaw.sheets.length &&
    (await page.getByRole("heading", { level: 1 }).textContent()) !== sheet.feature.title;
    turns += 1
  )
    await page.keyboard.press("PageDown");
  await page.waitForFunction(
    () => document.activeElement instanceof HTMLInputElement && document.activeElement.value === "",
  );
  await laidBare();
  let here = 0;
  for (let row = 0; row < sheet.rows.length; row += 1) {
    for (const point of sheet.feature.points) {
      const text = asNew(sheet.feature, point).toFixed(3);
      typed += 1;
      here += 1;
      await page.bringToFront();
      await enter(page, text, typed);
      await bare.bringToFront();
      await enter(bare, text, here);
    }
  }
  bareTimes.push(...(await timesOf(bare)));
}
// The same computation as in the bench of identity, bundled for the browser and run there.
const { outputFiles } = await build({
  stdin: {
    contents:
      'import { posterior, rankChecks } from "./src/core/identify/posterior"; import { generateIdentity, benchEvidence } from "./scripts/bench/identity"; const identity = generateIdentity(12, 60); window.emberIdentity = Array.from({ length: 200 }, (_, at) => { const evidence = benchEvidence(identity, at % 30); const began = performance.now(); posterior(identity, evidence); rankChecks(identity, evidence); return performance.now() - began; });',
    resolveDir: process.cwd(),
    loader: "ts",
  },
  bundle: true,
  write: false,
  format: "iife",
  define: { "process.argv": "[]" },
  tsconfig: "tsconfig.json",
});
await page.addScriptTag({ content: outputFiles[0]!.text });
// The compiler names functions through a helper that the page does not have.
await page.evaluate("globalThis.__name = (of) => of");
// A whole assessment of 10,000 readings in a worker, while the page counts its frames.
const worker = await build({
  stdin: {
    contents:
      'import { createAssess } from "./src/core/assess"; import { readPack } from "./src/core/lint/read-pack"; self.onmessage = ({ data }) => { const pack = readPack(data.pack); if (!pack.ok) throw new Error("pack"); const began = performance.now(); const { rows } = createAssess(pack.value)(data.entries, "2026-11-24T08:00:00Z"); self.postMessage({ ms: performance.now() - began, rows: rows.size }); };',
    resolveDir: process.cwd(),
    loader: "ts",
  },
  bundle: true,
  write: false,
  format: "iife",
  tsconfig: "tsconfig.json",
});
const many = generateJob(orrinshaw, 11_600);
const inWorker = await page.evaluate(
  async ({ code, pack, entries }) => {
    const made = new Worker(URL.createObjectURL(new Blob([code], { type: "text/javascript" })));
    let longest = 0;
    let last = performance.now();
    let isRunning = true;
    const count = (now: number) => {
      longest = Math.max(longest, now - last);
      last = now;
      if (isRunning) requestAnimationFrame(count);
    };
    const answered = new Promise<{ ms: number }>((resolve, reject) => {
      made.onmessage = ({ data }) => resolve(data as { ms: number });
      made.onerror = (event) => reject(new Error(event.message));
    });
    made.postMessage({ pack, entries });
    await new Promise(requestAnimationFrame);
    last = performance.now();
    requestAnimationFrame(count);
    const { ms } = await answered;
    isRunning = false;
    return { ms, longest };
  },
  { code: worker.outputFiles[0]!.text, pack: json("packs/orrinshaw-6m.json"), entries: many },
);
const identityTimes = (
  await page.evaluate(() => (window as unknown as { emberIdentity: number[] }).emberIdentity)
).sort((a, b) => a - b);
const sorted = (of: readonly number[]) => [...of].sort((a, b) => a - b);
const all = await timesOf(page);
const [cold, times] = [sorted(all.slice(0, warmUp)), sorted(all.slice(warmUp))];
const bareWarm = sorted(bareTimes.slice(warmUp));
const p95 = (of: readonly number[]) => of[Math.floor(of.length * 0.95)]!;
/** A frame is a sixtieth of a second. */
const frameMs = 1000 / 60;
const framesIn = (all: readonly number[]) => all.reduce((sum, ms) => sum + Math.max(0, Math.ceil(ms / frameMs) - 1), 0);
await browser.close();
console.log(
  JSON.stringify({
    count: seeded + all.length,
    typed: times.length,
    workerMs: inWorker.ms,
    workerReadings: many.filter(({ type }) => type === "reading-taken").length,
    longestFrameMs: inWorker.longest,
    p50Ms: times[Math.floor(times.length * 0.5)],
    p95Ms: p95(times),
    bareP50Ms: bareWarm[Math.floor(bareWarm.length * 0.5)],
    coldP95Ms: p95(cold),
    warmUp,
    bareP95Ms: p95(bareWarm),
    againstBare: p95(times) / p95(bareWarm),
    lateFrames: framesIn(times),
    bareLateFrames: framesIn(bareWarm),
    longestMs: times.at(-1),
    sentScriptKb,
    sentInAllKb,
    stationP95Ms: p95(sorted(stationTimes)),
    stationChanges: stationTimes.length,
    identityP95Ms: identityTimes[Math.floor(identityTimes.length * 0.95)],
  }),
);
