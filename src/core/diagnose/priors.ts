import type { Job, Part, Signed } from "../entry/fold";
import type { Order } from "../order/order";
import { holds, ofNoPart } from "../pack/conditions";
import { jobSituation } from "../order/order";
import type { Shift } from "../pack/schema-diagnosis";
import type { Lot } from "../lots/lots";
import type { Pairing } from "../match/assess-match";
import type { Network, Unfolded } from "../causes/unfold";

/** What makes causes likelier or less likely in one engine. */
export interface History {
  readonly job: Pick<Job, "parts" | "reopenings" | "oddsTaken">;
  readonly order: Order;
  readonly lots: readonly Lot[];
  readonly pairings: readonly Pairing[];
}

/** A base rate, and what made it what it is here. */
export interface Prior {
  readonly node: string;
  /** As the pack has it. */
  readonly pack: number;
  /** How often this shop found it, of how many failed engines; null where the job does not go by that. */
  readonly shop: { readonly times: number; readonly of: number } | null;
  readonly shifts: readonly Shift[];
  /** What does not go together here, and makes it likelier. */
  readonly pairs: readonly Pairing[];
  readonly probability: number;
}

const byOdds = (p: number, times: number): number => (p * times) / (1 - p + p * times);

/** What is surely not there cannot be nothing at all, or what contradicts it could never be heard. */
const never = 1e-9;

/**
 * The pack's rate beside the shop's own: as though the pack had been found in so many engines before.
 *
 * @param base    rate of the pack, in the whole engine
 * @param weight  how many engines that rate weighs
 * @source  beta-binomial updating; any textbook of Bayesian statistics
 * @example withExperience(0.08, 40, { times: 3, of: 21 }).toFixed(3) // "0.102"; (3.2 + 3) / 61
 */
export const withExperience = (
  base: number,
  weight: number,
  shop: { readonly times: number; readonly of: number },
): number => (base * weight + shop.times) / (weight + shop.of);

const oddsOf = ({ oddsTaken }: Pick<Job, "oddsTaken">): Signed<"odds-adopted"> | null => {
  const last = oddsTaken.at(-1);
  return last?.on ? last : null;
};

function isSo({ when }: Shift, { place }: Unfolded, { job, order, lots }: History): boolean {
  const inPlace = (part: Part) => place === null || (part.slot !== null && place.slots.includes(part.slot));
  switch (when.is) {
    case "history": {
      const value = order.notes.value("history", when.item);
      return value !== undefined && value !== null && when.values.includes(value);
    }
    case "symptom":
      return order.notes.value("symptom", when.symptom) === true;
    case "came-back":
      return job.reopenings.length > 0;
    case "fitted":
      return [...job.parts.values()].some(
        (part) => part.class === when.class && part.origin === when.origin && part.slot !== null && inPlace(part),
      );
    case "lot-out":
      return lots.some(({ partClass, verdict }) => partClass.id === when.class && verdict === "refused");
  }
}

/** The base rate of each root cause in this engine: the pack's, with the shop's own experience, shifted by what is known of it. */
export function priorsOf(network: Network, history: History): readonly Prior[] {
  const odds = oddsOf(history.job);
  const { priorWeight } = network.diagnosis;
  const situation = ofNoPart(jobSituation(history.order));
  return [...network.of.values()].flatMap((each): Prior[] => {
    if (each.kind !== "cause") return [];
    const { item } = each;
    const places = network.diagnosis.plates.find(({ id }) => id === item.plate)?.places.length ?? 1;
    const shop = odds && {
      times: odds.counts.find(({ cause }) => cause === item.id)?.times ?? 0,
      of: odds.engines,
    };
    // The shop counts engines, the pack places.
    const whole = Math.min(0.99, item.base * places);
    const learned = shop ? (item.base * withExperience(whole, priorWeight.engines, shop)) / whole : item.base;
    const shifts = item.shifts.filter((shift) => isSo(shift, each, history));
    const pairs = history.pairings.filter(
      ({ state, mating, place }) =>
        state === "wrong" &&
        mating.wrong.cause?.id === item.id &&
        (each.place === null || place.ends.some((end) => each.place!.slots.includes(end))),
    );
    const isOut = item.onlyIf !== undefined && holds(item.onlyIf, situation) === false;
    const factors = [...shifts.map(({ times }) => times), ...pairs.map(({ mating }) => mating.wrong.cause!.times)];
    const shifted = factors.reduce(byOdds, Math.min(0.99, learned));
    return [
      {
        node: each.id,
        pack: item.base,
        shop,
        shifts,
        pairs,
        probability: isOut ? never : Math.min(1 - never, Math.max(never, shifted)),
      },
    ];
  });
}
