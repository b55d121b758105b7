import { meet, type Verdict } from "../evidence/verdict";
import type { PartCondition } from "../condition/assess-condition";
import type { Evidence } from "../evidence/evidence";
import { eitherOf } from "../contamination/suspects";
import type { Disposition } from "../entry/schema";
import { groupBy } from "../group";
import type { Endurance } from "../measure/endurance";
import type { RowResult } from "../measure/assess-row";
import { unitOfLife } from "../pack/life-units";
import type { Pack, PartClass } from "../pack/schema";
import { problem, type Problem } from "../problem/problem";
import type { ChosenWay, Option } from "./option";
import { minutesOf, priceOf } from "./price-option";
import { optionKey, type WayToGo } from "./same-option";
import { wayHangsOn, type Need, type Way } from "./row-needs";

/** Places of a part that are brought to one size together, or one place by itself. */
interface Aspect {
  readonly id: string;
  readonly name: string;
  readonly needs: readonly Need[];
}

/** What is known of one part, to say which ways there are to go with it. */
export interface PartBasis {
  readonly partClass: PartClass;
  readonly needs: readonly Need[];
  readonly condition: PartCondition | undefined;
  readonly enduranceOf: (row: RowResult) => Endurance | null;
  readonly price: NonNullable<Pack["worth"]>["classes"][number] | undefined;
  /** Why such a part is always renewed, where it is. */
  readonly alwaysNew: Problem | null;
  /** It is used under a certificate: by approved data only, and nobody signs past what refuses it. */
  readonly certified: boolean;
}

/** All ways to go with one part, and any other that somebody thinks of. */
export interface PartOptions {
  /** As it is, the bundles that are not refused, those that are, other parts, hold. */
  readonly options: readonly Option[];
  /** A way to go as somebody decided it; null where the part has no such way. */
  readonly optionFor: (wanted: WayToGo) => Option | null;
  /** The features and places by which ways are named, for decisions that were made by feature. */
  readonly aspectOf: (at: string) => string | null;
}

/** The most bundles that are laid out for one part. */
const mostBundles = 64;

export const aspectId = ({ row: { row } }: Need): string =>
  row.at.feature.rework?.oneSize ? row.at.feature.id : row.at.id;

function aspectsOf(needs: readonly Need[]): readonly Aspect[] {
  const aspects = new Map<string, Need[]>();
  for (const need of needs) {
    const id = aspectId(need);
    const known = aspects.get(id);
    if (known) known.push(need);
    else aspects.set(id, [need]);
  }
  return [...aspects].map(([id, of]) => ({ id, name: of[0]!.row.row.at.feature.name, needs: of }));
}

const refuse = (reason: Problem): Verdict => ({ allowed: false, reasons: [reason] });
const open = (reason: Problem): Verdict => ({ allowed: null, reasons: [reason] });
const tell = (reason: Problem): Verdict => ({ allowed: true, reasons: [reason] });

/** What the hours wanted say of a place that stays as it is: likelier not to reach them, and it is not proposed. */
function lasting(endurance: Endurance | null, row: RowResult): Verdict[] {
  if (!endurance) return [];
  const { wanted, counted, probability, low, high, life, age } = endurance;
  const figures = {
    ahead: wanted,
    unit: unitOfLife[counted],
    probability,
    low,
    high,
    life,
    from: age?.from ?? null,
    to: age?.to ?? null,
  };
  return [
    high < 0.5
      ? refuse(problem("short-of-hours", [row.row.id], figures))
      : tell(problem("reaches-hours", [row.row.id], figures)),
  ];
}

/** What makes good not one place but the part: a crack closed, a surface made anew. It goes with every other way. */
interface Mending {
  readonly feature: string;
  readonly step: string;
  readonly name: string;
  readonly cost: number | null;
  readonly done: Verdict;
  /** The part may stay without it. */
  readonly isOptional: boolean;
}

/** What is made good, each once however much evidence asks for it; undone, that evidence speaks. */
function madeGood(evidence: readonly Evidence[], { id }: PartClass): Mending[] {
  const asking = evidence.flatMap(({ madeGood: way, ...verdict }) => (way ? [{ way, ...verdict }] : []));
  return [...groupBy(asking, ({ way }) => way.id)].map(([feature, [first, ...others]]) => ({
    feature,
    step: first!.way.step,
    name: first!.way.name,
    cost: first!.way.cost,
    done: meet([
      { allowed: true, reasons: [first!, ...others].flatMap(({ reasons }) => reasons) },
      ...(first!.way.allowed ? [] : [wayHangsOn([id, feature], first!.way.name)]),
    ]),
    isOptional: [first!, ...others].every(({ allowed }) => allowed === true),
  }));
}

/** A worn surface that was seen before the place was basis below it is not there any more. */
function isMachinedAway({ survivesMachining, seenAt, on }: Evidence, needs: readonly Need[]): boolean {
  if (survivesMachining || seenAt === null) return false;
  const places = needs.filter(({ row }) => (on ? on.includes(row.row.at.id) : row.row.at.feature.rework));
  return (
    places.length > 0 &&
    places.every(({ isGroundBelow, row }) => isGroundBelow && Date.parse(seenAt) < Date.parse(row.reworkedAt!))
  );
}

/** Places that go to one size together are not used as they are while only some of them were brought to it. */
function atOneSize({ needs }: Aspect): Verdict[] {
  const [first] = needs;
  if (!first?.row.row.at.feature.rework?.oneSize) return [];
  const sized = needs.find(({ row }) => row.size)?.row;
  const other = needs.find(({ row }) => sized && row.measured > 0 && row.size?.id !== sized.size!.id)?.row;
  if (!sized || !other) return [];
  const params = { row: sized.row.name, size: sized.size!.name, mate: other.row.name };
  return [
    other.reworkedAt === null
      ? open(problem("not-measured-since-machining", [other.row.id], params))
      : refuse(problem("sizes-differ", [other.row.id], params)),
  ];
}

/** What is still suspected of a part that is used as it is; what has to be cleaned first is priced by nobody. */
function suspicionIn(speaking: readonly Evidence[], beside: readonly Verdict[]): Pick<Option, "suspicion"> {
  const doubts = speaking.flatMap(({ doubt }) => doubt ?? []);
  if (doubts.length === 0 || speaking.some(({ cleans, doubt }) => cleans && !doubt)) return {};
  const isAll = meet([...speaking.filter(({ doubt }) => !doubt), ...beside]).allowed === true;
  const chance = eitherOf(doubts.map((each) => each.chance));
  return { suspicion: { chance, hours: Math.max(...doubts.map(({ hours }) => hours)), isAll } };
}

/** The work of a way to go, what proves the part clean included. */
function minutesWith(cleaned: readonly Evidence[], disposition: Disposition, price: PartBasis["price"]): number | null {
  const proofs = cleaned.reduce((sum, { proof }) => sum + (proof?.minutes ?? 0), 0);
  const isProofOnly = disposition === "clean" && cleaned.every(({ proof }) => proof);
  const own = isProofOnly ? 0 : minutesOf(disposition, price);
  return own === null ? null : own + proofs;
}

const never = (evidence: readonly Evidence[]) => evidence.some((each) => each.never && each.allowed === false);

/** The first word of what stays as it is, so that reasons begin with what speaks loudest. */
const distinct = (reasons: readonly Problem[]): readonly Problem[] => [...new Set(reasons)];

/** What ways to go are laid out of: the part's places and what speaks of it, sorted once. */
interface Known extends Pick<PartBasis, "needs" | "price" | "certified"> {
  readonly aspects: readonly Aspect[];
  /** Evidence of the part as a whole. */
  readonly ofPart: readonly Evidence[];
  readonly mendings: readonly Mending[];
  readonly renewed: readonly Verdict[];
  /** By place, what speaks of leaving it as it is. */
  readonly asItIs: ReadonlyMap<Need, Verdict>;
}

/** By feature, the way it goes. */
type Steps = ReadonlyMap<string, string>;

function knownOf({ partClass, needs, condition, enduranceOf, price, alwaysNew, certified }: PartBasis): Known {
  const evidence = (condition?.evidence ?? []).filter((each) => !isMachinedAway(each, needs));
  // Where no decision is about the place it concerns it speaks of the part.
  const places = new Set(needs.map(({ row }) => row.row.at.id));
  const ofPart = evidence.filter(({ on }) => on === null || !on.some((at) => places.has(at)));
  // A way that a place has by what it measures takes what was seen away too: it is done once.
  const ofPlaces = new Set(needs.flatMap(({ ways }) => ways.map(({ id }) => id)));
  const asItIs = (need: Need) =>
    meet([
      need.asItIs,
      ...evidence.filter(({ on }) => on?.includes(need.row.row.at.id)),
      ...lasting(need.asItIs.allowed === true ? enduranceOf(need.row) : null, need.row),
    ]);
  return {
    needs,
    price,
    certified,
    aspects: aspectsOf(needs),
    ofPart,
    mendings: madeGood(ofPart, partClass).filter(({ feature }) => !ofPlaces.has(feature)),
    renewed: alwaysNew ? [refuse(alwaysNew)] : [],
    asItIs: new Map(needs.map((need) => [need, asItIs(need)])),
  };
}

const wayOf = (need: Need, step: string): Way | undefined => need.ways.find(({ id }) => id === step);

/** What an aspect that is left as it is says, or one that goes by a step. */
function aspectVerdicts({ asItIs }: Known, aspect: Aspect, step: string | null): Verdict[] {
  if (step === null) return [...aspect.needs.map((need) => asItIs.get(need)!), ...atOneSize(aspect)];
  const worn = aspect.needs.filter((need) => asItIs.get(need)!.allowed === false);
  const fellows =
    aspect.needs.length > worn.length && worn.length > 0
      ? [tell(problem("one-size-for-all", [aspect.needs[0]!.row.row.id], { row: worn[0]!.row.row.name }))]
      : [];
  // Of many places alike, one says why: what refuses, what is open, else the first.
  const verdicts = aspect.needs.map((need) => wayOf(need, step)!);
  const telling =
    verdicts.find(({ allowed }) => allowed === false) ??
    verdicts.find(({ allowed }) => allowed === null) ??
    verdicts[0]!;
  return [telling, ...fellows];
}

/** Evidence of the part that a way to go leaves standing. */
function speakingIn({ needs, ofPart }: Known, disposition: Disposition, steps: Steps): readonly Evidence[] {
  const isAllMachined = needs.length > 0 && needs.every((need) => steps.has(aspectId(need)));
  const taken = new Set([...steps.keys(), ...steps.values()]);
  return ofPart
    .filter(
      ({ survivesMachining, cleans, madeGood: way }) =>
        !(cleans && isCleanedBy(disposition)) && (survivesMachining || !isAllMachined) && !(way && taken.has(way.id)),
    )
    .map((each) => (each.isAskedByWork && disposition === "rework" ? { ...each, allowed: true } : each));
}

const isCleanedBy = (disposition: Disposition) => disposition === "clean" || disposition === "rework";

/** Whether all that a way to go asks for was done and measured since. */
function isMadeBy({ aspects }: Known, ways: readonly ChosenWay[], isCleaned: boolean): boolean {
  return (
    (ways.length > 0 || isCleaned) &&
    ways.every(({ feature, step }) => {
      const of = aspects.find(({ id }) => id === feature)?.needs ?? [];
      return of.length > 0 && of.every(({ row }) => row.isMachined && row.size?.id === step);
    })
  );
}

/** What a set of ways does to a part, with what then speaks for and against it. */
function bundle(known: Known, disposition: Disposition, steps: Steps): Option {
  const { aspects, ofPart, mendings, renewed, price } = known;
  const mended = mendings.filter(({ feature }) => steps.has(feature));
  const speaking = speakingIn(known, disposition, steps);
  const cleaned = isCleanedBy(disposition) ? ofPart.filter(({ cleans }) => cleans) : [];
  const beside = [
    ...renewed,
    ...aspects.flatMap((aspect) => aspectVerdicts(known, aspect, steps.get(aspect.id) ?? null)),
    ...cleaned.map(({ reasons, proof }) => ({ allowed: true, reasons: proof ? [proof.reason] : reasons })),
    ...mended.map(({ done }) => done),
  ];
  // What cleaning takes away is said last: it decides least.
  const verdict = meet([...speaking.filter((each) => !each.cleans), ...beside, ...speaking.filter((each) => each.cleans)]); // prettier-ignore
  const several = aspects.filter((aspect) => aspect.needs.some(({ ways }) => ways.length > 0)).length > 1;
  const ways = [...steps].map(([feature, step]): ChosenWay => {
    const aspect = aspects.find(({ id }) => id === feature);
    return aspect
      ? { feature, step, name: wayOf(aspect.needs[0]!, step)!.name, of: several ? aspect.name : null }
      : { feature, step, name: mended.find((each) => each.feature === feature)!.name, of: null };
  });
  const repairs = mended.flatMap(({ cost }) => cost ?? []);
  const repaired = repairs.reduce((sum, each) => sum + each, 0);
  // What was to be cleaned and has nothing left to clean off was.
  const isMade = isMadeBy(known, ways, disposition === "clean" && cleaned.length === 0);
  return {
    disposition,
    ways,
    allowed: verdict.allowed,
    reasons: distinct(verdict.reasons),
    ...(verdict.allowed === false && (known.certified || never(speaking)) ? { never: true as const } : {}),
    ...(isMade ? { made: true as const } : {}),
    ...suspicionIn(speaking, beside),
    price: priceOf(disposition, price, ways.length > repairs.length, repaired),
    minutes: minutesWith(cleaned, disposition, price),
  };
}

/** The ways to go that do nothing to the part: another one in its place, the shelf, and leaving it open. */
function othersOf({ partClass, price }: PartBasis, ofPart: readonly Evidence[]) {
  const other = (disposition: "replace" | "upgrade" | "keep" | "hold", verdict: Verdict): Option => ({
    disposition,
    ways: [],
    ...verdict,
    price: priceOf(disposition, price, false, 0),
    minutes: minutesOf(disposition, price),
  });
  const fine: Verdict = { allowed: true, reasons: [] };
  const { upgrade } = partClass;
  const params = upgrade && { name: upgrade.name, why: upgrade.why };
  // What nobody uses again is kept for no other engine either.
  const lost = ofPart.filter((each) => each.never && each.allowed === false);
  return {
    replace: other("replace", upgrade?.instead ? refuse(problem("superseded", [partClass.id], params!)) : fine),
    better: params ? other("upgrade", tell(problem("upgrade-offered", [partClass.id], params))) : null,
    keep:
      lost.length > 0
        ? {
            ...other("keep", { allowed: false, reasons: lost.flatMap(({ reasons }) => reasons) }),
            never: true as const,
          }
        : other("keep", fine),
    hold: other("hold", fine),
  };
}

/** Every step by which all of an aspect can go, and leaving it. */
const stepsFor = ({ needs }: Aspect): readonly (string | null)[] => [
  null,
  ...[...new Set(needs.flatMap(({ ways }) => ways.map(({ id }) => id)))].filter((step) =>
    needs.every((need) => wayOf(need, step)),
  ),
];

const isRefused = (known: Known, aspect: Aspect, step: string | null): boolean =>
  step === null
    ? aspectVerdicts(known, aspect, null).some(({ allowed }) => allowed === false)
    : aspect.needs.some((need) => wayOf(need, step)!.allowed === false);

/** Every aspect as it is or by one of its ways, mendings with all of them: what is not refused; then what is, each such way by itself. */
function reworksOf(known: Known): readonly Steps[] {
  const { aspects, mendings } = known;
  const mendingBy = (of: readonly Mending[]) => of.map(({ feature, step }) => [feature, step] as const);
  const [needed, all] = [mendingBy(mendings.filter(({ isOptional }) => !isOptional)), mendingBy(mendings)];
  const stepsOf = (variant: readonly (string | null)[], mending = needed): Steps =>
    new Map([
      ...mending,
      ...variant.flatMap((step, at): [string, string][] => (step === null ? [] : [[aspects[at]!.id, step]])),
    ]);
  const usable = aspects.map((aspect) => stepsFor(aspect).filter((step) => !isRefused(known, aspect, step)));
  const count = usable.reduce((product, steps) => product * steps.length, 1);
  // More than can be laid out: each place by itself takes its first way that is not refused, and only those stay to choose from.
  const laidOut = count <= mostBundles ? usable : usable.map((steps) => steps.slice(0, 1));
  const combined = laidOut.reduce<readonly (readonly (string | null)[])[]>(
    (sofar, steps) => sofar.flatMap((begun) => steps.map((step) => [...begun, step])),
    [[]],
  );
  const offered = (needed.length < all.length ? [needed, all] : [all])
    .flatMap((mending) => combined.map((variant) => stepsOf(variant, mending)))
    .filter((steps) => steps.size > 0);
  const refused = aspects.flatMap((aspect, at) =>
    stepsFor(aspect)
      .filter((step) => step !== null && isRefused(known, aspect, step))
      .map((step) => stepsOf(usable.map((steps, index) => (index === at ? step : (steps[0] ?? null))))),
  );
  const keyOf = (steps: Steps) => optionKey({ disposition: "rework", ways: waysIn(steps) });
  const listed = new Set(offered.map(keyOf));
  return [...offered, ...refused.filter((steps) => !listed.has(keyOf(steps)) && listed.add(keyOf(steps)))];
}

/** A way to go as somebody decided it, as steps; null where the part has no such way. */
function stepsWanted({ aspects, mendings }: Known, { disposition, ways }: WayToGo): Steps | null {
  const steps = new Map(ways.map(({ feature, step }) => [feature, step]));
  if (steps.size !== ways.length || (disposition === "rework") !== steps.size > 0) return null;
  const isThere = (feature: string, step: string) => {
    const aspect = aspects.find(({ id }) => id === feature);
    return aspect
      ? aspect.needs.every((need) => wayOf(need, step))
      : mendings.some((each) => each.feature === feature && each.step === step);
  };
  return [...steps].every(([feature, step]) => isThere(feature, step)) ? steps : null;
}

/** Which ways there are to go with one part, each with everything that speaks for and against it. */
export function optionsOfPart(basis: PartBasis): PartOptions {
  const known = knownOf(basis);
  const { replace, better, keep, hold } = othersOf(basis, known.ofPart);
  const none: Steps = new Map();
  return {
    options: [
      bundle(known, "reuse", none),
      ...(known.ofPart.some(({ cleans }) => cleans) ? [bundle(known, "clean", none)] : []),
      ...reworksOf(known).map((steps) => bundle(known, "rework", steps)),
      ...(better ? [better] : []),
      replace,
      keep,
      hold,
    ],
    optionFor: (wanted) => {
      if (wanted.disposition === "replace") return replace;
      if (wanted.disposition === "upgrade") return better;
      if (wanted.disposition === "keep") return keep;
      if (wanted.disposition === "hold") return hold;
      const steps = stepsWanted(known, wanted);
      return steps && bundle(known, wanted.disposition, steps);
    },
    aspectOf: (at) => {
      const need = known.needs.find(({ row }) => row.row.at.id === at);
      return need ? aspectId(need) : null;
    },
  };
}

const waysIn = (steps: Steps) => [...steps].map(([feature, step]) => ({ feature, step }));
