import { problemCodes } from "../problem/problem-codes";
import { daysBetween } from "../entry/clock";
import type { Part } from "../entry/fold";
import type { Candidate } from "../match/ends";
import type { RowResult } from "../measure/assess-row";
import type { Endurance } from "../measure/endurance";
import type { Order } from "../order/order";
import type { CompiledPack } from "../pack/compile-pack";
import { slotsOf } from "../pack/slots-of";
import type { Worth } from "../pack/schema-worth";
import { accessMinutes } from "./access";
import { isMeasured, type Choice, type Option } from "../option/option";
import { aspectId } from "../option/options-of-part";
import { pickedInstead, type Picks } from "./picked-instead";
import { minorUnits, moneyOf, weightOf, type Money } from "../option/price-option";
import { goes } from "../option/same-option";
import { Prospects } from "./prospects";
import type { Prospect } from "../outlook/outlook";

/** What the chance of a part to reach the hours wanted is made of: each as a chance of its own, all of them multiplied. */
export interface Share {
  /** How long it lasts by its kind, its age and how far it reads; pieces that may sit in it; something else still open about it; something that was told of it. */
  readonly is: "lasting" | "suspect" | "open" | "told";
  readonly chance: number;
}

/** One way to go with a part, as the plan weighs it. Money in minor units. */
export interface Priced {
  readonly option: Option;
  /** A part that lies here and is put in for it; null where nothing is, or it was picked already. */
  readonly hand: Part | null;
  /** To run the hours wanted. */
  readonly chance: number;
  readonly shares: readonly Share[];
  /** How often it has to be done over to be expected before the hours wanted: once and again. */
  readonly failures: number;
  /** The chance in each state that the engine may be in; where nothing is shared, in one. */
  readonly inState: readonly number[];
  /** Paid now: parts and machine shop, and the work. */
  readonly now: number;
  /** Nobody knows its price: what stands in for it counts in `now`, and is never shown as one. */
  readonly isUnpriced: boolean;
  /** Its price is so old that it is taken wider than it stands. */
  readonly isStale: boolean;
  /** Paid beside it, and back once the old one is sent in. Where there is no old one it is gone, and counts in `now`. */
  readonly deposit: number;
  /** The same bought new, at the price list's price: discounts count it. */
  readonly isListed: boolean;
  /** Neither pack nor life says how long it lasts: what is usual counts. */
  readonly isUsual: boolean;
  /** What doing it over would cost, if it fails before: of what may fail it in several ways, as often as each does. */
  readonly redo: number;
  /** Minutes to get at it again, and to put all together after it. */
  readonly getting: number;
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

/** Prices are good for so many days, and then taken wider by a share for as many more. Common practice, no source. */
const [freshDays, widerBy, widestBy] = [90, 0.05, 0.5];

/**
 * A price as old as it is: what was asked long ago is asked today with less certainty, and rather more than less.
 *
 * @example agedMoney({ low: 100, likely: 100, high: 100 }, "2026-01-01", "2026-07-10") // { low: 89, likely: 100, high: 121 }
 */
export function agedMoney(money: Money, on: string | null, asOf: string): Money {
  const days = on === null ? 2 * freshDays : daysBetween(on, asOf);
  if (days <= freshDays) return money;
  const by = Math.min(widestBy, (widerBy * days) / freshDays);
  return { low: Math.round(money.low * (1 - by)), likely: money.likely, high: Math.round(money.high * (1 + 2 * by)) };
}

/** Of what is made good: the share of a new one's life, where the pack does not say. Common practice, no source. */
export const usualReworked = 0.7;

type Price = Worth["classes"][number];

const product = (shares: readonly Share[]): number => shares.reduce((so, { chance }) => so * chance, 1);

interface Paid {
  readonly money: Money | null;
  readonly isStale: boolean;
  readonly days: number | null;
  readonly deposit: number;
  readonly isListed?: true;
}

/** What objectives sum of a price between three figures: its mean. @source  Malcolm et al., PERT (1959): (low + 4 likely + high) / 6 */
export const meanOf = ({ low, likely, high }: Money): number => Math.round((low + 4 * likely + high) / 6);

/** Of sizes that cost alike the one that takes off least: what it leaves is another rebuild's. A minor unit for each size passed over. */
const takenOff = ({ needs }: Choice, { ways }: Option): number =>
  ways.reduce((sum, { feature, step }) => {
    const steps = needs.find((need) => aspectId(need) === feature)?.row.row.at.feature.rework?.steps ?? [];
    return sum + Math.max(0, steps.findIndex(({ id }) => id === step));
  }, 0); // prettier-ignore

export interface PricedGround extends Picks {
  readonly pack: CompiledPack;
  readonly order: Order;
  readonly choices: readonly Choice[];
  /** By row of the job. */
  readonly rows: ReadonlyMap<string, RowResult>;
  readonly enduranceOf: (row: string) => Endurance | null;
  /** The moment that prices are as old as; null where nothing is paid. */
  readonly asOf: string | null;
  /** Places for which a part was ordered: it is paid, whatever becomes of the place. */
  readonly covered: ReadonlySet<string>;
}

/** Prices options of the places of one job. */
export class Pricing {
  readonly #ground: PricedGround;
  readonly #prospects: Prospects;
  readonly #rate: number;
  readonly #prices: ReadonlyMap<string, Price>;
  readonly #access: ReadonlyMap<string, number>;
  readonly #classOf: ReadonlyMap<string, string>;

  /** @param hours  that the engine is to run */
  constructor(ground: PricedGround, hours: number) {
    const { pack, order } = ground;
    this.#ground = ground;
    this.#prospects = new Prospects(ground, hours);
    this.#rate = order.settings?.labourRate ?? pack.pack.worth?.labourRate ?? 0;
    this.#prices = new Map(pack.pack.worth?.classes.map((each) => [each.class, each]));
    this.#access = accessMinutes(pack);
    this.#classOf = new Map(pack.pack.slots.map((slot) => [slot.id, slot.class]));
  }

  #work(minutes: number): number {
    return Math.round((minutes / 60) * this.#rate * minorUnits);
  }

  /** How likely each state is that the engine may be in. */
  get weights(): readonly number[] {
    return this.#prospects.weights;
  }

  /** How often what is open turns out badly: of a part nobody measured at all, as often as such parts are replaced. */
  #openOf(choice: Choice): number {
    const isBlank = choice.needs.length > 0 && !isMeasured(choice);
    return isBlank ? Math.max(doubts.open, Math.min(0.95, this.#prices.get(choice.partClass.id)?.likely ?? 0)) : doubts.open; // prettier-ignore
  }

  /** What is to be expected of a way to go by how long it lasts. */
  #lasting(choice: Choice, { disposition }: Option, instead: Candidate | null): Prospect {
    const prospects = this.#prospects;
    if (goes(disposition)) {
      // What comes from a shelf or a donor is as old as it is.
      const other = instead?.part;
      return other && other.origin !== "supplier" ? prospects.used(choice, other) : prospects.fresh(choice);
    }
    return disposition === "rework"
      ? prospects.made(choice, this.#prices.get(choice.partClass.id)?.reworked ?? usualReworked)
      : prospects.kept(choice);
  }

  /** What else is open of a way to go, or was told of it. */
  #doubts(
    choice: Choice,
    { disposition, allowed, reasons, suspicion }: Option,
    instead: Candidate | null,
  ): readonly Share[] {
    // prettier-ignore
    if (goes(disposition)) {
      return instead && this.#ground.own(instead).allowed === null ? [{ is: "open", chance: 1 - doubts.open }] : [];
    }
    const told = reasons.filter(({ code, severity }) => severity !== "error" && problemCodes[code].weighs).length;
    return [
      ...(suspicion ? [{ is: "suspect" as const, chance: 1 - suspicion.chance }] : []),
      ...(allowed === null && !suspicion?.isAll ? [{ is: "open" as const, chance: 1 - this.#openOf(choice) }] : []),
      ...(told > 0 ? [{ is: "told" as const, chance: (1 - doubts.told) ** told }] : []),
    ];
  }

  /** What a way to go is paid with: what was picked for the place at its own price, or the pack's. */
  #paid(choice: Choice, { disposition, price }: Option, instead: Candidate | null): Paid {
    const { pack, asOf } = this.#ground;
    const { worth } = pack.pack;
    const aged = (money: Money | null, on: string | null) => {
      if (money === null || asOf === null || money.high === 0) return { money, isStale: false };
      const now = agedMoney(money, on, asOf);
      return { money: now, isStale: now !== money };
    };
    if (disposition === "replace" && this.#ground.covered.has(choice.slot.id)) return { money: moneyOf(0), isStale: false, days: 0, deposit: 0 }; // prettier-ignore
    if (instead && !instead.offer) return { money: moneyOf(0), isStale: false, days: 0, deposit: 0 };
    if (instead?.offer) {
      const { sold, takenAt } = instead.offer;
      return {
        ...aged(moneyOf(sold.price ?? undefined), takenAt),
        days: sold.leadDays,
        deposit: Math.round((sold.deposit ?? 0) * minorUnits),
      };
    }
    const own = this.#prices.get(choice.partClass.id);
    const takes = disposition === "replace" || disposition === "upgrade" || disposition === "rework" ? disposition : null; // prettier-ignore
    return {
      ...aged(price, worth?.pricedOn ?? null),
      days: takes === null ? 0 : (own?.days?.[takes] ?? null),
      deposit: takes === "replace" ? Math.round((own?.deposit ?? 0) * minorUnits) : 0,
      ...(disposition === "replace" && price !== null ? { isListed: true as const } : {}),
    };
  }

  /** Minutes to get at a place again: by the steps of the strip, as its class says, or as long as the whole takes. */
  #getting({ slot, partClass }: Pick<Choice, "slot" | "partClass">): number {
    const whole = (this.#ground.pack.pack.worth?.labourHours ?? 0) * 60;
    return this.#access.get(slot.id) ?? this.#prices.get(partClass.id)?.access ?? whole;
  }

  /**
   * What it costs to do a place over: a new part, to get at it and back, and what it takes with it.
   *
   * @param getting  minutes to get at it, where that is not as the steps say
   */
  redoOf(
    { slot, partClass }: Pick<Choice, "slot" | "partClass">,
    getting = this.#getting({ slot, partClass }),
  ): number {
    const { pack } = this.#ground;
    const price = this.#prices.get(partClass.id);
    const partOf = (of: string): number => {
      const known = moneyOf(this.#prices.get(of)?.replace);
      return known ? meanOf(known) : weightOf({ disposition: "replace", price: null, minutes: null, ways: [] }, 0);
    };
    const minutes = getting + (price?.minutes?.replace ?? 0);
    const taken = (price?.takes ?? []).reduce(
      (sum, { parts, share }) =>
        sum + slotsOf(pack, parts).reduce((of, each) => (each === slot.id ? of : of + share * partOf(this.#classOf.get(each)!)), 0), // prettier-ignore
      0,
    );
    return Math.round(partOf(partClass.id) + this.#work(minutes) + taken);
  }

  /** What stands in for a price that nobody knows: no less than a new part costs, so that not knowing is never the cheaper way. */
  #dear({ partClass }: Choice, option: Option): number {
    const fresh = moneyOf(this.#prices.get(partClass.id)?.replace);
    return Math.max(weightOf({ ...option, price: null }, this.#rate), fresh ? meanOf(fresh) + 1 : 0);
  }

  /**
   * Doing over what fails, each time at what it takes: as the place is done over, and what pieces in a part do at what it takes to
   * get at them.
   */
  #again(choice: Choice, { suspicion }: Option, { chance, failures }: Prospect, open: readonly Share[]) {
    const others = product(open.filter(({ is }) => is !== "suspect"));
    const usual = failures + chance * (1 - others);
    const byPieces = chance * others * (suspicion?.chance ?? 0);
    const redo = this.redoOf(choice);
    if (byPieces === 0) return { failures: usual, redo };
    const cost = usual * redo + byPieces * this.redoOf(choice, suspicion!.hours * 60);
    return { failures: usual + byPieces, redo: Math.round(cost / (usual + byPieces)) };
  }

  /** @param hand  a part that lies here and is put in instead of what goes, as though it were picked */
  price(choice: Choice, option: Option, hand: (Candidate & { readonly part: Part }) | null = null): Priced {
    const instead = goes(option.disposition) ? (hand ?? pickedInstead(this.#ground, choice)) : null;
    const lasting = this.#lasting(choice, option, instead);
    const open = this.#doubts(choice, option, instead);
    const shares: readonly Share[] = [{ is: "lasting", chance: lasting.chance }, ...open];
    const { failures, redo } = this.#again(choice, option, lasting, open);
    const { money, isStale, days, deposit, isListed = false } = this.#paid(choice, option, instead);
    // With no old part to send in the deposit is never paid back.
    const lost = choice.part === null ? deposit : 0;
    const now = money === null ? this.#dear(choice, option) : meanOf(money) + this.#work(option.minutes ?? 0);
    return {
      option,
      hand: hand?.part ?? null,
      chance: product(shares),
      shares,
      failures,
      getting: this.#getting(choice),
      inState: lasting.inState.map((chance) => chance * product(open)),
      now: now + lost,
      isUnpriced: money === null,
      isStale,
      isListed,
      isUsual: this.#prospects.isUsual(choice),
      redo,
      total: now + lost + Math.round(failures * redo) + takenOff(choice, option),
      days,
      deposit: deposit - lost,
    };
  }
}
