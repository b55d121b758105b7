import { figuresOf } from "@/core/measure/assumed-gauge";
import type { Occasion } from "@/core/entry/fold";
import type { Gauge, SettingMaster } from "@/core/entry/schema";
import { hashText, seeded, type Seeded } from "@/core/numeric/seeded";
import { fromCore, unitById } from "@/core/quantity/units";

const referenceC = 20;
const growth = (expansionPerK: number, celsius: number | null) =>
  1 + expansionPerK * ((celsius ?? referenceC) - referenceC);

/** The error that a gauge carries from one calibration to the next: a draw from what its certificate allows. */
export function biasOf(gauge: Gauge): number {
  const { calibration, calibratedOn } = figuresOf(gauge);
  return biasFrom(gauge.id, calibratedOn, calibration);
}

const biasFrom = (id: string, calibratedOn: string, standard: number) =>
  standard * seeded(hashText(`bias ${id} ${calibratedOn}`)).normal();

/** By how much a master is longer than is engraved on it; a locked micrometer is wrong by its own error. */
function masterError(master: SettingMaster): number {
  if (master.gauge) return biasFrom(master.gauge.id, master.gauge.calibratedOn, master.expandedMm / master.k);
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
    this.#zero = hand.gauge.method === "comparator" ? figuresOf(hand.gauge).repeatability * this.#random.normal() : 0;
  }

  /**
   * What the display shows for a true size, in core units.
   *
   * @param size  of the part, a length at 20 °C
   * @param expansionPerK  of the part; null where the size is no length
   */
  read(size: number, expansionPerK: number | null): number {
    const { gauge, master, temperatures } = this.#hand;
    const warm = size * growth(expansionPerK ?? 0, temperatures.partC);
    this.#drift += driftPerReading * figuresOf(gauge).repeatability * this.#random.normal();
    const error = biasOf(gauge) + this.#zero + this.#drift + figuresOf(gauge).repeatability * this.#random.normal();
    const shown =
      gauge.method === "comparator" && master
        ? // Set to show the master's engraved length: what the master is off by is off in every reading, the other way.
          master.lengthMm +
          (warm - (master.lengthMm + masterError(master)) * growth(master.expansionPerK, temperatures.masterC))
        : warm / growth(expansionPerK === null ? 0 : gauge.scaleExpansionPerK, temperatures.gaugeC);
    const step = gauge.resolution === 0 ? 1 : gauge.resolution;
    const display = (gauge.feeler ? Math.floor((shown - error) / step) : Math.round((shown - error) / step)) * step;
    return Math.max(display, size >= 0 && size < 1 ? 0 : -Infinity);
  }

  /** What it types, in its own unit and without the Enter that follows: feelers the blade that goes in and the next. */
  typed(size: number, expansionPerK: number | null): string {
    const { resolution, unit: unitId, feeler } = this.#hand.gauge;
    const unit = unitById(unitId)!;
    const decimals = resolution === 0 ? 0 : Math.max(0, Math.ceil(-Math.log10(resolution / unit.factor) - 1e-9));
    const type = (value: number) => fromCore(value, unit).toFixed(decimals);
    const shown = this.read(size, expansionPerK);
    return feeler ? `${type(shown)}/${type(shown + resolution)}` : type(shown);
  }
}
