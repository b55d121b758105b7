import type { Sighting } from "../causes/sightings";
import type { Part, Signed } from "../entry/fold";
import { statedOf, type StatedOf } from "../entry/stated";
import { createGroups, groupBy } from "../group";
import type { IdentityResult } from "../identify/assess-identity";
import { builtWith } from "../identify/built-with";
import { judgement } from "../judgement";
import { jobSituation, type Order } from "../order/order";
import type { CompiledPack } from "../pack/compile-pack";
import { holds, ofNoPart } from "../pack/conditions";
import type { Match, Mating, Remedy } from "../pack/schema-match";
import { goes } from "../option/same-option";
import type { RowResult } from "../measure/assess-row";
import { placeRanIn, ranPairs, type RanPair } from "../part/ran-together";
import { plainNumber } from "../pack/revision-number";
import { problem, type Problem } from "../problem/problem";
import { Ends, valueWords, type Candidate, type End, type MatchRead, type ReadingsOf, type Told } from "./ends";
import { sizesOf } from "./sizes";
import { suits } from "./own-verdict";
import { judgeMating, type Into } from "./judge-mating";
import { application, attributesAt, isOutside, matingPlaces, placeId, type MatingPlace } from "./places";

/** One end of a pairing as it is now. */
export interface PairEnd {
  /** Null where its place is empty. */
  readonly of: End | null;
  readonly name: string;
  readonly attribute: string;
  readonly told: Told | null;
}

/** Something that can be looked at to settle a pairing. */
export interface Check {
  readonly name: string;
  readonly attribute: string;
  readonly minutes: number;
  readonly text: string;
}

/** How ends that meet go together, with what is in their places. */
export interface Pairing {
  readonly place: MatingPlace;
  readonly mating: Mating;
  readonly ends: readonly PairEnd[];
  readonly allowed: boolean | null;
  /** Proven by what is known, found running together, made to fit by a remedy, or open, or wrong. */
  readonly state: "proven" | "ran" | "bridged" | "open" | "wrong";
  /** What makes it go; nobody has to take what is set again anyway. */
  readonly remedy: { readonly taken: Signed<"remedy-taken"> | null; readonly remedy: Remedy } | null;
  /** What would settle it, the quickest first. */
  readonly checks: readonly Check[];
  readonly reasons: readonly Problem[];
}

export interface MatchResult {
  /** Null where the pack says nothing of it. */
  readonly match: Match | null;
  readonly places: readonly MatingPlace[];
  readonly pairings: readonly Pairing[];
  /** What may go into each place that anything meets at: what is in it first, a new one last. */
  readonly candidates: ReadonlyMap<string, readonly Candidate[]>;
  /** Pairs of those places of which what is in them wore in on each other. */
  readonly ran: readonly RanPair[];
  /** What is in each of those places now, or is picked for it; null where it is empty and nothing is. */
  readonly inPlace: ReadonlyMap<string, Candidate | null>;
  readonly returns: boolean | null;
  readonly quantities: Match["quantities"];
  /** Lines of the working lists that are done, by their ids. */
  readonly ticked: ReadonlySet<string>;
  readonly judge: Judge;
  /** What the engine is and goes into. */
  readonly into: Into;
  readonly told: (of: End, attribute: string) => Told | null;
  readonly problems: readonly Problem[];
}

/** How a mating stands with any candidates at its ends, in their order; null for an empty place and for what is outside. */
export type Judge = (place: MatingPlace, candidates: readonly (Candidate | null)[]) => Pick<Pairing, "allowed" | "state" | "checks">; // prettier-ignore

const nothing: MatchResult = {
  match: null,
  places: [],
  pairings: [],
  candidates: new Map(),
  ran: [],
  inPlace: new Map(),
  returns: null,
  quantities: [],
  ticked: new Set(),
  judge: () => ({ allowed: null, state: "open", checks: [] }),
  into: { variant: null, application: null },
  told: () => null,
  problems: [],
};

/** What a remedy defeats that the law asks for where the engine goes; while nobody says where that is it counts. */
export const unlawfulIn = ({ unlawful }: Remedy, { application }: Pick<Into, "application">): Remedy["unlawful"] =>
  unlawful && (unlawful.applications.length === 0 || application === null || unlawful.applications.includes(application)) // prettier-ignore
    ? unlawful
    : undefined;

/** What is set again when it goes together: nothing is refused for what it was set to. */
export const settingOf = ({ remedies }: Mating): Remedy | undefined => remedies.find(({ kind }) => kind === "setting");

/** What is at the ends of a mating with these candidates in its places. */
const endsAt = (ends: readonly string[], picked: readonly (Candidate | null)[]): readonly (End | null)[] =>
  ends.map((end, at) => (isOutside(end) ? end : (picked[at] ?? null)));

const outsideNames = { application: "what it goes into", built: "what it was built with" };
const nameOfEnd = (end: End): string => (typeof end === "string" ? outsideNames[end] : end.name);

/** What may go into a place, and which of it does. */
function candidatesAt(
  pack: CompiledPack,
  job: MatchRead,
  slot: string,
  partsOf: ReadonlyMap<string, readonly Part[]>,
  own: Part["origin"],
  stated: StatedOf,
): { readonly all: readonly Candidate[]; readonly inPlace: Candidate | null } {
  const at = pack.slots.get(slot)!;
  const gone = new Set(job.scrapped.map(({ part }) => part));
  const cameFrom = (part: Part) => job.cameOut.find((each) => each.part === part.id)?.slot ?? part.slot;
  const here = (partsOf.get(slot) ?? []).filter(({ id }) => !gone.has(id));
  const all: Candidate[] = [
    ...here.map((part) => ({
      slot: at,
      part,
      offer: null,
      name: `${part.tag}, ${at.name}`,
      cameHere: part.origin === own && cameFrom(part) === slot,
    })),
    ...job.offers
      .filter((each) => each.slot === slot)
      .map((offer) => ({ slot: at, part: null, offer, name: `${offer.sold.number}, ${at.name}`, cameHere: false })),
    { slot: at, part: null, offer: null, name: `a new ${pack.classes.get(at.class)!.name}`, cameHere: false },
  ];
  const picks = job.picked.filter((each) => each.slot === slot);
  const [pick] = picks;
  const fresh = all.at(-1)!;
  // Two who picked differently picked nothing.
  const offered = pick?.offer ?? null;
  if (pick && picks.every((each) => each.part === pick.part && (each.offer ?? null) === offered)) {
    const picked = all.find(({ part, offer }) => (part?.id ?? null) === pick.part && (offer?.id ?? null) === offered);
    if (picked) return { all, inPlace: picked };
  }
  const stays =
    all.find(({ part }) => part?.slot === slot) ??
    all.find(({ part }) => part !== null && cameFrom(part) === slot) ??
    null;
  const decided = stays?.part ? stated(stays.part.id).said.filter(({ feature }) => feature === null) : [];
  const isReplaced = decided.length > 0 && decided.every(({ disposition }) => goes(disposition));
  return { all, inPlace: stays && isReplaced ? fresh : stays };
}

/** By pack, what was read by part: as a job grows only what is new is put to it. */
const keptReadings = new WeakMap<CompiledPack, (read: MatchRead["attributes"]) => ReadingsOf>();
function readingsIn(pack: CompiledPack): (read: MatchRead["attributes"]) => ReadingsOf {
  const known = keptReadings.get(pack) ?? createGroups(({ part }: Signed<"attribute-read">) => part ?? application);
  keptReadings.set(pack, known);
  return known;
}

/** Lines that somebody ticked, where nobody says that they are not done. */
export const tickedOf = ({ lineTicks }: Pick<MatchRead, "lineTicks">): ReadonlySet<string> =>
  new Set(
    [...groupBy(lineTicks, ({ line }) => line)].flatMap(([line, of]) => (of.every(({ done }) => done) ? [line] : [])),
  );

/** Parts that came from a supplier or the shelf, by whose number the catalogue had something newer when it was looked at. */
function oldStock({ parts, scrapped, offers }: Pick<MatchRead, "parts" | "scrapped" | "offers">): Problem[] {
  const gone = new Set(scrapped.map(({ part }) => part));
  const newest = new Map<string, string>();
  for (const { sold } of offers) {
    if (sold.supersededBy !== null) newest.set(plainNumber(sold.number), sold.supersededBy);
  }
  if (newest.size === 0) return [];
  return [...parts.values()].flatMap(({ id, tag, origin, known }): Problem[] => {
    const number = known.text("number");
    if (number === null || origin === "engine" || gone.has(id)) return [];
    const instead = newest.get(plainNumber(number));
    return instead === undefined ? [] : [problem("old-stock", [id], { part: tag, number, newest: instead })];
  });
}

/** What may go into places, and what is in them. */
const inPlaces = (candidates: ReadonlyMap<string, ReturnType<typeof candidatesAt>>): Pick<MatchResult, "candidates" | "inPlace"> => ({
  candidates: new Map([...candidates].map(([slot, { all }]) => [slot, all])),
  inPlace: new Map([...candidates].map(([slot, { inPlace }]) => [slot, inPlace])),
}); // prettier-ignore

interface MatchNeeds {
  readonly order: Order;
  readonly sightings: readonly Sighting[];
  /** The rows that say how large an attribute of a mating is. */
  readonly meeting: readonly RowResult[];
  readonly identity: Pick<IdentityResult, "places"> | null;
}

/**
 * Whether the parts that are there, or meant to be, go and work together and with what the engine goes into. What is not
 * known never counts as fitting; a pairing that came running in this engine does, until something speaks against it.
 */
export function assessMatch(
  pack: CompiledPack,
  job: MatchRead,
  { order, sightings, meeting: measured, identity }: MatchNeeds,
): MatchResult {
  const { match } = pack.pack;
  const stated = statedOf(job);
  // Of a donor that is the job itself its own parts are a donor's.
  const own = [...job.parts.values()].some(({ origin }) => origin === "engine") ? "engine" : "donor";
  const partsOf = groupBy(
    [...job.parts.values()],
    (part) =>
      part.known.text("meant-for") ?? part.slot ?? job.cameOut.find((each) => each.part === part.id)?.slot ?? "",
  );
  const candidatesFor = (slots: readonly string[]) =>
    new Map(slots.map((slot) => [slot, candidatesAt(pack, job, slot, partsOf, own, stated)]));
  // What meets nothing may be bought by a number too, or come from what lies here.
  const bought = [...job.offers, ...job.picked].flatMap(({ slot }) => (pack.slots.has(slot) ? slot : []));
  const isBought = new Set(bought);
  const isBrought = (slot: string) => isBought.has(slot) || (partsOf.get(slot) ?? []).length > 1;
  const ranIn = placeRanIn(job.cameOut);
  const ran = pack.pack.relations
    .flatMap((each) => (each.is === "ran-together" ? ranPairs(pack, each, ranIn) : []))
    .filter(({ one, other }) => isBrought(one) || isBrought(other));
  const offered = [...bought, ...ran.flatMap(({ one, other }) => [one, other])];
  if (!match)
    return offered.length === 0 ? nothing : { ...nothing, ...inPlaces(candidatesFor([...new Set(offered)])), ran };
  const situation = jobSituation(order);
  const into: Into = { variant: order.variant, application: order.application.kind };
  const ends = new Ends(
    pack,
    match,
    readingsIn(pack)(job.attributes),
    order,
    own,
    sizesOf(measured, stated),
    builtWith(identity),
  );
  const places = matingPlaces(pack, situation);
  const meeting = places.flatMap(({ ends: of }) => of).filter((each) => !isOutside(each));
  const candidates = candidatesFor([...new Set([...meeting, ...offered])]);
  const [said] = job.returns;
  const returns = said && job.returns.every((each) => each.returns === said.returns) ? said.returns : null;
  const seen = new Set(sightings.flatMap(({ node, grade }) => (grade > 0 ? [node.split("@")[0]!] : [])));

  const judge: Judge = ({ mating, ends: of }, picked) => {
    const met = endsAt(of, picked);
    if (met.includes(null)) return { allowed: null, state: "open", checks: [] };
    const judged = judgeMating(mating, of.length, (end, attribute) => ends.told(met[end]!, attribute)?.value ?? null, into); // prettier-ignore
    if (judged.allowed !== null)
      return { allowed: judged.allowed, state: judged.allowed ? "proven" : "wrong", checks: [] };
    const cameRunning = met.every((each) => (each === application ? returns === true : each === "built" || (each as Candidate).cameHere)); // prettier-ignore
    const isSuspected = mating.wrong.findings.some((finding) => seen.has(finding));
    // That it ran says that it fits; what family it is of, and whether it was tested, is another question.
    if (cameRunning && !isSuspected && mating.is !== "interchange") return { allowed: true, state: "ran", checks: [] };
    const checks = judged.asks.map(({ end, attribute }): Check => {
      const { check, name } = ends.attributes.get(attribute)!;
      return { name: `${nameOfEnd(met[end]!)}: ${name}`, attribute, ...check };
    });
    return { allowed: null, state: "open", checks: checks.sort((a, b) => a.minutes - b.minutes) };
  };

  const remedies = groupBy(job.remedies, ({ mating, ends: of }) => placeId(mating, of));
  const pairings = places.map((place): Pairing => {
    const { mating, ends: of } = place;
    const picked = of.map((each) => candidates.get(each)?.inPlace ?? null);
    const found = judge(place, picked);
    const met = endsAt(of, picked);
    const paired = met.map((each, at): PairEnd => {
      const [attribute] = attributesAt(mating, at) as [string];
      return {
        of: each,
        name: each === null ? pack.slots.get(of[at]!)!.name : nameOfEnd(each),
        attribute,
        told: each && ends.told(each, attribute),
      };
    });
    // Two who chose differently chose nothing, and it is done only where nobody says that it is still meant.
    const chosen = remedies.get(place.id) ?? [];
    const isAgreed = chosen.every((each) => each.remedy === chosen[0]!.remedy);
    const taken = isAgreed ? (chosen.find(({ state }) => state === "meant") ?? chosen.at(-1)) : undefined;
    const remedy = mating.remedies.find(({ id }) => id === taken?.remedy) ?? (found.allowed === false ? settingOf(mating) : undefined); // prettier-ignore
    const said = (end: PairEnd | undefined) =>
      end === undefined ? "" : end.told === null ? "not known" : valueWords(ends.attributes.get(end.attribute)!, end.told.value); // prettier-ignore
    const [one, other] = paired;
    const what = (end: PairEnd | undefined) => (end && ends.attributes.get(end.attribute)?.name) ?? "";
    /** Of wheels that are timed to each other: how far the second stands off. */
    const clocked = () => {
      const [, driven] = met;
      const figure = (attribute: string | undefined) => {
        const value = attribute === undefined || !driven ? undefined : ends.told(driven, attribute)?.value;
        return value && "min" in value ? value : null;
      };
      const [off, teeth, range] = mating.is === "clocking" ? [figure(mating.off), figure(mating.otherAttribute), figure(mating.range)] : [null, null, null]; // prettier-ignore
      const count = off && Math.max(Math.abs(off.min), Math.abs(off.max));
      return {
        off: count,
        degrees: count === null || !teeth || teeth.min === 0 ? null : (count * 360) / teeth.min,
        takesUp: range?.min ?? null,
      };
    };
    const params = () => ({
      ...clocked(),
      mating: mating.name,
      one: one!.name,
      oneWhat: what(one),
      oneIs: said(one),
      other: other?.name ?? "",
      otherWhat: what(other),
      otherIs: said(other),
      looks: mating.wrong.looks,
    });
    const isEmpty = met.includes(null);
    const isForeign = picked.some((each) => each !== null && !each.cameHere);
    const about = [place.id];
    const isBridged = found.allowed !== true && remedy !== undefined;
    const reasons: Problem[] = [];
    if (isBridged) {
      const unlawful = unlawfulIn(remedy, into);
      reasons.push(
        taken?.remedy === remedy.id && taken.state === "done"
          ? problem("mating-bridged", about, { mating: mating.name, remedy: remedy.name })
          : problem("remedy-owed", about, { mating: mating.name, remedy: remedy.name }),
        ...(unlawful ? [problem("remedy-unlawful", about, { remedy: remedy.name, text: unlawful.text })] : []),
      );
    } else if (found.allowed === false) reasons.push(problem("mating-wrong", about, params()));
    else if (
      found.allowed === null &&
      !isEmpty &&
      (isForeign ||
        (mating.is === "interchange" && one!.told !== null) ||
        (of.includes(application) && returns === false))
    )
      reasons.push(
        problem("mating-open", about, {
          ...params(),
          check: found.checks[0]?.text ?? "",
          minutes: found.checks[0]?.minutes ?? null,
        }),
      );
    return {
      place,
      mating,
      ends: paired,
      allowed: isBridged ? true : found.allowed,
      state: isBridged ? "bridged" : found.state,
      remedy: remedy ? { taken: taken?.remedy === remedy.id ? taken : null, remedy } : null,
      checks: found.checks,
      reasons,
    };
  });
  const hasApplication = places.some(({ ends: of }) => of.includes(application));
  const isAnyone = job.parts.size > 0;
  const here = [...new Set([...candidates.values()].flatMap(({ inPlace }) => inPlace ?? []))];
  return {
    match,
    places,
    pairings,
    into,
    ...inPlaces(candidates),
    ran,
    returns,
    quantities: match.quantities.filter(({ onlyIf }) => !onlyIf || holds(onlyIf, ofNoPart(situation)) === true),
    ticked: tickedOf(job),
    judge,
    told: (of, attribute) => ends.told(of, attribute),
    problems: [
      ...(hasApplication && isAnyone && returns === null ? [problem("return-unknown", [application])] : []),
      ...ends.problems(application),
      ...here.flatMap((each) => ends.problems(each)),
      ...oldStock(job),
      ...job.picked.flatMap(({ slot, part }) => {
        const decided = part === null ? [] : stated(part).said.filter(({ feature }) => feature === null);
        const isLetGo = decided.length > 0 && decided.every(({ disposition }) => goes(disposition));
        const name = candidates.get(slot)?.inPlace?.name;
        const offer = part === null ? candidates.get(slot)?.inPlace?.offer : null;
        if (offer) return suits(offer, order.variant).reasons;
        return isLetGo && name !== undefined ? [problem("picked-let-go", [slot], { part: name })] : [];
      }),
      ...pairings.flatMap(({ reasons }) => reasons),
    ],
  };
}

export const matchJudgement = judgement({
  lists: [
    "parts",
    "cameOut",
    "scrapped",
    "decisions",
    "plans",
    "attributes",
    "offers",
    "picked",
    "remedies",
    "returns",
    "lineTicks",
  ],
  needs: ["order", "sightings", "meeting", "identity"],
  assess: assessMatch,
  problems: ({ problems }) => problems,
  stations: {
    match: ({ pairings }) => {
      const there = pairings.filter(({ ends }) => ends.some(({ of }) => of !== null && typeof of !== "string"));
      return there.length === 0 ? null : { done: there.filter(({ allowed }) => allowed === true).length, total: there.length }; // prettier-ignore
    },
  },
});
