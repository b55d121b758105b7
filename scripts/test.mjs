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
  const wanted = words.length ? words : known;

  await ensurePackages();
  const processes = new Processes(state);
  await processes.takeOver("A test run");
  // Web processes of the browser workers of a run that was killed.
  for (let worker = 0; worker < browserWorkers; worker += 1)
    await new Processes(stateDir(`test-worker-${worker}`)).takeOver("A browser worker");
  for (const name of ["SIGINT", "SIGTERM", "SIGHUP"])
    process.on(name, () => void processes.stopAll().then(() => process.exit(1)));

  const failed = [];
  const check = async (name, command, args, options) => {
    say(name);
    const began = Date.now();
    const { code } = await runCommand(command, args, options);
    say(`${name}: ${Math.round((Date.now() - began) / 1000)} s`);
    if (code !== 0) failed.push(name);
  };

  try {
    for (const file of Object.values(reports)) rmSync(file, { force: true });
    const checkLint = async () => {
      if (!wanted.includes("lint")) return;
      await check("format", bin("prettier"), ["--check", "--log-level", "warn", "."]);
      await check("circles", bin("depcruise"), ["--config", "dependency-cruiser.config.mjs", "src", "cli"]);
      await check("lint", bin("eslint"), [".", "--max-warnings", "0"]);
    };
    const checkTypesAndBuild = async () => {
      if (wanted.includes("types"))
        await check("types", "npm", ["run", "-s", "types"], { env: { NEXT_TELEMETRY_DISABLED: "1" } });
      if (wanted.includes("browser") || wanted.includes("attack")) await ensureBuild(distDir);
    };
    // Side by side: neither fills both cores.
    await Promise.all([checkLint(), checkTypesAndBuild()]);

    rmSync(codes, { recursive: true, force: true });
    mkdirSync(codes, { recursive: true });
    let database;
    if (wanted.includes("unit") || wanted.includes("browser")) {
      await ensureMariadb();
      rmSync(path.join(state, "db"), { recursive: true, force: true });
      database = await startMariadb(processes, path.join(state, "db"), { wantedPort: 0, relaxed: true });
      for (const name of ["ember_unit", "ember_template"]) await database.createDatabase(name);
    }
    if (wanted.includes("unit")) {
      await check("unit tests", bin("jest"), ["--json", `--outputFile=${reports.unit}`, ...rest], {
        env: { EMBER_TEST_DATABASE_URL: database.url("ember_unit"), EMBER_CODES: codes },
      });
    }
    if (wanted.includes("browser")) {
      await ensureChromium();
      const prepared = await runCommand(bin("tsx"), ["cli/ember.ts", "prepare", "--demo"], {
        quiet: true,
        env: { EMBER_DATABASE_URL: database.url("ember_template") },
      });
      if (prepared.code !== 0) throw new LaunchError(`The tests' database could not be prepared:\n${prepared.output}`);
      await check("browser tests", bin("playwright"), ["test", ...rest], {
        env: {
          EMBER_TEST_DATABASE_URL: database.url("ember_template"),
          EMBER_TEST_RUNNING_URL: database.runningUrl("ember_template"),
          EMBER_DIST: distDir,
          EMBER_WORKERS: String(browserWorkers),
          EMBER_CODES: codes,
          PLAYWRIGHT_JSON_OUTPUT_NAME: reports.browser,
        },
      });
    }
    await database?.disconnect();
    if (wanted.includes("attack")) {
      await ensureMariadb();
      // By itself and with servers that flush as a shop's do: durability is part of what it is about.
      await check("attack", bin("tsx"), ["scripts/attack.ts", ...rest], {
        env: { EMBER_DIST: distDir, EMBER_CODES: codes },
      });
    }
    // Only a whole run can tell.
    if (wanted.includes("unit") && wanted.includes("browser") && rest.length === 0)
      await check("every code is produced", bin("tsx"), ["scripts/check-codes.ts", codes]);
  } finally {
    await processes.stopAll();
  }

  const tests = [...testsOf("unit"), ...testsOf("browser")];
  if (tests.length > 0) {
    process.stdout.write("\nThe ten slowest tests\n");
    for (const { name, ms } of [...tests].sort((a, b) => b.ms - a.ms).slice(0, 10))
      process.stdout.write(`  ${(ms / 1000).toFixed(1).padStart(6)} s  ${name}\n`);
    const passed = tests.filter((test) => test.ok).length;
    process.stdout.write(`\n${passed} passed, ${tests.length - passed} failed\n`);
  }
  if (failed.length > 0) throw new LaunchError(`Failed: ${failed.join(", ")}.`);
}

await run(main);
