import { randomBytes } from "node:crypto";
import { appendFileSync, existsSync, openSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { setTimeout as delay } from "node:timers/promises";
import { ensureBuild } from "./build.mjs";
import { startMariadb } from "./mariadb.mjs";
import { bin, privateFolder, stateDir } from "./paths.mjs";
import { freePort } from "./ports.mjs";
import { Processes, runCommand } from "./processes.mjs";
import { LaunchError, say } from "./say.mjs";
import { ensureMariadb, ensurePackages } from "./setup.mjs";
import { startWeb } from "./web.mjs";

const distDir = process.env.EMBER_DIST ?? ".next";

/**
 * The database of a run: the one EMBER_DATABASE_URL names, which is left running, or one of our own on loopback.
 * @returns { url, runningUrl, child, letRun }  child is null for somebody else's server
 */
async function openDatabase(processes, state, wantedPort) {
  const given = process.env.EMBER_DATABASE_URL;
  if (given) {
    say("using the database of EMBER_DATABASE_URL");
    return { url: given, runningUrl: given, child: null, port: null, letRun: async () => {} };
  }
  await ensureMariadb();
  say("starting the database");
  const database = await startMariadb(processes, path.join(state, "db"), { wantedPort });
  await database.createDatabase("ember");
  const url = database.url("ember");
  // For the shell commands: npm run -s ember -- backup --of shop FILE
  writeFileSync(path.join(state, "database-url"), url, { mode: 0o600 });
  return {
    url,
    runningUrl: database.runningUrl("ember"),
    child: database.child,
    port: database.port,
    letRun: async () => {
      await database.letRun("ember");
      await database.disconnect();
    },
  };
}

const [firstRestMs, longestRestMs, healthyMs] = [1000, 30_000, 60_000];

/**
 * Keeps a part of the program running: one that dies is started again, after a rest that doubles while it keeps dying.
 *
 * @param name   what is said of it
 * @param start  starts it and resolves with its child
 * @param note   takes a line down
 * @returns      how to have it let go
 */
function keepRunning(name, child, start, note) {
  let isWanted = true;
  let deaths = 0;
  let began = Date.now();
  const watch = (running) =>
    running.once("exit", async (code, signal) => {
      if (!isWanted) return;
      deaths = Date.now() - began > healthyMs ? 1 : deaths + 1;
      for (let next = null; isWanted && !next; deaths += next ? 0 : 1) {
        const rest = Math.min(longestRestMs, firstRestMs * 2 ** (deaths - 1));
        note(`${name} stopped by itself (${signal ?? code}); started again in ${rest / 1000} s, time ${deaths}`);
        await delay(rest);
        if (!isWanted) return;
        began = Date.now();
        next = await start().catch((error) => (note(`${name} did not start: ${error.message}`), null));
        if (next) watch(next);
      }
    });
  watch(child);
  return () => (isWanted = false);
}

/**
 * Starts database and web process, starts again whichever dies, and stops both when asked to.
 *
 * @param name     folder below .ember that keeps data, secret and log
 * @param title    how a second start calls the first
 * @param prepare  words for `ember prepare`
 * @param ports    wanted ports; others are found where they are taken
 * @param reset    whether to begin with an empty database of our own
 * @param supplier whether the stand-in of a supplier is opened beside it
 * @param closing  last line of what is printed when all runs
 */
export async function launch({ name, title, prepare, ports, reset = false, supplier = false, closing }) {
  const state = privateFolder(stateDir(name));
  const processes = new Processes(state);
  await processes.takeOver(title);

  let stopping = false;
  const letGo = [];
  const stop = async (code) => {
    if (stopping) return;
    stopping = true;
    for (const each of letGo) each();
    say("stopping");
    await processes.stopAll();
    process.exit(code);
  };
  for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(signal, () => stop(0));
  const note = (words) => {
    say(words);
    appendFileSync(path.join(state, "launcher.log"), `${new Date().toISOString()} ${words}\n`);
  };

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
    const database = await openDatabase(processes, state, ports.database);
    const prepared = await runCommand(bin("tsx"), ["cli/ember.ts", "prepare", ...prepare], {
      env: { EMBER_DATABASE_URL: database.url },
      quiet: true,
    });
    if (prepared.code !== 0) throw new LaunchError(`The database could not be prepared:\n${prepared.output.trim()}`);
    await database.letRun();

    await ensureBuild(distDir);
    const secretFile = path.join(state, "session-secret");
    if (!existsSync(secretFile)) writeFileSync(secretFile, randomBytes(32).toString("hex"), { mode: 0o600 });
    // One that the environment names is asked instead.
    const supplierPort = supplier && !process.env.EMBER_SUPPLIER_URL ? await freePort(0) : null;
    if (supplierPort !== null) {
      const start = async () =>
        processes.start("the supplier", bin("tsx"), ["src/sim/serve-supplier.ts", String(supplierPort)]);
      letGo.push(keepRunning("the supplier", await start(), start, note));
    }
    const options = {
      supplierUrl: supplierPort === null ? undefined : `http://127.0.0.1:${supplierPort}`,
      host: process.env.EMBER_HOST ?? "127.0.0.1",
      port: await freePort(Number(process.env.EMBER_PORT ?? ports.web)),
      distDir,
      databaseUrl: database.runningUrl,
      dataFolder: database.child ? path.join(state, "db") : undefined,
      sessionSecret: readFileSync(secretFile, "utf8"),
      log: openSync(path.join(state, "web.log"), "a"),
    };
    const web = await startWeb(processes, options);
    processes.announce(web.address);
    letGo.push(keepRunning("the web process", web.child, async () => (await startWeb(processes, options)).child, note));
    if (database.child) {
      const restart = async () => {
        const again = await startMariadb(processes, path.join(state, "db"), { wantedPort: database.port });
        await again.letRun("ember");
        await again.disconnect();
        if (again.port === database.port) return again.child;
        await processes.stop(again.child);
        throw new LaunchError(`its port ${database.port} is taken`);
      };
      letGo.push(keepRunning("the database", database.child, restart, note));
    }
    process.stdout.write(`\n  Ember Bench   ${web.address}\n\n${prepared.output.trimEnd()}\n\n  ${closing}\n\n`);
  } catch (error) {
    await processes.stopAll();
    throw error;
  }
}
