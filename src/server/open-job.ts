import * as z from "@/core/z";
import { canonicalJson } from "@/core/canonical";
import { makeEntry, makeId, oneByOne, type Maker } from "@/core/entry/make-entry";
import { placeTag } from "@/core/parts/next-tags";
import { done, problem, refused, type Outcome } from "@/core/problem/problem";
import { withTransaction } from "@/store/connection";
import { appendWithin } from "@/store/append";
import { beginStream, readEntries } from "@/store/streams";
import { listPacks } from "@/store/packs";
import type { Person } from "@/store/people";
import { database } from "./environment";
import { openPack, openShop } from "./jobs";

export const NewJob = z.strictObject({
  id: z.uuid(),
  name: z.string().check(z.trim(), z.minLength(1), z.maxLength(120)),
  pack: z.string().check(z.regex(/^[0-9a-f]{64}$/u)),
  number: z.nullable(z.string().check(z.trim(), z.maxLength(60))),
});

/** The packs that a new job can be pinned to: of each family the newest revision. */
export async function packsOnOffer() {
  const newest = new Map<string, { sha256: string; id: string; revision: number }>();
  for (const pack of await listPacks(database()))
    if (pack.offered && (newest.get(pack.id)?.revision ?? 0) < pack.revision) newest.set(pack.id, pack);
  const opened = await Promise.all(
    // One that this program refuses is not on offer, and takes no other down.
    [...newest.values()].map(async ({ sha256 }) => ({
      sha256,
      pack: (await openPack(sha256).catch(() => null))?.pack,
    })),
  );
  return opened
    .flatMap(({ sha256, pack }) => (pack ? [{ sha256, pack: pack.pack }] : []))
    .sort((a, b) => a.pack.family.localeCompare(b.pack.family));
}

/**
 * Opens a job: its stream, what is known of it, and a tag for the part in every slot, since an engine that comes in has
 * its parts in it. All of it or nothing, and once: asked again with the same id, it answers with the job that is there.
 */
export async function openNewJob(
  { id: stream, name, pack: sha256, number }: z.infer<typeof NewJob>,
  person: Person,
): Promise<Outcome<string>> {
  const opened = await openPack(sha256);
  if (!opened) return refused(problem("pack-not-here", [], { sha256: sha256.slice(0, 12) }));
  const { pack, classes } = opened.pack;
  if (!(await listPacks(database())).some((each) => each.sha256 === sha256 && each.offered))
    return refused(problem("pack-not-offered", [], { id: pack.id, revision: pack.revision }));
  const maker: Maker = {
    stream,
    author: person.id,
    now: oneByOne(Date.now),
    random: () => crypto.getRandomValues(new Uint8Array(16)),
  };
  const { settings } = await openShop();
  const entries = [
    makeEntry(maker, "job-opened", {
      name,
      engine: { number: number || null, variant: null },
      pack: { id: pack.id, revision: pack.revision, sha256 },
      application: { kind: null, words: null },
      hoursWanted: null,
      budget: null,
      wantedBy: null,
      unit: settings?.opens?.unit ?? "mm",
      decisionRule: settings?.opens?.rule ?? "simple",
    }),
    ...pack.slots.flatMap((slot) => {
      const part = makeId(maker);
      return [
        makeEntry(maker, "part-tagged", {
          part,
          class: slot.class,
          tag: placeTag(classes.get(slot.class)!, slot),
          origin: "engine",
        }),
        makeEntry(maker, "part-installed", { part, slot: slot.id }),
      ];
    }),
  ];
  if (settings) entries.push(makeEntry(maker, "settings-taken", { settings }));
  const now = new Date();
  return withTransaction(database(), async (connection) => {
    if (await beginStream(connection, stream, "job", now))
      await appendWithin(connection, stream, entries, now, person.role);
    else {
      const [first] = await readEntries(connection, stream);
      const isSame = first?.author === person.id && canonicalJson(first.payload) === canonicalJson(entries[0]!.payload);
      if (!isSame) return refused(problem("id-taken"));
    }
    return done(stream);
  });
}
