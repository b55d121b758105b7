// Measures what the program promises about speed, as ratios of things done side by side in one run, and writes docs/bench.md.
import { readFileSync, rmSync, writeFileSync } from "node:fs";
import { cpus, totalmem } from "node:os";
import path from "node:path";
import { ensureBuild } from "./lib/build.mjs";
import { startMariadb } from "./lib/mariadb.mjs";
import { bin, root, stateDir } from "./lib/paths.mjs";
import { freePort } from "./lib/ports.mjs";
import { Processes, runCommand } from "./lib/processes.mjs";
import { LaunchError, run, say } from "./lib/say.mjs";
import { ensureChromium, ensureMariadb, ensurePackages } from "./lib/setup.mjs";
import { planWorthRows, times, wholePlanRows, yardstickRows } from "./bench/yardstick-rows.mjs";
import { startWeb } from "./lib/web.mjs";

const distDir = ".next";

/** How long exact beliefs may take, in ms, by the share of findings answered. */
const mostBeliefs = { 1: 750, 0.5: 300, 0.08: 80 };

/** Runs one part, whose last line is its result as JSON. */
async function part(name, file, args = [], env = {}) {
  say(name);
  const { code, output } = await runCommand(process.execPath, ["--expose-gc", "--import", "tsx", file, ...args], {
    quiet: true,
    env,
  });
  if (code !== 0) throw new LaunchError(`${name} failed:\n${output.trim()}`);
  return JSON.parse(
    output
      .trim()
      .split("\n")
      .findLast((line) => line.startsWith("{")),
  );
}

const ms = (value) => `${value.toFixed(value < 10 ? 2 : 0)} ms`;
const verdict = (holds) => (typeof holds === "string" ? holds : holds ? "met" : "**not met**");

function report({
  core,
  plan,
  whole,
  paying,
  teardown,
  flatness,
  packBounds,
  composed,
  contradictions,
  identity,
  store,
  trend,
  shelf,
  catalogue,
  match,
  photos,
  list,
  browser,
  diagnose,
  yardstick,
}) {
  const growth = (figures) => figures.large / figures.small;
  const share = core.appendMs / core.wholeMs.small;
  const rate = store.oursPerSecond / store.barePerSecond;
  const rows = [
    [
      "fold, 20,000 entries against 2,000",
      `${ms(core.foldMs.large)} / ${ms(core.foldMs.small)}`,
      times(growth(core.foldMs)),
      "at most 12×",
      growth(core.foldMs) <= 12,
    ],
    [
      "metrology and the rest of the assessment, likewise",
      `${ms(core.metrologyMs.large)} / ${ms(core.metrologyMs.small)}`,
      times(growth(core.metrologyMs)),
      "at most 12×",
      growth(core.metrologyMs) <= 12,
    ],
    [
      "one reading more on an assessed job of 2,000 entries, against a whole assessment of it",
      `${ms(core.appendMs)} / ${ms(core.wholeMs.small)}`,
      `${(100 * share).toFixed(1)} %`,
      "at most 5 %",
      share <= 0.05,
    ],
    [
      `ledger, findings and zone verdicts of ${teardown.findings.large} findings against ${teardown.findings.small}`,
      `${ms(teardown.teardownMs.large)} / ${ms(teardown.teardownMs.small)}`,
      times(growth(teardown.teardownMs)),
      "at most 12×",
      growth(teardown.teardownMs) <= 12,
    ],
    [
      `${plan.parts} parts, ${plan.readings} readings, ${plan.findings} findings: one reading more, against a whole assessment`,
      `${ms(plan.readingMs)} / ${ms(plan.wholeMs)}`,
      `${((100 * plan.readingMs) / plan.wholeMs).toFixed(1)} %`,
      "at most 5 %",
      plan.readingMs / plan.wholeMs <= 0.05,
    ],
    [
      "the same, one finding more",
      `${ms(plan.findingMs)} / ${ms(plan.wholeMs)}`,
      `${((100 * plan.findingMs) / plan.wholeMs).toFixed(1)} %`,
      "at most 5 %",
      plan.findingMs / plan.wholeMs <= 0.05,
    ],
    ...plan.groups.map(({ pack, places, entries, ms: took }) => [
      `the largest group of ${pack} that hangs together: ${places} places, tables of up to ${entries} entries, settled from the beginning`,
      ms(took),
      "",
      places <= 24 ? "at most 5 ms to 24 places" : "printed",
      places <= 24 ? took <= 5 : null,
    ]),
    [
      `the cheapest pick for ${plan.pick.places} places with four options, against the same linear program in HiGHS`,
      `${ms(plan.pick.oursMs)} / ${ms(plan.pick.highsMs)}`,
      times(plan.pick.oursMs / plan.pick.highsMs),
      plan.pick.agree ? "at most 5 ms, same cost" : "**another cost**",
      plan.pick.agree && plan.pick.oursMs <= 5,
    ],
    ...packBounds.rows.map(({ what, most, kb, readMs, megabytes, assessMs }) => [
      `a legal pack of ${kb.toFixed(0)} KB that unfolds to as many ${what} as may be (${most}), read and judged, ${megabytes.toFixed(0)} MB, against judging the 6M`,
      `${ms(readMs)} + ${ms(assessMs)} / ${ms(packBounds.whole)}`,
      times((readMs + assessMs) / packBounds.whole),
      "at most 4×",
      (readMs + assessMs) / packBounds.whole <= 4,
    ]),
    [
      "the 6M composed out of its sheet and the trade library, against reading its pack written out (JSON and schema)",
      `${ms(composed.composeMs)} / ${ms(composed.parseMs)}`,
      times(composed.composeMs / composed.parseMs),
      "at most 3×",
      composed.composeMs <= 3 * composed.parseMs,
    ],
    [
      "the 6M composed anew after one row of its sheet changed",
      ms(composed.composeMs),
      "",
      "at most 50 ms",
      composed.composeMs <= 50,
    ],
    ["the 6M composed and linted", ms(composed.lintMs), "", "at most 500 ms", composed.lintMs <= 500],
    [
      "minimum zone of a 12 x 40 grid, against the same linear program in HiGHS",
      `${ms(flatness.oursMs)} / ${ms(flatness.highsMs)}`,
      times(flatness.oursMs / flatness.highsMs),
      flatness.agree ? "same zone" : "**another zone**",
      flatness.agree,
    ],
    [
      `two honest readings of one place called a contradiction, ${contradictions.pairs} pairs of the 6M / two that are off by six standard deviations`,
      `${(100 * contradictions.falseAlarms).toFixed(2)} % / ${(100 * contradictions.caught).toFixed(1)} %`,
      "",
      "at most 0.5 %, at least 95 %",
      contradictions.falseAlarms <= 0.005 && contradictions.caught >= 0.95,
    ],
    [
      "a thumbnail, against a bare read of the same blob behind the same check of the session",
      `${ms(photos.oursMs)} / ${ms(photos.bareMs)}`,
      times(photos.oursMs / photos.bareMs),
      "printed",
      null,
    ],
    [
      `first byte of the list of ${list.jobs} jobs of ${list.entriesEach.toLocaleString("en")} entries, against a bare query of the same rows through the same server`,
      `${ms(list.list.oursMs)} / ${ms(list.list.bareMs)}`,
      times(list.list.oursMs / list.list.bareMs),
      "at most 3×",
      list.list.oursMs <= 3 * list.list.bareMs,
    ],
    ["its page, unpacked", `${(list.bytes / 1024).toFixed(0)} KB`, "", "at most 60 KB", list.bytes <= 60 * 1024],
    ["all its cards made from nothing, in the background", `${list.cardsSeconds.toFixed(0)} s`, "", "printed", null],
    [
      `the page of a job of ${list.long.toLocaleString("en")} entries, packed, against its record packed; the record is in it ${list.page.times}×`,
      `${(list.page.packedBytes / 1024).toFixed(0)} KB / ${(list.page.recordPackedBytes / 1024).toFixed(0)} KB`,
      times(list.page.packedBytes / list.page.recordPackedBytes),
      "the record once",
      list.page.times === 1,
    ],
    ["its first byte, once the server has been asked for another", ms(list.page.firstMs), "", "printed", null],
    [
      "durable entries a second through the store, against the same transaction by hand",
      `${store.oursPerSecond.toFixed(0)} / ${store.barePerSecond.toFixed(0)}`,
      times(rate),
      "at least 0.7×",
      rate >= 0.7,
    ],
    [
      "posterior and ranking of all next checks, 12 variants x 60 tells with 20 answered, against enumeration",
      `${ms(identity.oursMs)} / ${ms(identity.plainMs)}`,
      times(identity.oursMs / identity.plainMs),
      identity.agree ? "same check first" : "**another check first**",
      identity.agree,
    ],
    ...diagnose.speeds.flatMap(({ share, p95, fixed, ranked, width, asExact, open }) => [
      [
        `causes of the 6M, ${Math.round(100 * share)} % of ${diagnose.nodes.findings} findings answered: exact beliefs, p95 (width ${width.toFixed(0)})`,
        ms(p95),
        "",
        `at most ${mostBeliefs[share]} ms`,
        p95 <= mostBeliefs[share],
      ],
      ["the same once nearly certain nodes are fixed, p95", ms(fixed), "", "at most 30 ms", fixed <= 30],
      ["what to look at next, ranked, p95", ms(ranked), "", "at most 1,500 ms", ranked <= 1500],
      ...(open > 0
        ? [
            [
              "its first is as good as the best by an exact ranking of everything",
              `${asExact} of ${open}`,
              "",
              "printed",
              null,
            ],
          ]
        : []),
    ]),
    ...yardstickRows(yardstick),
    [
      `checking what goes with what after one change, ${match.check.places} places x ${match.check.candidates} candidates, p95; the whole assessment with it`,
      `${ms(match.check.p95)}; ${ms(match.check.whole)}`,
      "",
      "at most one frame, 16.7 ms",
      match.check.p95 <= 16.7,
    ],
    ...match.choose.map(({ places, candidates, meetings, oursMs, bareMs, agree, state }) => [
      `choosing for ${places} places x ${candidates} candidates, ${meetings} meetings (${state}), against bare HiGHS on the same program`,
      `${ms(oursMs)} / ${ms(bareMs)}`,
      times(oursMs / bareMs),
      `at most 1.5×${agree ? ", same cost" : ", **another cost**"}`,
      agree && oursMs <= 1.5 * bareMs,
    ]),
    ...match.hard.map(({ seed, state, highsMs, glpsolMs, glpsolState }) => [
      `160 places, sets of one kind across 40, conflicts, a tight budget, fewest changes, ${seed}: HiGHS (${state}) against glpsol (${glpsolState}) on the same file`,
      `${ms(highsMs)} / ${glpsolMs === null ? "—" : ms(glpsolMs)}`,
      glpsolMs === null ? "" : times(highsMs / glpsolMs),
      "printed",
      null,
    ]),
    ...wholePlanRows(whole),
    ...planWorthRows(paying),
    ...["number", "few", "many"].map((which) => [
      `${catalogue.parts.toLocaleString("en")} parts of a catalogue, found by ${{ number: "a number", few: "a word that 56 have", many: "a word that an eighth have" }[which]}, against a bare query by the same index`,
      `${ms(catalogue[which].oursMs)} / ${ms(catalogue[which].bareMs)}`,
      times(catalogue[which].oursMs / catalogue[which].bareMs),
      "at most 2×",
      catalogue.same && catalogue[which].oursMs <= 2 * catalogue[which].bareMs,
    ]),
    ["the same in the browser, p95 of 200", ms(browser.identityP95Ms), "", "printed", null],
    [
      `trend of a place among ${trend.rows.large.toLocaleString("en")} readings of the shop against ${trend.rows.small.toLocaleString("en")}, ${trend.count} come back; index ${trend.index}`,
      `${ms(trend.ms.large)} / ${ms(trend.ms.small)}`,
      times(growth(trend.ms)),
      "at most 1.5×, by its index, unsorted",
      growth(trend.ms) <= 1.5 && trend.index === "by_slot" && !trend.sorts && trend.count === trend.countLarge,
    ],
    ...["few", "many", "both"].map((which) => [
      `shelf of ${shelf.parts.toLocaleString("en")} parts searched by ${{ few: "a number that 20 have", many: "a word that a fifth have", both: "two words" }[which]}, against a bare query by the same index`,
      `${ms(shelf[which].oursMs)} / ${ms(shelf[which].bareMs)}`,
      times(shelf[which].oursMs / shelf[which].bareMs),
      "at most 2×",
      shelf.same && shelf[which].oursMs <= 2 * shelf[which].bareMs,
    ]),
    [
      `a whole assessment of ${browser.workerReadings} readings in a worker; the page's longest frame meanwhile`,
      `${ms(browser.workerMs)}; ${ms(browser.longestFrameMs)}`,
      "",
      "printed",
      null,
    ],
    [
      `Enter to painted verdict, ${browser.typed} typed into a job that ends with ${browser.count} readings, p50`,
      ms(browser.p50Ms),
      "",
      "printed",
      null,
    ],
    [
      "the same, p95, against a bare page that makes the same row, tag and picture anew without any computation, in turns",
      `${ms(browser.p95Ms)} / ${ms(browser.bareP95Ms)}`,
      times(browser.againstBare),
      "at most 2×",
      browser.againstBare <= 2,
    ],
    [
      `frames that came late over those ${browser.typed} keys, of ours and of the bare page`,
      `${browser.lateFrames}; ${browser.bareLateFrames}`,
      "",
      "printed",
      null,
    ],
    [`the first ${browser.warmUp} keys of a page just opened, p95`, ms(browser.coldP95Ms), "", "printed", null],
    ["the longest of ours", ms(browser.longestMs), "", "printed", null],
    [
      "JavaScript sent for a job's page, until its sheet can be typed into; with all that comes by itself afterwards, for keys not pressed yet",
      `${Math.round(browser.sentScriptKb)} kB; ${Math.round(browser.sentInAllKb)} kB`,
      "",
      "at most 350 kB",
      browser.sentScriptKb <= 350,
    ],
    [
      `changing the station after the first time, p95 of ${browser.stationChanges}`,
      ms(browser.stationP95Ms),
      "",
      "at most 100 ms",
      browser.stationP95Ms <= 100,
    ],
  ];
  return `# Bench

Written by \`npm run bench\`. Ratios are of things done side by side in one run on one machine; the milliseconds beside them
are that machine's. Generators and seeds are in \`scripts/bench\`; garbage is swept before each timed run, and the quickest of
several runs counts.

This run: ${new Date().toISOString().slice(0, 10)}, Node.js ${process.version}, ${cpus().length} cores, ${Math.round(totalmem() / 2 ** 30)} GiB.

| what | measured | ratio | wanted | |
|---|---|---|---|---|
${rows.map(([what, measured, ratio, wanted, holds]) => `| ${what} | ${measured} | ${ratio} | ${wanted} | ${holds === null ? "" : verdict(holds)} |`).join("\n")}

- **Fold and assessment** begin with entries that are new objects, as they come over the wire: reading and checking them is in
  the fold. The job goes round and round over every point of the crank end, one reading in ten corrected, one in fifty struck.
- **A group** is what fits, sets, mates and sizes link; it is settled with all of its verdicts known and nothing remembered of the pick.
- **A thumbnail** is asked for over HTTP by a signed-in client, one after the other, in turns with a bare server that does the
  same honest work: it looks the person up, checks the session's version, reads the blob by its key and sends it.
- **The store** keeps one entry in one transaction: head row, known ids, insert, head, the visit, and the reading as a fact of the shop. By hand means the same six statements
  on the same connection with a fingerprint made beforehand. Flushing: innodb_flush_log_at_trx_commit = ${store.flush.atCommit},
  one connection, in turns of ${store.count} entries, the quickest of ${store.rounds} turns each.
- **The trend** asks for the newest readings of one place of all engines of a kind; the shop's readings are written by the
  database itself from a counted sequence, 1,000 to a visit, in 100 places.
- **The shelf** is written by the database itself; a bare query finds one word whole, in the same index, with the same order and limit.
- **The list** is asked for by a signed-in client in turns with the route that gives the same rows as JSON. The jobs are copies of
  one, written by the database itself; their cards are made by the worker beside the web process.
- **How soon the cause is found**: engines drawn from the network of the 6M, the same for every way to look; they come with what their
  owner tells and their worst damage. It ends when the cause is likely enough and confirmed, unexplained severe damage signed at ten
  minutes each, or when nothing left to look at would confirm a cause in question: ten minutes for signing that. With the order of a
  list that is asked every 40 looks, by the list of what to look at next every 8 or as soon as something shows. Intervals are 95 %.
  It takes hours and is made by \`npm run bench -- --full\`; what is printed is the last one, kept in \`scripts/bench/yardstick.json\`.
- **What the plan is worth**: worn engines of four packs in eight worlds (\`scripts/bench/worlds\`), whose parts last by laws the planner
  does not see and were renewed as they ended. One who knows the laws draws the histories that may have led to what is read; what a
  plan costs, and how likely all of it runs the hours, is reckoned by those, at true prices, failures after failures counted. Rules are
  made into plans of what goes together. Intervals, 95 %, draw worlds anew and engines in each. The Brier score is the one to be
  expected over those histories.
- **The browser** is Debian's Chromium without a screen, over the production build: from the key to after the next frame.
  The bare page beside it has the same elements and styles and no program: on the key it makes the row, the tag and the picture anew
  as they are. Both are typed into in turns, in one browser.
`;
}

/** A shop of its own with the demo in it; what its processes need to find it. */
async function openShop(processes, state) {
  rmSync(path.join(state, "db"), { recursive: true, force: true });
  const database = await startMariadb(processes, path.join(state, "db"), { wantedPort: 0 });
  await database.createDatabase("ember");
  await database.disconnect();
  const env = { EMBER_DATABASE_URL: database.url("ember") };
  const prepared = await runCommand(bin("tsx"), ["cli/ember.ts", "prepare", "--demo"], { quiet: true, env });
  if (prepared.code !== 0) throw new LaunchError(prepared.output);
  return env;
}

async function openWeb(processes, env) {
  await ensureBuild(distDir);
  return startWeb(processes, {
    port: await freePort(0),
    distDir,
    databaseUrl: env.EMBER_DATABASE_URL,
    sessionSecret: "a secret of the bench that is long enough",
  });
}

async function main() {
  await ensurePackages();
  await ensureMariadb();
  process.env.EMBER_CHROMIUM = await ensureChromium();
  const state = stateDir("bench");
  const processes = new Processes(state);
  await processes.takeOver("The bench");
  for (const signal of ["SIGINT", "SIGTERM"])
    process.on(signal, () => void processes.stopAll().then(() => process.exit(1)));
  try {
    // What the web process is measured by, one part by itself: printed, and not written down.
    const [alone] = ["browser", "list", "photos"].filter((name) => process.argv.includes(`--${name}`));
    if (alone) {
      const env = await openShop(processes, state);
      const web = await openWeb(processes, env);
      console.log(await part(alone, `scripts/bench/${alone}.ts`, [web.address], env));
      return;
    }
    const core = await part("fold and assessment", "scripts/bench/core.ts");
    const plan = await part("the plan", "scripts/bench/plan.ts");
    const whole = await part("one plan for all parts", "scripts/bench/whole-plan.ts");
    const paying = await part("what the plan is worth", "scripts/bench/plan-yardstick.ts", ["7", "9001"]);
    const teardown = await part("ledger and zones", "scripts/bench/teardown.ts");
    const flatness = await part("flatness", "scripts/bench/flatness.ts");
    const packBounds = await part("packs at their bounds", "scripts/bench/pack-bounds.ts");
    const composed = await part("a sheet composed", "scripts/bench/compose.ts");
    const contradictions = await part("contradictions", "scripts/bench/contradictions.ts");
    const identity = await part("identity", "scripts/bench/identity.ts");
    const diagnose = await part("what failed first", "scripts/bench/diagnose.ts");
    // Hours: made anew on request only, kept beside it with the core it was made with.
    if (process.argv.includes("--full"))
      await part("how soon the cause is found", "scripts/bench/yardstick.ts", ["200"]);
    const yardstick = JSON.parse(readFileSync(path.join(root, "scripts/bench/yardstick.json"), "utf8"));
    const match = await part("what goes with what", "scripts/bench/match.ts");
    const env = await openShop(processes, state);
    const store = await part("the store", "scripts/bench/store.ts", [], env);
    const trend = await part("the shop's readings", "scripts/bench/trend.ts", [], env);
    const shelf = await part("the shelf", "scripts/bench/shelf.ts", [], env);
    const catalogue = await part("the catalogue", "scripts/bench/catalogue.ts", [], env);
    const web = await openWeb(processes, env);
    const photos = await part("photos", "scripts/bench/photos.ts", [web.address], env);
    const list = await part("the list of jobs", "scripts/bench/list.ts", [web.address], env);
    const browser = await part("the browser", "scripts/bench/browser.ts", [web.address], env);
    const text = report({
      core,
      plan,
      whole,
      paying,
      teardown,
      flatness,
      packBounds,
      composed,
      contradictions,
      identity,
      store,
      trend,
      shelf,
      catalogue,
      match,
      photos,
      list,
      browser,
      diagnose,
      yardstick,
    });
    writeFileSync(path.join(root, "docs/bench.md"), text);
    process.stdout.write(`\n${text}`);
  } finally {
    await processes.stopAll();
  }
}

await run(main);
