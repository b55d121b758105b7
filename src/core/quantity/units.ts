/** What a unit measures. Lengths are millimetres inside the core, everything else is SI. */
export type Dimension =
  | "length"
  | "area"
  | "volume"
  | "mass"
  | "force"
  | "stiffness"
  | "torque"
  | "imbalance"
  | "temperature"
  | "temperature difference"
  | "angle"
  | "time"
  | "pressure"
  | "speed of rotation"
  | "speed"
  | "acceleration"
  | "density"
  | "distance"
  | "number"
  // Hardness scales are readings of different tests: none is another one in other units.
  | "rockwell-c hardness"
  | "brinell hardness"
  | "shore-a hardness";

export interface Unit {
  readonly id: string;
  readonly dimension: Dimension;
  /** How many core units one of these is. */
  readonly factor: number;
  /** Added after the factor: only temperatures need it. */
  readonly offset?: number;
  /** Decimals that suit a workshop's display. */
  readonly decimals: number;
  /** The unit that a workshop which thinks in inches shows it in; its own where none is here. Common practice, no source. */
  readonly inInches?: string;
  readonly symbol: string;
  /** Spellings people type, lower case. */
  readonly spellings: readonly string[];
}

const inchMm = 25.4; // exact since 1959: international yard and pound agreement (from memory)

export const units: readonly Unit[] = [
  {
    id: "mm",
    inInches: "in",
    dimension: "length",
    factor: 1,
    decimals: 3,
    symbol: "mm",
    spellings: ["mm", "millimetre", "millimetres", "millimeter", "millimeters"],
  },
  {
    id: "um",
    inInches: "thou",
    dimension: "length",
    factor: 1e-3,
    decimals: 1,
    symbol: "µm",
    spellings: ["µm", "μm", "um", "micron", "microns"],
  },
  { id: "cm", dimension: "length", factor: 10, decimals: 4, symbol: "cm", spellings: ["cm"] },
  { id: "m", dimension: "length", factor: 1000, decimals: 6, symbol: "m", spellings: ["m", "metre", "meter"] },
  {
    id: "in",
    dimension: "length",
    factor: inchMm,
    decimals: 4,
    symbol: "in",
    spellings: ["in", "in.", "inch", "inches", '"', "″"],
  },
  {
    id: "thou",
    dimension: "length",
    factor: inchMm / 1000,
    decimals: 2,
    symbol: "thou",
    spellings: ["thou", "thous"],
  },
  { id: "mm2", dimension: "area", factor: 1, decimals: 1, symbol: "mm²", spellings: ["mm2", "mm²"] },
  { id: "mm3", dimension: "volume", factor: 1, decimals: 0, symbol: "mm³", spellings: ["mm3", "mm³"] },
  {
    id: "cm3",
    inInches: "cuin",
    dimension: "volume",
    factor: 1000,
    decimals: 1,
    symbol: "cm³",
    spellings: ["cm3", "cm³", "cc", "ml"],
  },
  { id: "l", dimension: "volume", factor: 1e6, decimals: 3, symbol: "L", spellings: ["l", "litre", "litres", "liter"] },
  // 16.387064 cm³: 25.4 mm cubed, exact.
  { id: "cuin", dimension: "volume", factor: inchMm ** 3, decimals: 2, symbol: "in³", spellings: ["cu in", "cuin", "in3", "in³", "cid", "ci"] }, // prettier-ignore
  // The avoirdupois pound is 0.45359237 kg and its ounce a sixteenth, exact since 1959 (from memory).
  { id: "lb", dimension: "mass", factor: 0.45359237, decimals: 3, symbol: "lb", spellings: ["lb", "lbs", "lb."] },
  { id: "oz", dimension: "mass", factor: 0.028349523125, decimals: 2, symbol: "oz", spellings: ["oz", "oz."] },
  { id: "kg", inInches: "lb", dimension: "mass", factor: 1, decimals: 3, symbol: "kg", spellings: ["kg"] },
  { id: "g", dimension: "mass", factor: 1e-3, decimals: 1, symbol: "g", spellings: ["g", "gram", "grams"] },
  {
    id: "n",
    inInches: "lbf",
    dimension: "force",
    factor: 1,
    decimals: 0,
    symbol: "N",
    spellings: ["n", "newton", "newtons"],
  },
  {
    id: "kgf",
    inInches: "lbf",
    dimension: "force",
    factor: 9.80665,
    decimals: 1,
    symbol: "kgf",
    spellings: ["kgf", "kp"],
  },
  {
    id: "lbf",
    dimension: "force",
    factor: 4.4482216152605,
    decimals: 1,
    symbol: "lbf",
    spellings: ["lbf", "lb", "lbs", "lb."],
  },
  {
    id: "n-mm",
    inInches: "lbfin-rate",
    dimension: "stiffness",
    factor: 1,
    decimals: 2,
    symbol: "N/mm",
    spellings: ["n/mm"],
  },
  // lbf by inch.
  { id: "lbfin-rate", dimension: "stiffness", factor: 4.4482216152605 / inchMm, decimals: 1, symbol: "lbf/in", spellings: ["lbf/in", "lb/in", "lbs/in"] }, // prettier-ignore
  {
    id: "gmm",
    inInches: "ozin",
    dimension: "imbalance",
    factor: 1,
    decimals: 0,
    symbol: "g·mm",
    spellings: ["gmm", "g·mm", "g.mm"],
  },
  // 28.349523125 g by 25.4 mm.
  { id: "ozin", dimension: "imbalance", factor: 720.0778873750001, decimals: 2, symbol: "oz·in", spellings: ["ozin", "oz·in", "oz.in", "oz-in", "oz in", "inoz", "in-oz"] }, // prettier-ignore
  {
    id: "nm",
    inInches: "lbft",
    dimension: "torque",
    factor: 1,
    decimals: 1,
    symbol: "N·m",
    spellings: ["nm", "n·m", "n.m", "n-m", "n m"],
  },
  {
    id: "lbft",
    dimension: "torque",
    factor: 1.3558179483314004,
    decimals: 1,
    symbol: "lb·ft",
    spellings: ["lbft", "lb·ft", "ftlb", "ft·lb", "ft-lb", "lb-ft", "ft lb", "lb ft", "ft-lbs", "lbf·ft", "lbf-ft", "lbfft", "ft-lbf", "ftlbs"], // prettier-ignore
  },
  // A twelfth of a foot.
  {
    id: "lbin",
    dimension: "torque",
    factor: 1.3558179483314004 / 12,
    decimals: 1,
    symbol: "lb·in",
    spellings: ["lbin", "lb·in", "lb-in", "in-lb", "inlb", "in·lb", "in lb", "lb in", "in-lbs", "lbf·in", "lbf-in", "lbfin", "inlbs"], // prettier-ignore
  },
  { id: "kgfm", inInches: "lbft", dimension: "torque", factor: 9.80665, decimals: 2, symbol: "kgf·m", spellings: ["kgfm", "kgf·m", "kgf-m", "kpm", "kgm", "kg-m", "kg·m", "mkg"] }, // prettier-ignore
  { id: "k", dimension: "temperature", factor: 1, decimals: 1, symbol: "K", spellings: ["k"] },
  {
    id: "c",
    inInches: "f",
    dimension: "temperature",
    factor: 1,
    offset: 273.15,
    decimals: 1,
    symbol: "°C",
    spellings: ["c", "°c", "degc"],
  },
  {
    id: "f",
    dimension: "temperature",
    factor: 5 / 9,
    offset: 273.15 - (32 * 5) / 9,
    decimals: 1,
    symbol: "°F",
    spellings: ["f", "°f", "degf"],
  },
  {
    id: "deg",
    dimension: "angle",
    factor: Math.PI / 180,
    decimals: 1,
    symbol: "°",
    spellings: ["°", "deg", "degree", "degrees"],
  },
  { id: "s", dimension: "time", factor: 1, decimals: 1, symbol: "s", spellings: ["s", "sec", "second", "seconds"] },
  { id: "min", dimension: "time", factor: 60, decimals: 1, symbol: "min", spellings: ["min", "minute", "minutes"] },
  { id: "h", dimension: "time", factor: 3600, decimals: 0, symbol: "h", spellings: ["h", "hour", "hours"] },
  { id: "bar", inInches: "psi", dimension: "pressure", factor: 1e5, decimals: 2, symbol: "bar", spellings: ["bar"] },
  { id: "kpa", inInches: "psi", dimension: "pressure", factor: 1e3, decimals: 0, symbol: "kPa", spellings: ["kpa"] },
  { id: "mpa", dimension: "pressure", factor: 1e6, decimals: 3, symbol: "MPa", spellings: ["mpa", "n/mm2", "n/mm²"] },
  // lbf by square inch.
  { id: "psi", dimension: "pressure", factor: 4.4482216152605 / (inchMm / 1000) ** 2, decimals: 0, symbol: "psi", spellings: ["psi", "lb/in2", "lbf/in2", "lbf/in²"] }, // prettier-ignore
  { id: "rpm", dimension: "speed of rotation", factor: (2 * Math.PI) / 60, decimals: 0, symbol: "rpm", spellings: ["rpm", "min-1", "r/min", "rev/min"] }, // prettier-ignore
  { id: "gpa", dimension: "pressure", factor: 1e9, decimals: 0, symbol: "GPa", spellings: ["gpa", "kn/mm2", "kn/mm²"] },
  { id: "kn", inInches: "lbf", dimension: "force", factor: 1000, decimals: 1, symbol: "kN", spellings: ["kn"] },
  {
    id: "m-s",
    inInches: "ft-min",
    dimension: "speed",
    factor: 1,
    decimals: 1,
    symbol: "m/s",
    spellings: ["m/s", "ms-1"],
  },
  { id: "ft-min", dimension: "speed", factor: (12 * inchMm) / 60_000, decimals: 0, symbol: "ft/min", spellings: ["ft/min", "fpm"] }, // prettier-ignore
  { id: "m-s2", dimension: "acceleration", factor: 1, decimals: 0, symbol: "m/s²", spellings: ["m/s2", "m/s²"] },
  { id: "kg-m3", dimension: "density", factor: 1, decimals: 0, symbol: "kg/m³", spellings: ["kg/m3", "kg/m³"] },
  {
    id: "g-cm3",
    dimension: "density",
    factor: 1000,
    decimals: 2,
    symbol: "g/cm³",
    spellings: ["g/cm3", "g/cm³", "g/cc"],
  },
  { id: "km", inInches: "mi", dimension: "distance", factor: 1, decimals: 0, symbol: "km", spellings: ["km", "kilometre", "kilometres", "kilometer", "kilometers"] }, // prettier-ignore
  // 1.609344 km: 5,280 feet of 12 inches, exact.
  { id: "mi", dimension: "distance", factor: (5280 * 12 * inchMm) / 1e6, decimals: 0, symbol: "mi", spellings: ["mi", "mile", "miles"] }, // prettier-ignore
  // A difference has no zero of its own.
  { id: "k-diff", inInches: "f-diff", dimension: "temperature difference", factor: 1, decimals: 1, symbol: "K", spellings: ["k", "c", "°c", "degc"] }, // prettier-ignore
  { id: "f-diff", dimension: "temperature difference", factor: 5 / 9, decimals: 1, symbol: "°F", spellings: ["f", "°f", "degf"] }, // prettier-ignore
  { id: "tenth", dimension: "length", factor: inchMm / 10_000, decimals: 1, symbol: "tenths", spellings: ["tenth", "tenths"] }, // prettier-ignore
  { id: "number", dimension: "number", factor: 1, decimals: 0, symbol: "", spellings: ["pcs", "pieces"] },
  { id: "percent", dimension: "number", factor: 0.01, decimals: 2, symbol: "%", spellings: ["%", "percent"] },
  { id: "hrc", dimension: "rockwell-c hardness", factor: 1, decimals: 1, symbol: "HRC", spellings: ["hrc"] },
  { id: "hb", dimension: "brinell hardness", factor: 1, decimals: 0, symbol: "HB", spellings: ["hb", "hbw"] },
  {
    id: "shore",
    dimension: "shore-a hardness",
    factor: 1,
    decimals: 0,
    symbol: "Shore A",
    spellings: ["shore", "shore a", "sha"],
  },
];

const byId = new Map(units.map((unit) => [unit.id, unit]));
/** By how they are spelled: a pound is a mass to one and a force to another. */
const bySpelling = new Map<string, Unit[]>();
for (const unit of units)
  for (const spelling of unit.spellings) bySpelling.set(spelling, [...(bySpelling.get(spelling) ?? []), unit]);

/**
 * The unit with this id, or undefined.
 *
 * @param id  as packs and entries write it
 * @returns   undefined for one that is not known
 * @example unitById("thou")!.factor // 0.0254
 */
export const unitById = (id: string): Unit | undefined => byId.get(id);

/**
 * The unit a person means by this spelling, or undefined. Case does not matter.
 *
 * @param text       as a person types it, in any case
 * @param dimension  what is measured: of units spelled alike the one that measures it
 * @example unitBySpelling("lb", "force")!.id // "lbf"
 */
export function unitBySpelling(text: string, dimension?: Dimension): Unit | undefined {
  const meant = bySpelling.get(text.trim().toLowerCase().replace(/\s+/gu, " "));
  return meant?.find((unit) => unit.dimension === dimension) ?? meant?.[0];
}

/**
 * What a value of a kind is shown and typed in: lengths in the unit a job goes by, all else in its own, and where a job goes by
 * inches in what goes with them.
 *
 * @param id       unit that a pack gives it in
 * @param lengths  mm or in
 * @example shownUnit("bar", unitById("in")!).id // "psi"
 */
export function shownUnit(id: string, lengths: Unit): Unit {
  const own = byId.get(id);
  if (own === undefined || own.dimension === "length") return lengths;
  return (lengths.id === "in" && byId.get(own.inInches ?? "")) || own;
}

/**
 * The other unit a workshop thinks in: inches beside millimetres, psi beside bar, and the way back; none where it has no other.
 *
 * @example otherUnit(unitById("lbft")!)!.id // "nm"
 */
export const otherUnit = ({ inInches, id }: Unit): Unit | undefined =>
  inInches === undefined ? units.find((unit) => unit.inInches === id) : byId.get(inInches);

/**
 * A number of this unit in core units.
 *
 * @param number  in the unit
 * @returns       in core units: mm for lengths, otherwise SI
 * @example toCore(2, unitById("in")!) // 50.8
 */
export const toCore = (number: number, unit: Unit): number => number * unit.factor + (unit.offset ?? 0);

/**
 * A value in core units as a number of this unit.
 *
 * @param value  in core units
 * @example fromCore(50.8, unitById("in")!) // 2
 */
export const fromCore = (value: number, unit: Unit): number => (value - (unit.offset ?? 0)) / unit.factor;
