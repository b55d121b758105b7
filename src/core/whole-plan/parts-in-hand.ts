import type { Assessment } from "../assessment";
import type { Part } from "../entry/fold";
import type { Candidate } from "../match/ends";
import { isOutside } from "../match/places";
import { assessJoint } from "../measure/assess-joint";
import type { RowResult } from "../measure/assess-row";
import type { Constraint } from "../numeric/bucket-elimination";
import type { Choice, Option } from "../option/option";
import { goes } from "../option/same-option";
import type { CompiledPack } from "../pack/compile-pack";
import type { Slot } from "../pack/schema";
import type { RelationOf } from "../pack/schema-relations";
import { inPairs, slotsOf } from "../pack/slots-of";
import { placeRanIn, ranPairs } from "../part/ran-together";
import type { PartInHand } from "../parts/assess-parts";
import { mayGo } from "../plan/good-in-hand";
import { mostEnds } from "../plan/mating-couplings";
import { decidedOrProposed } from "../plan/standing";

/** What is asked of a job to offer what lies here at the places of its plan. */
export type HandsGround = Pick<Assessment, "choices" | "match" | "inHand" | "joints" | "order" | "job" | "buying">;

/** What lies here, as though it were picked for a place. */
export const candidateOf = (slot: Slot, part: Part): Candidate & { readonly part: Part } => ({ slot, part, offer: null, name: part.tag, cameHere: false }); // prettier-ignore

/** A part that lies here and may go into a place, as it would be picked there. */
export interface Hand {
  readonly candidate: Candidate & { readonly part: Part };
  readonly of: PartInHand;
}

/**
 * Parts that lie here, measured or not, by the place where each does most good: the one it is meant for, else one whose own part
 * goes, else any. Nothing is offered where a set is renewed as one, where something was picked or ordered, or for what was
 * bought for this engine, which has its place. What its own evidence refuses is no offer.
 *
 * @returns  by slot
 */
export function handsOf(pack: CompiledPack, ground: HandsGround): ReadonlyMap<string, Hand> {
  const { choices, match, inHand, buying, job } = ground;
  const found = new Map<string, Hand>();
  if (inHand.loose.length === 0) return found;
  // What is scrapped, or was decided for elsewhere, lies here for nobody.
  const taken = new Set([
    ...job.scrapped.map(({ part }) => part),
    ...job.decisions.flatMap(({ part, disposition }) => (goes(disposition) ? part : [])),
    ...choices.flatMap(({ part }) => part?.id ?? []),
    ...[...match.inPlace.values()].flatMap((each) => each?.part?.id ?? []),
  ]);
  const inSets = new Set(pack.pack.relations.flatMap((each) => (each.is === "set" ? each.groups.flatMap((group) => slotsOf(pack, group)) : []))); // prettier-ignore
  const isFree = ({ slot, part }: Choice) => {
    const inPlace = match.inPlace.get(slot.id);
    const isPicked = inPlace?.offer || (inPlace?.part && inPlace.part.id !== part?.id);
    return !isPicked && !inSets.has(slot.id) && !buying.covered.has(slot.id);
  };
  const going = (choice: Choice) => (goes(decidedOrProposed(choice).disposition) ? 0 : 1);
  const inOrder = choices.filter(isFree).sort((a, b) => going(a) - going(b));
  const loose = [...inHand.loose].sort((a, b) => Number(a.meantFor === null) - Number(b.meantFor === null) || (a.part.tag < b.part.tag ? -1 : 1)); // prettier-ignore
  for (const of of loose) {
    const choice = inOrder.find((each) => !found.has(each.slot.id) && mayGo(of, each, taken, false));
    if (!choice) continue;
    taken.add(of.part.id);
    const { slot } = choice;
    found.set(slot.id, { of, candidate: candidateOf(slot, of.part) });
  }
  return found;
}

/** The same with parts that lie here as though they were picked: what is in a place is paid for by what is picked there. */
export function withPutIn<A extends Pick<Assessment, "match">>(assessment: A, putIn: Iterable<Candidate>): A {
  const more = [...putIn].map((each) => [each.slot.id, each] as const);
  if (more.length === 0) return assessment;
  const { match } = assessment;
  return { ...assessment, match: { ...match, inPlace: new Map([...match.inPlace, ...more]) } };
}

/** A place of the plan as constraints see it: its slot, its options, and which of them puts in what lies here. */
export interface HandPlace {
  readonly slot: string;
  readonly options: readonly Option[];
  readonly hand: number | null;
}

/**
 * What a part that lies here may not go beside, with what is picked for its mates: matings, what ran together, two used faces, and
 * fits with a mate that stays. Beside a mate that is worked on or new it is measured before it is fitted.
 *
 * @param places  of the plan, in its order
 */
export function handConstraints(
  pack: CompiledPack,
  { match, joints, order, job, choices }: HandsGround,
  hands: ReadonlyMap<string, Hand>,
  places: readonly HandPlace[],
): readonly Constraint[] {
  if (hands.size === 0) return [];
  const number = new Map(places.map(({ slot }, at) => [slot, at]));
  const partAt = new Map(choices.map(({ slot, part }) => [slot.id, part]));
  const isHand = (slot: string, option: number) => places[number.get(slot)!]!.hand === option;
  const isGone = (slot: string, option: number) => goes(places[number.get(slot)!]!.options[option]!.disposition);
  const picked = (slot: string, option: number): Candidate | null => {
    if (isHand(slot, option)) return hands.get(slot)!.candidate;
    const all = match.candidates.get(slot) ?? [];
    if (isGone(slot, option)) return all.at(-1) ?? null;
    const part = partAt.get(slot)?.id;
    return all.find((each) => part !== undefined && each.part?.id === part) ?? null;
  };
  /** Asked only of picks that put in what lies here. */
  const between = (slots: readonly string[], may: (options: readonly number[]) => boolean): Constraint => {
    const known = new Map<string, boolean>();
    return {
      of: slots.map((slot) => number.get(slot)!),
      allows: (options) => {
        if (!slots.some((slot, at) => isHand(slot, options[at]!))) return true;
        const key = options.join();
        const answer = known.get(key) ?? may(options);
        known.set(key, answer);
        return answer;
      },
    };
  };
  const concerns = (slots: readonly string[]) => slots.some((slot) => hands.has(slot)) && slots.every((slot) => number.has(slot)); // prettier-ignore

  const ofMatings = match.places.flatMap((place): readonly Constraint[] => {
    const slots = [...new Set(place.ends.filter((end) => !isOutside(end)))];
    if (!slots.some((slot) => hands.has(slot)) || slots.length > mostEnds) return [];
    const planned = slots.filter((slot) => number.has(slot));
    return [
      between(planned, (options) => {
        const at = place.ends.map((end) => {
          const index = planned.indexOf(end);
          return index < 0 ? (match.inPlace.get(end) ?? null) : picked(end, options[index]!);
        });
        return match.judge(place, at).allowed !== false;
      }),
    ];
  });

  const relations = pack.pack.relations;
  const ran = relations.filter((each): each is RelationOf<"ran-together"> => each.is === "ran-together");
  const ranIn = placeRanIn(job.cameOut);
  const ofRan = ran
    .flatMap((each) => ranPairs(pack, each, ranIn))
    .filter(({ one, other }) => concerns([one, other]))
    .map(({ relation, one, other, did }) =>
      between([one, other], ([mine, mates]) => {
        const isNew = (slot: string, option: number) => !isHand(slot, option) && isGone(slot, option);
        if (isNew(one, mine!)) return relation.oneMayBeNew;
        if (isNew(other, mates!)) return false;
        const [a, b] = [picked(one, mine!)?.part ?? partAt.get(one), picked(other, mates!)?.part ?? partAt.get(other)];
        return !a || !b || did(a, b) !== false;
      }),
    );

  const ofFaces = relations.flatMap((each) => {
    if (each.is !== "used-on-used" || each.then !== "refuse") return [];
    const isUsed = (slot: string, option: number) => isHand(slot, option) || !isGone(slot, option);
    return inPairs(slotsOf(pack, each.one), slotsOf(pack, each.other))
      .filter(concerns)
      .map(([one, other]) => between([one, other], ([a, b]) => !(isUsed(one, a!) && isUsed(other, b!))));
  });

  const ofFits = [...joints.values()].flatMap((joint): readonly Constraint[] => {
    const slots = [...new Set([...joint.ends.values()].map(({ row }) => row.slot.id))];
    if (!concerns(slots)) return [];
    return [
      between(slots, (options) => {
        const stays = (slot: string, at: number) =>
          isHand(slot, options[at]!) || !(isGone(slot, options[at]!) || places[number.get(slot)!]!.options[options[at]!]!.ways.length > 0); // prettier-ignore
        if (!slots.every(stays)) return true;
        const here = (there: RowResult): RowResult | undefined => {
          const { slot, at } = there.row;
          if (!isHand(slot.id, options[slots.indexOf(slot.id)]!)) return there;
          return hands.get(slot.id)!.of.rows.find(({ row }) => row.at.id === at.id);
        };
        const ends = [...joint.ends].map(([end, there]) => [end, here(there)] as const);
        const measured = ends.flatMap(([end, row]) => (row ? [[end, row] as const] : []));
        // What nobody measured of it is open, and refuses nothing yet.
        if (measured.length < ends.length) return true;
        return assessJoint(joint.row, new Map(measured), pack.facts, order.rule).accepted !== false;
      }),
    ];
  });
  return [...ofMatings, ...ofRan, ...ofFaces, ...ofFits];
}
