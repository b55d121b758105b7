import { randomBytes } from "node:crypto";
import { existsSync, mkdirSync, openSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { ensureBuild } from "./build.mjs";
import { startMariadb } from "./mariadb.mjs";
import { bin, stateDir } from "./paths.mjs";
import { freePort } from "./ports.mjs";
import { Processes, runCommand } from "./processes.mjs";
import { LaunchError, say } from "./say.mjs";
import { ensureMariadb, ensurePackages } from "./setup.mjs";
import { startWeb } from "./web.mjs";

const distDir = ".next";

/**
 * The database of a run: the one EMBER_DATABASE_URL names, which is left running, or one of our own on loopback.
 * @returns { url, child }  child is null for somebody else's server
 */
async function openDatabase(processes, state, wantedPort) {
  const given = process.env.EMBER_DATABASE_URL;
  if (given) {
    say("using the database of EMBER_DATABASE_URL");
    return { url: given, child: null };
  }
  await ensureMariadb();
  say("starting the database");
  const database = await startMariadb(processes, path.join(state, "db"), { wantedPort });
  await database.createDatabase("ember");
  await database.disconnect();
  const url = database.url("ember");
  // For the shell commands: npm run -s ember -- backup --of shop FILE
  writeFileSync(path.join(state, "database-url"), url, { mode: 0o600 });
  return { url, child: database.child };
}

/**
 * Starts database and web process, and stops both when asked to or when one of them ends by itself.
 *
 * @param name     folder below .ember that keeps data, secret and log
 * @param title    how a second start calls the first
 * @param prepare  words for `ember prepare`
 * @param ports    wanted ports; others are found where they are taken
 * @param reset    whether to begin with an empty database of our own
 * @param closing  last line of what is printed when all runs
 */
export async function launch({ name, title, prepare, ports, reset = false, closing }) {
  const state = stateDir(name);
  const processes = new Processes(state);
  await processes.takeOver(title);

  let stopping = false;
  const stop = async (code) => {
    if (stopping) return;
    stopping = true;
    say("stopping");
    await processes.stopAll();
    process.exit(code);
  };
  for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(signal, () => stop(0));

  try {
    if (reset) {
      if (process.env.EMBER_DATABASE_URL)
        throw new LaunchError(
          "--reset removes the program's own database only; the one of EMBER_DATABASE_URL is left as it is.",
        );
      say("starting over: the data is removed");
      rmSync(path.join(state, "db"), { recursive: true, force: true });
    }
    await ensurePackages();
    mkdirSync(state, { recursive: true });
    const database = await openDatabase(processes, state, ports.database);
    const prepared = await runCommand(bin("tsx"), ["cli/ember.ts", "prepare", ...prepare], {
      env: { EMBER_DATABASE_URL: database.url },
      quiet: true,
    });
    if (prepared.code !== 0) throw new LaunchError(`The database could not be prepared:\n${prepared.output.trim()}`);

    await ensureBuild(distDir);
    const secretFile = path.join(state, "session-secret");
    if (!existsSync(secretFile)) writeFileSync(secretFile, randomBytes(32).toString("hex"), { mode: 0o600 });
    const web = await startWeb(processes, {
      host: process.env.EMBER_HOST ?? "127.0.0.1",
      port: await freePort(Number(process.env.EMBER_PORT ?? ports.web)),
      distDir,
      databaseUrl: database.url,
      sessionSecret: readFileSync(secretFile, "utf8"),
      log: openSync(path.join(state, "web.log"), "a"),
    });
    processes.announce(web.address);
    for (const child of [web.child, database.child]) {
      child?.once("exit", () => {
        if (!stopping) process.stderr.write("\nember · a part of the program stopped by itself; stopping the rest\n");
        void stop(1);
      });
    }
    process.stdout.write(`\n  Ember Bench   ${web.address}\n\n${prepared.output.trimEnd()}\n\n  ${closing}\n\n`);
  } catch (error) {
    await processes.stopAll();
    throw error;
  }
}
