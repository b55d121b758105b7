import { meet, type Verdict } from "../condition/verdict";
import { groupBy } from "../group";
import type { Coupling, Couplings } from "./couplings";
import type { Option } from "./option";
import { cheapestPick, type Chooser, type Relation } from "./pick";
import { weightOf } from "./price-option";
import { goes, optionKey } from "./same-option";
import { keptBeside, keptByName } from "../same";

/** A place with what may be picked for it. */
export interface Candidate {
  readonly slot: string;
  /** The same while nothing that is known of it is another. */
  readonly place: object;
  /** What a person decided, where that can be done; it is the pick then, whatever speaks against it. */
  readonly pin: Option | null;
  /** In the order in which of equals the first is taken. */
  readonly options: readonly Option[];
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

/** Places that hang together, and what they hang by. */
export interface Together {
  readonly places: readonly string[];
  readonly couplings: readonly Coupling[];
  readonly agreements: Couplings["agreements"];
}

/** All places in the groups in which they hang together. */
export function groupsOf(slots: readonly string[], { couplings, agreements }: Couplings): readonly Together[] {
  const root = new Map(slots.map((slot) => [slot, slot]));
  const find = (slot: string): string => {
    let at = slot;
    while (root.get(at) !== at) at = root.get(at)!;
    root.set(slot, at);
    return at;
  };
  for (const { places } of [...couplings, ...agreements])
    for (const place of places) {
      const [a, b] = [find(places[0]!), find(place)];
      if (a !== b) root.set(b, a);
    }
  const [coupled, agreed] = [couplings, agreements].map((all) =>
    groupBy<string, { readonly places: readonly string[] }>(all, ({ places }) => find(places[0]!)),
  ) as [ReadonlyMap<string, readonly Coupling[]>, ReadonlyMap<string, Couplings["agreements"]>];
  return [...groupBy(slots, find)].map(([of, places]) => ({
    places,
    couplings: coupled.get(of) ?? [],
    agreements: agreed.get(of) ?? [],
  }));
}

interface Outcome {
  readonly state: Group["state"];
  readonly entries: number;
  readonly picked: readonly Option[] | null;
}

/** Groups as they were settled: again only when a place, a fit, a decision or what follows from others is another. */
const keptGroups: Readonly<Record<World, ReturnType<typeof keptBeside<object, Outcome>>>> = {
  "open-allowed": keptBeside(),
  "open-refused": keptBeside(),
};

/** What the pick is made from, the very same while a place, a decision, a fit or what follows from others is. */
const keptChoosers = keptByName<object, Chooser>();
const keptRelations = keptByName<object, Relation>();

const mayBe = (world: World, allowed: boolean | null) =>
  allowed === true || (allowed === null && world === "open-allowed");

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
  groups: readonly Together[],
  implications: Couplings["implications"],
  world: World,
  labourRate: number,
): Settled {
  const against = new Map<string, Map<string, { by: string; says: (option: Option) => Verdict | null }>>();
  const implied = (slot: string, option: Option): Verdict =>
    meet([...(against.get(slot)?.values() ?? [])].flatMap(({ says }) => says(option) ?? []));
  const signature = (slot: string) => [...(against.get(slot)?.values() ?? [])].map(({ by }) => by).join();
  const isPinned = (slot: string) => candidates.get(slot)!.pin !== null;
  // A place could keep its part as far as that part and what follows from others goes.
  const stays = (slot: string) => {
    const { pin, options } = candidates.get(slot)!;
    if (pin) return !goes(pin.disposition);
    return options.some(
      (option) => !goes(option.disposition) && option.ways.length === 0 && mayBe(world, option.allowed),
    );
  };
  const pickOf = ({ places, couplings: among, agreements }: Together): Outcome => {
    const number = new Map(places.map((slot, at) => [slot, at]));
    const offers = places.map((slot) => {
      const { pin, options } = candidates.get(slot)!;
      return pin ? [pin] : options;
    });
    const placeOf = (slot: string) => candidates.get(slot)!.place;
    const pinKey = (slot: string) => {
      const { pin } = candidates.get(slot)!;
      return pin && optionKey(pin);
    };
    const choosers: Chooser[] = places.map((slot, at) =>
      keptChoosers(placeOf(slot), world, [pinKey(slot), signature(slot), labourRate], () => ({
        costs: offers[at]!.map((option) =>
          isPinned(slot) || mayBe(world, meet([option, implied(slot, option)]).allowed)
            ? weightOf(option, labourRate) * changesAtMost + (isChange(option) ? 1 + option.ways.length : 0)
            : Infinity,
        ),
      })),
    );
    const relations: Relation[] = [];
    for (const coupling of among) {
      // What people decided for every end of it is theirs; it is said, and not undone.
      if (coupling.places.every(isPinned)) continue;
      const of = coupling.places.map((slot) => number.get(slot)!);
      const basis = [...of, ...coupling.rests];
      for (const slot of coupling.places) basis.push(placeOf(slot), pinKey(slot), stays(slot));
      relations.push(
        keptRelations(placeOf(coupling.places[0]!), `${world} ${coupling.id}`, basis, () => {
          const someone = coupling.places.some(isPinned);
          return {
            of,
            allows: (options) => {
              const { allowed } = coupling.judge(
                options.map((option, at) => offers[of[at]!]![option]!),
                stays,
              );
              return mayBe(world, allowed) || (allowed === null && someone);
            },
          };
        }),
      );
    }
    for (const { id, places: of, values, takes } of agreements) {
      if (of.every(isPinned)) continue;
      const hub = choosers.length;
      choosers.push(
        keptChoosers(placeOf(of[0]!), `${world} ${id}`, [values.length], () => ({ costs: values.map(() => 0) })),
      );
      for (const slot of of) {
        const at = number.get(slot)!;
        relations.push(
          keptRelations(placeOf(slot), `${world} ${id}`, [at, hub, pinKey(slot)], () => {
            const taken = offers[at]!.map((option) => new Set(takes(slot, option)));
            return { of: [at, hub], allows: ([option, value]) => taken[option!]!.has(values[value!]!) };
          }),
        );
      }
    }
    const found = cheapestPick(choosers, relations);
    return {
      state: found.kind === "picked" ? "settled" : found.kind === "none" ? "no-pick" : "too-large",
      entries: found.kind === "picked" ? found.largest : found.kind === "too-large" ? found.entries : 0,
      picked: found.kind === "picked" ? offers.map((options, at) => options[found.pick[at]!]!) : null,
    };
  };

  const picks = new Map<string, Option | null>();
  const states = new Map<Together, Group>();
  const settleGroup = (group: Together) => {
    const basis = [
      labourRate,
      ...group.couplings.flatMap(({ rests }) => rests),
      ...group.places.flatMap((slot) => {
        const { place, pin } = candidates.get(slot)!;
        return [place, pin && optionKey(pin), signature(slot)];
      }),
    ];
    const { state, entries, picked } = keptGroups[world](candidates.get(group.places[0]!)!.place, basis, () =>
      pickOf(group),
    );
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
