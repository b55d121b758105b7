import { readdir, readFile } from "node:fs/promises";
import { readCatalogueCsv } from "@/core/catalogue/catalogue";
import { fold } from "@/core/entry/fold";
import { withTransaction, type Database } from "@/store/connection";
import { appendEntries } from "@/store/append";
import type { StreamKind } from "@/core/entry/declare";
import type { Role } from "@/core/entry/schema";
import { beginStream } from "@/store/streams";
import { shelfStream } from "@/store/shelf";
import { shopStream } from "@/store/shop-stream";
import { migrate } from "@/store/migrate";
import { keepCatalogue } from "@/store/catalogue";
import { keepPack } from "@/store/packs";
import { hashPassword } from "@/store/passwords";
import { addOwner, type OwnersWords } from "@/store/owners";
import { addPerson, countPeople } from "@/store/people";
import { rebuildReadings } from "@/store/readings";
import { readCleanPhoto, type CleanPhoto } from "@/store/photos/clean-photo";
import { addToJob, keepPhoto } from "@/store/photos/photos";
import { CommandError } from "./command-error";
import { createPerson } from "./people";
import { packFromFile, recordFromFile } from "./read-files";
import { migrationsFolder, newId, withDatabase } from "./with-database";

const demoPeople: readonly { id: string; account: string; name: string; role: Role; password: string }[] = [
  {
    id: "0193a002-0000-7000-8000-000000000001",
    account: "wren",
    name: "Wren Halloway",
    role: "lead",
    password: "lantern-by-the-quay",
  },
  {
    id: "0193a002-0000-7000-8000-000000000002",
    account: "sedge",
    name: "Sedge Arden",
    role: "inspector",
    password: "reed-by-the-weir",
  },
  {
    id: "0193a002-0000-7000-8000-000000000003",
    account: "pip",
    name: "Pip Marrow",
    role: "viewer",
    password: "tide-at-the-steps",
  },
];

const shippedPacks = ["orrinshaw-6m", "larkspire-f5", "pellbrook-v4", "windrow-r2", "tarnwick-2t"].map((name) => `packs/${name}.json`); // prettier-ignore
/** Families of which nothing but their layout is known: an example of what the library alone says. */
const shippedSheets = ["fennick-4", "brackle-1"].map((name) => `sheets/${name}.json`);
const demoStreams: readonly { file: string; kind: StreamKind }[] = [
  { file: "demo/shop.ndjson", kind: "shop" },
  { file: "demo/shelf.ndjson", kind: "shelf" },
  { file: "demo/ferry-marigold.ndjson", kind: "job" },
  { file: "demo/ferry-2021.ndjson", kind: "job" },
  { file: "demo/survey-launch-tern.ndjson", kind: "job" },
  { file: "demo/dredger-sallow.ndjson", kind: "job" },
  { file: "demo/drainage-pump-3.ndjson", kind: "job" },
  { file: "demo/airship-larkspire.ndjson", kind: "job" },
  { file: "demo/hill-tram-2.ndjson", kind: "job" },
  { file: "demo/hill-tram-1.ndjson", kind: "job" },
  { file: "demo/hovercraft-heron.ndjson", kind: "job" },
  { file: "demo/ice-sled-2.ndjson", kind: "job" },
];

/** The demo's photos, by the fingerprints that its entries know them by. */
async function demoPhotos(): Promise<ReadonlyMap<string, CleanPhoto>> {
  const photos = new Map<string, CleanPhoto>();
  for (const name of (await readdir("demo/photos")).sort()) {
    const read = await readCleanPhoto(await readFile(`demo/photos/${name}`));
    if (read.ok) photos.set(read.value.sha256, read.value);
  }
  return photos;
}

async function seed(database: Database): Promise<void> {
  const photos = await demoPhotos();
  for (const { file, kind } of demoStreams) {
    const entries = await recordFromFile(file);
    const stream = entries[0]!.stream;
    await beginStream(database, stream, kind, new Date(entries[0]!.at));
    await appendEntries(database, stream, entries, new Date());
    for (const { photo } of fold(entries).photos) {
      const found = photos.get(photo);
      if (found) await keepPhoto(database, found, new Date());
      await addToJob(database, stream, photo, new Date());
    }
  }
  const { parts, problems } = readCatalogueCsv(await readFile("demo/catalogue.csv", "utf8"));
  if (problems.length > 0) throw new CommandError(`ember prepare: demo/catalogue.csv: ${problems[0]!.code}`);
  await keepCatalogue(database, parts, newId(), new Date());
  const owners = JSON.parse(await readFile("demo/owners.json", "utf8")) as readonly OwnersWords[];
  for (const owner of owners) await addOwner(database, owner, new Date());
  // People come last and together: they are the mark that the rest is complete.
  const people = await Promise.all(
    demoPeople.map(async ({ password, ...person }) => ({
      ...person,
      passwordHash: await hashPassword(password),
    })),
  );
  await withTransaction(database, async (connection) => {
    for (const person of people) await addPerson(connection, person, new Date());
  });
}

/** The packs that ship with the program: a shop may use them from the first day. */
async function keepShippedPacks(database: Database): Promise<void> {
  for (const file of [...shippedPacks, ...shippedSheets]) {
    const { json, pack } = await packFromFile(file);
    await keepPack(database, { sha256: pack.sha256, id: pack.pack.id, revision: pack.pack.revision, json }, new Date());
  }
}

async function addFirstLead(database: Database, [account, name]: readonly string[]): Promise<void> {
  if ((await countPeople(database)) > 0)
    throw new CommandError("ember prepare: there are accounts already; further ones are made with ember add-person");
  console.log(await createPerson(database, { account: account!, name: name!, role: "lead" }));
}

/** Migrates a database; with --demo fills an empty one with demo data, with --first-lead makes its first account. */
export async function prepare(words: readonly string[]): Promise<void> {
  const [mode, ...rest] = words;
  const isFirstLead = mode === "--first-lead" && rest.length === 2;
  if (mode !== undefined && !isFirstLead && !(mode === "--demo" && rest.length === 0))
    throw new CommandError(`ember prepare: what does ${words.join(" ")} mean?`);
  await withDatabase("prepare", [], async (database) => {
    await migrate(database, migrationsFolder, () => new Date());
    await keepShippedPacks(database);
    // A database from before there was anything to compare readings by.
    await rebuildReadings(database, true);
    if (isFirstLead) await addFirstLead(database, rest);
    else if (mode === "--demo") {
      if ((await countPeople(database)) === 0) await seed(database);
      console.log(
        demoPeople
          .map(({ account, password, role }) => `  ${role.padEnd(11)}   ${account.padEnd(6)} ${password}`)
          .join("\n"),
      );
    } else if ((await countPeople(database)) === 0) {
      console.log('  Nobody can sign in yet. Stop, and start once with: npm start -- --first-lead ACCOUNT "FULL NAME"');
    }
    await shopStream(database, newId, new Date());
    await shelfStream(database, newId, new Date());
  });
}
