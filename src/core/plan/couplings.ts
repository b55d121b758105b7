import type { Verdict } from "../evidence/verdict";
import type { Part } from "../entry/fold";
import { assessJoint, type JointResult } from "../measure/assess-joint";
import { standsByPoint, type RowResult } from "../measure/assess-row";
import { sizeWhenNew } from "../measure/wear";
import type { DecisionRule } from "../entry/schema";
import type { Order } from "../order/order";
import type { CompiledPack } from "../pack/compile-pack";
import type { Relation, RelationOf } from "../pack/schema-relations";
import { inPairs, slotsOf } from "../pack/slots-of";
import { ranPairs } from "../part/ran-together";
import { problem, type Problem } from "../problem/problem";
import { estimate } from "../quantity/estimate";
import { keptBeside, keptByName } from "../same";
import type { Option } from "../option/option";
import { aspectId } from "../option/options-of-part";
import { byThumb, evidenceOfJoint, withinLimits, type Need } from "../option/row-needs";
import { goes } from "../option/same-option";

/** A place that is chosen for, as couplings see it. */
export interface Place {
  readonly slot: string;
  readonly name: string;
  readonly part: Part | null;
  readonly needs: readonly Need[];
}

/** What some places may not choose together: judged on what is picked for each, it takes away and grants nothing. */
export interface Coupling {
  readonly id: string;
  readonly places: readonly string[];
  /** What it rests on besides its places: while these and they are the same, so is what it says. */
  readonly rests: readonly unknown[];
  /** Where what it says against a pick is said: the ends that give way. */
  readonly gives: ReadonlySet<string>;
  /**
   * @param picks  one option a place, in their order
   * @param stays  whether a place could keep the part it has, as far as that part goes
   */
  readonly judge: (picks: readonly Option[], stays: (slot: string) => boolean) => Verdict;
}

/** Places that have to agree on one value: a size, renewed or not. */
export interface Agreement {
  readonly id: string;
  readonly places: readonly string[];
  readonly values: readonly string[];
  /** The values that an option of a place goes with. */
  readonly takes: (slot: string, option: Option) => readonly string[];
  readonly why: (mate: string) => Problem;
}

/** What follows for some places from what is picked for others: followed, and never weighed against it. */
export interface Implication {
  readonly id: string;
  readonly from: readonly string[];
  readonly triggers: (slot: string, option: Option) => boolean;
  readonly on: readonly string[];
  /** What an option of a place is then refused for, or open for; null where it may be. */
  readonly against: (slot: string, option: Option, by: string) => Verdict | null;
}

export interface Couplings {
  readonly couplings: readonly Coupling[];
  readonly agreements: readonly Agreement[];
  readonly implications: readonly Implication[];
  /** What is fitted only after another place is made good, by the place it is fitted in. */
  readonly after: ReadonlyMap<string, readonly string[]>;
}

const fine: Verdict = { allowed: true, reasons: [] };
const refuse = (reason: Problem): Verdict => ({ allowed: false, reasons: [reason] });

/** A verdict whose reasons are put together when somebody asks for them: most combinations are never shown. */
function lazily(allowed: boolean | null, why: () => readonly Problem[]): Verdict {
  let reasons: readonly Problem[] | null = null;
  return {
    allowed,
    get reasons() {
      return (reasons ??= why());
    },
  };
}

/** What becomes of a measured place: it stays as it is, a new part comes, or it is brought to a size. */
type State = { readonly is: "kept" } | { readonly is: "new" } | { readonly is: "sized"; readonly mm: number };
const kept: State = { is: "kept" };
const fresh: State = { is: "new" };

function stateOf(option: Option, need: Need | undefined): State {
  if (goes(option.disposition)) return fresh;
  if (!need || option.ways.length === 0) return kept;
  const step = option.ways.find(({ feature }) => feature === aspectId(need))?.step;
  const way = step === undefined ? undefined : need.ways.find(({ id }) => id === step);
  // Brought back to drawing size it counts as new for size, though not for hardness or finish.
  if (way?.asNew) return fresh;
  return way && way.finishedMm !== null ? { is: "sized", mm: way.finishedMm } : kept;
}

/** A row as though all its points were of one size. */
const allAt = (row: RowResult, size: ReturnType<typeof sizeWhenNew>): RowResult => ({
  ...row,
  points: row.points.map((point) => ({ ...point, estimate: size })),
});

/** The drawing band of what a feature measures at each of its points; none where what is drawn is their range or their form. */
const bandByPoint = ({ governing, derived }: Pick<RowResult["feature"], "governing" | "derived">) =>
  [governing, ...derived].find((each) => standsByPoint(each) && each.limits.new);

/** Whether anybody says how large a new one is at each of its points. */
const isNewSizeKnown = ({ feature }: Pick<RowResult, "feature">): boolean =>
  bandByPoint(feature) !== undefined || feature.points.every(({ nominal }) => nominal !== undefined);

/** A row with a new part in its place: of the kind that is there, at each point anywhere in its drawing band, or at what is drawn there. */
function rowOfNew(row: RowResult): RowResult {
  const { feature } = row;
  const source = `new-size:replacement:${row.row.id}`;
  const drawn = bandByPoint(feature);
  const size = drawn ? sizeWhenNew(drawn.limits.new, drawn.nonNegative, source) : null;
  // Where a range or a form is all that is drawn, each point lies within it of what is drawn there.
  const range = feature.governing.limits.new?.max ?? 0;
  return {
    ...row,
    points: row.points.map((point, at) => {
      const nominal = feature.points[at]!.nominal;
      if (nominal === undefined) return { ...point, estimate: size };
      return { ...point, estimate: estimate(nominal, [[`${source} ${point.point}`, range / 2 / Math.sqrt(3)]]) };
    }),
  };
}

/** A row as it will be: as measured, anywhere in the drawing band, or in that band about another size. */
function rowAs(row: RowResult, state: State): RowResult {
  if (state.is === "kept") return row;
  if (state.is === "new") return rowOfNew(row);
  const { limits, nonNegative } = row.feature.governing;
  const { new: band } = limits;
  const source = `new-size:replacement:${row.row.id}`;
  const width = (band?.max ?? 0) - (band?.min ?? 0);
  const grows = row.row.at.feature.rework?.kind === "oversize";
  const [min, max] = grows ? [state.mm, state.mm + width] : [state.mm - width, state.mm];
  return allAt(row, sizeWhenNew({ min, max, ref: { source: "none" } }, nonNegative, source));
}

const keptVerdicts = keptByName<JointResult, Verdict>();

/** What a joint says with its ends as they will be: worked out once for each way they can be. */
function jointSays(
  joint: JointResult,
  states: readonly State[],
  facts: ReadonlyMap<string, number>,
  rule: DecisionRule,
): Verdict {
  const key = states.map((state) => (state.is === "sized" ? state.mm : state.is)).join(" ");
  return keptVerdicts(joint, key, [rule], () => {
    const asMeasured = states.every(({ is }) => is === "kept");
    const result = asMeasured
    ? joint
    : assessJoint(joint.row, new Map([...joint.ends].map(([end, row], at) => [end, rowAs(row, states[at]!)])), facts, rule); // prettier-ignore
    return lazily(result.accepted, () => {
      const ends = [...joint.ends.values()].map(({ row, feature }, at) => ({ row, feature, state: states[at]! }));
      if (result.accepted !== true)
        return [
          ...evidenceOfJoint(result),
          // A new part of which nobody says how large it is fits nothing for sure.
          ...ends.flatMap(({ row, feature, state }) =>
            result.accepted === null && state.is === "new" && !isNewSizeKnown({ feature })
              ? [problem("new-size-unknown", [joint.row.id], { joint: joint.row.name, mate: row.name })]
              : [],
          ),
        ];
      const mates = ends.filter(({ state }) => state.is !== "kept").map(({ row }) => row.name);
      return [
        ...(mates.length > 0 ? [problem("good-beside-new", [joint.row.id], { mates: mates.join(", ") })] : []),
        ...[withinLimits(result) ?? []].flat(),
        ...byThumb(result),
      ];
    });
  });
}

const placesOf = (joint: JointResult) => [...new Set([...joint.ends.values()].map(({ row }) => row.slot.id))];

/**
 * A fit: the ends that give way are not used again while it is outside its limits with everything as it will be. An end
 * that could stay is taken as it measures even where another comes: what gives way does so for its mate, not the mate for it.
 */
function fit(
  joint: JointResult,
  needAt: (row: string) => Need | undefined,
  facts: ReadonlyMap<string, number>,
  rule: DecisionRule,
): Coupling {
  const { givesWay } = joint.row.joint;
  const places = placesOf(joint);
  const ends = [...joint.ends].map(([end, { row }]) => ({
    place: places.indexOf(row.slot.id),
    slot: row.slot.id,
    need: needAt(row.id),
    gives: givesWay.includes(end),
  }));
  const numberOf = new Map([...joint.ends.keys()].map((end, at) => [end, at]));
  const renewing = joint.row.joint.renews.flatMap(({ when, becomes, replace }) => {
    const at = numberOf.get(when);
    return at === undefined ? [] : [{ when: at, becomes, ends: replace.flatMap((end) => numberOf.get(end) ?? []) }];
  });
  return {
    id: joint.row.id,
    places,
    rests: [joint],
    gives: new Set(ends.flatMap(({ slot, gives }) => (gives ? [slot] : []))),
    judge: (picks, stays) => {
      const picked = ends.map(({ place, need }) => stateOf(picks[place]!, need));
      // What goes with a mate that is worked on need not be fitted beside it: that is said by the mate.
      const goesWithMate = (at: number) =>
        renewing.some(
          ({ when, becomes, ends: gone }) =>
            gone.includes(at) &&
            picked[when]!.is !== "kept" &&
            becomes.includes(goes(picks[ends[when]!.place]!.disposition) ? "replace" : "rework"),
        );
      if (!ends.some(({ gives }, at) => gives && picked[at]!.is === "kept" && !goesWithMate(at))) return fine;
      const states = ends.map(({ slot }, at) => (picked[at]!.is === "new" && stays(slot) ? kept : picked[at]!));
      return jointSays(joint, states, facts, rule);
    },
  };
}

/** Ends that are renewed when another is worked on or goes: shells with their journal. */
const renewals = (joint: JointResult, needAt: (row: string) => Need | undefined): Coupling[] =>
  joint.row.joint.renews.flatMap(({ when, becomes, replace }) => {
    const mate = joint.ends.get(when);
    if (!mate) return [];
    return replace.flatMap((end): Coupling[] => {
      const target = joint.ends.get(end);
      if (!target || target.row.slot.id === mate.row.slot.id) return [];
      return [
        {
          id: `${joint.row.id} ${when} ${end}`,
          places: [mate.row.slot.id, target.row.slot.id],
          rests: [joint],
          gives: new Set([target.row.slot.id]),
          judge: ([of, mine]) => {
            // What came new and lies in its place is new beside whatever its mate becomes; whether it fits is said by the fit.
            if (goes(mine!.disposition) || target.part?.origin === "supplier") return fine;
            const state = stateOf(of!, needAt(mate.row.id));
            const now = goes(of!.disposition) ? "replace" : state.is === "kept" ? null : "rework";
            if (now === null || !becomes.includes(now)) return fine;
            return refuse(
              problem("mate-renewed", [target.row.id], {
                mate: mate.row.name,
                disposition: of!.disposition,
                step: of!.ways.find(({ feature }) => feature === aspectId(needAt(mate.row.id)!))?.name ?? null,
              }),
            );
          },
        },
      ];
    });
  });

/** One size for all such parts of the engine; a single one may be restored instead. */
function oneSize(places: readonly Place[]): Agreement[] {
  const byFeature = new Map<string, { readonly places: Place[]; readonly need: Need }>();
  for (const place of places)
    for (const need of place.needs) {
      if (need.row.row.at.feature.rework?.oneSize !== "engine") continue;
      const key = `${need.row.row.partClass.id} ${need.row.row.at.feature.id}`;
      const known = byFeature.get(key);
      if (!known) byFeature.set(key, { places: [place], need });
      else if (known.places.at(-1) !== place) known.places.push(place);
    }
  return [...byFeature].flatMap(([key, { places: of, need }]): Agreement[] => {
    if (of.length < 2) return [];
    const rework = need.row.row.at.feature.rework!;
    const values = ["as-it-is", ...rework.steps.map(({ id }) => id)];
    const nameOf = new Map(of.map(({ slot, name }) => [slot, name]));
    const madeAt = new Map(
      of.map(({ slot, needs }) => [slot, needs.find((each) => aspectId(each) === aspectId(need))?.row.size?.id]),
    );
    return [
      {
        id: `one-size ${key}`,
        places: of.map(({ slot }) => slot),
        values,
        takes: (slot, { disposition, ways }) => {
          const step = ways.find(({ feature }) => feature === aspectId(need))?.step;
          // A place that was brought to a size before stays at that size as it is.
          if (step === undefined) return [(goes(disposition) ? undefined : madeAt.get(slot)) ?? "as-it-is"];
          return step === rework.restore?.id ? values : [step];
        },
        why: (mate) => problem("one-size-for-all", [need.row.row.id], { row: nameOf.get(mate) ?? mate }),
      },
    ];
  });
}

interface RelationContext {
  readonly pack: CompiledPack;
  readonly order: Pick<Order, "schools">;
  readonly placeAt: ReadonlyMap<string, Place>;
  /** Where a part ran, as far as anybody recorded it. */
  readonly ranIn: (part: Part) => string | null;
}

const isNew = (option: Option, place: Place) => goes(option.disposition) || place.part?.origin === "supplier";

function ranTogether(relation: RelationOf<"ran-together">, { pack, placeAt, ranIn }: RelationContext): Coupling[] {
  return ranPairs(pack, relation, ranIn).flatMap(({ id, one: a, other: b, did }): Coupling[] => {
    const [one, other] = [placeAt.get(a), placeAt.get(b)];
    if (!one || !other) return [];
    const ran = one.part && other.part ? did(one.part, other.part) : true;
    const said = (mate: Place) => ({ set: relation.name, mate: mate.name });
    return [
      {
        id,
        places: [a, b],
        rests: [ran],
        // Where the first may come new it gives way: nothing keeps its mate from being renewed.
        gives: new Set(relation.oneMayBeNew ? [a] : [a, b]),
        judge: ([mine, mates]) => {
          if ([...mine!.ways, ...mates!.ways].some(({ step }) => relation.frees.includes(step))) return fine;
          const [isOne, isOther] = [isNew(mine!, one), isNew(mates!, other)];
          if (isOne && !isOther && relation.oneMayBeNew) return fine;
          if (isOne !== isOther)
            return refuse(
              problem("ran-together", [isOne ? b : a], {
                ...said(isOne ? one : other),
                used: (isOne ? other : one).name,
              }),
            );
          if (isOne || ran === true) return fine;
          return ran === false
            ? refuse(problem("ran-elsewhere", [a], said(other)))
            : { allowed: null, reasons: [problem("ran-beside-unknown", [a], said(other))] };
        },
      },
    ];
  });
}

const usedOnUsed = (relation: RelationOf<"used-on-used">, { pack, placeAt }: RelationContext): Coupling[] =>
  inPairs(slotsOf(pack, relation.one), slotsOf(pack, relation.other)).flatMap(([a, b]): Coupling[] => {
    const [one, other] = [placeAt.get(a), placeAt.get(b)];
    if (!one || !other) return [];
    const answer = { tell: true, ask: null, refuse: false }[relation.then];
    return [
      {
        id: `${relation.id} ${a} ${b}`,
        places: [a, b],
        rests: [],
        gives: new Set([a, b]),
        judge: ([mine, mates]) =>
          isNew(mine!, one) || isNew(mates!, other)
            ? fine
            : {
                allowed: answer,
                reasons: [
                  problem("used-on-used", [a], { mate: other.name, why: relation.why, refuses: answer === false }),
                ],
              },
      },
    ];
  });

const sets = (relation: RelationOf<"set">, { pack, placeAt }: RelationContext): Agreement[] =>
  relation.groups.flatMap((group, at): Agreement[] => {
    const places = slotsOf(pack, group).filter((slot) => placeAt.has(slot));
    if (places.length < 2) return [];
    return [
      {
        id: `${relation.id} ${at}`,
        places,
        values: ["renewed", "kept"],
        takes: (slot, option) => [isNew(option, placeAt.get(slot)!) ? "renewed" : "kept"],
        why: (mate) => problem("as-a-set", [mate], { set: relation.name, mate: placeAt.get(mate)!.name }),
      },
    ];
  });

const companions = (relation: RelationOf<"companion">, { pack, placeAt }: RelationContext): Implication => ({
  id: relation.id,
  from: slotsOf(pack, relation.when).filter((slot) => placeAt.has(slot)),
  triggers: (_, { disposition }) =>
    relation.becomes.some((each) => (each === "replace" ? goes(disposition) : disposition === "rework")),
  on: slotsOf(pack, relation.replace).filter((slot) => placeAt.has(slot)),
  against: (slot, option, by) =>
    isNew(option, placeAt.get(slot)!) || slot === by
      ? null
      : refuse(problem("companion-renewed", [slot], { set: relation.name, mate: placeAt.get(by)!.name })),
});

/** How much of its wear a part has used, the worst of its places; null where it wears and nobody knows. */
function shareUsed({ needs }: Place): number | null {
  const wearing = needs.filter(({ row }) => row.governing.limit !== null && !row.row.at.feature.byEvent);
  const shares = wearing.map(({ row }) =>
    row.governing.missing.length > 0 ? null : (row.governing.wear?.value ?? null),
  );
  const known = shares.filter((share) => share !== null);
  return known.length < shares.length ? null : Math.max(0, ...known);
}

function weakLink(relation: RelationOf<"weak-link">, { pack, order, placeAt }: RelationContext): Implication[] {
  const { unless, share: most } = relation;
  if (unless && order.schools.get(unless.school) === unless.option) return [];
  return [
    {
      id: relation.id,
      from: slotsOf(pack, relation.fresh).filter((slot) => placeAt.has(slot)),
      triggers: (_, { disposition }) => goes(disposition) || disposition === "rework",
      on: slotsOf(pack, relation.tired).filter((slot) => placeAt.has(slot)),
      against: (slot, option, by) => {
        const place = placeAt.get(slot)!;
        if (goes(option.disposition) || option.disposition === "rework") return null;
        const share = shareUsed(place);
        const said = { set: relation.name, mate: placeAt.get(by)!.name, most };
        if (share === null) return { allowed: null, reasons: [problem("weak-link-open", [slot], said)] };
        return share > most ? refuse(problem("weak-link", [slot], { ...said, share })) : null;
      },
    },
  ];
}

const keptOfJoint = keptBeside<JointResult, readonly Coupling[]>();
const keptOfRelation = keptBeside<Relation, readonly Coupling[]>();

/** Everything that holds between the places of an engine, of whatever kind the pack says it. */
export function couplingsOf(
  context: RelationContext & { readonly joints: readonly JointResult[]; readonly rule: DecisionRule },
): Couplings {
  const { pack, placeAt, joints, rule } = context;
  const needs = new Map([...placeAt.values()].flatMap((place) => place.needs.map((need) => [need.row.row.id, need] as const))); // prettier-ignore
  const needAt = (row: string) => needs.get(row);
  const isThere = ({ places }: Coupling) => places.every((slot) => placeAt.has(slot));
  const ofJoint = (joint: JointResult): readonly Coupling[] =>
    keptOfJoint(joint, [rule, pack, ...[...joint.ends.values()].map(({ row }) => needAt(row.id))], () =>
      [
        // That it goes with its mate says more than how it would fit beside it.
        ...renewals(joint, needAt),
        ...(joint.row.joint.givesWay.length > 0 ? [fit(joint, needAt, pack.facts, rule)] : []),
      ].filter(isThere),
    );
  /** What a relation makes of its places, again only when one of them is another. */
  const ofRelation = (relation: RelationOf<"ran-together" | "used-on-used">): readonly Coupling[] => {
    const places = [relation.one, relation.other].flatMap((parts) => slotsOf(pack, parts)).map((slot) => placeAt.get(slot)); // prettier-ignore
    const basis = places.flatMap((place) => [place, place?.part && context.ranIn(place.part)]);
    return keptOfRelation(relation, [pack, ...basis], () =>
      relation.is === "ran-together" ? ranTogether(relation, context) : usedOnUsed(relation, context),
    );
  };
  const of = <K extends Relation["is"]>(is: K) =>
    pack.pack.relations.filter((relation): relation is RelationOf<K> => relation.is === is);
  const after = new Map<string, string[]>();
  for (const { fitted, after: first } of of("not-before"))
    for (const [late, early] of inPairs(slotsOf(pack, fitted), slotsOf(pack, first)))
      after.set(late, [...(after.get(late) ?? []), early]);
  return {
    couplings: [
      ...joints.flatMap(ofJoint),
      ...of("ran-together").flatMap(ofRelation),
      ...of("used-on-used").flatMap(ofRelation),
    ],
    agreements: [...oneSize([...placeAt.values()]), ...of("set").flatMap((relation) => sets(relation, context))],
    implications: [
      ...of("companion").map((relation) => companions(relation, context)),
      ...of("weak-link").flatMap((relation) => weakLink(relation, context)),
    ],
    after,
  };
}
