/** A whole installation of its own for an attack: database, web process, people, one job. */
import { execFileSync, spawnSync } from "node:child_process";
import { randomBytes } from "node:crypto";
import { mkdirSync, openSync, readFileSync, rmSync } from "node:fs";
import path from "node:path";
import { setTimeout as delay } from "node:timers/promises";
import { makeId } from "@/core/entry/make-entry";
import { openDatabase, type Database } from "@/store/connection";
import { startMariadb } from "../lib/mariadb.mjs";
import { bin, stateDir } from "../lib/paths.mjs";
import { freePort } from "../lib/ports.mjs";
import { Processes, runCommand } from "../lib/processes.mjs";
import { startWeb } from "../lib/web.mjs";

/** A process of ours, as far as an attack has to do with it. */
export interface Child {
  readonly pid?: number | undefined;
  readonly exitCode: number | null;
  readonly signalCode: NodeJS.Signals | null;
  readonly once: (event: "exit", listener: () => void) => unknown;
}

export const clock = { now: Date.now, random: () => randomBytes(16) };
export const newId = (): string => makeId(clock);

const people = {
  lead: ["wren", "lantern-by-the-quay"],
  inspector: ["sedge", "reed-by-the-weir"],
  viewer: ["pip", "tide-at-the-steps"],
} as const;
export type Who = keyof typeof people;

export class House {
  readonly #cookies = new Map<Who, Promise<string>>();
  /** By which each one's own device is known: whatever others try meanwhile, from there they are let in. */
  readonly #devices = new Map<Who, string>();

  private constructor(
    readonly name: string,
    private readonly processes: Processes,
    private readonly state: string,
    private readonly ports: { readonly database: number; readonly web: number },
    private readonly tmpfs: string | null,
    public database: Awaited<ReturnType<typeof startMariadb>>,
    public web: Awaited<ReturnType<typeof startWeb>>,
  ) {}

  /**
   * Opens a house with the demo in it.
   *
   * @param disk  size of a disk of its own for the data, in MB; null for the machine's
   */
  static async open(name: string, disk: number | null = null): Promise<House> {
    const state = stateDir(`attack-${name}`);
    const processes = new Processes(state);
    await processes.takeOver("This attack");
    const data = path.join(state, "house");
    // A disk of a run that was killed is still there.
    if (disk !== null) spawnSync("umount", ["-l", data]);
    rmSync(data, { recursive: true, force: true });
    mkdirSync(data, { recursive: true });
    if (disk !== null) execFileSync("mount", ["-t", "tmpfs", "-o", `size=${disk}m`, "tmpfs", data]);
    try {
      const ports = { database: await freePort(0), web: await freePort(0) };
      const database = await startMariadb(processes, path.join(data, "db"), { wantedPort: ports.database });
      await database.createDatabase("ember");
      const prepared = await runCommand(bin("tsx"), ["cli/ember.ts", "prepare", "--demo"], {
        quiet: true,
        env: { EMBER_DATABASE_URL: database.url("ember") },
      });
      if (prepared.code !== 0) throw new Error(prepared.output);
      await database.letRun("ember");
      await database.disconnect();
      const web = await House.#startWeb(processes, data, ports.web, database.runningUrl("ember"));
      return new House(name, processes, data, ports, disk === null ? null : data, database, web);
    } catch (error) {
      await processes.stopAll();
      if (disk !== null) execFileSync("umount", ["-l", data]);
      throw error;
    }
  }

  static #startWeb(processes: Processes, data: string, port: number, databaseUrl: string) {
    const codes = process.env.EMBER_CODES;
    return startWeb(processes, {
      port,
      distDir: process.env.EMBER_DIST ?? ".next-test",
      databaseUrl,
      dataFolder: path.join(data, "db"),
      sessionSecret: "a secret of the tests that is long enough",
      ...(codes ? { log: openSync(path.join(codes, `web-attack-${port}.log`), "a") } : {}),
    });
  }

  get address(): string {
    return this.web.address;
  }

  /** Where the data lies. */
  get data(): string {
    return this.state;
  }

  async startDatabase(): Promise<void> {
    this.database = await startMariadb(this.processes, path.join(this.state, "db"), {
      wantedPort: this.ports.database,
    });
    await this.database.disconnect();
  }

  async startServer(): Promise<void> {
    const url = this.database.runningUrl("ember");
    this.web = await House.#startWeb(this.processes, this.state, this.ports.web, url);
  }

  /** Ends a part of it at once, as a power cut does. */
  async kill(child: Child): Promise<void> {
    const gone = new Promise<void>((resolve) =>
      child.exitCode !== null || child.signalCode !== null ? resolve() : child.once("exit", () => resolve()),
    );
    process.kill(child.pid!, "SIGKILL");
    await gone;
  }

  /** The cookie of one who is signed in; those who want it at once wait for one signing in. */
  cookieOf(who: Who): Promise<string> {
    const known = this.#cookies.get(who) ?? this.#signIn(who);
    this.#cookies.set(who, known);
    return known;
  }

  async #signIn(who: Who): Promise<string> {
    const [account, password] = people[who];
    const answer = await fetch(`${this.address}/api/session`, {
      method: "POST",
      headers: { "Content-Type": "application/json", cookie: this.#devices.get(who) ?? "" },
      body: JSON.stringify({ account, password }),
    });
    if (!answer.ok) throw new Error(`${who} is not let in: ${answer.status}`);
    const set = answer.headers.getSetCookie().map((each) => each.split(";")[0]!);
    this.#devices.set(who, set.find((each) => each.startsWith("ember-device=")) ?? "");
    return set.join("; ");
  }

  /** Signs somebody in anew at the next word. */
  forget(who: Who | "nobody"): void {
    if (who !== "nobody") this.#cookies.delete(who);
  }

  /** Asks as somebody. */
  async ask(who: Who | "nobody", to: string, init: RequestInit = {}): Promise<Response> {
    const headers = new Headers(init.headers);
    if (who !== "nobody" && !headers.has("cookie")) headers.set("cookie", await this.cookieOf(who));
    return fetch(`${this.address}${to}`, { redirect: "manual", ...init, headers });
  }

  /** Looks into the database itself. */
  pool(connections = 1): Database {
    return openDatabase(this.database.url("ember"), connections);
  }

  /** Memory of the web process, in MB. */
  memory(): number {
    const status = readFileSync(`/proc/${this.web.child.pid}/status`, "utf8");
    return Number(/VmRSS:\s+(\d+)/u.exec(status)![1]) / 1024;
  }

  async close(): Promise<void> {
    await this.processes.stopAll();
    if (this.tmpfs !== null) execFileSync("umount", ["-l", this.tmpfs]);
  }
}

/** Asks again until something holds; false when it does not within some seconds. */
export async function until(holds: () => Promise<boolean>, seconds = 60): Promise<boolean> {
  for (let waited = 0; waited < seconds * 20; waited += 1) {
    if (await holds().catch(() => false)) return true;
    await delay(50);
  }
  return false;
}

/** What an attack found: lines to print, and what is wrong. */
export interface Findings {
  readonly said: readonly string[];
  readonly wrong: readonly string[];
}
