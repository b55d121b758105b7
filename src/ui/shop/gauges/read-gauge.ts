import { Gauge, SettingMaster } from "@/core/entry/schema";
import { ownScatter } from "@/core/measure/own-scatter";
import { parseQuantity } from "@/core/quantity/parse-quantity";
import { fromCore, unitById, type Dimension } from "@/core/quantity/units";

/** What a person types of a gauge. */
export interface GaugeDraft {
  readonly name: string;
  readonly quantities: readonly string[];
  readonly unit: string;
  readonly from: string;
  readonly to: string;
  readonly kind: "direct" | "comparator" | "feeler";
  readonly resolution: string;
  /** Standard deviation of repeats; or the repeats themselves. */
  readonly scatter: string;
  readonly expanded: string;
  readonly k: string;
  readonly on: string;
  readonly due: string;
  /** Expansion of its scale, in millionths a kelvin. */
  readonly scale: string;
}

export interface MasterDraft {
  readonly name: string;
  readonly size: string;
  readonly expanded: string;
  readonly k: string;
  readonly scale: string;
}

/** By field, what is wrong with it and what to do. */
export type Wrong<T> = Partial<Record<keyof T, string>>;
export type Read<T, D> = { readonly made: T } | { readonly wrong: Wrong<D> };

export const dimensionsOf = (
  quantities: readonly string[],
  measured: ReadonlyMap<string, Dimension>,
): readonly Dimension[] => [...new Set(quantities.flatMap((each) => measured.get(each) ?? []))];

/** Reads figures one after the other and keeps what is wrong with each. */
function figures<D>(unitId: string) {
  const unit = unitById(unitId)!;
  const wrong: Wrong<D> = {};
  const figure = (field: keyof D, text: string, what: string, least = 0): number => {
    const parsed = parseQuantity(text, unit.dimension, unit);
    if (!parsed.ok) wrong[field] = `${what} as a number in ${unit.symbol || "pieces"}.`;
    else if (parsed.value.value < least) wrong[field] = `${what} cannot be below ${least}.`;
    return parsed.ok ? parsed.value.value : 0;
  };
  const plain = (field: keyof D, text: string, what: string, most: number): number => {
    const value = Number(text.trim().replace(",", "."));
    if (text.trim() === "" || !(value >= 0 && value <= most)) wrong[field] = `${what}, a number up to ${most}.`;
    return value;
  };
  return { wrong, figure, plain };
}

const done = <T, D>(made: T, wrong: Wrong<D>): Read<T, D> => (Object.keys(wrong).length > 0 ? { wrong } : { made });

/**
 * The scatter of a gauge: one figure is the standard deviation itself, several are repeats of one thing that it is
 * worked out of, with one degree of freedom fewer than they are.
 */
function scatterOf(
  text: string,
  unitId: string,
): { repeatability: number | null; repeatabilityDegrees?: number } | null {
  if (text.trim() === "") return { repeatability: null };
  const unit = unitById(unitId)!;
  const values = text
    .trim()
    .split(/[\s;]+/u)
    .filter(Boolean)
    .map((each) => parseQuantity(each, unit.dimension, unit));
  const numbers = values.flatMap((each) => (each.ok ? [each.value.value] : []));
  if (numbers.length === 0 || numbers.length < values.length) return null;
  if (numbers.length === 1) return numbers[0]! < 0 ? null : { repeatability: numbers[0]! };
  return { repeatability: ownScatter(numbers, Infinity)!.deviation, repeatabilityDegrees: numbers.length - 1 };
}

/** A scatter that nobody typed over is known as well as it was. */
const scatterAsBefore = ({ repeatability, repeatabilityDegrees }: Gauge) => ({
  repeatability,
  ...(repeatabilityDegrees === undefined ? {} : { repeatabilityDegrees }),
});

/**
 * A gauge out of what was typed, or by field what is wrong.
 *
 * @param before  as it was, where it is calibrated again
 */
export function readGauge(
  id: string,
  draft: GaugeDraft,
  measured: ReadonlyMap<string, Dimension>,
  before: Gauge | null = null,
): Read<Gauge, GaugeDraft> {
  const { wrong, figure, plain } = figures<GaugeDraft>(draft.unit);
  const unit = unitById(draft.unit)!;
  const dimensions = dimensionsOf(draft.quantities, measured);
  if (draft.name.trim() === "") wrong.name = "The name it goes by in the shop.";
  if (draft.quantities.length === 0) wrong.quantities = "Choose what it measures: at the bench it is offered for that.";
  else if (dimensions.length > 1)
    wrong.quantities = `One gauge has figures of one kind, and these are of ${dimensions.length}: ${dimensions.join(", ")}.`;
  else if (dimensions[0] !== unit.dimension) wrong.unit = `That is measured in a unit of ${dimensions[0]}.`;
  const [from, to] = [
    figure("from", draft.from, "The lower end of its range", -Infinity),
    figure("to", draft.to, "The upper end of its range", -Infinity),
  ];
  if (!wrong.from && !wrong.to && from >= to) wrong.to = "The upper end lies above the lower one.";
  const resolution = figure("resolution", draft.resolution, "The step of its display");
  const scatter = before && draft.scatter === draftOf(before).scatter ? scatterAsBefore(before) : scatterOf(draft.scatter, draft.unit); // prettier-ignore
  if (!scatter)
    wrong.scatter = `The standard deviation of its repeats in ${unit.symbol || "pieces"}, or five to ten repeats of one thing with blanks between; empty where nobody knows.`;
  // Without any of it there is no certificate; with some of it, it is to be whole.
  const hasCertificate = [draft.expanded, draft.on, draft.due].some((each) => each.trim() !== "");
  const expanded = hasCertificate ? figure("expanded", draft.expanded, "U of the certificate") : 0;
  const k = hasCertificate ? plain("k", draft.k, "The coverage factor that U was given with", 20) : 2;
  if (!wrong.k && k === 0) wrong.k = "The coverage factor is above 0; it is mostly 2.";
  if (hasCertificate) {
    if (!/^\d{4}-\d{2}-\d{2}$/u.test(draft.on)) wrong.on = "The day of its certificate.";
    if (!/^\d{4}-\d{2}-\d{2}$/u.test(draft.due)) wrong.due = "The day it is due again.";
    else if (!wrong.on && draft.due <= draft.on) wrong.due = "It is due after it was calibrated.";
  }
  const isLength = unit.dimension === "length";
  const scale = isLength
    ? plain("scale", draft.scale, "How its scale expands, in millionths a kelvin: steel 11.5", 100)
    : 0;
  if (draft.kind === "feeler" && !isLength) wrong.kind = "Blades tell a length.";
  return done<Gauge, GaugeDraft>(
    {
      id,
      name: draft.name.trim(),
      quantities: [...draft.quantities],
      unit: draft.unit,
      range: [from, to],
      method: draft.kind === "comparator" ? "comparator" : "direct",
      resolution,
      ...(scatter ?? { repeatability: null }),
      calibration: hasCertificate ? { expanded, k, on: draft.on, due: draft.due } : null,
      scaleExpansionPerK: scale * 1e-6,
      ...(draft.kind === "feeler" ? { feeler: true as const } : {}),
    },
    wrong,
  );
}

/** A setting master out of what was typed, or by field what is wrong. */
export function readMaster(id: string, draft: MasterDraft): Read<SettingMaster, MasterDraft> {
  const { wrong, figure, plain } = figures<MasterDraft>("mm");
  if (draft.name.trim() === "") wrong.name = "The name it goes by in the shop.";
  const lengthMm = figure("size", draft.size, "Its size by the certificate");
  if (!wrong.size && lengthMm === 0) wrong.size = "A master has a size.";
  const expandedMm = figure("expanded", draft.expanded, "U of the certificate");
  const k = plain("k", draft.k, "The coverage factor that U was given with", 20);
  if (!wrong.k && k === 0) wrong.k = "The coverage factor is above 0; it is mostly 2.";
  const scale = plain("scale", draft.scale, "How it expands, in millionths a kelvin: steel 11.5", 100);
  return done<SettingMaster, MasterDraft>(
    { id, name: draft.name.trim(), lengthMm, expandedMm, k, expansionPerK: scale * 1e-6 },
    wrong,
  );
}

/** A figure as a person would type it back. */
export const typedBack = (value: number, unitId: string): string =>
  String(Number(fromCore(value, unitById(unitId)!).toPrecision(12)));

/** What was typed of a gauge, to be calibrated again: all of it but the certificate. */
export const draftOf = ({
  name,
  quantities,
  unit,
  range,
  method,
  feeler,
  resolution,
  repeatability,
  calibration,
  scaleExpansionPerK,
}: Gauge): GaugeDraft => ({
  name,
  quantities,
  unit,
  from: typedBack(range[0], unit),
  to: typedBack(range[1], unit),
  kind: feeler ? "feeler" : method,
  resolution: typedBack(resolution, unit),
  scatter: repeatability === null ? "" : typedBack(repeatability, unit),
  expanded: calibration ? typedBack(calibration.expanded, unit) : "",
  k: String(calibration?.k ?? 2),
  on: "",
  due: "",
  scale: String(Number((scaleExpansionPerK * 1e6).toPrecision(6))),
});

export const emptyGauge: GaugeDraft = {
  name: "",
  quantities: [],
  unit: "mm",
  from: "",
  to: "",
  kind: "direct",
  resolution: "",
  scatter: "",
  expanded: "",
  k: "2",
  on: "",
  due: "",
  scale: "11.5",
};
export const emptyMaster: MasterDraft = { name: "", size: "", expanded: "", k: "2", scale: "11.5" };
