import { randomBytes } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { setTimeout as delay } from "node:timers/promises";
import { privateFolder, socketPath } from "./paths.mjs";
import { freePort } from "./ports.mjs";
import { runCommand } from "./processes.mjs";
import { LaunchError } from "./say.mjs";
import { findProgram } from "./setup.mjs";

const asRoot = () => (process.getuid?.() === 0 ? ["--user=root"] : []);

async function initialise(dataDir) {
  // A marker written last: a run killed in the middle of the first set-up starts over instead of tripping.
  const done = path.join(dataDir, ".initialised");
  if (existsSync(done)) return;
  rmSync(dataDir, { recursive: true, force: true });
  mkdirSync(dataDir, { recursive: true });
  const { code, output } = await runCommand(
    findProgram("mariadb-install-db"),
    [
      "--no-defaults",
      ...asRoot(),
      `--datadir=${dataDir}`,
      "--auth-root-authentication-method=normal",
      "--skip-test-db",
    ],
    { quiet: true },
  );
  if (code !== 0) throw new LaunchError(`The database could not be set up in ${dataDir}:\n${output.trim()}`);
  writeFileSync(done, "");
}

/** A password that is made once and kept beside the data, for nobody else to read. */
function passwordIn(folder, name) {
  const file = path.join(folder, name);
  if (!existsSync(file)) writeFileSync(file, randomBytes(24).toString("hex"), { mode: 0o600 });
  return readFileSync(file, "utf8");
}

async function connectAsRoot(socket, password) {
  const { createConnection } = await import("mysql2/promise");
  const connect = (given) => createConnection({ socketPath: socket, user: "root", password: given });
  try {
    return await connect(password);
  } catch (error) {
    if (error.code !== "ER_ACCESS_DENIED_ERROR") throw error;
  }
  // A server that was set up just now has none yet, nor has one of an older program.
  const connection = await connect("");
  await connection.query("ALTER USER 'root'@'localhost' IDENTIFIED BY ?", [password]);
  return connection;
}

async function waitUntilReady(child, socket, password, errorLog) {
  let ended = false;
  child.once("exit", () => (ended = true));
  for (let waited = 0; waited < 60_000 && !ended; waited += 100) {
    try {
      return await connectAsRoot(socket, password);
    } catch {
      await delay(100);
    }
  }
  const log = existsSync(errorLog) ? readFileSync(errorLog, "utf8").trim().split("\n").slice(-8).join("\n") : "";
  throw new LaunchError(`MariaDB did not start. The end of ${errorLog}:\n${log}`);
}

const host = "127.0.0.1";
/** Who changes the schema, and who only works with it. */
const accounts = { keeper: "ember_keeper", running: "ember" };

/** What the running program may do with a table; with those that are not named here, read and write. An entry stays as it was kept. */
const rights = { entry: "SELECT, INSERT", schema_step: "SELECT" };

/** Lets the running program's account work with the tables of a database, and do no more. */
export async function grantRunning(connection, database) {
  const [tables] = await connection.query(
    "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = ?",
    [database],
  );
  for (const { name } of tables)
    await connection.query(
      `GRANT ${rights[name] ?? "SELECT, INSERT, UPDATE, DELETE"} ON \`${database}\`.\`${name}\` TO '${accounts.running}'@'${host}'`,
    );
}

/**
 * Starts a MariaDB of our own on loopback, with its data in `dataDir`; never the system's server. Its folder, and the
 * socket in it, are its owner's alone, and so are the passwords.
 * @param relaxed  flush less often: for tests, where nothing has to survive a power cut
 * @returns { url(database), runningUrl(database), child, createDatabase, letRun, disconnect }
 */
export async function startMariadb(processes, dataDir, { wantedPort, relaxed = false }) {
  const folder = privateFolder(path.dirname(dataDir));
  await initialise(dataDir);
  privateFolder(dataDir);
  const files = privateFolder(path.join(folder, "db-files"));
  const socket = socketPath(dataDir);
  const port = await freePort(wantedPort);
  const errorLog = path.join(dataDir, "error.log");
  const child = processes.start(
    "the database",
    findProgram("mariadbd"),
    [
      "--no-defaults",
      ...asRoot(),
      `--datadir=${dataDir}`,
      `--port=${port}`,
      `--bind-address=${host}`,
      `--socket=${socket}`,
      `--pid-file=${path.join(dataDir, "mariadb.pid")}`,
      `--log-error=${errorLog}`,
      "--skip-name-resolve",
      "--local-infile=0",
      `--secure-file-priv=${files}`,
      "--character-set-server=utf8mb4",
      "--collation-server=utf8mb4_unicode_ci",
      "--performance-schema=OFF",
      ...(relaxed ? ["--innodb-flush-log-at-trx-commit=0", "--sync-binlog=0"] : []),
    ],
    { stdio: "ignore" },
  ); // what it has to say goes to its error log
  const admin = await waitUntilReady(child, socket, passwordIn(folder, "root-password"), errorLog);

  const passwords = {
    keeper: passwordIn(folder, "keeper-password"),
    running: passwordIn(folder, "database-password"),
  };
  // Root may come through the socket only.
  const [others] = await admin.query(
    "SELECT User, Host FROM mysql.user WHERE User IN ('root', '') AND NOT (User = 'root' AND Host = 'localhost')",
  );
  for (const { User, Host } of others) await admin.query("DROP USER IF EXISTS ?@?", [User, Host]);
  for (const [role, account] of Object.entries(accounts)) {
    await admin.query(`CREATE USER IF NOT EXISTS '${account}'@'${host}' IDENTIFIED BY ?`, [passwords[role]]);
    await admin.query(`ALTER USER '${account}'@'${host}' IDENTIFIED BY ?`, [passwords[role]]);
  }
  // An older program let the running account do everything.
  const [wide] = await admin.query("SELECT 1 FROM mysql.db WHERE User = ? AND Host = ?", [accounts.running, host]);
  if (wide.length > 0) await admin.query(`REVOKE ALL PRIVILEGES, GRANT OPTION FROM '${accounts.running}'@'${host}'`);
  await admin.query(`GRANT ALL PRIVILEGES ON \`ember%\`.* TO '${accounts.keeper}'@'${host}' WITH GRANT OPTION`);

  const urlOf = (role) => (database) => `mysql://${accounts[role]}:${passwords[role]}@${host}:${port}/${database}`;
  return {
    child,
    port,
    url: urlOf("keeper"),
    runningUrl: urlOf("running"),
    createDatabase: (database) =>
      admin.query(`CREATE DATABASE IF NOT EXISTS \`${database}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`),
    letRun: (database) => grantRunning(admin, database),
    disconnect: () => admin.end(),
  };
}
