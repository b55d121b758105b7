import { spawn } from "node:child_process";
import { mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { createServer } from "node:net";
import path from "node:path";
import { setTimeout as delay } from "node:timers/promises";
import { root } from "./paths.mjs";
import { LaunchError, say } from "./say.mjs";

const startedAt = (pid) => {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, "utf8");
    // Field 22, counted after the command's closing parenthesis, since the command may hold spaces.
    return stat.slice(stat.lastIndexOf(")") + 2).split(" ")[19];
  } catch {
    return null;
  }
};

const isZombie = (pid) => {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, "utf8");
    return stat.slice(stat.lastIndexOf(")") + 2)[0] === "Z";
  } catch {
    return false;
  }
};

function isAlive(pid) {
  try {
    process.kill(pid, 0);
    return !isZombie(pid);
  } catch {
    return false;
  }
}

/** A pid is only ours while the process behind it began when we wrote it down: pids are used again. */
const isOurs = ({ pid, began }) => isAlive(pid) && startedAt(pid) === began;

const signal = (pid, name) => {
  for (const target of [-pid, pid]) {
    try {
      process.kill(target, name);
      return;
    } catch {
      /* no group of that number, or already gone */
    }
  }
};

async function stopProcess(entry) {
  if (!isOurs(entry)) return;
  signal(entry.pid, "SIGTERM");
  for (let waited = 0; waited < 15_000 && isOurs(entry); waited += 50) await delay(50);
  if (isOurs(entry)) signal(entry.pid, "SIGKILL");
}

/** Holds an abstract socket's name while this process lives; null where another one holds it. */
const holdName = (name) =>
  new Promise((resolve, reject) => {
    const server = createServer();
    server.once("error", (error) => (error.code === "EADDRINUSE" ? resolve(null) : reject(error)));
    server.listen(name, () => {
      server.unref();
      resolve(server);
    });
  });

/**
 * Everything one launcher starts, written to `<state>/run.json` as it starts, so that a launcher that was
 * killed leaves a list its successor can clear. Stops in reverse order: the web process before its database.
 */
export class Processes {
  #file;
  #lock = null;
  #entries = [];

  constructor(stateDir) {
    mkdirSync(stateDir, { recursive: true });
    this.#file = path.join(stateDir, "run.json");
  }

  /**
   * Clears what a killed run left; refuses when that run is still alive. Two that come at the same moment never both get
   * through: the name they try to hold is the kernel's to give, to one of them, and free again when that one is gone.
   */
  async takeOver(describe) {
    this.#lock ??= await holdName(`\0ember-${path.resolve(this.#file)}`.slice(0, 107));
    let left;
    try {
      left = JSON.parse(readFileSync(this.#file, "utf8"));
    } catch {
      left = null;
    }
    if (!this.#lock || (left && isOurs(left.launcher) && left.launcher.pid !== process.pid)) {
      throw new LaunchError(
        `${describe} is already running${left?.address ? ` at ${left.address}` : ""}${left ? ` (process ${left.launcher.pid})` : ""}. Stop it first, or use that one.`,
      );
    }
    for (const entry of (left?.entries ?? []).reverse()) {
      if (isOurs(entry)) {
        say(`clearing ${entry.name}, left by a run that was killed`);
        await stopProcess(entry);
      }
    }
    this.#save();
  }

  #save(address) {
    const launcher = { pid: process.pid, began: startedAt(process.pid) };
    this.address = address ?? this.address;
    writeFileSync(this.#file, JSON.stringify({ launcher, address: this.address, entries: this.#entries }));
  }

  announce(address) {
    this.#save(address);
  }

  /** Starts a long-running child in a process group of its own. */
  start(name, command, args, { env = {}, stdio = ["ignore", "ignore", "inherit"], cwd = root } = {}) {
    const child = spawn(command, args, { cwd, env: { ...process.env, ...env }, stdio, detached: true });
    child.once("error", (error) => process.stderr.write(`ember · ${name} could not start: ${error.message}\n`));
    if (child.pid) {
      this.#entries = this.#entries.filter(isOurs);
      this.#entries.push({ name, pid: child.pid, began: startedAt(child.pid) });
      this.#save();
    }
    return child;
  }

  async stop(child) {
    const at = this.#entries.findIndex((entry) => entry.pid === child.pid);
    if (at < 0) return;
    await stopProcess(this.#entries[at]);
    this.#entries.splice(at, 1);
    this.#save();
  }

  async stopAll() {
    for (const entry of [...this.#entries].reverse()) await stopProcess(entry);
    this.#entries = [];
    rmSync(this.#file, { force: true });
    this.#lock?.close();
    this.#lock = null;
  }
}

/** Commands that run, each a group of its own: neither they nor what they started outlive whoever waits for them. */
const running = new Set();
process.once("exit", () => {
  for (const child of running) signal(child.pid, "SIGTERM");
});
// Where a script says nothing of a signal it ends there, and so do its commands.
for (const name of ["SIGINT", "SIGTERM", "SIGHUP"])
  process.on(name, () => {
    if (process.listenerCount(name) === 1) process.exit(1);
  });

/** Runs a command to its end; its output goes to the terminal unless `quiet`. */
export function runCommand(command, args, { env = {}, quiet = false, cwd = root } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd,
      env: { ...process.env, ...env },
      stdio: ["ignore", quiet ? "pipe" : "inherit", quiet ? "pipe" : "inherit"],
      detached: true,
    });
    running.add(child);
    let output = "";
    child.stdout?.on("data", (chunk) => (output += chunk));
    child.stderr?.on("data", (chunk) => (output += chunk));
    child.once("error", (error) => reject(new LaunchError(`${command} could not be run: ${error.message}`)));
    child.once("exit", (code, sig) => {
      running.delete(child);
      resolve({ code: code ?? 1, signal: sig, output });
    });
  });
}
