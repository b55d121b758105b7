import {
  test as base,
  expect,
  request,
  type APIRequestContext,
  type BrowserContextOptions,
  type Page,
} from "@playwright/test";
import { randomBytes } from "node:crypto";
import path from "node:path";
import { openSync, readFileSync } from "node:fs";
import type { Envelope } from "@/core/entry/schema";
import { readCatalogueCsv } from "@/core/catalogue/catalogue";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { TestBench, testGauge } from "@/core/fixtures/bench";
import { openSupplier } from "@/sim/supplier";
import { change, openDatabase, select, type Database } from "@/store/connection";
import { appendEntries } from "@/store/append";
import { fingerprint } from "@/core/canonical";
import type { StreamKind } from "@/core/entry/declare";
import { makeEntry } from "@/core/entry/make-entry";
import { beginStream, listStreams, readEntries } from "@/store/streams";
import { keepPack } from "@/store/packs";
import { cleanPhoto } from "@/store/photos/clean-photo";
import { addToJob, keepPhoto } from "@/store/photos/photos";
import { grantRunning } from "../scripts/lib/mariadb.mjs";
import { freePort } from "../scripts/lib/ports.mjs";
import { Processes } from "../scripts/lib/processes.mjs";
import { stateDir } from "../scripts/lib/paths.mjs";
import { startWeb } from "../scripts/lib/web.mjs";

const templateUrl = process.env.EMBER_TEST_DATABASE_URL!;
export const people = {
  lead: { account: "wren", password: "lantern-by-the-quay" },
  inspector: { account: "sedge", password: "reed-by-the-weir" },
  viewer: { account: "pip", password: "tide-at-the-steps" },
} as const;
export type Who = keyof typeof people;

/** One web process over a database of its own, for one browser worker. */
export class Shop {
  #web: Awaited<ReturnType<typeof startWeb>> | null = null;

  private constructor(
    readonly address: string,
    readonly database: Database,
    private readonly processes: Processes,
    private readonly options: {
      port: number;
      databaseUrl: string;
      distDir: string;
      sessionSecret: string;
      supplierUrl: string;
    },
    private readonly supplier: Awaited<ReturnType<typeof openSupplier>>,
  ) {}

  static async open(worker: number): Promise<Shop> {
    const name = `ember_worker_${worker}`;
    const template = openDatabase(templateUrl, 1);
    await change(template, `DROP DATABASE IF EXISTS ${name}`);
    await change(template, `CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
    for (const { name: table } of await select<{ name: string }>(
      template,
      "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE()",
    )) {
      await change(template, `CREATE TABLE ${name}.${table} LIKE ${table}`);
      await change(template, `INSERT INTO ${name}.${table} SELECT * FROM ${table}`);
    }
    const admin = await template.getConnection();
    await grantRunning(admin, name);
    admin.release();
    await template.end();
    const databaseUrl = templateUrl.replace(/[^/]+$/, name);
    const port = await freePort(0);
    const { parts } = readCatalogueCsv(readFileSync("demo/catalogue.csv", "utf8"));
    // One number is quoted once, and then the counter is down.
    const supplier = await openSupplier(parts, (number, turn) => (number === "SQ41190" && turn > 0 ? "down" : "right"));
    const shop = new Shop(
      `http://127.0.0.1:${port}`,
      openDatabase(databaseUrl, 2),
      new Processes(stateDir(`test-worker-${worker}`)),
      {
        port,
        // The web process works with no more rights than a shop's has.
        databaseUrl: process.env.EMBER_TEST_RUNNING_URL!.replace(/[^/]+$/, name),
        distDir: process.env.EMBER_DIST!,
        sessionSecret: "a secret of the tests that is long enough",
        supplierUrl: supplier.address,
      },
      supplier,
    );
    await shop.start();
    return shop;
  }

  async start(): Promise<void> {
    // What the server refuses goes into its log by code: the suite counts which codes some test produced.
    const codes = process.env.EMBER_CODES;
    const log = codes ? openSync(path.join(codes, `web-${this.options.port}.log`), "a") : "ignore";
    this.#web = await startWeb(this.processes, { ...this.options, log });
  }

  async stop(): Promise<void> {
    if (this.#web) await this.processes.stop(this.#web.child);
    this.#web = null;
  }

  async close(): Promise<void> {
    await this.processes.stopAll();
    await this.supplier.close();
    await this.database.end();
  }

  /** Puts a record into the store, as an import would. */
  async keep(entries: readonly Envelope[], kind: StreamKind = "job"): Promise<string> {
    const { stream } = entries[0]!;
    await beginStream(this.database, stream, kind, new Date());
    await appendEntries(this.database, stream, entries, new Date());
    return stream;
  }

  /** Puts a photo into the store as one of a job's. */
  async keepPhoto(stream: string, picture: Buffer): Promise<{ photo: string; width: number; height: number }> {
    const clean = await cleanPhoto(picture);
    if (!clean.ok) throw new Error(clean.problems[0]!.code);
    await keepPhoto(this.database, clean.value, new Date());
    await addToJob(this.database, stream, clean.value.sha256, new Date());
    return { photo: clean.value.sha256, width: clean.value.width, height: clean.value.height };
  }

  async keepPack(file: string, sha256: string): Promise<void> {
    const json = JSON.parse(readFileSync(file, "utf8")) as { id: string; revision: number };
    await keepPack(this.database, { sha256, id: json.id, revision: json.revision, json }, new Date());
  }

  /** Keeps a pack that is no file; returns its fingerprint. */
  async keepPackJson(json: { readonly id: string } & object): Promise<string> {
    const sha256 = fingerprint(json);
    await keepPack(this.database, { sha256, id: json.id, revision: 1, json }, new Date());
    return sha256;
  }

  entries(stream: string): Promise<Envelope[]> {
    return readEntries(this.database, stream);
  }

  /** Gives what takes back all settings that are kept from here on: other tests on this server go by them. */
  async settingsForNow(): Promise<() => Promise<void>> {
    const [stream] = await listStreams(this.database, "shop");
    const kept = async () => (await this.entries(stream!)).filter(({ type }) => type === "settings-changed");
    const before = new Set((await kept()).map(({ id }) => id));
    return async () => {
      const strikes = (await kept()).map(({ id }) => id).filter((id) => !before.has(id));
      const maker = { now: Date.now, random: () => randomBytes(16), stream: stream!, author: "tester" };
      await appendEntries(this.database, stream!, [makeEntry(maker, "entry-struck", { strikes })], new Date());
    };
  }

  /** What was written to a job after it was seeded. */
  async written(bench: TestBench): Promise<Envelope[]> {
    return (await this.entries(bench.maker.stream)).slice(bench.entries.length);
  }
}

/** A client that is no browser, signed in as one of the demo's people or as nobody. */
export async function client(
  address: string,
  who: Who | "nobody",
  headers: Record<string, string> = {},
): Promise<APIRequestContext> {
  const context = await request.newContext({ baseURL: address, extraHTTPHeaders: headers });
  if (who !== "nobody") expect((await context.post("/api/session", { data: people[who] })).status()).toBe(200);
  return context;
}

export async function signIn(page: Page, who: Who): Promise<void> {
  await page.getByLabel("Account").fill(people[who].account);
  await page.getByLabel("Password").fill(people[who].password);
  await page.getByRole("button", { name: "Sign in" }).click();
  await expect(page.getByRole("heading", { name: "On the bench" })).toBeVisible();
}

interface WorkerFixtures {
  readonly shop: Shop;
  readonly states: Readonly<Record<Who, string>>;
}

interface TestFixtures {
  /** Opens a page as somebody, at a path. */
  readonly visit: (who: Who | "nobody", path: string, options?: BrowserContextOptions) => Promise<Page>;
}

export const test = base.extend<TestFixtures, WorkerFixtures>({
  shop: [
    async ({}, provide, info) => {
      const shop = await Shop.open(info.parallelIndex);
      await provide(shop);
      await shop.close();
    },
    { scope: "worker", timeout: 180_000 },
  ],
  states: [
    async ({ shop }, provide, info) => {
      const file = (who: Who) => path.join(stateDir(`test-worker-${info.parallelIndex}`), `${who}.json`);
      for (const who of ["lead", "inspector", "viewer"] as const) {
        const context = await client(shop.address, who);
        await context.storageState({ path: file(who) });
        await context.dispose();
      }
      await provide({ lead: file("lead"), inspector: file("inspector"), viewer: file("viewer") });
    },
    { scope: "worker" },
  ],
  visit: async ({ browser, shop, states }, provide) => {
    const complaints: string[] = [];
    await provide(async (who, at, options = {}) => {
      const context = await browser.newContext({
        ...(who === "nobody" ? {} : { storageState: states[who] }),
        baseURL: shop.address,
        acceptDownloads: true,
        viewport: { width: 1280, height: 800 },
        // What it keeps would hide from a test what the server does; and each new browser would fetch the whole program.
        serviceWorkers: "block",
        ...options,
      });
      const page = await context.newPage();
      page.on("pageerror", (error) => complaints.push(error.message));
      // Whatever the page's own policy refuses is a fault of the page: on every screen that any test opens.
      page.on("console", (said) => {
        if (/content security policy|permissions.policy/iu.test(said.text())) complaints.push(said.text());
      });
      await page.goto(at);
      return page;
    });
    // A page left open goes on listening and drawing, and slows every test after it.
    for (const context of browser.contexts()) await context.close();
    expect(complaints).toEqual([]);
  },
});

/** A job with a gauge set up for the liners, and nothing read. */
export function readyBench(name = "Test engine"): TestBench {
  const bench = new TestBench(orrinshaw, { name });
  bench.occasion({
    gauge: {
      id: "bore-gauge",
      name: "Bore gauge",
      quantities: ["internal-diameter"],
      unit: "mm",
      range: [100, 160],
      method: "direct",
      resolution: 0.001,
      repeatability: 0.001,
      calibration: { expanded: 0.002, k: 2, on: "2026-03-02", due: "2027-03-02" },
      scaleExpansionPerK: 11.5e-6,
    },
    master: null,
  });
  return bench;
}

/** How many entries of a job the browser keeps; -1 where it keeps none. */
export const kept = (page: Page, id: string) =>
  page.evaluate(async (job) => {
    // Opened before the program makes it, it would stay empty.
    if (!(await indexedDB.databases()).some(({ name }) => name === "ember-kept")) return -1;
    return new Promise<number>((done, fail) => {
      const opening = indexedDB.open("ember-kept");
      opening.onerror = () => fail(new Error("the browser's database does not open"));
      opening.onsuccess = () => {
        const { result } = opening;
        const asked = result.transaction("jobs").objectStore("jobs").get(job);
        asked.onsuccess = () => {
          result.close();
          done((asked.result as { entries: unknown[] } | undefined)?.entries.length ?? -1);
        };
      };
    });
  }, id);

export { expect, TestBench, testGauge };
