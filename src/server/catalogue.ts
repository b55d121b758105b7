import type { CatalogueRead } from "@/core/catalogue/catalogue";
import { makeId } from "@/core/entry/make-entry";
import { countCatalogue, findInCatalogue, keepCatalogue, supersessionOf } from "@/store/catalogue";
import { database } from "./environment";
import { offThread } from "./off-thread/off-thread";

/** What became of a catalogue that was brought: what is amiss in it, and how many parts were kept. */
export interface CatalogueTaken extends Pick<CatalogueRead, "problems" | "rows"> {
  readonly good: number;
  readonly kept: number;
}

/**
 * Takes a catalogue in. With faults nothing is kept, unless the good rows are asked for.
 *
 * @param keepGood  keep what is good of one with faults
 */
export async function takeCatalogue(text: string, keepGood: boolean): Promise<CatalogueTaken> {
  const { parts, problems, rows } = await offThread("readCatalogue", { text });
  const isKept = parts.length > 0 && (problems.length === 0 || keepGood);
  if (isKept) {
    const edition = makeId({ now: Date.now, random: () => crypto.getRandomValues(new Uint8Array(16)) });
    await keepCatalogue(database(), parts, edition, new Date());
  }
  return { problems, rows, good: parts.length, kept: isKept ? parts.length : 0 };
}

export const searchCatalogue = (text: string) => findInCatalogue(database(), text);
export const chainOf = (number: string) => supersessionOf(database(), number);
export const catalogueSize = () => countCatalogue(database());
