// Starts Ember Bench with demo data. Uses only what Node brings until the packages are installed.
import { randomBytes } from "node:crypto";
import { existsSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { ensureBuild } from "./lib/build.mjs";
import { startMariadb } from "./lib/mariadb.mjs";
import { bin, stateDir } from "./lib/paths.mjs";
import { freePort } from "./lib/ports.mjs";
import { Processes, runCommand } from "./lib/processes.mjs";
import { LaunchError, run, say } from "./lib/say.mjs";
import { ensureMariadb, ensurePackages } from "./lib/setup.mjs";
import { startWeb } from "./lib/web.mjs";

const distDir = ".next";

async function main() {
  const unknown = process.argv.slice(2).filter((word) => word !== "--reset");
  if (unknown.length) throw new LaunchError(`What does ${unknown.join(" ")} mean? The demo knows one word: --reset, to start over with fresh demo data.`);

  const state = stateDir("demo");
  const processes = new Processes(state);
  await processes.takeOver("The demo");

  let stopping = false;
  const stop = async (code) => {
    if (stopping) return;
    stopping = true;
    say("stopping");
    await processes.stopAll();
    process.exit(code);
  };
  for (const name of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(name, () => stop(0));

  try {
    if (process.argv.includes("--reset")) {
      say("starting over: the demo's data is removed");
      rmSync(path.join(state, "db"), { recursive: true, force: true });
    }
    await ensurePackages();
    await ensureMariadb();

    say("starting the database");
    const database = await startMariadb(processes, path.join(state, "db"), { wantedPort: 33906 });
    await database.createDatabase("ember");
    await database.disconnect();
    const databaseUrl = database.url("ember");

    const prepared = await runCommand(bin("tsx"), ["cli/ember.ts", "prepare", "--demo"], { env: { EMBER_DATABASE_URL: databaseUrl }, quiet: true });
    if (prepared.code !== 0) throw new LaunchError(`The database could not be prepared:\n${prepared.output.trim()}`);

    await ensureBuild(distDir);

    const secretFile = path.join(state, "session-secret");
    if (!existsSync(secretFile)) writeFileSync(secretFile, randomBytes(32).toString("hex"), { mode: 0o600 });
    const web = await startWeb(processes, {
      port: await freePort(4180), distDir, databaseUrl, sessionSecret: readFileSync(secretFile, "utf8"),
    });
    processes.announce(web.address);
    for (const child of [web.child, database.child]) {
      child.once("exit", () => {
        if (!stopping) process.stderr.write("\nember · a part of the demo stopped by itself; stopping the rest\n");
        void stop(1);
      });
    }

    process.stdout.write(`\n  Ember Bench   ${web.address}\n\n${prepared.output.trimEnd()}\n\n  Ctrl-C stops it. Data is kept; npm run demo -- --reset starts over.\n\n`);
  } catch (error) {
    await processes.stopAll();
    throw error;
  }
}

await run(main);
