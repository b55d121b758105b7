import { ageOf, type Endurance } from "../measure/endurance";
import { jobSituation, type Order } from "../order/order";
import type { CompiledPack } from "../pack/compile-pack";
import { lifeFor, ofNoPart } from "../pack/conditions";
import { slotsOf } from "../pack/slots-of";
import type { Worth } from "../pack/schema-worth";
import { groupBy } from "../group";
import { accessMinutes } from "./access";
import { rowsOf, type Choice, type Option } from "./option";
import { pickedInstead, type Picks } from "./picked-instead";
import { minorUnits, moneyOf, weightOf, type Money } from "./price-option";
import { goes } from "./same-option";
import { survives, survivesAge, usualLasts, type Lasts } from "./survival";

/** What the chance of a part to reach the hours wanted is made of: each as a chance of its own, all of them multiplied. */
export interface Share {
  /** Wear as measured; its age as parts of its kind go; something still open about it; something that was told of it. */
  readonly is: "wear" | "age" | "open" | "told";
  readonly chance: number;
}

/** One way to go with a part, as the plan weighs it. Money in minor units. */
export interface Priced {
  readonly option: Option;
  /** To run the hours wanted. */
  readonly chance: number;
  readonly shares: readonly Share[];
  /** Paid now: parts and machine shop, and the work. */
  readonly now: number;
  /** Nobody knows its price: what stands in for it counts in `now`, and is never shown as one. */
  readonly isUnpriced: boolean;
  /** Neither pack nor life says how long it lasts: what is usual counts. */
  readonly isUsual: boolean;
  /** What doing it over would cost, if it fails before. */
  readonly redo: number;
  /** Now, and doing it over as often as it fails. */
  readonly total: number;
  /** Until it is there; null where nobody knows. */
  readonly days: number | null;
}

/**
 * What is still open of a part, or was told of it and refuses nothing, fails it before the hours wanted this often.
 * Common practice, no source.
 */
export const doubts = { open: 0.1, told: 0.02 } as const;

/** Of what is made good: the share of a new one's life, where the pack does not say. Common practice, no source. */
export const usualReworked = 0.7;

type Price = Worth["classes"][number];

/** What objectives sum of a price between three figures: its mean. @source  Malcolm et al., PERT (1959): (low + 4 likely + high) / 6 */
export const meanOf = ({ low, likely, high }: Money): number => Math.round((low + 4 * likely + high) / 6);

/** What is told of a part without refusing it: these weigh. */
const toldCodes: ReadonlySet<string> = new Set([
  "crack-watched",
  "known-tells",
  "seen-tells",
  "tested-tells",
  "used-on-used",
]);

/** Places of one feature wear alike and are one chance, the least; features wear each for itself. */
function wearOf(choice: Choice, enduranceOf: (row: string) => Endurance | null): number {
  const byFeature = groupBy(rowsOf(choice), ({ row }) => row.at.feature.id);
  return [...byFeature.values()].reduce((product, rows) => {
    const chances = rows.flatMap(({ row }) => {
      const found = enduranceOf(row.id);
      return found ? [found.probability ?? found.low] : [];
    });
    return product * Math.min(1, ...chances);
  }, 1);
}

export interface PricedGround extends Picks {
  readonly pack: CompiledPack;
  readonly order: Order;
  /** By row of the job. */
  readonly enduranceOf: (row: string) => Endurance | null;
}

/** Prices options of the places of one job. */
export class Pricing {
  readonly #ground: PricedGround;
  readonly #hours: number;
  readonly #rate: number;
  readonly #prices: ReadonlyMap<string, Price>;
  readonly #access: ReadonlyMap<string, number>;
  readonly #classOf: ReadonlyMap<string, string>;

  /** @param hours  that the engine is to run */
  constructor(ground: PricedGround, hours: number) {
    const { pack, order } = ground;
    this.#ground = ground;
    this.#hours = hours;
    this.#rate = order.settings?.labourRate ?? pack.pack.worth?.labourRate ?? 0;
    this.#prices = new Map(pack.pack.worth?.classes.map((each) => [each.class, each]));
    this.#access = accessMinutes(pack);
    this.#classOf = new Map(pack.pack.slots.map((slot) => [slot.id, slot.class]));
  }

  #work(minutes: number): number {
    return Math.round((minutes / 60) * this.#rate * minorUnits);
  }

  /** How long parts of a class last when new: as said of them, by the life they have, as said of the family, as is usual. */
  lastsOf({ partClass }: Pick<Choice, "partClass">): Lasts & { readonly isOwn: boolean } {
    const { pack, order } = this.#ground;
    const own = this.#prices.get(partClass.id)?.lasts;
    if (own) return { ...own, isOwn: true };
    const life = lifeFor(partClass, ofNoPart(jobSituation(order)));
    // Of a life by its scatter: Weibull's shape is about 1.2 over the relative scatter.
    if (life?.hours !== undefined) return { hours: life.hours, shape: Math.min(10, 1.2 / (life.scatter ?? 0.2)), isOwn: true }; // prettier-ignore
    return { ...(pack.pack.worth?.lasts ?? usualLasts(this.#hours)), isOwn: false };
  }

  #shares(choice: Choice, { disposition, allowed, reasons }: Option): readonly Share[] {
    const lasts = this.lastsOf(choice);
    const hours = this.#hours;
    const { order, enduranceOf } = this.#ground;
    if (goes(disposition)) {
      // What comes from a shelf or a donor is as old as it is.
      const instead = pickedInstead(this.#ground, choice);
      const other = instead?.part;
      const isUsed = other && other.origin !== "supplier";
      return [
        { is: "age", chance: isUsed ? survivesAge(lasts, ageOf(other, order.notes), hours) : survives(lasts, 0, hours) }, // prettier-ignore
        ...(instead && this.#ground.own(instead).allowed === null ? [{ is: "open" as const, chance: 1 - doubts.open }] : []), // prettier-ignore
      ];
    }
    const told = reasons.filter(({ code, severity }) => severity !== "error" && toldCodes.has(code)).length;
    const doubted: Share[] = [
      ...(allowed === null ? [{ is: "open" as const, chance: 1 - doubts.open }] : []),
      ...(told > 0 ? [{ is: "told" as const, chance: (1 - doubts.told) ** told }] : []),
    ];
    if (disposition === "rework") {
      const share = this.#prices.get(choice.partClass.id)?.reworked ?? usualReworked;
      return [{ is: "age", chance: survives({ ...lasts, hours: lasts.hours * share }, 0, hours) }, ...doubted];
    }
    const age = choice.part ? ageOf(choice.part, order.notes) : null;
    return [
      { is: "wear", chance: wearOf(choice, enduranceOf) },
      { is: "age", chance: survivesAge(lasts, age, hours) },
      ...doubted,
    ];
  }

  /** What a part costs that comes instead, where one was picked: nothing more where it is there already. */
  #paid(
    choice: Choice,
    { disposition }: Option,
  ): { readonly money: number | null; readonly days: number | null } | null {
    const instead = goes(disposition) ? pickedInstead(this.#ground, choice) : null;
    if (!instead) return null;
    const { offer } = instead;
    if (!offer) return { money: 0, days: 0 };
    const { price, leadDays } = offer.sold;
    return { money: price === null ? null : Math.round(price * minorUnits), days: leadDays };
  }

  /** What it costs to do a place over: a new part, to get at it and back, and what it takes with it. */
  redoOf({ slot, partClass }: Pick<Choice, "slot" | "partClass">): number {
    const { pack } = this.#ground;
    const price = this.#prices.get(partClass.id);
    const partOf = (of: string): number => {
      const known = moneyOf(this.#prices.get(of)?.replace);
      return known ? meanOf(known) : weightOf({ disposition: "replace", price: null, minutes: null, ways: [] }, 0);
    };
    const whole = (pack.pack.worth?.labourHours ?? 0) * 60;
    const minutes = (this.#access.get(slot.id) ?? price?.access ?? whole) + (price?.minutes?.replace ?? 0);
    const taken = (price?.takes ?? []).reduce(
      (sum, { parts, share }) =>
        sum + slotsOf(pack, parts).reduce((of, each) => (each === slot.id ? of : of + share * partOf(this.#classOf.get(each)!)), 0), // prettier-ignore
      0,
    );
    return Math.round(partOf(partClass.id) + this.#work(minutes) + taken);
  }

  price(choice: Choice, option: Option): Priced {
    const shares = this.#shares(choice, option);
    const chance = shares.reduce((product, each) => product * each.chance, 1);
    const paid = this.#paid(choice, option);
    const money = paid ? paid.money : option.price && meanOf(option.price);
    const isUnpriced = money === null;
    const isUsual = !this.lastsOf(choice).isOwn;
    const now =
      money === null ? weightOf({ ...option, price: null }, this.#rate) : money + this.#work(option.minutes ?? 0);
    const redo = this.redoOf(choice);
    const days = this.#prices.get(choice.partClass.id)?.days;
    const isBought = option.disposition === "replace" || option.disposition === "upgrade" || option.disposition === "rework"; // prettier-ignore
    return {
      option,
      chance,
      shares,
      now,
      isUnpriced,
      isUsual,
      redo,
      total: now + Math.round((1 - chance) * redo),
      days: paid ? paid.days : isBought ? (days?.[option.disposition as "replace" | "upgrade" | "rework"] ?? null) : 0,
    };
  }
}
