import { meet, type Verdict } from "../evidence/verdict";
import type { PartCondition } from "../condition/assess-condition";
import type { Evidence } from "../evidence/evidence";
import { eitherOf } from "../contamination/suspects";
import type { Disposition } from "../entry/schema";
import { groupBy } from "../group";
import type { Endurance } from "../measure/endurance";
import type { RowResult } from "../measure/assess-row";
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
export interface PartGround {
  readonly partClass: PartClass;
  readonly needs: readonly Need[];
  readonly condition: PartCondition | undefined;
  readonly enduranceOf: (row: RowResult) => Endurance | null;
  readonly price: NonNullable<Pack["worth"]>["classes"][number] | undefined;
  /** Why such a part is always renewed, where it is. */
  readonly alwaysNew: Problem | null;
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
  const { hoursWanted, probability, low, high, life, age } = endurance;
  const figures = { hours: hoursWanted, probability, low, high, life, from: age?.from ?? null, to: age?.to ?? null };
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

/** A worn surface that was seen before the place was ground below it is not there any more. */
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
function minutesWith(
  cleaned: readonly Evidence[],
  disposition: Disposition,
  price: PartGround["price"],
): number | null {
  const proofs = cleaned.reduce((sum, { proof }) => sum + (proof?.minutes ?? 0), 0);
  const isProofOnly = disposition === "clean" && cleaned.every(({ proof }) => proof);
  const own = isProofOnly ? 0 : minutesOf(disposition, price);
  return own === null ? null : own + proofs;
}

const never = (evidence: readonly Evidence[]) => evidence.some((each) => each.never && each.allowed === false);

/** The first word of what stays as it is, so that reasons begin with what speaks loudest. */
const distinct = (reasons: readonly Problem[]): readonly Problem[] => [...new Set(reasons)];

/** Which ways there are to go with one part, each with everything that speaks for and against it. */
export function optionsOfPart(ground: PartGround): PartOptions {
  const { partClass, needs, condition, enduranceOf, price, alwaysNew } = ground;
  const aspects = aspectsOf(needs);
  const evidence = (condition?.evidence ?? []).filter((each) => !isMachinedAway(each, needs));
  const ofPart = evidence.filter(({ on }) => on === null);
  // A way that a place has by what it measures takes what was seen away too: it is done once.
  const ofPlaces = new Set(needs.flatMap(({ ways }) => ways.map(({ id }) => id)));
  const mendings = madeGood(ofPart, partClass).filter(({ feature }) => !ofPlaces.has(feature));
  const renewed = alwaysNew ? [refuse(alwaysNew)] : [];
  const several = aspects.filter((aspect) => aspect.needs.some(({ ways }) => ways.length > 0)).length > 1;

  const asItIs = new Map(
    needs.map((need) => [
      need,
      meet([
        need.asItIs,
        ...evidence.filter(({ on }) => on?.includes(need.row.row.at.id)),
        ...lasting(need.asItIs.allowed === true ? enduranceOf(need.row) : null, need.row),
      ]),
    ]),
  );
  const wayOf = (need: Need, step: string): Way | undefined => need.ways.find(({ id }) => id === step);

  /** What a set of ways does to a part, with what then speaks for and against it. */
  const bundle = (disposition: Disposition, steps: ReadonlyMap<string, string>): Option => {
    const machined = (need: Need) => steps.has(aspectId(need));
    const isAllMachined = needs.length > 0 && needs.every(machined);
    const isCleaned = disposition === "clean" || disposition === "rework";
    const mended = mendings.filter(({ feature }) => steps.has(feature));
    const speaking = ofPart
      .filter(
        ({ survivesMachining, cleans, madeGood: way }) =>
          !(cleans && isCleaned) &&
          (survivesMachining || !isAllMachined) &&
          !(way && (steps.has(way.id) || [...steps.values()].includes(way.id))),
      )
      .map((each) => (each.isAskedByWork && disposition === "rework" ? { ...each, allowed: true } : each));
    const cleaned = isCleaned ? ofPart.filter(({ cleans }) => cleans) : [];
    const places = aspects.flatMap((aspect): Verdict[] => {
      const step = steps.get(aspect.id);
      if (step === undefined) return [...aspect.needs.map((need) => asItIs.get(need)!), ...atOneSize(aspect)];
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
    });
    const beside = [
      ...renewed,
      ...places,
      ...cleaned.map(({ reasons, proof }) => ({ allowed: true, reasons: proof ? [proof.reason] : reasons })),
      ...mended.map(({ done }) => done),
    ];
    const verdict = meet([...speaking, ...beside]);
    const ways = [...steps].map(([feature, step]): ChosenWay => {
      const aspect = aspects.find(({ id }) => id === feature);
      return aspect
        ? { feature, step, name: wayOf(aspect.needs[0]!, step)!.name, of: several ? aspect.name : null }
        : { feature, step, name: mended.find((each) => each.feature === feature)!.name, of: null };
    });
    // What was to be cleaned and has nothing left to clean off was.
    const isMade =
      (ways.length > 0 || (disposition === "clean" && cleaned.length === 0)) &&
      ways.every(({ feature, step }) => {
        const of = aspects.find(({ id }) => id === feature)?.needs ?? [];
        return of.length > 0 && of.every(({ row }) => row.isMachined && row.size?.id === step);
      });
    const repairs = mended.flatMap(({ cost }) => cost ?? []);
    const isMachined = ways.length > repairs.length;
    return {
      disposition,
      ways,
      allowed: verdict.allowed,
      reasons: distinct(verdict.reasons),
      ...(verdict.allowed === false && never(speaking) ? { never: true as const } : {}),
      ...(isMade ? { made: true as const } : {}),
      ...suspicionIn(speaking, beside),
      price: priceOf(
        disposition,
        price,
        isMachined,
        repairs.reduce((sum, each) => sum + each, 0),
      ),
      minutes: minutesWith(cleaned, disposition, price),
    };
  };

  const other = (disposition: "replace" | "upgrade" | "keep" | "hold", verdict: Verdict): Option => ({
    disposition,
    ways: [],
    ...verdict,
    price: priceOf(disposition, price, false, 0),
    minutes: minutesOf(disposition, price),
  });
  const { upgrade } = partClass;
  const replace = other(
    "replace",
    upgrade?.instead
      ? refuse(problem("superseded", [partClass.id], { name: upgrade.name, why: upgrade.why }))
      : { allowed: true, reasons: [] },
  );
  const better = upgrade
    ? [other("upgrade", tell(problem("upgrade-offered", [partClass.id], { name: upgrade.name, why: upgrade.why })))]
    : [];

  // What nobody uses again is kept for no other engine either.
  const lost = ofPart.filter((each) => each.never && each.allowed === false);
  const keep: Option =
    lost.length > 0
      ? { ...other("keep", { allowed: false, reasons: lost.flatMap(({ reasons }) => reasons) }), never: true }
      : other("keep", { allowed: true, reasons: [] });

  const optionFor = ({ disposition, ways }: WayToGo): Option | null => {
    if (disposition === "replace") return replace;
    if (disposition === "upgrade") return better[0] ?? null;
    if (disposition === "keep") return keep;
    if (disposition === "hold") return other(disposition, { allowed: true, reasons: [] });
    const steps = new Map(ways.map(({ feature, step }) => [feature, step]));
    if (steps.size !== ways.length) return null;
    for (const [feature, step] of steps) {
      const aspect = aspects.find(({ id }) => id === feature);
      const isThere = aspect
        ? aspect.needs.every((need) => wayOf(need, step))
        : mendings.some((each) => each.feature === feature && each.step === step);
      if (!isThere) return null;
    }
    if ((disposition === "rework") !== steps.size > 0) return null;
    return bundle(disposition, steps);
  };

  // Every aspect as it is or by one of its ways; a repair goes with all of them.
  const variantsOf = (aspect: Aspect): readonly (string | null)[] => [
    null,
    ...[...new Set(aspect.needs.flatMap(({ ways }) => ways.map(({ id }) => id)))].filter((step) =>
      aspect.needs.every((need) => wayOf(need, step)),
    ),
  ];
  const isRefused = (aspect: Aspect, step: string | null) =>
    step === null
      ? [...aspect.needs.map((need) => asItIs.get(need)!), ...atOneSize(aspect)].some(
          ({ allowed }) => allowed === false,
        )
      : aspect.needs.some((need) => wayOf(need, step)!.allowed === false);
  const mendingBy = (of: readonly Mending[]) => of.map(({ feature, step }) => [feature, step] as const);
  const [needed, all] = [mendingBy(mendings.filter(({ isOptional }) => !isOptional)), mendingBy(mendings)];
  const usable = aspects.map((aspect) => variantsOf(aspect).filter((step) => !isRefused(aspect, step)));
  const count = usable.reduce((product, steps) => product * steps.length, 1);
  // More than can be laid out: each place by itself takes its first way that is not refused, and only those stay to choose from.
  const laidOut = count <= mostBundles ? usable : usable.map((steps) => steps.slice(0, 1));
  const combined = laidOut.reduce<readonly (readonly (string | null)[])[]>(
    (sofar, steps) => sofar.flatMap((begun) => steps.map((step) => [...begun, step])),
    [[]],
  );
  const stepsOf = (variant: readonly (string | null)[], repairing = needed): ReadonlyMap<string, string> =>
    new Map([
      ...repairing,
      ...variant.flatMap((step, at): [string, string][] => (step === null ? [] : [[aspects[at]!.id, step]])),
    ]);
  const offered = (needed.length < all.length ? [needed, all] : [all])
    .flatMap((repairing) => combined.map((variant) => stepsOf(variant, repairing)))
    .filter((steps) => steps.size > 0);
  // What is refused is listed too, with its reason: each such way by itself, all else as it would be.
  const listed = new Set(offered.map((steps) => optionKey({ disposition: "rework", ways: waysIn(steps) })));
  const refused = aspects.flatMap((aspect, at) =>
    variantsOf(aspect)
      .filter((step) => step !== null && isRefused(aspect, step))
      .map((step) => stepsOf(usable.map((steps, index) => (index === at ? step : (steps[0] ?? null))))),
  );
  const reworks = [
    ...offered,
    ...refused.filter((steps) => {
      const key = optionKey({ disposition: "rework", ways: waysIn(steps) });
      return !listed.has(key) && listed.add(key);
    }),
  ];
  const none: ReadonlyMap<string, string> = new Map();
  return {
    options: [
      bundle("reuse", none),
      ...(ofPart.some(({ cleans }) => cleans) ? [bundle("clean", none)] : []),
      ...reworks.map((steps) => bundle("rework", steps)),
      ...better,
      replace,
      keep,
      other("hold", { allowed: true, reasons: [] }),
    ],
    optionFor,
    aspectOf: (at) => {
      const need = needs.find(({ row }) => row.row.at.id === at);
      return need ? aspectId(need) : null;
    },
  };
}

const waysIn = (steps: ReadonlyMap<string, string>) => [...steps].map(([feature, step]) => ({ feature, step }));
