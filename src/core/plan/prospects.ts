import { ageOf, cameWithEngine, figureOf, sinceItems, wornShare, type Endurance } from "../measure/endurance";
import type { RowResult } from "../measure/assess-row";
import type { Part } from "../entry/fold";
import { groupBy } from "../group";
import type { WornShare } from "../outlook/fate";
import { Outlook, type KnownPart, type Law, type Prospect } from "../outlook/outlook";
import type { Choice } from "../option/option";
import { jobSituation, type Order } from "../order/order";
import type { CompiledPack } from "../pack/compile-pack";
import { lifeFor, ofNoPart } from "../pack/conditions";
import { standardUncertainty } from "../quantity/estimate";

export interface ProspectsGround {
  readonly pack: CompiledPack;
  readonly order: Order;
  readonly choices: readonly Choice[];
  /** By row of the job. */
  readonly rows: ReadonlyMap<string, RowResult>;
  readonly enduranceOf: (row: string) => Endurance | null;
}

/** How likely a reading is of what ends its part: where the pack says that it is, and where nobody says. Common practice, no source. */
const tells = { said: 0.95, usual: 0.8 } as const;

/**
 * How long parts last of which nobody says it: four times what is said of the others of the engine, on the mean, and where nothing is said at
 * all as engines go; each so wide that what is read of its parts soon says more. Common practice, no source.
 */
const usual = { times: 4, hours: 5000, shape: 2, spread: 0.8 } as const;

/** What a family says of all its parts is nearer than that. Common practice, no source. */
const familySpread = 0.5;

/** What is said of a kind, and what is guessed of it, is off by so much for all of the kind. Common practice, no source; by trial. */
const [saidOff, guessedOff] = [0.2, 0.4];

/** Shapes beyond these are too sure. */
const shaped = (shape: number) => Math.min(10, Math.max(0.5, shape));

/** How long the parts of one engine are to be expected to last: what the pack, the shop and the readings say, together. */
export class Prospects {
  readonly #ground: ProspectsGround;
  readonly #outlook: Outlook;
  readonly #number: ReadonlyMap<string, number>;
  readonly #laws: ReadonlyMap<string, Law>;
  readonly #fed: ReadonlySet<string>;

  /** @param hours  that the engine is to run */
  constructor(ground: ProspectsGround, hours: number) {
    const { pack, choices } = ground;
    this.#ground = ground;
    this.#laws = lawsOf(ground);
    this.#fed = new Set(
      pack.pack.circuits.flatMap(({ carries, nodes }) =>
        carries === "oil" ? nodes.flatMap(({ slots }) => slots) : [],
      ),
    );
    const rows = groupBy([...ground.rows.values()], ({ row }) => row.slot.id);
    const inPlace = choices.filter(({ part }) => part !== null);
    this.#number = new Map(inPlace.map(({ slot }, at) => [slot.id, at]));
    this.#outlook = new Outlook(
      inPlace.map((choice) => this.#known(choice, rows.get(choice.slot.id) ?? [])),
      hours,
    );
  }

  /** How likely each state is that the engine may be in. */
  get weights(): readonly number[] {
    return this.#outlook.weights;
  }

  /** Whether neither pack nor shop says how long its kind lasts. */
  isUsual({ partClass }: Choice): boolean {
    return this.#laws.get(partClass.id)!.spread > 0;
  }

  kept(choice: Choice): Prospect {
    const at = this.#number.get(choice.slot.id);
    return at === undefined ? this.fresh(choice) : this.#outlook.kept(at);
  }

  fresh(choice: Choice): Prospect {
    return this.#outlook.putIn(this.#kindOf(choice));
  }

  /** @param share  of a new one's life that it has once it was made good */
  made(choice: Choice, share: number): Prospect {
    const of = this.#kindOf(choice);
    return this.#outlook.putIn({ ...of, law: { ...of.law, hours: of.law.hours * share } });
  }

  /** Of one that has run elsewhere; where nobody knows how much it is taken to have half of its kind behind it: not knowing is never new. */
  used(choice: Choice, part: Part): Prospect {
    const of = this.#kindOf(choice);
    return this.#outlook.putIn(of, ageOf(part, this.#ground.order.notes) ?? { from: of.law.hours, to: of.law.hours });
  }

  #kindOf({ partClass, slot }: Pick<Choice, "partClass" | "slot">): Pick<KnownPart, "kind" | "law" | "isFed"> {
    return { kind: partClass.id, law: this.#laws.get(partClass.id)!, isFed: this.#fed.has(slot.id) };
  }

  #known({ slot, part, partClass }: Choice, rows: readonly RowResult[]): KnownPart {
    const { order, enduranceOf } = this.#ground;
    const kind = this.#kindOf({ partClass, slot });
    const found = rows.flatMap(({ row }) => enduranceOf(row.id) ?? []);
    const byRate = found.flatMap(({ rate, probability, low }) => (rate ? (probability ?? low) : []));
    // A life that scatters is the law itself.
    const isHard = lifeFor(partClass, ofNoPart(jobSituation(order)))?.scatter === undefined;
    const lives = found.flatMap(({ life, counted }) => (isHard && counted === "hours" ? (life ?? []) : []));
    return {
      ...kind,
      age: ageHere(part!, order, kind.law),
      read: readOf(rows),
      most: lives.length > 0 ? Math.min(...lives) : null,
      byRate: byRate.length > 0 ? Math.min(...byRate) : null,
    };
  }
}

function ageHere(part: Part, { notes }: Order, law: Law): KnownPart["age"] {
  // What came new has nothing behind it yet.
  if (part.origin === "supplier") return ageOf(part, notes) ?? { from: 0, to: 0 };
  const known = ageOf(part, notes);
  if (known) return known;
  const own = notes.about("history", sinceItems("hours")[0], part.id).length > 0;
  // Of an engine of which nobody knows what it has run its parts are all of one age; of a part by itself nobody knows anything.
  return part.origin === "engine" && cameWithEngine(part) && !own && figureOf(notes, "hours-since-new", null) === null
    ? "engine"
    : { from: law.hours, to: law.hours };
}

/** The greatest share that anything of a part is worn, less what the greatest of several reads high. */
function readOf(rows: readonly RowResult[]): WornShare | null {
  const shares = rows.flatMap((row): readonly WornShare[] => {
    const { ends } = row.feature;
    const share = ends === false ? null : wornShare(row);
    return share ? [{ share: share.value, standard: standardUncertainty(share), tells: ends ? tells.said : tells.usual }] : []; // prettier-ignore
  });
  if (shares.length === 0) return null;
  return shares.reduce((most, each) => (each.share > most.share ? each : most));
}

/**
 * How long parts of each class last when new: by the shop's own where the job goes by that, as said of them, by the life they
 * have, as said of the family, as is usual.
 */
function lawsOf({ pack, order }: Pick<ProspectsGround, "pack" | "order">): ReadonlyMap<string, Law> {
  const { worth } = pack.pack;
  const situation = ofNoPart(jobSituation(order));
  const said = new Map(
    [...pack.classes.values()].flatMap((partClass): readonly (readonly [string, Law])[] => {
      const { id } = partClass;
      const shops = order.lives.get(id);
      if (shops) return [[id, { hours: shops.hours, shape: shaped(shops.shape), spread: 0, own: 0 }]];
      const own = worth?.classes.find((each) => each.class === id)?.lasts;
      if (own) return [[id, { hours: own.hours, shape: own.shape, spread: 0, own: saidOff }]];
      const life = lifeFor(partClass, situation);
      // Of a life by its scatter: Weibull's shape is about 1.2 over the relative scatter.
      if (life?.hours !== undefined) return [[id, { hours: life.hours, shape: shaped(1.2 / (life.scatter ?? 0.2)), spread: 0, own: saidOff }]]; // prettier-ignore
      return [];
    }),
  );
  const logs = [...said.values()].map(({ hours }) => Math.log(hours));
  const others: Law = worth?.lasts
    ? { hours: worth.lasts.hours, shape: worth.lasts.shape, spread: familySpread, own: guessedOff }
    : {
        hours: logs.length > 0 ? usual.times * Math.exp(logs.reduce((sum, each) => sum + each, 0) / logs.length) : usual.hours, // prettier-ignore
        shape: usual.shape,
        spread: usual.spread,
        own: guessedOff,
      };
  return new Map([...pack.classes.keys()].map((id) => [id, said.get(id) ?? others]));
}
