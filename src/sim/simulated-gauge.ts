import type { Occasion } from "@/core/entry/fold";
import type { Gauge, SettingMaster } from "@/core/entry/schema";
import { hashText, seeded, type Seeded } from "@/core/numeric/seeded";

const referenceC = 20;
const growth = (expansionPerK: number, celsius: number | null) => 1 + expansionPerK * ((celsius ?? referenceC) - referenceC);

/** The error that a gauge carries from one calibration to the next: a draw from what its certificate allows. */
export function biasOf({ id, calibration }: Pick<Gauge, "id" | "calibration">): number {
  return (calibration.expandedMm / calibration.k) * seeded(hashText(`bias ${id} ${calibration.on}`)).normal();
}

/** By how much a master is longer than is engraved on it; a locked micrometer is wrong by its own error. */
function masterError(master: SettingMaster): number {
  if (master.gauge) return biasOf({ id: master.gauge.id, calibration: { expandedMm: master.expandedMm, k: master.k, on: master.gauge.calibratedOn, due: master.gauge.calibratedOn } });
  return (master.expandedMm / master.k) * seeded(hashText(`master ${master.id}`)).normal();
}

/** How far a setting wanders with each reading, as a share of the repeatability. */
const driftPerReading = 0.02;

/** A gauge as it was set up for an occasion. */
export type Hand = Pick<Occasion, "gauge" | "master" | "temperatures">;

/**
 * A stand-in for a gauge that types. It has errors of its own, as the real one has: a bias within its calibration,
 * scatter, a zero that is set a little wrong and wanders, a display that rounds. It reads a part as warm as it is.
 */
export class SimulatedGauge {
  readonly #hand: Hand;
  readonly #random: Seeded;
  readonly #zero: number;
  #drift = 0;

  /** @param seed  of the scatter; an occasion is set once */
  constructor(hand: Hand, seed: number) {
    this.#hand = hand;
    this.#random = seeded(seed);
    this.#zero = hand.gauge.method === "comparator" ? hand.gauge.repeatabilityMm * this.#random.normal() : 0;
  }

  /**
   * What the display shows for a true size.
   *
   * @param sizeMm  of the part at 20 °C
   * @param expansionPerK  of the part
   */
  readMm(sizeMm: number, expansionPerK: number): number {
    const { gauge, master, temperatures } = this.#hand;
    const warm = sizeMm * growth(expansionPerK, temperatures.partC);
    this.#drift += driftPerReading * gauge.repeatabilityMm * this.#random.normal();
    const error = biasOf(gauge) + this.#zero + this.#drift + gauge.repeatabilityMm * this.#random.normal();
    const shown =
      gauge.method === "comparator" && master
        ? // Set to show the master's engraved length: what the master is off by is off in every reading, the other way.
          master.lengthMm + (warm - (master.lengthMm + masterError(master)) * growth(master.expansionPerK, temperatures.masterC))
        : warm / growth(gauge.scaleExpansionPerK, temperatures.gaugeC);
    const display = Math.round((shown - error) / gauge.resolutionMm) * gauge.resolutionMm;
    return Math.max(display, sizeMm >= 0 && sizeMm < 1 ? 0 : -Infinity);
  }

  /** What it types, without the Enter that follows. */
  typed(sizeMm: number, expansionPerK: number): string {
    const decimals = Math.max(0, Math.ceil(-Math.log10(this.#hand.gauge.resolutionMm)));
    return this.readMm(sizeMm, expansionPerK).toFixed(decimals);
  }
}
