import * as z from "@/core/z";
import { createAssess } from "@/core/assess";
import { takeAlong } from "@/core/entry/carried";
import { standingEntries } from "@/core/entry/fold";
import { makeEntry, makeId, oneByOne, type Maker } from "@/core/entry/make-entry";
import { readEntry } from "@/core/entry/read-entry";
import type { EntryOf, Envelope } from "@/core/entry/schema";
import { runsToNote } from "@/core/parts/runs-to-note";
import { revisionOf } from "@/core/part/part-situation";
import { done, problem, refused, type Outcome, type Problem } from "@/core/problem/problem";
import { appendWithin } from "@/store/append";
import { withTransaction, type Connection, type Database } from "@/store/connection";
import type { Person } from "@/store/people";
import { addToJob } from "@/store/photos/photos";
import {
  countShelf,
  laidEntry,
  lockShelfPart,
  readShelfPart,
  searchShelf,
  shelfStream,
  type ShelfLine,
} from "@/store/shelf";
import { readEntries } from "@/store/streams";
import { plainWording } from "@/words/plain-wording";
import { sayProblem } from "@/words/say-problem";
import { database } from "./environment";
import { openJob, openPack } from "./jobs";
import { packsOnOffer } from "./open-job";

const Lies = z.string().check(z.trim(), z.minLength(1), z.maxLength(80));

/** What is done at the shelf. */
export const ShelfAct = z.discriminatedUnion("do", [
  z.strictObject({ do: z.literal("lay"), job: z.uuid(), part: z.uuid(), lies: Lies }),
  z.strictObject({
    do: z.literal("take"),
    job: z.uuid(),
    part: z.uuid(),
    slot: z.nullable(z.string().check(z.maxLength(60))),
  }),
  z.strictObject({ do: z.literal("move"), part: z.uuid(), lies: Lies }),
  z.strictObject({
    do: z.literal("scrap"),
    part: z.uuid(),
    words: z.string().check(z.trim(), z.minLength(1), z.maxLength(400)),
  }),
]);
export type ShelfAct = z.infer<typeof ShelfAct>;

const makerFor = (stream: string, { id }: Pick<Person, "id">): Maker => ({
  stream,
  author: id,
  now: oneByOne(Date.now),
  random: () => crypto.getRandomValues(new Uint8Array(16)),
});

const ourShelf = () =>
  shelfStream(database(), () => makeId({ now: Date.now, random: () => crypto.getRandomValues(new Uint8Array(16)) }), new Date()); // prettier-ignore

/** What spoke against a part, as it was said: it goes on doing so elsewhere. */
const mostAgainst = 40;
const againstOf = (reasons: readonly Problem[]) =>
  reasons
    .filter(
      ({ severity, code }) =>
        severity === "error" || code.endsWith("-asks") || code === "came-with-doubt" || code === "suspect-open",
    )
    .slice(0, mostAgainst)
    .map((reason) => ({ code: reason.code, said: sayProblem(reason, plainWording).slice(0, 600) }));

/** Puts a part of a job on the shelf, with all that is known of it; one that nobody may fit again never. */
async function lay(
  { job: id, part: partId, lies }: Extract<ShelfAct, { do: "lay" }>,
  person: Person,
): Promise<Outcome<string>> {
  const job = await openJob(id);
  if (!job) return refused(problem("unknown-stream"));
  const assessment = createAssess(job.pack)(job.entries, new Date().toISOString());
  const part = assessment.job.parts.get(partId);
  if (!part) return refused(problem("part-not-here"));
  const condition = assessment.condition.byPart.get(partId);
  if (assessment.crack.scrapped.has(partId) || condition?.evidence.some((each) => each.never && each.allowed === false))
    return refused(problem("shelf-takes-no-scrap", [], { tag: part.tag }));
  const inJob = makerFor(id, person);
  const runs = runsToNote(part, assessment.order.notes).map(({ item, value, before }) =>
    makeEntry(inJob, "intake-noted", {
      section: "history",
      item,
      part: partId,
      place: null,
      value,
      ...(before.length > 0 ? { supersedes: [...before] } : {}),
    }),
  );
  const along = takeAlong(partId, standingEntries([...job.entries, ...runs]));
  if (along.kind === "too-many")
    return refused(problem("part-carries-too-much", [], { tag: part.tag, count: along.count, most: along.most }));
  const loose = assessment.inHand.loose.find((each) => each.part.id === partId);
  const options = loose?.options ?? assessment.choices.find((choice) => choice.part?.id === partId)?.options;
  const partClass = job.pack.classes.get(part.class);
  const stream = await ourShelf();
  const laid = makeEntry(makerFor(stream, person), "shelf-laid", {
    part: partId,
    class: part.class,
    tag: part.tag,
    pack: job.header.pack,
    number: part.known.text("number"),
    series: part.known.text("series"),
    revision: partClass ? (revisionOf(part, partClass)?.id ?? null) : null,
    from: { job: id, name: job.header.name },
    lies,
    entries: [...along.entries],
    against: againstOf(options?.[0]?.reasons ?? condition?.reuse.reasons ?? []),
  });
  const bytes = Buffer.byteLength(JSON.stringify(laid));
  if (bytes > 64 * 1024) return refused(problem("too-large", [], { bytes, most: 64 * 1024 }));
  const before = part.known.entries.filter(({ payload }) => payload.item === "lies").map((entry) => entry.id);
  const there = [
    ...runs,
    ...(part.slot === null ? [] : [makeEntry(inJob, "part-removed", { part: partId })]),
    makeEntry(inJob, "part-noted", {
      part: partId,
      item: "lies",
      feature: null,
      value: `shelf, ${lies}`,
      ...(before.length > 0 ? { supersedes: before } : {}),
    }),
  ];
  return withTransaction(database(), async (connection) => {
    const known = await lockShelfPart(connection, partId);
    if (known && known.gone === null) return refused(problem("shelf-has-it", [], { tag: part.tag, lies: known.lies }));
    if (known?.gone === "scrap") return refused(problem("shelf-takes-no-scrap", [], { tag: part.tag }));
    await appendWithin(connection, stream, [laid], new Date(), person.role);
    await appendWithin(connection, id, there, new Date(), person.role);
    return done(partId);
  });
}

/** Why a part of the shelf cannot be had: it never was there, or it left. */
function whyGone(line: ShelfLine | null): Problem | null {
  if (!line) return problem("part-not-here");
  if (line.gone === null) return null;
  return problem("shelf-part-gone", [], { tag: line.tag, to: line.gone, where: line.goneTo });
}

/** Brings a part of the shelf into a job: two who want the same one do not both get it. */
async function take(
  { job: id, part, slot }: Extract<ShelfAct, { do: "take" }>,
  person: Person,
): Promise<Outcome<string>> {
  const job = await openJob(id);
  if (!job) return refused(problem("unknown-stream"));
  if (slot !== null && !job.pack.slots.has(slot)) return refused(problem("unknown-slot", [], { slot }));
  const stream = await ourShelf();
  return withTransaction(database(), async (connection) => {
    const line = await lockShelfPart(connection, part);
    const gone = whyGone(line);
    if (!line || gone) return refused(gone ?? problem("part-not-here"));
    const laid = await laidOf(connection, line);
    if (!laid) return refused(problem("part-not-here"));
    const { tag, class: of, from, entries, against } = laid.payload;
    const maker = makerFor(id, person);
    const note = (item: "meant-for", value: string) =>
      makeEntry(maker, "part-noted", { part, item, feature: null, value });
    const came = [
      makeEntry(maker, "part-tagged", { part, class: of, tag, origin: "shelf" }),
      makeEntry(maker, "part-adopted", { part, from: `the shelf, from ${from.name}`.slice(0, 400), entries, against }),
      ...(slot === null ? [] : [note("meant-for", slot)]),
    ];
    // A part that goes back to the job it came from is known there already.
    const here = (await readEntries(connection, id)).filter(({ payload }) => payload.part === part);
    const isBack = here.some(({ type }) => type === "part-tagged");
    const lay = here.filter(({ type, payload }) => type === "part-noted" && payload.item === "lies").map((each) => each.id); // prettier-ignore
    if (lay.length > 0)
      came.push(makeEntry(maker, "part-noted", { part, item: "lies", feature: null, value: null, supersedes: lay }));
    const left = makeEntry(makerFor(stream, person), "shelf-left", {
      part,
      to: "job",
      job: { job: id, name: job.header.name },
      words: null,
    });
    // Its pictures are the job's from now on, as what is said of them is.
    for (const { type, payload } of entries)
      if (type === "photo-added" && typeof payload.photo === "string")
        await addToJob(connection, id, payload.photo, new Date());
    await appendWithin(connection, stream, [left], new Date(), person.role);
    await appendWithin(connection, id, isBack ? came.slice(2) : came, new Date(), person.role);
    return done(part);
  });
}

async function laidOf(on: Database | Connection, line: ShelfLine): Promise<EntryOf<"shelf-laid"> | null> {
  const envelope = await laidEntry(on, line.laidBy);
  const read = envelope && readEntry(envelope);
  return read?.ok && read.value.type === "shelf-laid" ? read.value : null;
}

/** Moves a part of the shelf, or scraps it. */
async function tell(act: Extract<ShelfAct, { do: "move" | "scrap" }>, person: Person): Promise<Outcome<string>> {
  const { part } = act;
  const stream = await ourShelf();
  return withTransaction(database(), async (connection) => {
    const gone = whyGone(await lockShelfPart(connection, part));
    if (gone) return refused(gone);
    const maker = makerFor(stream, person);
    const entry: Envelope =
      act.do === "move"
        ? makeEntry(maker, "shelf-moved", { part, lies: act.lies })
        : makeEntry(maker, "shelf-left", { part, to: "scrap", job: null, words: act.words });
    await appendWithin(connection, stream, [entry], new Date(), person.role);
    return done(part);
  });
}

export const actAtShelf = (act: ShelfAct, person: Person): Promise<Outcome<string>> =>
  act.do === "lay" ? lay(act, person) : act.do === "take" ? take(act, person) : tell(act, person);

/** What lies on the shelf, as it is listed. */
export const listShelf = async (text: string, of: string | null) => ({
  parts: await searchShelf(database(), { text, of }),
  count: await countShelf(database()),
});

/** What a part of the shelf is good for: by each family of engines that has such a part. */
export async function shelfPart(part: string) {
  const line = await readShelfPart(database(), part);
  const laid = line && (await laidOf(database(), line));
  if (!laid) return null;
  const { payload } = laid;
  const verdicts = [];
  for (const { sha256 } of await packsOnOffer()) {
    const opened = await openPack(sha256);
    if (!opened?.pack.classes.has(payload.class)) continue;
    const stream = makeId({ now: Date.now, random: () => crypto.getRandomValues(new Uint8Array(16)) });
    const maker = makerFor(stream, { id: laid.author });
    const { inHand } = createAssess(opened.pack)(
      [
        makeEntry(maker, "part-tagged", { part, class: payload.class, tag: payload.tag, origin: "shelf" }),
        makeEntry(maker, "part-adopted", { part, from: payload.from.name, entries: payload.entries, against: payload.against }), // prettier-ignore
      ],
      new Date().toISOString(),
    );
    const [reuse] = inHand.loose[0]?.options ?? [];
    verdicts.push({
      pack: opened.pack.pack.id,
      family: opened.pack.pack.family,
      name: opened.pack.classes.get(payload.class)!.name,
      allowed: reuse?.allowed ?? null,
      reasons: reuse?.reasons.slice(0, 12) ?? [],
    });
  }
  return { line, laid: { ...payload, at: laid.at, entries: payload.entries.length }, verdicts };
}
