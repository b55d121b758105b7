import type { ConditionResult } from "../condition/assess-condition";
import { meet, type Verdict } from "../evidence/verdict";
import type { Job } from "../entry/fold";
import { nothingStated, type Stated, type StatedOf } from "../entry/stated";
import { groupBy } from "../group";
import type { Endurance } from "../measure/endurance";
import type { JointResult } from "../measure/assess-joint";
import type { RowResult } from "../measure/assess-row";
import type { MatchResult } from "../match/assess-match";
import { jobSituation, type Order } from "../order/order";
import type { CompiledPack, Row } from "../pack/compile-pack";
import { problem, type Problem } from "../problem/problem";
import { keptBeside } from "../same";
import { compareWitness } from "./compare-witness";
import { slotsOf } from "../pack/slots-of";
import { matingCouplings } from "./mating-couplings";
import { couplingsOf, type Couplings, type Place } from "./couplings";
import { connectedComponents, type Around, type Component } from "./connected-components";
import { joinDecisions, type Joined } from "../option/join-decisions";
import { openAmong } from "../option/open-evidence";
import type { Choice, Option } from "../option/option";
import { optionsOfPart, type PartOptions } from "../option/options-of-part";
import { weightOf } from "../option/price-option";
import { needOf, type Rows } from "../option/row-needs";
import { placeRanIn } from "../part/ran-together";
import { goes, optionKey, sameOption } from "../option/same-option";
import { wholeOf, type Whole } from "./whole";
import {
  besideOthers,
  verdictsBeside,
  samePick,
  settle,
  type Candidate,
  type Group,
  type Settled,
  type World,
} from "./settle";

/** What proposals rest on besides the rows. */
export interface ProposalBasis {
  readonly pack: CompiledPack;
  readonly order: Order;
  readonly joints: readonly JointResult[];
  readonly statedOf: StatedOf;
  readonly cameOut: Job["cameOut"];
  /** What everything but measuring says of each part. */
  readonly condition: ConditionResult;
  /** What goes with what. */
  readonly match: MatchResult;
  /** How likely a row is to reach the hours wanted. */
  readonly enduranceOf: (row: RowResult) => Endurance | null;
}

export interface Proposed {
  readonly choices: readonly Choice[];
  /** Places that hang together, and what it took to settle them. */
  readonly groups: readonly Group[];
  /** By place, those that have to be made good before anything is fitted there. */
  readonly after: Couplings["after"];
  /** All places together, for whoever weighs them otherwise than the proposals do; of one of them nobody's decision counts. */
  readonly whole: (free?: string | null) => Whole;
  /**
   * The smallest change of other places that would let a way be gone: which of them would go another way. Null where
   * nothing would.
   */
  readonly changesFor: (
    slot: string,
    option: Option,
  ) => readonly { readonly slot: string; readonly option: Option }[] | null;
}

/** One place with its part, what may become of it, and what people said. */
interface PlaceInHand extends Place, PartOptions {
  readonly slot: string;
  readonly stated: Stated;
  readonly joined: Joined;
}

/** By slot, all rows of what is in it and those that are decided by. */
const keptRows = keptBeside<
  CompiledPack,
  ReadonlyMap<string, { readonly all: readonly Row[]; readonly deciding: readonly Row[] }>
>();
const keptPlaces = keptBeside<RowResult, PlaceInHand>();
const keptChoices = keptBeside<PlaceInHand, Choice>();
const keptStamps = keptBeside<PlaceInHand, object>();

/** Which parts are always renewed, and by which list. */
function alwaysNew({ pack, order }: Pick<ProposalBasis, "pack" | "order">): ReadonlyMap<string, Problem> {
  const found = new Map<string, Problem>();
  for (const relation of pack.pack.relations) {
    if (relation.is !== "renew") continue;
    const policy = order.settings?.alwaysNew.includes(relation.kind) ?? false;
    if (!relation.always && !policy) continue;
    for (const slot of slotsOf(pack, relation.parts))
      if (!found.has(slot))
        found.set(slot, problem("always-new", [slot], { set: relation.name, policy: !relation.always }));
  }
  return found;
}

/** Every place that a person decides, with what its part may become. */
function placesInHand(rows: Rows, found: ProposalBasis): ReadonlyMap<string, PlaceInHand> {
  const { pack, order, joints, statedOf, condition, enduranceOf } = found;
  const inJoint = new Set(joints.flatMap(({ row: { joint }, ends }) => joint.givesWay.map((end) => ends.get(end)?.row.id))); // prettier-ignore
  const prices = new Map(pack.pack.worth?.classes.map((each) => [each.class, each]));
  const renewed = alwaysNew(found);
  const bySlot = keptRows(pack, [], () => {
    const all = groupBy([...pack.rows.values()], ({ slot }) => slot.id);
    return new Map(
      [...all].flatMap(([slot, of]) => {
        const deciding = of.filter(({ at }) => at.feature.decides);
        return deciding.length > 0 ? [[slot, { all: of, deciding }] as const] : [];
      }),
    );
  });
  const situation = jobSituation(order);
  const needGround = { rule: order.rule, facts: pack.facts, situation };
  return new Map(
    [...bySlot].map(([slot, { all, deciding }]): [string, PlaceInHand] => {
      const first = rows.get(deciding[0]!.id)!;
      const { part, row } = first;
      const of = {
        partClass: row.partClass,
        condition: part ? condition.byPart.get(part.id) : undefined,
        price: prices.get(row.partClass.id),
        // What came new and lies in its place is not renewed again.
        alwaysNew: part?.origin === "supplier" ? null : (renewed.get(slot) ?? null),
        certified: order.certified === true,
      };
      const stated = part ? statedOf(part.id) : nothingStated;
      const basis: unknown[] = [order.rule, of.condition, of.price, of.alwaysNew?.path[0], of.certified];
      basis.push(...stated.decisions, ...stated.planned.map(({ choice }) => choice));
      // Ways that only some shops go hang on more than what is measured.
      if (all.some(({ at }) => at.feature.remedy?.onlyIf)) basis.push(situation);
      for (const { id } of all) {
        const result = rows.get(id)!;
        basis.push(result, inJoint.has(id), enduranceOf(result));
      }
      const place = keptPlaces(first, basis, () => {
        const here = deciding.map(({ id }) => rows.get(id)!);
        const needs = here.map((each) => needOf(each, inJoint.has(each.row.id), rows, needGround));
        const options = optionsOfPart({ ...of, needs, enduranceOf });
        return {
          ...options,
          slot,
          name: row.slot.name,
          part,
          needs,
          stated,
          joined: joinDecisions(stated.said, deciding.map(({ at }) => at.id), options.aspectOf), // prettier-ignore
        };
      });
      return [slot, place];
    }),
  );
}

/** What somebody decided, where that can be done as far as the part itself goes. */
function pinOf({ joined, optionFor, stated }: PlaceInHand): Option | null {
  if (joined.kind !== "decided" || joined.wanted.disposition === "hold") return null;
  const option = optionFor(joined.wanted);
  const isRefused =
    option?.allowed === false && (option.never === true || stated.said.every(({ reason }) => reason === null));
  return option && !isRefused ? option : null;
}

/**
 * What the program picks from: what has to be cleaned is not used as it is, though a person may say so; and of ways that
 * do the same to a part, only by another size, the first that surely may be is enough, unless others have to agree on it.
 */
function pickable(
  { options, needs }: Pick<PlaceInHand, "options" | "needs">,
  mayStay: (dirty: Option) => boolean = () => false,
): readonly Option[] {
  const isDirty = options.some(({ disposition }) => disposition === "clean");
  const sizesAgree = needs.some(({ row }) => row.row.at.feature.rework?.oneSize === "engine");
  const done = new Set<string>();
  return options.filter((option) => {
    if (!isOnOffer(option) || (isDirty && option.disposition === "reuse" && !mayStay(option))) return false;
    if (option.disposition !== "rework" || sizesAgree) return true;
    const same = option.ways.map(({ feature }) => feature).join(" ");
    if (done.has(same)) return false;
    if (option.allowed === true) done.add(same);
    return true;
  });
}

const keptCandidates = keptBeside<PlaceInHand, Candidate>();

const candidateOf = (place: PlaceInHand): Candidate =>
  keptCandidates(place, [], () => {
    const pin = pinOf(place);
    return { slot: place.slot, place, ...pinnedTo(pin), options: pickable(place) };
  });

/** The same for the plan, which may take the chance of what is only suspected: that has its price. */
const planned = (place: PlaceInHand): readonly Option[] => pickable(place, ({ suspicion }) => suspicion !== undefined);

const pinnedTo = (pin: Option | null) => ({ pin, pinKey: pin && optionKey(pin) });
const unpinned = (candidate: Candidate): Candidate => ({ ...candidate, ...pinnedTo(null) });

const isOnOffer = ({ disposition }: Option) => disposition !== "hold" && disposition !== "keep";

/** A settled pick in which decisions that leave no way are set aside, with those whose they were. */
function settleBeside(
  candidates: ReadonlyMap<string, Candidate>,
  groups: readonly Component[],
  implications: Couplings["implications"],
  world: World,
  labourRate: number,
): { readonly settled: Settled; readonly stuck: readonly Group[] } {
  const settled = settle(candidates, groups, implications, world, labourRate);
  const stuck = settled.groups.filter(({ state }) => state === "no-pick");
  if (stuck.length === 0) return { settled, stuck };
  const free = new Set(stuck.flatMap(({ places }) => places));
  const without = new Map([...candidates].map(([slot, each]) => [slot, free.has(slot) ? unpinned(each) : each]));
  return { settled: settle(without, groups, implications, world, labourRate), stuck };
}

/** One verdict of two: what both worlds say, or open where they differ. */
function inBoth(a: Verdict, b: Verdict, mate: string | null): Verdict {
  if (a.allowed === b.allowed) return a;
  const reasons = [...new Set([...a.reasons, ...(b.allowed === null ? b.reasons : [])])].filter(
    ({ severity }) => severity !== "error",
  );
  return { allowed: null, reasons: [...(mate === null ? [] : [problem("mate-open", [], { mate })]), ...reasons] };
}

/** How all places came out, in both worlds, and what each hangs on: what a choice is made of. */
interface Settlement {
  readonly pack: CompiledPack;
  readonly labourRate: number;
  readonly places: ReadonlyMap<string, PlaceInHand>;
  readonly candidates: ReadonlyMap<string, Candidate>;
  readonly groups: readonly Component[];
  readonly couplings: Couplings;
  readonly couplingsAt: ReadonlyMap<string, Around>;
  /** With what is open taken as allowed, and as refused. */
  readonly worlds: readonly [allowed: Settled, refused: Settled];
  readonly stuck: readonly Group[];
  readonly groupAt: ReadonlyMap<string, Group>;
  /** The name of a mate of which it is open what becomes of it. */
  readonly mateInDoubt: (slot: string) => string | null;
}

/** All places settled together, in both worlds. */
function settleAll(rows: Rows, found: ProposalBasis): Settlement {
  const { pack, order } = found;
  const labourRate = order.settings?.labourRate ?? pack.pack.worth?.labourRate ?? 0;
  const places = placesInHand(rows, found);
  const ranIn = placeRanIn(found.cameOut);
  const among = couplingsOf({ pack, order, placeAt: places, ranIn, joints: found.joints, rule: order.rule });
  const couplings = { ...among, couplings: [...among.couplings, ...matingCouplings(found.match, places)] };
  const { groups, around: couplingsAt } = connectedComponents(pack, [...places.keys()], couplings);

  const candidates = new Map<string, Candidate>([...places].map(([slot, place]) => [slot, candidateOf(place)]));
  const inWorld = (world: World) => settleBeside(candidates, groups, couplings.implications, world, labourRate);
  let optimistic = inWorld("open-allowed");
  // A decision that its mates refuse, and that nobody gave a reason for, does not stand against them.
  for (let more = true; more;) {
    const refused = [...candidates.values()].filter(
      ({ slot, pin }) =>
        pin &&
        places.get(slot)!.stated.said.every(({ reason }) => reason === null) &&
        besideOthers(slot, pin, couplingsAt.get(slot)!, optimistic.settled).allowed === false,
    );
    for (const each of refused) candidates.set(each.slot, unpinned(each));
    more = refused.length > 0;
    if (more) optimistic = inWorld("open-allowed");
  }
  const worlds = [optimistic.settled, inWorld("open-refused").settled] as const;
  const [one, other] = worlds.map(({ picks }) => keysOf(picks)) as [Keys, Keys];
  const differs = (slot: string) => one.get(slot) !== other.get(slot);
  return {
    pack,
    labourRate,
    places,
    candidates,
    groups,
    couplings,
    couplingsAt,
    worlds,
    stuck: optimistic.stuck,
    groupAt: new Map(worlds[0].groups.flatMap((group) => group.places.map((slot) => [slot, group] as const))),
    mateInDoubt: (slot) => {
      const { places: mates, from } = couplingsAt.get(slot)!;
      const mate = mates.find(differs) ?? from.find((each) => each !== slot && differs(each));
      return mate === undefined ? null : places.get(mate)!.name;
    },
  };
}

type Keys = ReadonlyMap<string, string | null>;
const keysOf = (picks: Settled["picks"]): Keys =>
  new Map([...picks].map(([slot, pick]) => [slot, pick && optionKey(pick)]));

/** By place, all that a choice rests on besides its own place: the same objects while what is picked, and from what, is the same. */
function basesOf({ places, candidates, worlds, couplings, couplingsAt, groupAt, labourRate, mateInDoubt }: Settlement) {
  const keys = worlds.map(({ picks }) => keysOf(picks));
  const stamps = new Map(
    [...places].map(([slot, place]) => [
      slot,
      keptStamps(place, [candidates.get(slot)!.pinKey, ...keys.map((of) => of.get(slot))], () => ({})),
    ]),
  );
  return ({ slot }: PlaceInHand): readonly unknown[] => {
    const at = couplingsAt.get(slot)!;
    const basis: unknown[] = [labourRate, stamps.get(slot), groupAt.get(slot)?.state, mateInDoubt(slot)];
    for (const { implied } of worlds) basis.push(implied.get(slot)?.by);
    for (const { rests } of at.couplings) basis.push(...rests);
    for (const others of [at.places, at.from, couplings.after.get(slot) ?? []])
      for (const other of others) basis.push(stamps.get(other));
    return basis;
  };
}

/** Every option of a place with what its mates say of it; one that somebody decided and that is not listed behind the others. */
function optionsBeside(place: PlaceInHand, { worlds, couplingsAt, mateInDoubt }: Settlement): readonly Option[] {
  const { slot, joined } = place;
  const beside = (option: Option): Option => {
    if (!isOnOffer(option)) return option;
    const [a, b] = worlds.map((world) => besideOthers(slot, option, couplingsAt.get(slot)!, world)) as [
      Verdict,
      Verdict,
    ];
    const { allowed, reasons } = meet([option, inBoth(a, b, mateInDoubt(slot))]);
    return { ...option, allowed, reasons: distinct(reasons) };
  };
  const decided = joined.kind === "decided" ? place.optionFor(joined.wanted) : null;
  const listed = place.options.map(beside);
  return decided && !listed.some((option) => sameOption(option, decided))
    ? [...listed.slice(0, -1), beside(decided), listed.at(-1)!]
    : listed;
}

/** Of what is decided, what would be picked beside the others, so that the proposal can differ from it. */
function pickIn(place: PlaceInHand, name: World, settlement: Settlement): Option | null {
  const { slot, stated } = place;
  const { candidates, groups, couplings, couplingsAt, worlds, labourRate } = settlement;
  const world = worlds[name === "open-allowed" ? 0 : 1];
  const mine = candidates.get(slot)!;
  if (!mine.pin) return world.picks.get(slot) ?? null;
  // What somebody decided of his own mind must not make its mates follow, and so itself right.
  if (stated.said.some(({ reason }) => reason !== null)) {
    const without = new Map(candidates).set(slot, unpinned(mine));
    return settle(without, groups, couplings.implications, name, labourRate).picks.get(slot) ?? null;
  }
  const may = (allowed: boolean | null) => allowed === true || (allowed === null && name === "open-allowed");
  const weight = (option: Option) => weightOf(option, labourRate);
  return pickable(place)
    .filter((option) => may(meet([option, besideOthers(slot, option, couplingsAt.get(slot)!, world)]).allowed))
    .reduce<Option | null>((best, option) => (best && weight(best) <= weight(option) ? best : option), null);
}

/** What kept a place from a way that would do by itself: its mates. */
function passedOver(
  { slot, options }: PlaceInHand,
  picked: Option,
  { couplingsAt, worlds }: Settlement,
): readonly Problem[] {
  const rank = options.findIndex((option) => sameOption(option, picked));
  const [passed] = options.slice(0, rank < 0 ? 0 : rank).flatMap((option) => {
    if (option.allowed !== true) return [];
    const against = verdictsBeside(slot, option, couplingsAt.get(slot)!, worlds[0]).filter(
      ({ allowed }) => allowed === false,
    );
    return against.length > 0 ? [against.flatMap(({ reasons }) => reasons)] : [];
  });
  return passed ?? [];
}

/** What is bought now and fitted later, since what it goes in has to be made good first. */
function fittedAfter(
  { slot }: PlaceInHand,
  picked: Option,
  { couplings, worlds, places }: Settlement,
): readonly Problem[] {
  const first = (couplings.after.get(slot) ?? []).find((early) => {
    const other = worlds[0].picks.get(early);
    return other && other.disposition !== "reuse";
  });
  return goes(picked.disposition) && first !== undefined
    ? [problem("fitted-after", [slot], { after: places.get(first)?.name ?? first })]
    : [];
}

/** Why nothing is proposed: the group is too large, something is open, or a mate is. */
function whyHeld(
  { slot }: PlaceInHand,
  open: readonly Problem[],
  { groupAt, mateInDoubt, places }: Settlement,
): readonly Problem[] {
  const [group, doubt] = [groupAt.get(slot), mateInDoubt(slot)];
  if (group?.state === "too-large") return [tooLarge(group, places)];
  return open.length > 0 || doubt === null ? open : [problem("mate-open", [slot], { mate: doubt })];
}

/** What there is to decide at one place, and what is proposed there. */
function choiceOf(place: PlaceInHand, settlement: Settlement): Choice {
  const { slot, needs, part, stated, joined } = place;
  const { pack, couplingsAt } = settlement;
  const options = optionsBeside(place, settlement);
  const hold = options.find(({ disposition }) => disposition === "hold")!;
  const reuse = options[0]!;
  const [optimistic, pessimistic] = [
    pickIn(place, "open-allowed", settlement),
    pickIn(place, "open-refused", settlement),
  ];
  const listed = optimistic && options.find((option) => sameOption(option, optimistic));
  // Beside a mate that somebody decided what is open is still open: no part is proposed to stay on the strength of his word.
  const isStanding = listed !== undefined && listed !== null && (goes(listed.disposition) || listed.allowed !== null);
  const picked = isStanding && samePick(optimistic, pessimistic) ? listed : null;
  const open = openAmong([...new Set([...reuse.reasons, ...(listed?.reasons ?? [])])]);
  const proposal: Option =
    picked === null
      ? { ...hold, reasons: whyHeld(place, open, settlement) }
      : {
          ...picked,
          reasons: distinct([
            ...whyPicked(picked, reuse, place),
            ...passedOver(place, picked, settlement),
            ...fittedAfter(place, picked, settlement),
          ]),
        };
  const rows = needs.map(({ row }) => row);
  return {
    slot: pack.slots.get(slot)!,
    partClass: pack.classes.get(pack.slots.get(slot)!.class)!,
    part,
    needs,
    options,
    alone: place.options,
    proposal,
    provisional: picked !== null && isProvisional(picked, reuse),
    coupled: couplingsAt.get(slot)!.places,
    stated,
    joined,
    differences: stated.decisions.flatMap((decision) => compareWitness(decision, rows, pack.sha256)),
  };
}

/** Whether something is still open about what is picked. */
function isProvisional(picked: Option, reuse: Option): boolean {
  const isGone = goes(picked.disposition);
  // What is refused for sure needs no more evidence to go.
  if (isGone && reuse.allowed === false) return false;
  // What is cleaned is not open for being dirty.
  return openAmong(isGone ? reuse.reasons : picked.reasons).some(
    ({ code }) => code !== "seen-cleans" || picked.disposition === "reuse",
  );
}

/** All places together, for whoever weighs them otherwise than the proposals do. */
function wholeBesides(free: string | null, { candidates, places, groups, couplings }: Settlement): Whole {
  const weighed = ({ slot, options: own, ...each }: Candidate): Candidate => {
    const place = places.get(slot)!;
    const options = planned(place);
    const wider: Candidate =
      options.length > own.length ? { ...each, slot, options, isWider: true } : { ...each, slot, options: own };
    // What an earlier plan says is no decision against a better one.
    return place.stated.planned.length > 0 || slot === free ? unpinned(wider) : wider;
  };
  return wholeOf(
    new Map([...candidates].map(([slot, each]) => [slot, weighed(each)] as const)),
    groups,
    couplings.implications,
  );
}

/** The smallest change of other places that would let a way be gone; null where nothing would. */
function changesFor(slot: string, option: Option, settlement: Settlement): ReturnType<Proposed["changesFor"]> {
  const { places, candidates, groups, couplings, couplingsAt, worlds, labourRate } = settlement;
  const place = places.get(slot);
  if (!place || option.never || !isOnOffer(option)) return null;
  const own = place.optionFor(option);
  if (!own || own.allowed === false) return null;
  const pinned = new Map(candidates).set(slot, { ...candidates.get(slot)!, ...pinnedTo(own) });
  const { picks } = settle(pinned, groups, couplings.implications, "open-allowed", labourRate);
  if (besideOthers(slot, own, couplingsAt.get(slot)!, { ...worlds[0], picks }).allowed === false) return null;
  return [...picks].flatMap(([other, pick]) =>
    other !== slot && pick && !samePick(pick, worlds[0].picks.get(other)) ? [{ slot: other, option: pick }] : [],
  );
}

/**
 * For every part that a person decides: what the evidence allows, what the program proposes and why, and what was
 * decided. The proposal is the cheapest pick for all places together that everything allows; it is found twice, with
 * what is open taken as allowed and as refused, and where the two differ the part is put on hold.
 *
 * @param rows  all rows of the job by id
 */
export function proposeAll(rows: Rows, found: ProposalBasis): Proposed {
  const settlement = settleAll(rows, found);
  const { places, worlds, stuck, couplings } = settlement;
  const basisOf = basesOf(settlement);
  return {
    choices: [...places.values()].map((place) => keptChoices(place, basisOf(place), () => choiceOf(place, settlement))),
    groups: [...worlds[0].groups, ...stuck.map((group) => ({ ...group, state: "no-pick" as const }))],
    after: couplings.after,
    whole: (free = null) => wholeBesides(free, settlement),
    changesFor: (slot, option) => changesFor(slot, option, settlement),
  };
}

/** Why a group of places could not be settled. */
export const tooLarge = ({ places, entries }: Group, at: ReadonlyMap<string, Pick<Place, "name">>): Problem =>
  problem("pick-too-large", [...places].sort().slice(0, 1), {
    count: places.length,
    first: at.get(places[0]!)!.name,
    entries,
  });

/** Of reasons that say the same of the same, the first. */
function distinct(reasons: readonly Problem[]): readonly Problem[] {
  const byKey = new Map<string, Problem[]>();
  return reasons.filter((reason) => {
    const key = `${reason.code} ${reason.path.join(" ")}`;
    const alike = byKey.get(key);
    if (!alike) return byKey.set(key, [reason]);
    // What it says in full is seldom needed to tell two apart.
    const said = JSON.stringify(reason.params);
    if (alike.some((other) => other === reason || JSON.stringify(other.params) === said)) return false;
    return alike.push(reason);
  });
}

/** Why another way than using it again is proposed, then what speaks for that way. */
function whyPicked(picked: Option, reuse: Option, { needs }: PlaceInHand): readonly Problem[] {
  if (picked.disposition === "reuse") return picked.reasons;
  const lost = goes(picked.disposition)
    ? needs.find((need) => need.asItIs.allowed === false && need.ways.length > 0 && need.ways.every(({ allowed }) => allowed === false)) // prettier-ignore
    : undefined;
  return [
    ...new Set([
      ...reuse.reasons.filter(({ severity }) => severity === "error"),
      ...(lost ? [problem("past-last-size", [lost.row.row.id], { row: lost.row.row.name })] : []),
      ...picked.reasons,
    ]),
  ];
}
