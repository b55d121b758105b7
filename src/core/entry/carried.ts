import { currentVersion, declarations, isKnownType } from "./declarations";
import { byTime } from "./effective";
import type { Entry, Envelope } from "./schema";
import { mostCarried, type Carried } from "./shapes";

const travels = (type: string): boolean => isKnownType(type) && declarations[type].travels;

const keptCarried = new WeakMap<Carried, Envelope>();

/** The same envelope each time: what was made of an entry is kept by the object it came as. */
function envelopeOf(carried: Carried, stream: string): Envelope {
  let envelope = keptCarried.get(carried);
  if (envelope?.stream !== stream) keptCarried.set(carried, (envelope = { ...carried, stream } as Envelope));
  return envelope!;
}

/**
 * The entries that parts brought along, of those that go with a part and are about it; what is in the record itself
 * already is not taken twice, and of two that carry the same id the first by time counts.
 */
export function carriedAlong(understood: readonly Entry[], here: ReadonlyMap<string, Envelope>): readonly Envelope[] {
  const found = new Map<string, Envelope>();
  // A set-up that was opened here is what it was here, whatever comes under its name.
  const setUps = new Set(
    understood.flatMap((entry) => (entry.type === "occasion-opened" ? [entry.payload.occasion] : [])),
  );
  const adoptions = understood.filter((entry) => entry.type === "part-adopted").sort(byTime);
  for (const { stream, payload } of adoptions)
    for (const carried of payload.entries) {
      const about =
        carried.type === "occasion-opened"
          ? !setUps.has(String(carried.payload.occasion))
          : carried.payload.part === payload.part;
      if (travels(carried.type) && about && !here.has(carried.id) && !found.has(carried.id))
        found.set(carried.id, envelopeOf(carried, stream));
    }
  return [...found.values()];
}

/** What is taken along of a part, or that it is more than can be. */
export type TakenAlong =
  | { readonly kind: "all"; readonly entries: readonly Carried[] }
  | { readonly kind: "too-many"; readonly count: number; readonly most: number };

/**
 * The entries of a job that go with a part when it leaves: those that stand about it, and the set-ups its readings were
 * taken with, what it had brought along itself among them.
 *
 * @param standing  the entries of the job that stand, see `effectiveEntries`
 */
export function takeAlong(part: string, standing: readonly Entry[]): TakenAlong {
  const about = standing.filter(
    (entry) => travels(entry.type) && "part" in entry.payload && entry.payload.part === part,
  );
  const used = new Set(about.flatMap((entry) => (entry.type === "reading-taken" ? [entry.payload.occasion] : [])));
  const setUps = standing.filter((entry) => entry.type === "occasion-opened" && used.has(entry.payload.occasion));
  const entries = [...setUps, ...about].map(({ id, type, author, at, payload }): Carried => ({
    id,
    type,
    v: currentVersion(type),
    author,
    at,
    // What stands for something else there stands by itself here: the other does not come along.
    payload: Object.fromEntries(Object.entries(payload).filter(([key]) => key !== "supersedes")),
  }));
  return entries.length > mostCarried
    ? { kind: "too-many", count: entries.length, most: mostCarried }
    : { kind: "all", entries };
}
