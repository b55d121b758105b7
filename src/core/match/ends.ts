import type { Job, Part, Signed } from "../entry/fold";
import { groupBy } from "../group";
import { jobSituation, type Order } from "../order/order";
import type { CompiledPack } from "../pack/compile-pack";
import { holds, ofNoPart, type Situation } from "../pack/conditions";
import type { Attribute, AttributeValue, Match, Outside } from "../pack/schema-match";
import type { Slot } from "../pack/schema";
import { partSituation } from "../part/part-situation";
import { problem, type Problem } from "../problem/problem";
import { showNumber } from "../quantity/number-in-unit";
import { fromCore, shownUnit, unitById, type Unit } from "../quantity/units";
import { application } from "./places";
import type { Value } from "./judge-mating";

export type MatchRead = Pick<
  Job,
  | "parts"
  | "cameOut"
  | "scrapped"
  | "decisions"
  | "plans"
  | "attributes"
  | "offers"
  | "picked"
  | "remedies"
  | "returns"
  | "lineTicks"
>;

/** What goes into a place: a part in hand, or a new one that is bought for this engine. */
export interface Candidate {
  readonly slot: Slot;
  /** Null for a new one. */
  readonly part: Part | null;
  /** A new one as the catalogue had it when it was taken; null for any. */
  readonly offer: Signed<"candidate-taken"> | null;
  readonly name: string;
  /** It is the one that came in this engine, in its own place. */
  readonly cameHere: boolean;
}

/** What meets in a mating: a candidate, or what is outside of all parts. */
export type End = Candidate | Outside;

/** Where a value is from: read off the part in hand, measured, what it will measure once it is made good, or the book. */
export interface Told {
  readonly value: Value;
  readonly from: "hand" | "measured" | "decided" | "book";
}

/** What a feature of a part measures, or will: in core units; null where nobody measured it. */
export type SizeOf = (part: Part, feature: string) => (Told & { readonly value: Extract<Value, { min: number }> }) | null; // prettier-ignore

/** A value in words: the name the pack gives it, or the figure with its unit; in the pack's own, or shown where `lengths` are. */
export function valueWords(attribute: Attribute, value: Value, lengths?: Unit): string {
  if ("word" in value) return attribute.values.find(({ id }) => id === value.word)?.name ?? value.word;
  const own = unitById(attribute.unit ?? "");
  const unit = own && lengths ? shownUnit(own.id, lengths) : own;
  const figure = (each: number) =>
    own && unit && unit !== own ? showNumber(each, own, unit) : String(Number(each.toFixed(own?.decimals ?? 3)));
  const symbol = unit?.symbol ? ` ${unit.symbol}` : "";
  const { min, max } = value;
  return min === max ? `${figure(min)}${symbol}` : `${figure(min)} to ${figure(max)}${symbol}`;
}

const toValue = (value: AttributeValue): Value =>
  typeof value === "string" ? { word: value } : typeof value === "number" ? { min: value, max: value } : value;

const differ = (a: Value, b: Value): boolean =>
  "word" in a || "word" in b
    ? !("word" in a && "word" in b && a.word === b.word)
    : a.max < b.min - 1e-9 || a.min > b.max + 1e-9;

/** What was read of parts, and of what the engine goes into, by their ids. */
export type ReadingsOf = ReadonlyMap<string, readonly Signed<"attribute-read">[]>;

/** What entries name it by that read it: a part, null for what the engine goes into; undefined for what nobody can read. */
export const readAs = (end: End): string | null | undefined =>
  end === application ? null : typeof end === "string" ? undefined : end.part?.id;

/** What is known of every end of every mating, by hand and by the book. */
export class Ends {
  readonly #pack: CompiledPack;
  readonly #match: Match;
  readonly #order: Order;
  readonly #own: Part["origin"];
  readonly #sizeOf: SizeOf;
  readonly #ofPart: ReadingsOf;
  /** The same by attribute, of parts that were asked for: most of those that are there meet nothing. */
  readonly #read = new Map<string, ReadonlyMap<string, readonly Signed<"attribute-read">[]>>();
  /** What was told before: an end meets several others. */
  readonly #known = new Map<End, Map<string, Told | null>>();
  readonly #builtWith: ReadonlyMap<string, string>;
  readonly attributes: ReadonlyMap<string, Attribute>;

  /** @param builtWith  revisions of parts that the engine is sure to have been built with, by what the book calls the part */
  constructor(
    pack: CompiledPack,
    match: Match,
    ofPart: ReadingsOf,
    order: Order,
    own: Part["origin"],
    sizeOf: SizeOf,
    builtWith: ReadonlyMap<string, string>,
  ) {
    this.#builtWith = builtWith;
    this.#sizeOf = sizeOf;
    this.#pack = pack;
    this.#match = match;
    this.#order = order;
    this.#own = own;
    this.#ofPart = ofPart;
    this.attributes = new Map(match.attributes.map((each) => [each.id, each]));
  }

  /** What was read of a part, or of what the engine goes into: more than one where two people read it differently. */
  readings(part: string | null, attribute: string): readonly Signed<"attribute-read">[] {
    const key = part ?? application;
    const known = this.#read.get(key);
    if (known) return known.get(attribute) ?? [];
    const read = groupBy(this.#ofPart.get(key) ?? [], (each) => each.attribute);
    this.#read.set(key, read);
    return read.get(attribute) ?? [];
  }

  /** What somebody read; null where nobody did, it cannot be told, or two differ. */
  #byHand(part: string | null, attribute: string): Value | null {
    const found = this.readings(part, attribute);
    const [first] = found;
    if (!first || first.value === null) return null;
    if (found.some(({ value }) => value !== first.value)) return null;
    return toValue(first.value);
  }

  /** What it measures, where the attribute is the size of a feature that Measure asks for. */
  #measured(part: Part, partClass: string, attribute: string): Told | null {
    const { measured = [], unit } = this.attributes.get(attribute) ?? {};
    const of = measured.find((each) => each.class === partClass);
    const size = of && this.#sizeOf(part, of.feature);
    if (!size) return null;
    const { min, max } = size.value;
    return { from: size.from, value: { min: fromCore(min, unitById(unit!)!), max: fromCore(max, unitById(unit!)!) } };
  }

  /** What the book says: what holds on a condition before what holds always; null where it says nothing, or several things. */
  #byBook(end: End, attribute: string): Value | null {
    const candidate = typeof end === "string" ? null : end;
    // Of a part by its number what the catalogue says of it comes before what holds for such parts.
    const sold = candidate?.offer?.sold.attributes;
    if (sold && Object.hasOwn(sold, attribute)) return toValue(sold[attribute]!);
    const { notes } = this.#order;
    const job = jobSituation(this.#order);
    // What came from elsewhere was built for an engine that nobody named: only what is known of itself counts.
    const own: Situation | null = candidate && {
      ...partSituation(candidate.part, this.#pack.classes.get(candidate.slot.class)!, job),
      ...(candidate.part && candidate.part.origin !== this.#own ? { variant: null } : {}),
    };
    const said: { readonly value: Value; readonly sure: boolean; readonly onCondition: boolean }[] = [];
    for (const { of, onlyIf, values } of this.#match.known) {
      const value = values[attribute];
      if (value === undefined || !Object.hasOwn(values, attribute)) continue;
      if ("built" in of) {
        if (end !== "built" || this.#builtWith.get(of.built) !== of.revision) continue;
      } else if ("question" in of) {
        if (end !== application) continue;
        const answer = notes.value("application", of.question);
        if (typeof answer !== "string" || !of.options.includes(answer)) continue;
      } else if (candidate === null || !(of.classes.includes(candidate.slot.class) || of.slots.includes(candidate.slot.id))) continue; // prettier-ignore
      const answer = onlyIf ? holds(onlyIf, own ?? ofNoPart(job)) : true;
      if (answer !== false) said.push({ value: toValue(value), sure: answer === true, onCondition: onlyIf !== undefined }); // prettier-ignore
    }
    const sure = said.filter((each) => each.sure && each.onCondition);
    const asked = sure.length > 0 ? sure : said.some((each) => each.onCondition) ? said : said.filter((each) => each.sure); // prettier-ignore
    const [first] = asked;
    return first && asked.every(({ value }) => !differ(value, first.value)) ? first.value : null;
  }

  /** What an attribute of what is at an end is. The part in hand beats the book. */
  told(end: End, attribute: string): Told | null {
    const of = this.#known.get(end) ?? new Map<string, Told | null>();
    this.#known.set(end, of);
    const known = of.get(attribute);
    if (known !== undefined) return known;
    const told = this.#find(end, attribute);
    of.set(attribute, told);
    return told;
  }

  #find(end: End, attribute: string): Told | null {
    const part = readAs(end);
    const hand = part === undefined ? null : this.#byHand(part, attribute);
    if (hand) return { value: hand, from: "hand" };
    // What two read differently is not known, whatever else says.
    if (part !== undefined && this.readings(part, attribute).length > 1) return null;
    const size = typeof end !== "string" && end.part ? this.#measured(end.part, end.slot.class, attribute) : null;
    if (size) return size;
    const book = this.#byBook(end, attribute);
    return book ? { value: book, from: "book" } : null;
  }

  /** What is amiss with what was read of a part: two people differ, or it is not what the book says such a part is. */
  problems(end: End): readonly Problem[] {
    const part = readAs(end);
    if (part === undefined) return [];
    const name = typeof end === "string" ? "what it goes into" : end.name;
    if (!this.#ofPart.has(part ?? application)) return [];
    return [...this.attributes.values()].flatMap((attribute): Problem[] => {
      const readings = this.readings(part, attribute.id);
      if (readings.length === 0) return [];
      const params = { part: name, attribute: attribute.name };
      const where = [part ?? application, attribute.id];
      if (readings.some(({ value }) => value !== readings[0]!.value)) return [problem("attribute-differs", where, params)]; // prettier-ignore
      const hand = this.#byHand(part, attribute.id);
      const book = this.#byBook(end, attribute.id);
      if (!hand || !book || !differ(hand, book)) return [];
      return [
        problem("attribute-disagrees", where, {
          ...params,
          is: valueWords(attribute, hand),
          book: valueWords(attribute, book),
        }),
      ];
    });
  }
}
