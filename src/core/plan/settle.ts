import { meet, type Verdict } from "../evidence/verdict";
import type { Coupling, Couplings } from "./couplings";
import type { Component } from "./connected-components";
import type { Option } from "../option/option";
import { bucketElimination, type Variable, type Constraint } from "../numeric/bucket-elimination";
import { weightOf } from "../option/price-option";
import { goes, optionKey } from "../option/same-option";
import { keptBeside, keptByName } from "../same";

/** A place with what may be picked for it. */
export interface Candidate {
  readonly slot: string;
  /** The same while nothing that is known of it is another. */
  readonly place: object;
  /** What a person decided, where that can be done; it is the pick then, whatever speaks against it. */
  readonly pin: Option | null;
  /** The key of that option, which tells one decision from another. */
  readonly pinKey: string | null;
  /** In the order in which of equals the first is taken. */
  readonly options: readonly Option[];
  /** More is on offer than proposals are picked from. */
  readonly isWider?: boolean;
}

/** How what is open counts: as allowed, or as refused. */
export type World = "open-allowed" | "open-refused";

/** A group of places that hang together, and what became of it. */
export interface Group {
  readonly places: readonly string[];
  /** Entries of the largest table it took. */
  readonly entries: number;
  readonly state: "settled" | "too-large" | "no-pick";
}

export interface Settled {
  /** By slot; null where its group could not be settled. */
  readonly picks: ReadonlyMap<string, Option | null>;
  readonly groups: readonly Group[];
  /** What implications refuse of an option, by slot; and which they are. */
  readonly implied: ReadonlyMap<string, { readonly says: (option: Option) => Verdict; readonly by: string }>;
  readonly stays: (slot: string) => boolean;
}

/** What is weighed first is money, then how little is changed: a sum of both in one whole number. */
const changesAtMost = 4096;

const isChange = ({ disposition }: Option) => disposition !== "reuse";

interface Outcome {
  readonly state: Group["state"];
  readonly entries: number;
  readonly picked: readonly Option[] | null;
  /** Something that is open was weighed: the other world may say otherwise. */
  readonly hung: boolean;
}

/** Groups as they were settled: again only when a place, a fit, a decision or what follows from others is another. */
const keptGroups: Readonly<Record<World, ReturnType<typeof keptBeside<object, Outcome>>>> = {
  "open-allowed": keptBeside(),
  "open-refused": keptBeside(),
};

/** What the pick is made from, the very same while a place, a decision, a fit or what follows from others is. */
const keptVariables = keptByName<object, Variable & { readonly hung: boolean }>();
const keptConstraints = keptByName<object, Constraint & { readonly hung: () => boolean }>();

const mayBe = (world: World, allowed: boolean | null) =>
  allowed === true || (allowed === null && world === "open-allowed");

/** What couplings and agreements leave of the places of one group, each by its number there. */
export interface Posed {
  readonly constraints: readonly Constraint[];
  /** Values that places have to agree on: places of their own, numbered after the others. */
  readonly hubs: readonly Variable[];
  /** Whether something open was weighed, of what was asked so far. */
  readonly hung: () => boolean;
}

/** What may be picked for a place: what somebody decided, or all that is on offer. */
export const offersAt = ({ pin, options }: Candidate): readonly Option[] => (pin ? [pin] : options);

/** @param stays  whether a place could keep the part it has, as far as that part goes */
export function poseGroup(
  { places, couplings, agreements }: Component,
  candidates: ReadonlyMap<string, Candidate>,
  world: World,
  stays: (slot: string) => boolean,
): Posed {
  const number = new Map(places.map((slot, at) => [slot, at]));
  const offers = places.map((slot) => offersAt(candidates.get(slot)!));
  const placeOf = (slot: string) => candidates.get(slot)!.place;
  const pinKey = (slot: string) => candidates.get(slot)!.pinKey;
  const isPinned = (slot: string) => candidates.get(slot)!.pin !== null;
  // What is kept goes by the numbers of what is on offer.
  const kind = places.some((slot) => candidates.get(slot)!.isWider) ? `${world} wider` : world;
  const fits: { readonly hung: () => boolean }[] = [];
  const constraints: Constraint[] = [];
  const hubs: Variable[] = [];
  for (const coupling of couplings) {
    // What people decided for every end of it is theirs; it is said, and not undone.
    if (coupling.places.every(isPinned)) continue;
    const of = coupling.places.map((slot) => number.get(slot)!);
    const basis = [...of, ...coupling.rests];
    for (const slot of coupling.places) basis.push(placeOf(slot), pinKey(slot), stays(slot));
    const fit = keptConstraints(placeOf(coupling.places[0]!), `${kind} ${coupling.id}`, basis, () => {
      const someone = coupling.places.some(isPinned);
      let hung = false;
      return {
        of,
        hung: () => hung,
        allows: (options) => {
          const { allowed } = coupling.judge(
            options.map((option, at) => offers[of[at]!]![option]!),
            stays,
          );
          hung ||= allowed === null && !someone;
          return mayBe(world, allowed) || (allowed === null && someone);
        },
      };
    });
    fits.push(fit);
    constraints.push(fit);
  }
  for (const { id, places: of, values, takes } of agreements) {
    if (of.every(isPinned)) continue;
    const hub = places.length + hubs.length;
    hubs.push(
      keptVariables(placeOf(of[0]!), `${kind} ${id}`, [values.length], () => ({
        hung: false,
        costs: values.map(() => 0),
      })),
    );
    for (const slot of of) {
      const at = number.get(slot)!;
      constraints.push(
        keptConstraints(placeOf(slot), `${kind} ${id}`, [at, hub, pinKey(slot)], () => {
          const taken = offers[at]!.map((option) => new Set(takes(slot, option)));
          return {
            of: [at, hub],
            hung: () => false,
            allows: ([option, value]) => taken[option!]!.has(values[value!]!),
          };
        }),
      );
    }
  }
  return { constraints, hubs, hung: () => fits.some(({ hung }) => hung()) };
}

/** Whether a place could keep its part, as it is or as somebody decided. */
export const mayStay = ({ pin, options }: Candidate, world: World): boolean =>
  pin
    ? !goes(pin.disposition) && pin.ways.length === 0
    : options.some(
        ({ disposition, ways, allowed }) => !goes(disposition) && ways.length === 0 && mayBe(world, allowed),
      );

/**
 * The cheapest pick for all places in one of the two worlds: exact within each group of places that hang together.
 * Implications are followed afterwards, each group they reach settled again, until nothing more follows; they only take
 * away, so that this ends, and all that are triggered at once are followed at once, so that their order is nothing.
 *
 * @param groups      all places, as they hang together
 * @param labourRate  of an hour, in major units: what work is weighed by
 */
export function settle(
  candidates: ReadonlyMap<string, Candidate>,
  groups: readonly Component[],
  implications: Couplings["implications"],
  world: World,
  labourRate: number,
): Settled {
  const against = new Map<string, Map<string, { by: string; says: (option: Option) => Verdict | null }>>();
  const implied = (slot: string, option: Option): Verdict =>
    meet([...(against.get(slot)?.values() ?? [])].flatMap(({ says }) => says(option) ?? []));
  const signature = (slot: string) => {
    const follows = against.get(slot);
    return follows ? [...follows.values()].map(({ by }) => by).join() : "";
  };
  const isPinned = (slot: string) => candidates.get(slot)!.pin !== null;
  // A place could keep its part as far as that part and what follows from others goes.
  const staying = new Map<string, boolean>();
  const stays = (slot: string): boolean => {
    const known = staying.get(slot);
    if (known !== undefined) return known;
    const found = mayStay(candidates.get(slot)!, world);
    staying.set(slot, found);
    return found;
  };
  const pickOf = (group: Component): Outcome => {
    const { places } = group;
    const offers = places.map((slot) => offersAt(candidates.get(slot)!));
    const ofPlaces = places.map((slot, at) => {
      const { place, pinKey } = candidates.get(slot)!;
      return keptVariables(place, world, [pinKey, signature(slot), labourRate], () => {
        const answers = offers[at]!.map((option) => isPinned(slot) || meet([option, implied(slot, option)]).allowed);
        return {
          hung: answers.includes(null),
          costs: offers[at]!.map((option, index) =>
            mayBe(world, answers[index]!)
              ? weightOf(option, labourRate) * changesAtMost + (isChange(option) ? 1 + option.ways.length : 0)
              : Infinity,
          ),
        };
      });
    });
    const { constraints, hubs, hung } = poseGroup(group, candidates, world, stays);
    const found = bucketElimination([...ofPlaces, ...hubs], constraints);
    return {
      state: found.kind === "picked" ? "settled" : found.kind === "none" ? "no-pick" : "too-large",
      entries: found.kind === "picked" ? found.largest : found.kind === "too-large" ? found.entries : 0,
      // Only what can be settled was looked at through and through.
      hung: found.kind !== "picked" || ofPlaces.some((each) => each.hung) || hung(),
      picked: found.kind === "picked" ? offers.map((options, at) => options[found.pick[at]!]!) : null,
    };
  };

  const picks = new Map<string, Option | null>();
  const states = new Map<Component, Group>();
  const settleGroup = (group: Component) => {
    const basis: unknown[] = [labourRate];
    for (const { rests } of group.couplings) basis.push(...rests);
    for (const slot of group.places) {
      const { place, pinKey } = candidates.get(slot)!;
      basis.push(place, pinKey, signature(slot));
    }
    const { place } = candidates.get(group.places[0]!)!;
    const { state, entries, picked } = keptGroups[world](place, basis, () => {
      // Where nothing open was weighed, both worlds are the same.
      const other = world === "open-refused" ? keptGroups["open-allowed"].given(place, basis) : null;
      return other && !other.hung ? other : pickOf(group);
    });
    group.places.forEach((slot, at) => picks.set(slot, picked?.[at] ?? null));
    states.set(group, { places: group.places, entries, state });
  };
  for (const group of groups) settleGroup(group);

  for (;;) {
    const reached = new Set<string>();
    for (const { id, from, triggers, on, against: says } of implications) {
      const by = from.find((slot) => {
        const picked = picks.get(slot);
        return picked ? triggers(slot, picked) : false;
      });
      if (by === undefined) continue;
      for (const slot of on) {
        const known = against.get(slot) ?? new Map<string, { by: string; says: (option: Option) => Verdict | null }>();
        if (slot === by || known.has(id)) continue;
        against.set(slot, known.set(id, { by: `${id} ${by}`, says: (option) => says(slot, option, by) }));
        reached.add(slot);
      }
    }
    const again = groups.filter(({ places }) => places.some((slot) => reached.has(slot)));
    if (again.length === 0) break;
    for (const group of again) settleGroup(group);
  }
  return {
    picks,
    groups: groups.map((group) => states.get(group)!),
    implied: new Map(
      [...against.keys()].map((slot) => [
        slot,
        { says: (option: Option) => implied(slot, option), by: signature(slot) },
      ]),
    ),
    stays,
  };
}

/** What couplings and agreements say of one option of a place beside the picks of the others, each for itself. */
export function verdictsBeside(
  slot: string,
  option: Option,
  { couplings, agreements }: { readonly couplings: readonly Coupling[]; readonly agreements: Couplings["agreements"] },
  { picks, implied, stays }: Settled,
): readonly Verdict[] {
  const at = (place: string) => (place === slot ? option : picks.get(place));
  return [
    ...(implied.has(slot) ? [implied.get(slot)!.says(option)] : []),
    ...couplings.flatMap((coupling) => {
      if (!coupling.gives.has(slot)) return [];
      const others = coupling.places.map(at);
      return others.every((each) => each) ? [coupling.judge(others as Option[], stays)] : [];
    }),
    ...agreements.flatMap(({ places, values, takes, why }): Verdict[] => {
      const mine = new Set(takes(slot, option));
      const others = places.filter((place) => place !== slot && picks.get(place));
      const left = values.filter(
        (value) => mine.has(value) && others.every((place) => takes(place, picks.get(place)!).includes(value)),
      );
      if (left.length > 0) return [];
      const mate = others.find((place) => !takes(place, picks.get(place)!).some((value) => mine.has(value)));
      return mate === undefined ? [] : [{ allowed: false, reasons: [why(mate)] }];
    }),
  ];
}

/** The same as one verdict. */
export const besideOthers = (...given: Parameters<typeof verdictsBeside>): Verdict => meet(verdictsBeside(...given));

/** Whether two picks are the same, or both none. */
export const samePick = (a: Option | null | undefined, b: Option | null | undefined): boolean =>
  (!a && !b) || (!!a && !!b && optionKey(a) === optionKey(b));
