import { inOwnWords } from "@/words/glossary";

/** Something that can be found, and what happens when it is chosen. */
export interface Findable {
  readonly id: string;
  readonly kind: "part" | "tag" | "limit" | "fit" | "station" | "job" | "command" | "word";
  readonly title: string;
  /** What else is known of it, shown beside it and searched too. */
  readonly detail: string;
  readonly go: () => void;
}

const plain = (text: string) => text.normalize("NFKD").replace(/\p{M}/gu, "").toLowerCase();

/** How far a word is from being the name: a whole word of it, the beginning of one, anywhere in it, or only in what else is known. */
function costIn(name: string, word: string): number {
  if (name.split(/[\s,·]+/u).includes(word)) return 0;
  if (name.includes(` ${word}`) || name.startsWith(word)) return 1;
  return name.includes(word) ? 2 : 4;
}

/** How well an item answers to the words: smaller is better, null is not at all. */
function rank({ title, detail }: Findable, words: readonly string[]): number | null {
  const name = plain(title);
  const all = `${name} ${plain(detail)}`;
  let cost = 0;
  for (const word of words) {
    if (!all.includes(word)) return null;
    // A whole word of the name first, then its beginning, then anywhere: “5” means cylinder 5 before 70.950.
    cost += costIn(name, word);
  }
  return cost;
}

/**
 * The items that have every word that was typed, best first; in their own order where they are equally good. What the trade
 * calls otherwise is found by the words used here as well.
 *
 * @param most  how many at most
 */
export function find(items: readonly Findable[], typed: string, most = 40): readonly Findable[] {
  const ways = inOwnWords(typed).map((text) => plain(text).split(/\s+/u).filter(Boolean));
  return items
    .flatMap((item, at) => {
      const costs = ways.flatMap((words) => rank(item, words) ?? []);
      return costs.length === 0 ? [] : [{ item, cost: Math.min(...costs), at }];
    })
    .sort((a, b) => a.cost - b.cost || a.at - b.at)
    .slice(0, most)
    .map(({ item }) => item);
}
