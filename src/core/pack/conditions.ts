import { keptBeside, keptByName } from "../same";
import { compilePack, type CompiledPack } from "./compile-pack";
import type { Characteristic, Feature, Life, Limit, Limits, Pack, PartClass } from "./schema";
import { lifeUnits } from "./life-units";
import type { Condition, PartOrigin } from "./schema-base";

/** What conditions are held against. Null is unknown, and never what is only likely. */
export interface Situation {
  readonly variant: string | null;
  readonly application: string | null;
  readonly schools: ReadonlyMap<string, string | null>;
  /** Of the part: null for what speaks of no part, or of one nobody knows it of. */
  readonly series: string | null;
  readonly revision: string | null;
  readonly origin: PartOrigin | null;
  /** Of a measured feature the place that is meant; null where it has none, and where no feature is spoken of. */
  readonly place?: string | null;
}

/** The same of a job, where no part is spoken of. */
export type JobSituation = Pick<Situation, "variant" | "application" | "schools">;

export const ofNoPart = (job: JobSituation): Situation => ({ ...job, series: null, revision: null, origin: null });

/**
 * Whether a condition holds: false where anything it names is surely otherwise, null where that cannot be told.
 *
 * @example holds({ variants: ["a"] }, { variant: null, application: null, schools: new Map(), series: null, revision: null, origin: null }) // null
 */
export function holds(condition: Condition, situation: Situation): boolean | null {
  const among = (known: string | null, named: readonly string[] | undefined) =>
    named === undefined ? true : known === null ? null : named.includes(known);
  const answers = [
    among(situation.variant, condition.variants),
    among(situation.application, condition.applications),
    among(situation.series, condition.series),
    among(situation.revision, condition.revisions),
    among(situation.origin, condition.origins),
    // Where no place is meant none of those named is.
    condition.places === undefined || condition.places.includes(situation.place ?? ""),
    ...(condition.schools ?? []).map(({ school, option }) => among(situation.schools.get(school) ?? null, [option])),
  ];
  return answers.includes(false) ? false : answers.includes(null) ? null : true;
}

export const conditionKinds = ["variant", "application", "series", "revision", "origin", "school"] as const;
export type ConditionKind = (typeof conditionKinds)[number];

/** What a condition asks about that nobody knows. */
function unknownIn(condition: Condition, situation: Situation): ConditionKind[] {
  if (holds(condition, situation) !== null) return [];
  const asked = {
    variant: condition.variants && situation.variant === null,
    application: condition.applications && situation.application === null,
    series: condition.series && situation.series === null,
    revision: condition.revisions && situation.revision === null,
    origin: condition.origins && situation.origin === null,
    school: condition.schools?.some(({ school }) => (situation.schools.get(school) ?? null) === null),
  };
  return conditionKinds.filter((kind) => asked[kind]);
}

/** Of alternatives in order those that may hold: all that cannot be told up to the first that surely does, else the usual one too. */
function mayHold<T>(
  alternatives: readonly ({ readonly onlyIf: Condition } & T)[],
  usual: T | undefined,
  situation: Situation,
): readonly T[] {
  const found: T[] = [];
  for (const each of alternatives) {
    const answer = holds(each.onlyIf, situation);
    if (answer !== false) found.push(each);
    if (answer === true) return found;
  }
  return usual === undefined ? found : [...found, usual];
}

/** The strictest of several: the narrowest band that all allow, or nothing where they have nothing in common. */
function strictest(limits: readonly Limit[]): Limit | undefined {
  const [first, ...rest] = limits;
  if (!first) return undefined;
  const narrowed = rest.reduce((sofar, each) => {
    const min = Math.max(sofar.min ?? -Infinity, each.min ?? -Infinity);
    const max = Math.min(sofar.max ?? Infinity, each.max ?? Infinity);
    return {
      ...(Number.isFinite(min) ? { min } : {}),
      ...(Number.isFinite(max) ? { max } : {}),
      ref: max === each.max || min === each.min ? each.ref : sofar.ref,
    };
  }, first);
  // Unlike sizes have no band in common: which one it is has to be known before anything can be said.
  return (narrowed.min ?? -Infinity) <= (narrowed.max ?? Infinity) ? narrowed : undefined;
}

const kinds = ["new", "reassembly", "inService"] as const;

/**
 * A characteristic with the limits that hold, or with the strictest of those that may where it cannot be told which.
 *
 * @returns  the very same where it has but one kind of limits
 */
export function characteristicFor(item: Characteristic, situation: Situation): Characteristic {
  if (item.limitsWhere.length === 0) return item;
  const alternatives = mayHold<{ readonly limits: Limits }>(item.limitsWhere, { limits: item.limits }, situation);
  // Where new ones are of unlike sizes, which it is has to be known before any limit says anything.
  const bands = alternatives.flatMap((each) => each.limits.new ?? []);
  if (bands.length > 1 && !strictest(bands)) return { ...item, limits: {}, limitsWhere: [] };
  const limits: Limits = Object.fromEntries(
    kinds.flatMap((kind) => {
      const limit = strictest(alternatives.flatMap((each) => each.limits[kind] ?? []));
      return limit ? [[kind, limit]] : [];
    }),
  );
  return { ...item, limits, limitsWhere: [] };
}

const keptFeatures = keptByName<Feature, Feature>();
const hasConditions = ({ governing, derived }: Pick<Feature, "governing" | "derived">) =>
  [governing, ...derived].some(({ limitsWhere }) => limitsWhere.length > 0);

const keyOf = ({ variant, application, schools, series, revision, origin }: Situation) =>
  JSON.stringify([variant, application, [...schools], series, revision, origin]);

const asksPlace = ({ governing, derived }: Feature) =>
  [governing, ...derived].some(({ limitsWhere }) => limitsWhere.some(({ onlyIf }) => onlyIf.places !== undefined));

/**
 * A feature with the limits that hold for a part at one of its places.
 *
 * @param place  null where the feature has none
 */
export function featureFor(feature: Feature, ofPart: Situation, place: string | null): Feature {
  if (!hasConditions(feature)) return feature;
  const situation = asksPlace(feature) ? { ...ofPart, place } : ofPart;
  return keptFeatures(feature, `${keyOf(situation)} ${situation.place ?? ""}`, [], () => ({
    ...feature,
    governing: characteristicFor(feature.governing, situation),
    derived: feature.derived.map((item) => characteristicFor(item, situation)),
  }));
}

const nothing: readonly ConditionKind[] = [];

/** What has to be known before it can be told which limits of a feature hold at one of its places. */
export function hangsOn(feature: Feature, ofPart: Situation, place: string | null): readonly ConditionKind[] {
  if (!hasConditions(feature)) return nothing;
  const situation = { ...ofPart, place };
  return conditionKinds.filter((kind) =>
    [feature.governing, ...feature.derived].some(({ limitsWhere }) =>
      limitsWhere.some(({ onlyIf }) => unknownIn(onlyIf, situation).includes(kind)),
    ),
  );
}

/** The life that holds for a part of a class: of several that may, the shortest in each of its units. */
export function lifeFor(
  { life, livesWhere }: Pick<PartClass, "life" | "livesWhere">,
  situation: Situation,
): Life | null {
  if (livesWhere.length === 0) return life ?? null;
  const may = mayHold<{ readonly life: Life | undefined }>(livesWhere, { life }, situation).flatMap(
    (each) => each.life ?? [],
  );
  const [first] = may;
  if (!first) return null;
  const shortest = lifeUnits.flatMap((unit) => {
    const lives = may.flatMap((each) => each[unit] ?? []);
    return lives.length > 0 ? [[unit, Math.min(...lives)] as const] : [];
  });
  const scatters = may.flatMap((each) => each.scatter ?? []);
  return {
    ...Object.fromEntries(shortest),
    ...(scatters.length > 0 ? { scatter: Math.max(...scatters) } : {}),
    ref: first.ref,
  };
}

const keptPacks = keptByName<CompiledPack, CompiledPack>();

const isConditional = ({ slots, strip, joints }: Pack) =>
  [...slots, ...(strip?.steps ?? []), ...(strip?.checks ?? [])].some(({ onlyIf }) => onlyIf !== undefined) ||
  joints.some(hasConditions);

/**
 * A pack as it is for one job: without the slots, steps and checks that its engine surely does not have, and with the
 * limits of fits that hold for it. What cannot be told yet stays.
 *
 * @returns  the very same pack where all of it is for every engine
 */
export function packFor(compiled: CompiledPack, job: JobSituation): CompiledPack {
  if (!keptConditional(compiled, [], () => isConditional(compiled.pack))) return compiled;
  const situation = ofNoPart(job);
  return keptPacks(compiled, keyOf(situation), [], () => {
    const isThere = ({ onlyIf }: { readonly onlyIf?: Condition | undefined }) =>
      onlyIf === undefined || holds(onlyIf, situation) !== false;
    const { pack } = compiled;
    const slots = pack.slots.filter(isThere);
    const joints = pack.joints.map((joint) =>
      hasConditions(joint)
        ? {
            ...joint,
            governing: characteristicFor(joint.governing, situation),
            derived: joint.derived.map((item) => characteristicFor(item, situation)),
          }
        : joint,
    );
    if (
      slots.length === pack.slots.length &&
      joints.every((joint, at) => joint === pack.joints[at]) &&
      [...(pack.strip?.steps ?? []), ...(pack.strip?.checks ?? [])].every(isThere)
    )
      return compiled;
    return compilePack(withoutAbsent({ ...pack, slots, joints }, isThere), compiled.sha256);
  });
}

const keptConditional = keptBeside<CompiledPack, boolean>();

/** A pack whose steps, joints and circuits speak only of slots that are there. */
function withoutAbsent(pack: Pack, isThere: (each: { readonly onlyIf?: Condition | undefined }) => boolean): Pack {
  const slots = new Set(pack.slots.map(({ id }) => id));
  const steps = pack.strip?.steps.filter(isThere) ?? [];
  const stepIds = new Set(steps.map(({ id }) => id));
  const allSteps = new Map(pack.strip?.steps.map((step) => [step.id, step]));
  /** Steps that come before: of one that is not there, what came before that. */
  const before = (ids: readonly string[]): string[] => [
    ...new Set(ids.flatMap((id) => (stepIds.has(id) ? [id] : before(allSteps.get(id)?.after ?? [])))),
  ];
  const left = (ids: readonly string[]) => ids.filter((id) => slots.has(id));
  return {
    ...pack,
    slots: pack.slots.map((slot) => {
      const { within, ...rest } = slot;
      return within === undefined || slots.has(within) ? slot : rest;
    }),
    joints: pack.joints.flatMap((joint) => {
      const places = joint.places.filter(({ ends }) => Object.values(ends).every(({ slot }) => slots.has(slot)));
      return places.length > 0 ? [{ ...joint, places }] : [];
    }),
    circuits: pack.circuits.map((circuit) => ({
      ...circuit,
      nodes: circuit.nodes.map((node) => ({ ...node, slots: left(node.slots) })),
    })),
    ...(pack.strip
      ? {
          strip: {
            ...pack.strip,
            steps: steps.map((step) => ({
              ...step,
              removes: left(step.removes),
              after: before(step.after),
            })),
            checks: pack.strip.checks.filter((check) => isThere(check) && stepIds.has(check.before)),
          },
        }
      : {}),
  };
}
