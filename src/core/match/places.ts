import type { Pack } from "../pack/schema";
import { holds, ofNoPart, type JobSituation } from "../pack/conditions";
import { outsides, type Mating, type MatingEnd, type Outside } from "../pack/schema-match";
import { inPairs, slotsOf } from "../pack/slots-of";
import { keptBeside } from "../same";

interface WithPack {
  readonly pack: Pack;
}

/** What the engine goes into, as an end like any other. */
export const application = "application" satisfies Outside;

export const isOutside = (end: string): end is Outside => (outsides as readonly string[]).includes(end);

/** One place where a mating holds: its ends in order, slots or what is outside of them. */
export interface MatingPlace {
  /** The mating and its ends: what entries name it by. */
  readonly id: string;
  readonly mating: Mating;
  readonly ends: readonly string[];
}

/** What is asked of an end of a mating, the one that is held against the other first. */
export function attributesAt(mating: Mating, end: number): readonly string[] {
  if (mating.is === "interchange")
    return [
      ...new Set([mating.attribute, ...mating.rules.flatMap(({ tested }) => (tested ? [tested.attribute] : []))]),
    ];
  if (mating.is === "sum" || mating.is === "same" || end === 0) return [mating.attribute];
  const other = mating.otherAttribute ?? mating.attribute;
  if (mating.is === "clocking") return [other, mating.off, ...(mating.range === undefined ? [] : [mating.range])];
  return end > 1 && mating.is === "pattern" && mating.seen ? [mating.seen.attribute] : [other];
}

export const placeId = (mating: string, at: readonly string[]): string => [mating, ...at].join(" ");

const endsOf = (pack: WithPack, end: MatingEnd): readonly string[] =>
  typeof end === "string" ? [end] : slotsOf(pack, end);

function placesOf(pack: WithPack, mating: Mating): readonly (readonly string[])[] {
  if (mating.is === "interchange") return slotsOf(pack, mating.of).map((slot) => [slot]);
  if (mating.is === "sum" || mating.is === "same") {
    const ends = slotsOf(pack, mating.of);
    return ends.length > 0 ? [ends] : [];
  }
  const [one, other] = [endsOf(pack, mating.one), endsOf(pack, mating.other)];
  if (one.length === 0 || other.length === 0) return [];
  const besides = mating.is === "pattern" && mating.seen ? endsOf(pack, mating.seen.of) : [];
  return inPairs(one, other).map((pair) => [...pair, ...besides]);
}

const keptPlaces = keptBeside<JobSituation, readonly MatingPlace[]>();

/** Every place of an engine where something has to go with something; those of another variant are left out, where that is known. */
export const matingPlaces = (pack: WithPack, situation: JobSituation): readonly MatingPlace[] =>
  keptPlaces(situation, [pack], () =>
    (pack.pack.match?.matings ?? []).flatMap((mating) =>
      mating.onlyIf && holds(mating.onlyIf, ofNoPart(situation)) === false
        ? []
        : placesOf(pack, mating).map((ends) => ({ id: placeId(mating.id, ends), mating, ends })),
    ),
  );
