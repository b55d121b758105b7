import { effectiveEntries } from "../entry/effective";
import { readEntry } from "../entry/read-entry";
import type { EntryOf, Envelope } from "../entry/schema";

export type Laid = EntryOf<"shelf-laid">;

/** A part of the shelf as it is listed: folded facts, never a verdict. */
export interface ShelfListing {
  readonly part: string;
  readonly class: string;
  readonly pack: string;
  readonly tag: string;
  readonly number: string | null;
  readonly origin: string;
  readonly lies: string;
  readonly readings: number;
  readonly findings: number;
  readonly against: number;
  readonly laidAt: string;
}

/** A part that the shop keeps, or kept. */
export interface ShelfPart {
  readonly laid: Laid;
  readonly lies: string;
  /** How it left; null while it lies there. */
  readonly left: EntryOf<"shelf-left"> | null;
}

/**
 * The shelf from its entries: of each part where it lies now, or how it left. What was said last counts; a part that
 * was scrapped stays so, whoever says afterwards that it lies there.
 */
export function foldShelf(envelopes: readonly Envelope[]): ReadonlyMap<string, ShelfPart> {
  const { entries } = effectiveEntries(
    envelopes.flatMap((envelope) => {
      const read = readEntry(envelope);
      return read.ok ? [read.value] : [];
    }),
  );
  const parts = new Map<string, ShelfPart>();
  const scrapped = new Map<string, EntryOf<"shelf-left">>();
  for (const entry of entries) {
    if (entry.type === "shelf-laid") {
      const { part, lies } = entry.payload;
      parts.set(part, { laid: entry, lies, left: scrapped.get(part) ?? null });
    }
    if (entry.type === "shelf-moved") {
      const known = parts.get(entry.payload.part);
      if (known) parts.set(entry.payload.part, { ...known, lies: entry.payload.lies });
    }
    if (entry.type === "shelf-left") {
      const { part, to } = entry.payload;
      if (to === "scrap") scrapped.set(part, entry);
      const known = parts.get(part);
      if (known) parts.set(part, { ...known, left: scrapped.get(part) ?? entry });
    }
  }
  return parts;
}

/** The words a part is found by: every group of letters and digits of its tag, number, place, kind and job. */
export const wordsOf = ({ laid: { payload }, lies }: ShelfPart): readonly string[] => {
  const { tag, number, class: of, from, pack } = payload;
  return wordsIn([tag, number ?? "", of, lies, from.name, pack.id].join(" "));
};

/** The most words that are searched by, and the longest that is kept. */
const [mostWords, longestWord] = [40, 60];

/**
 * The words of a text that is searched by, as they are compared.
 *
 * @example wordsIn("P-77 rack 3") // ["P", "77", "RACK", "3"]
 */
export const wordsIn = (text: string): readonly string[] => [
  ...new Set(
    text
      .normalize("NFKD")
      .toUpperCase()
      .split(/[^A-Z0-9]+/u)
      .filter(Boolean)
      .map((word) => word.slice(0, longestWord))
      .slice(0, mostWords),
  ),
];
