import type { Occasion, Reading } from "../entry/fold";
import { estimate, type Estimate } from "../quantity/estimate";
import { figuresOf } from "./assumed-gauge";
import { comparedAtTwenty, directAtTwenty } from "./to-twenty-degrees";

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

/** The error that all readings of a gauge share between two calibrations. */
const calibrationOf = (gauge: string, on: string) => `calibration:${gauge}:${on}`;

/** A gap is a range: the blade that goes in and the next one that does not. Anywhere between them with equal chance. */
const spreadShown = ({ half }: Pick<Reading, "half">, resolution: number) =>
  half === undefined ? resolution / Math.sqrt(12) : half / rectangular;

/**
 * One reading with its contributions, a length at 20 °C. Repeatability belongs to the reading; the gauge's
 * calibration, the setting and its master, and the temperatures are shared by all readings that used them.
 * Of resolution and repeatability the larger is taken, not both.
 *
 * @param expansionPerK  of the part; null where the reading is no length, and the bench's temperature is nothing to it
 * @returns  null for a comparator reading without a setting master, which is tied to no size
 * @source  JCGM 100:2008, 4.3 and F.1 (from memory); resolution as a rectangular distribution of half-width r/2
 */
export function readingEstimate(
  reading: Pick<Reading, "id" | "value" | "half" | "point" | "feature" | "part">,
  occasion: Occasion,
  expansionPerK: number | null,
): Estimate | null {
  const { gauge, master } = occasion;
  const resolution = spreadShown(reading, gauge.resolution);
  const figures = figuresOf(gauge);
  const coarse = resolution > figures.repeatability;
  const shown = Math.max(resolution, figures.repeatability);

  const scatter = `repeat:${reading.id}`;
  // Readings of one gauge know of its scatter together: few of them make it no better known.
  const pool =
    figures.repeatabilityDegrees === undefined || coarse
      ? null
      : { pool: `repeat:${gauge.id}`, degrees: figures.repeatabilityDegrees };
  const degreesOf = (...sources: readonly string[]) =>
    pool ? new Map(sources.map((source) => [source, pool])) : undefined;

  const ofGauge: [string, number][] = [
    // A display too coarse to show scatter rounds every repeat alike: such a contribution does not average out.
    [coarse ? `resolution:${occasion.occasion}:${reading.part}:${reading.feature}:${reading.point}` : scatter, shown],
    [calibrationOf(gauge.id, figures.calibratedOn), figures.calibration],
  ];
  if (expansionPerK === null) return estimate(reading.value, ofGauge, degreesOf(scatter));

  const part = temperatureOf("part", occasion);
  const partBody = { expansionPerK, temperatureC: part.celsius };
  const shared: [string, number][] = [...ofGauge, [part.source, -reading.value * expansionPerK * part.standardK]];

  if (gauge.method === "direct") {
    const scaleOf = temperatureOf("gauge", occasion);
    const scaleBody = { expansionPerK: gauge.scaleExpansionPerK, temperatureC: scaleOf.celsius };
    return estimate(
      directAtTwenty(reading.value, scaleBody, partBody),
      [...shared, [scaleOf.source, reading.value * gauge.scaleExpansionPerK * scaleOf.standardK]],
      degreesOf(scatter),
    );
  }
  if (!master) return null;
  const masterAt = temperatureOf("master", occasion);
  const masterBody = { expansionPerK: master.expansionPerK, temperatureC: masterAt.celsius };
  return estimate(
    comparedAtTwenty(master.lengthMm, reading.value - master.lengthMm, masterBody, partBody),
    [
      ...shared,
      [`zero:${occasion.occasion}`, shown],
      [
        master.gauge ? calibrationOf(master.gauge.id, master.gauge.calibratedOn) : `master:${master.id}`,
        master.expandedMm / master.k,
      ],
      [masterAt.source, master.lengthMm * master.expansionPerK * masterAt.standardK],
    ],
    degreesOf(scatter, `zero:${occasion.occasion}`),
  );
}
