import type { Mating, MatingOf } from "../pack/schema-match";

/** What an end is like: a word of the attribute's list, or a figure in its unit, somewhere between two. */
export type Value = { readonly word: string } | { readonly min: number; readonly max: number };

/** What an attribute of an end is; ends by their number, the first of a mating 0. Null is not known. */
export type Tell = (end: number, attribute: string) => Value | null;

/** What conditions of a mating are held against. */
export interface Into {
  readonly variant: string | null;
  readonly application: string | null;
}

/** Something that has to be known before a mating can be judged. */
export interface Ask {
  readonly end: number;
  readonly attribute: string;
}

export interface Judged {
  readonly allowed: boolean | null;
  /** What would settle it, where it is open. */
  readonly asks: readonly Ask[];
}

const yes: Judged = { allowed: true, asks: [] };
const no: Judged = { allowed: false, asks: [] };
const open = (...asks: readonly Ask[]): Judged => ({ allowed: null, asks });

/** Figures agree that differ by less than their last digit could show. */
const near = 1e-9;

type Figure = Extract<Value, { min: number }>;
const isFigure = (value: Value): value is Figure => "min" in value;

/** A figure that is somewhere in one band, against another: surely within, surely not, or it has to be measured. */
function within({ min, max }: Figure, band: Figure): boolean | null {
  if (min >= band.min - near && max <= band.max + near) return true;
  return max < band.min - near || min > band.max + near ? false : null;
}

const less = (a: Figure, b: Figure): Figure => ({ min: a.min - b.max, max: a.max - b.min });

/** Whether two are the same: words by their name, figures where both are one. */
function same(a: Value, b: Value): boolean | null {
  if (isFigure(a) !== isFigure(b)) return false;
  return isFigure(a) ? within(less(a, b as Figure), { min: 0, max: 0 }) : a.word === (b as { word: string }).word;
}

/** All of several answers: refused by one, else open by one. */
const all = (answers: readonly Judged[]): Judged =>
  answers.find(({ allowed }) => allowed === false) ?? {
    allowed: answers.every(({ allowed }) => allowed === true) ? true : null,
    asks: answers.flatMap(({ asks }) => asks),
  };

type TwoEnded = Exclude<Mating, { is: "sum" | "same" | "interchange" }>;

/** Both ends' values, or what is missing of them. */
function bothOf(mating: TwoEnded, tell: Tell): { a: Value; b: Value } | readonly Ask[] {
  const asked: readonly Ask[] = [
    { end: 0, attribute: mating.attribute },
    { end: 1, attribute: mating.otherAttribute ?? mating.attribute },
  ];
  const [a, b] = asked.map(({ end, attribute }) => tell(end, attribute));
  return a && b ? { a, b } : asked.filter((_, at) => !(at === 0 ? a : b));
}

/** Where figures overlap without settling it, both are measured. */
const settled = (answer: boolean | null, mating: TwoEnded): Judged =>
  answer === null
    ? open({ end: 0, attribute: mating.attribute }, { end: 1, attribute: mating.otherAttribute ?? mating.attribute })
    : answer
      ? yes
      : no;

const wordsOf = ({ a, b }: { a: Value; b: Value }): readonly [string, string] | null =>
  isFigure(a) || isFigure(b) ? null : [a.word, b.word];
const figuresOf = ({ a, b }: { a: Value; b: Value }): readonly [Figure, Figure] | null =>
  isFigure(a) && isFigure(b) ? [a, b] : null;

function judgeClocking(mating: MatingOf<"clocking">, driving: Figure, driven: Figure, tell: Tell): Judged {
  const teeth = driven.min;
  if (Math.abs(teeth / driving.min - mating.ratio) > near * mating.ratio) return no;
  const off = tell(1, mating.off);
  if (!off || !isFigure(off)) return open({ end: 1, attribute: mating.off });
  const most = Math.max(Math.abs(off.min), Math.abs(off.max));
  if (most === 0) return yes;
  if (mating.range === undefined) return no;
  const range = tell(1, mating.range);
  if (!range || !isFigure(range)) return open({ end: 1, attribute: mating.range });
  return (most * 360) / teeth <= range.min + near ? yes : no;
}

function judgeInterchange(mating: MatingOf<"interchange">, tell: Tell, { variant, application }: Into): Judged {
  const own = tell(0, mating.attribute);
  if (!own || isFigure(own)) return open({ end: 0, attribute: mating.attribute });
  const rules = mating.rules.filter(({ value }) => value === own.word);
  // While nobody knows which variant it is, what all of them say counts.
  const meant = rules.filter(({ variants }) => variants.length === 0 || variant === null || variants.includes(variant));
  if (meant.length === 0) return open({ end: 0, attribute: mating.attribute });
  return all(
    meant.map(({ then, tested, applications }): Judged => {
      if (then === "free") return yes;
      if (then === "never") return no;
      if (then === "only") return application === null ? open() : applications.includes(application) ? yes : no;
      const attribute = tested?.attribute ?? mating.attribute;
      const found = tested ? tell(0, attribute) : null;
      if (!found) return open({ end: 0, attribute });
      return !isFigure(found) && found.word === tested!.value ? yes : no;
    }),
  );
}

/**
 * Whether what meets in a mating goes together, from what is known of its ends. What is not known is open, never right.
 *
 * @param ends  how many ends there are at this place: two, and for a sum as many as it has
 * @param tell  what an attribute of an end is, in the attribute's unit
 * @param into  the engine's variant and what it goes into; null where nobody knows
 * @example judgeMating({ is: "fit", within: { min: 0.01, max: 0.05 }, attribute: "bore", otherAttribute: "pilot" }, 2, (end) => ({ min: 20 - 0.03 * end, max: 20 - 0.03 * end }), {}).allowed // true
 */
export function judgeMating(mating: Mating, ends: number, tell: Tell, into: Into): Judged {
  if (mating.is === "interchange") return judgeInterchange(mating, tell, into);
  if (mating.is === "sum") {
    const told = Array.from({ length: ends }, (_, end) => tell(end, mating.attribute));
    const asks = told.flatMap((value, end) => (value && isFigure(value) ? [] : [{ end, attribute: mating.attribute }]));
    if (asks.length > 0) return open(...asks);
    const figures = told as readonly Figure[];
    const sum = figures.reduce((so, { min, max }) => ({ min: so.min + min, max: so.max + max }), { min: 0, max: 0 });
    const answer = within(sum, { min: mating.target - mating.within, max: mating.target + mating.within });
    return answer === null ? open(...figures.map((_, end) => ({ end, attribute: mating.attribute }))) : answer ? yes : no; // prettier-ignore
  }
  if (mating.is === "same") {
    const told = Array.from({ length: ends }, (_, end) => ({ end, value: tell(end, mating.attribute) }));
    // Two that are known to differ are enough; that all are the same is known only of all.
    const known = told.flatMap(({ end, value }) => (value ? { end, value } : []));
    const [first] = known;
    const isLike = known.map(({ value }) => same(first!.value, value));
    if (isLike.includes(false)) return no;
    const missing = told.filter(({ end, value }) => value === null || isLike[known.findIndex((each) => each.end === end)] === null); // prettier-ignore
    return missing.length === 0 ? yes : open(...missing.map(({ end }) => ({ end, attribute: mating.attribute })));
  }
  const both = bothOf(mating, tell);
  if (!("a" in both)) return open(...both);
  const words = wordsOf(both);
  const figures = figuresOf(both);
  const inPairs = (pairs: readonly (readonly [string, string])[], either: boolean) =>
    words !== null && pairs.some(([a, b]) => (words[0] === a && words[1] === b) || (either && words[0] === b && words[1] === a)); // prettier-ignore
  switch (mating.is) {
    case "equal":
      return settled(same(both.a, both.b), mating);
    case "table":
      return inPairs(mating.pairs, false) ? yes : no;
    case "complement":
      return inPairs(mating.pairs, true) ? yes : no;
    case "accepts": {
      const taken = words && mating.accepts.find(({ value }) => value === words[0])?.takes;
      // One that the list does not have is not said to take anything, nor to refuse it.
      if (!taken) return open({ end: 0, attribute: mating.attribute });
      return taken.includes(words[1]) ? yes : no;
    }
    case "fit":
      return settled(figures && within(less(figures[0], figures[1]), mating.within), mating);
    case "aligned":
      return settled(figures && within(less(figures[0], figures[1]), { min: -mating.within, max: mating.within }), mating); // prettier-ignore
    case "size": {
      const { a, b } = both;
      const meant = isFigure(a) ? undefined : mating.sizes.find(({ size }) => size === a.word);
      // A size that the standard's table does not have tells nothing.
      if (!meant || !isFigure(b)) return open({ end: 0, attribute: mating.attribute });
      return settled(within(b, { min: meant.is, max: meant.is }), mating);
    }
    case "capacity": {
      if (!figures) return settled(null, mating);
      const [has, needs] = figures;
      const times = 1 + mating.reserve;
      return settled(has.min >= needs.max * times - near ? true : has.max < needs.min * times - near ? false : null, mating); // prettier-ignore
    }
    case "clocking":
      return figures ? judgeClocking(mating, figures[0], figures[1], tell) : settled(null, mating);
    case "pattern": {
      const { seen } = mating;
      const fits = settled(same(both.a, both.b), mating);
      if (!seen) return fits;
      const looks = Array.from({ length: ends - 2 }, (_, at): Judged => {
        const found = tell(at + 2, seen.attribute);
        if (!found || isFigure(found)) return open({ end: at + 2, attribute: seen.attribute });
        return seen.values.includes(found.word) ? yes : no;
      });
      return all([fits, ...looks]);
    }
  }
}
