import { meet, type Verdict } from "../condition/verdict";
import { groupBy } from "../group";
import type { Coupling, Couplings } from "./couplings";
import type { Option } from "./option";
import { cheapestPick, mostEntries, type Chooser, type Relation } from "./pick";
import { weightOf } from "./price-option";
import { goes, optionKey } from "./same-option";
import { isSame, keptBeside } from "../same";

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

/** Places that hang together by couplings and agreements, each with what it hangs by. */
export function groupsOf(
  slots: readonly string[],
  { couplings, agreements }: Couplings,
): readonly (readonly string[])[] {
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
  return [...groupBy(slots, find).values()];
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

/** What couplings answered, by the fit they are of: a table of options by their number, 0 where nobody asked yet. */
const answers = new WeakMap<object, Map<string, { readonly basis: readonly unknown[]; readonly table: Int8Array }>>();
const coded = new Map<boolean | null, number>([
  [true, 1],
  [false, 2],
  [null, 3],
]);
const decoded = [null, true, false, null] as const;

/** A coupling for options by their number, asked once for each combination while nothing it rests on is another. */
function answersOf(
  coupling: Coupling,
  name: string,
  basis: readonly unknown[],
  offers: readonly (readonly Option[])[],
  stays: (slot: string) => boolean,
): (options: readonly number[]) => boolean | null {
  const judge = (options: readonly number[]) =>
    coupling.judge(
      options.map((option, at) => offers[at]![option]!),
      stays,
    ).allowed;
  if (!coupling.joint) return judge;
  let known = answers.get(coupling.joint);
  if (!known) answers.set(coupling.joint, (known = new Map()));
  let kept = known.get(name);
  if (!kept || !isSame(kept.basis, basis)) {
    const entries = offers.reduce((product, options) => product * options.length, 1);
    kept = { basis, table: new Int8Array(Math.min(entries, mostEntries)) };
    known.set(name, kept);
  }
  const { table } = kept;
  return (options) => {
    const entry = options.reduce((sofar, option, at) => sofar * offers[at]!.length + option, 0);
    if (entry >= table.length) return judge(options);
    if (table[entry] === 0) table[entry] = coded.get(judge(options))!;
    return decoded[table[entry]!]!;
  };
}

const mayBe = (world: World, allowed: boolean | null) =>
  allowed === true || (allowed === null && world === "open-allowed");

/**
 * The cheapest pick for all places in one of the two worlds: exact within each group of places that hang together.
 * Implications are followed afterwards, each group they reach settled again, until nothing more follows; they only take
 * away, so that this ends, and all that are triggered at once are followed at once, so that their order is nothing.
 *
 * @param labourRate  of an hour, in major units: what work is weighed by
 */
export function settle(
  candidates: ReadonlyMap<string, Candidate>,
  couplings: Couplings,
  world: World,
  labourRate: number,
): Settled {
  const slots = [...candidates.keys()];
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
  const groups = groupsOf(slots, couplings).map((places) => {
    const here = new Set(places);
    return {
      places,
      couplings: couplings.couplings.filter((each) => here.has(each.places[0]!)),
      agreements: couplings.agreements.filter((each) => here.has(each.places[0]!)),
    };
  });

  const pickOf = ({ places, couplings: among, agreements }: (typeof groups)[number]): Outcome => {
    const number = new Map(places.map((slot, at) => [slot, at]));
    const offers = places.map((slot) => {
      const { pin, options } = candidates.get(slot)!;
      return pin ? [pin] : options;
    });
    const choosers: Chooser[] = places.map((slot, at) => ({
      costs: offers[at]!.map((option) =>
        isPinned(slot) || mayBe(world, meet([option, implied(slot, option)]).allowed)
          ? weightOf(option, labourRate) * changesAtMost + (isChange(option) ? 1 + option.ways.length : 0)
          : Infinity,
      ),
    }));
    const relations: Relation[] = [];
    for (const coupling of among) {
      // What people decided for every end of it is theirs; it is said, and not undone.
      if (coupling.places.every(isPinned)) continue;
      const someone = coupling.places.some(isPinned);
      const of = coupling.places.map((slot) => number.get(slot)!);
      const answer = answersOf(
        coupling,
        `${world} ${coupling.id}`,
        [
          ...coupling.places.flatMap((slot) => {
            const { place, pin } = candidates.get(slot)!;
            return [place, pin && optionKey(pin), stays(slot)];
          }),
        ],
        of.map((at) => offers[at]!),
        stays,
      );
      relations.push({
        of,
        allows: (options) => {
          const allowed = answer(options);
          return mayBe(world, allowed) || (allowed === null && someone);
        },
      });
    }
    for (const { places: of, values, takes } of agreements) {
      if (of.every(isPinned)) continue;
      const hub = choosers.length;
      choosers.push({ costs: values.map(() => 0) });
      for (const slot of of) {
        const at = number.get(slot)!;
        const taken = offers[at]!.map((option) => new Set(takes(slot, option)));
        relations.push({ of: [at, hub], allows: ([option, value]) => taken[option!]!.has(values[value!]!) });
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
  const states = new Map<(typeof groups)[number], Group>();
  const settleGroup = (group: (typeof groups)[number]) => {
    const basis = [
      labourRate,
      ...group.couplings.flatMap(({ joint }) => joint ?? []),
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
    for (const { id, from, triggers, on, against: says } of couplings.implications) {
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
