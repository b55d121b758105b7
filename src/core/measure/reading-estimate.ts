import type { Occasion, Reading } from "../entry/fold";
import { estimate, type Estimate } from "../quantity/estimate";
import { figuresOf } from "./assumed-gauge";
import type { Scatter } from "./own-scatter";
import { comparedAtTwenty, directAtTwenty, type Body } from "./to-twenty-degrees";

const rectangular = Math.sqrt(3);
/** Where nobody looked at a thermometer: a workshop between 10 and 30 °C. Common practice, no source. */
const unknownTemperatureK = 10 / rectangular;
const referenceC = 20;

interface Temperature {
  readonly celsius: number;
  readonly standardK: number;
  readonly source: string;
}

/** Unknown temperatures of one occasion share one source: what lay on one bench was about equally warm. */
function temperatureOf(what: "part" | "gauge" | "master", occasion: Occasion): Temperature {
  const { partC, gaugeC, masterC, standardK } = occasion.temperatures;
  const known = { part: partC, gauge: gaugeC, master: masterC }[what];
  return known === null
    ? { celsius: referenceC, standardK: unknownTemperatureK, source: `unknown-temperature:${occasion.occasion}` }
    : { celsius: known, standardK, source: `${what}-temperature:${occasion.occasion}` };
}

/** How a part grows when it is warmed, and how well that is known: shared by all parts of one material. */
export interface Expansion {
  /** 1/K */
  readonly perK: number;
  /** Standard uncertainty, 1/K. */
  readonly standard: number;
  readonly source: string;
}

/**
 * How well a coefficient of expansion is known, as a share of it, where nobody says.
 *
 * @source  JCGM 100:2008, H.1: 11.5e-6 ± 2e-6 /K with equal chance, which is 10 % as a standard deviation (from memory)
 */
export const usualCoefficient = 0.1;

/** What not knowing a coefficient makes of a length: by how far it is from 20 °C, and as far as that is not known itself. */
const coefficient = (length: number, { temperatureC }: Body, standard: number, { standardK }: Temperature): number =>
  length * standard * Math.sign(temperatureC - referenceC || 1) * Math.hypot(temperatureC - referenceC, standardK);

/**
 * The error that readings of a gauge share between two calibrations: a part that is common to all its sizes and one that
 * changes with size, as an angle does. At one size they share all of it; readings a whole range apart share nothing; and it
 * is as large as the certificate says wherever it is read. A model of our own: certificates say nothing of it.
 *
 * @param along  how far along its range, 0 to 1; 0 where nobody knows
 */
function calibrationOf(gauge: string, on: string, standard: number, along: number): [string, number][] {
  const angle = (Math.PI / 2) * Math.min(1, Math.max(0, along));
  return [
    [`calibration:${gauge}:${on}`, standard * Math.cos(angle)],
    [`calibration-with-size:${gauge}:${on}`, standard * Math.sin(angle)],
  ];
}

/** How far along a range a size lies. */
const alongRange = (size: number, range: readonly [number, number] | undefined): number =>
  range && range[1] > range[0] ? (size - range[0]) / (range[1] - range[0]) : 0;

/**
 * What a feeler says by one blade alone: it goes in, and nobody tried the next. The gap is that blade at least, and less than
 * the next one's: anywhere between.
 */
const asRead = <R extends Pick<Reading, "value" | "half">>(reading: R, { feeler, resolution }: Occasion["gauge"]): R =>
  feeler && reading.half === undefined && resolution > 0
    ? { ...reading, value: reading.value + resolution / 2, half: resolution / 2 }
    : reading;

/** A gap is a range: the blade that goes in and the next one that does not. Anywhere between them with equal chance. */
const spreadShown = ({ half }: Pick<Reading, "half">, resolution: number) =>
  half === undefined ? resolution / Math.sqrt(12) : half / rectangular;

/**
 * One reading with its contributions, a length at 20 °C. Repeatability belongs to the reading; the gauge's
 * calibration, the setting and its master, and the temperatures are shared by all readings that used them.
 * Of resolution and repeatability the larger is taken, not both.
 *
 * @param expansion  of the part; null where the reading is no length, and the bench's temperature is nothing to it
 * @param scatter    of its repeats, where it is not the gauge's usual one
 * @returns  null for a comparator reading without a setting master, which is tied to no size
 * @source  JCGM 100:2008, 4.3 and F.1 (from memory); resolution as a rectangular distribution of half-width r/2
 */
export function readingEstimate(
  read: Pick<Reading, "id" | "value" | "half" | "point" | "feature" | "part">,
  occasion: Occasion,
  expansion: Expansion | null,
  scatter: Scatter | null = null,
): Estimate | null {
  const { gauge, master } = occasion;
  const reading = asRead(read, gauge);
  const resolution = spreadShown(reading, gauge.resolution);
  const figures = figuresOf(gauge);
  const coarse = resolution > figures.repeatability;
  const shown = Math.max(resolution, figures.repeatability);

  const source = `repeat:${reading.id}`;
  // Readings of one gauge know of its scatter together: few of them make it no better known.
  const pool =
    figures.repeatabilityDegrees === undefined || coarse
      ? null
      : { pool: `repeat:${gauge.id}`, degrees: figures.repeatabilityDegrees };
  const own = scatter && scatter.deviation > shown ? scatter : null;
  // A comparator hardly moves from its master: its error is about the same wherever that is.
  const along = gauge.method === "direct" ? alongRange(reading.value, gauge.range) : 0;
  const zero = `zero:${occasion.occasion}`;
  const known = new Map([
    ...(own ? [[source, own] as const] : pool ? [[source, pool] as const] : []),
    ...(own?.isGauge ? [[zero, own] as const] : pool ? [[zero, pool] as const] : []),
  ]);
  const degreesOf = (...sources: readonly string[]) => {
    const degrees = new Map(sources.flatMap((each) => (known.has(each) ? [[each, known.get(each)!] as const] : [])));
    return degrees.size > 0 ? degrees : undefined;
  };

  const ofGauge: [string, number][] = [
    // A display too coarse to show scatter rounds every repeat alike: such a contribution does not average out.
    own || !coarse
      ? [source, own?.deviation ?? shown]
      : [`resolution:${occasion.occasion}:${reading.part}:${reading.feature}:${reading.point}`, shown],
    ...calibrationOf(gauge.id, figures.calibratedOn, figures.calibration, along),
  ];
  if (expansion === null) return estimate(reading.value, ofGauge, degreesOf(source));

  const { perK: expansionPerK } = expansion;
  const part = temperatureOf("part", occasion);
  const partBody = { expansionPerK, temperatureC: part.celsius };
  const shared: [string, number][] = [
    ...ofGauge,
    [part.source, -reading.value * expansionPerK * part.standardK],
    [`part-expansion:${expansion.source}`, -coefficient(reading.value, partBody, expansion.standard, part)],
  ];

  if (gauge.method === "direct") {
    const scaleOf = temperatureOf("gauge", occasion);
    const scaleBody = { expansionPerK: gauge.scaleExpansionPerK, temperatureC: scaleOf.celsius };
    return estimate(
      directAtTwenty(reading.value, scaleBody, partBody),
      [
        ...shared,
        [scaleOf.source, reading.value * gauge.scaleExpansionPerK * scaleOf.standardK],
        [`scale-expansion:${gauge.id}`, coefficient(reading.value, scaleBody, gauge.scaleExpansionPerK * usualCoefficient, scaleOf)], // prettier-ignore
      ],
      degreesOf(source),
    );
  }
  if (!master) return null;
  const masterAt = temperatureOf("master", occasion);
  const masterBody = { expansionPerK: master.expansionPerK, temperatureC: masterAt.celsius };
  return estimate(
    comparedAtTwenty(master.lengthMm, reading.value - master.lengthMm, masterBody, partBody),
    [
      ...shared,
      [zero, own?.isGauge ? own.deviation : shown],
      ...(master.gauge
        ? calibrationOf(
            master.gauge.id,
            master.gauge.calibratedOn,
            master.expandedMm / master.k,
            alongRange(master.lengthMm, master.gauge.range),
          )
        : [[`master:${master.id}`, master.expandedMm / master.k] as [string, number]]),
      // A micrometer is locked at a size by the same hand and scale that read it.
      ...(master.settingMm ? [[`master-setting:${occasion.occasion}`, master.settingMm] as [string, number]] : []),
      [masterAt.source, master.lengthMm * master.expansionPerK * masterAt.standardK],
      [`master-expansion:${master.id}`, coefficient(master.lengthMm, masterBody, master.expansionPerK * usualCoefficient, masterAt)], // prettier-ignore
    ],
    degreesOf(source, zero),
  );
}
