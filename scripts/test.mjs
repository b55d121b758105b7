// Runs all checks: lint, types, unit, browser. Sets up what is missing, leaves nothing running.
import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import path from "node:path";
import { ensureBuild } from "./lib/build.mjs";
import { startMariadb } from "./lib/mariadb.mjs";
import { bin, stateDir } from "./lib/paths.mjs";
import { Processes, runCommand } from "./lib/processes.mjs";
import { LaunchError, run, say } from "./lib/say.mjs";
import { ensureChromium, ensureMariadb, ensurePackages } from "./lib/setup.mjs";

const state = stateDir("test");
const reports = { unit: path.join(state, "unit.json"), browser: path.join(state, "browser.json") };
const codes = path.join(state, "codes");
const browserWorkers = 2;
const distDir = ".next-test";

/** Every test of a finished runner as { name, ms, ok }. */
function testsOf(kind) {
  if (!existsSync(reports[kind])) return [];
  const report = JSON.parse(readFileSync(reports[kind], "utf8"));
  if (kind === "unit") {
    return report.testResults.flatMap((file) =>
      file.assertionResults.map((each) => ({
        name: each.fullName,
        ms: each.duration ?? 0,
        ok: each.status === "passed",
      })),
    );
  }
  const walk = (suite) => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(walk)];
  return report.suites.flatMap(walk).map((spec) => ({
    name: spec.title,
    ms: spec.tests.flatMap((test) => test.results).reduce((sum, result) => sum + result.duration, 0),
    ok: spec.ok,
  }));
}

async function main() {
  const known = ["lint", "types", "unit", "browser", "attack"];
  const words = process.argv.slice(2).filter((word) => !word.startsWith("-") && known.includes(word));
  const rest = process.argv.slice(2).filter((word) => !words.includes(word));
  if (rest.length && words.length !== 1)
    throw new LaunchError(
      `What does ${rest.join(" ")} mean? The checks are ${known.join(", ")}; further words go to one of them.`,
    );
  const isWanted = (kind) => words.length === 0 || words.includes(kind);

  await ensurePackages();
  const processes = new Processes(state);
  await processes.takeOver("A test run");
  // Web processes of the browser workers of a run that was killed.
  for (let worker = 0; worker < browserWorkers; worker += 1)
    await new Processes(stateDir(`test-worker-${worker}`)).takeOver("A browser worker");
  for (const name of ["SIGINT", "SIGTERM", "SIGHUP"])
    process.on(name, () => void processes.stopAll().then(() => process.exit(1)));

  const [failed, stages] = [[], []];
  const began = Date.now();
  const timed = async (name, work) => {
    const since = Date.now();
    const isGood = await work();
    stages.push({ name, from: since - began, ms: Date.now() - since });
    say(`${name}: ${isGood ? "" : "FAILED, "}${Math.round((Date.now() - since) / 1000)} s`);
    if (!isGood) failed.push(name);
  };
  const check = (name, command, args, options) =>
    timed(name, async () => (await runCommand(command, args, options)).code === 0);

  for (const file of Object.values(reports)) rmSync(file, { force: true });
  rmSync(codes, { recursive: true, force: true });
  mkdirSync(codes, { recursive: true });

  const lint = async () => {
    await check("format", bin("prettier"), ["--check", "--log-level", "warn", "--cache", "."]);
    await check("circles", bin("tsx"), ["scripts/check-circles.ts"]);
    await check("lint", bin("eslint"), [".", "--max-warnings", "0"]);
  };
  const types = () => check("types", "npm", ["run", "-s", "types"], { env: { NEXT_TELEMETRY_DISABLED: "1" } });
  const build = () => timed("build", async () => (await ensureBuild(distDir), true));

  /** Most need neither build nor database: they are read once in groups. With further words: those files by themselves. */
  const units = async (database) => {
    const env = { EMBER_CODES: codes, EMBER_TEST_DATABASE_URL: database.url("ember_unit") };
    const config = rest.length ? [] : ["--config", "jest.together.config.mjs"];
    const args = [...config, "--json", `--outputFile=${reports.unit}`, ...rest];
    await check("unit tests", bin("jest"), args, { env });
  };
  const browser = async (database) => {
    const chromium = await ensureChromium();
    const prepared = await runCommand(bin("tsx"), ["cli/ember.ts", "prepare", "--demo"], {
      quiet: true,
      env: { EMBER_DATABASE_URL: database.url("ember_template") },
    });
    if (prepared.code !== 0) throw new LaunchError(`The tests' database could not be prepared:\n${prepared.output}`);
    await check("browser tests", bin("playwright"), ["test", ...rest], {
      env: {
        EMBER_TEST_DATABASE_URL: database.url("ember_template"),
        EMBER_TEST_RUNNING_URL: database.runningUrl("ember_template"),
        EMBER_CHROMIUM: chromium,
        EMBER_DIST: distDir,
        EMBER_WORKERS: String(browserWorkers),
        EMBER_CODES: codes,
        PLAYWRIGHT_JSON_OUTPUT_NAME: reports.browser,
      },
    });
  };
  // By itself and with servers that flush as a shop's do: durability is part of what it is about.
  const attack = () =>
    check("attack", bin("tsx"), ["scripts/attack.ts", ...rest], {
      env: { EMBER_DIST: distDir, EMBER_CODES: codes },
    });

  try {
    let database;
    if (isWanted("unit") || isWanted("browser") || isWanted("attack")) await ensureMariadb();
    if (isWanted("unit") || isWanted("browser")) {
      rmSync(path.join(state, "db"), { recursive: true, force: true });
      database = await startMariadb(processes, path.join(state, "db"), { wantedPort: 0, relaxed: true });
      for (const name of ["ember_unit", "ember_template"]) await database.createDatabase(name);
    }
    // What needs no browser first, in two lanes; the attack waits for machines as much as it works. A page is driven by
    // itself: how a browser feels a full machine is no part of what its tests are about.
    await Promise.all([
      (async () => {
        if (isWanted("browser") || isWanted("attack")) await build();
        if (isWanted("types")) await types();
        if (isWanted("lint")) await lint();
        if (isWanted("attack")) await attack();
      })(),
      isWanted("unit") && units(database),
    ]);
    if (isWanted("browser")) await browser(database);
    await database?.disconnect();
    // Only a whole run can tell.
    if (isWanted("unit") && isWanted("browser") && rest.length === 0)
      await check("every code is produced", bin("tsx"), ["scripts/check-codes.ts", codes]);
  } finally {
    await processes.stopAll();
  }

  const seconds = (ms) => `${(ms / 1000).toFixed(1).padStart(6)} s`;
  process.stdout.write("\nThe stages, and when each began\n");
  for (const { name, from, ms } of stages.sort((a, b) => a.from - b.from))
    process.stdout.write(`${seconds(ms)}  ${name} (from ${Math.round(from / 1000)} s)\n`);
  process.stdout.write(`${seconds(Date.now() - began)}  in all\n`);
  const tests = [...testsOf("unit"), ...testsOf("browser")];
  if (tests.length > 0) {
    process.stdout.write("\nThe ten slowest tests\n");
    for (const { name, ms } of [...tests].sort((a, b) => b.ms - a.ms).slice(0, 10))
      process.stdout.write(`${seconds(ms)}  ${name}\n`);
    const passed = tests.filter((test) => test.ok).length;
    process.stdout.write(`\n${passed} passed, ${tests.length - passed} failed\n`);
  }
  if (failed.length > 0) throw new LaunchError(`Failed: ${failed.join(", ")}.`);
}

await run(main);
