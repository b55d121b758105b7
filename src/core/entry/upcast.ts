/** Steps that bring older payloads to a newer shape; shared by the declarations of entry types. */
export type Json = Record<string, unknown>;
export type Upcast = (payload: Json) => Json;

/** An object with fields under new names; what is no object stays what it is, for the schema to refuse. */
export const renamed = (value: unknown, names: Readonly<Record<string, string>>): unknown =>
  typeof value === "object" && value !== null && !Array.isArray(value)
    ? Object.fromEntries(Object.entries(value).map(([name, inner]) => [names[name] ?? name, inner]))
    : value;

/** Version 1 knew lengths only, and named its figures by their unit. */
const gaugeOfAnyKind = (gauge: unknown): unknown => {
  const named = renamed(gauge, { rangeMm: "range", resolutionMm: "resolution", repeatabilityMm: "repeatability" });
  return typeof named === "object" && named !== null
    ? { unit: "mm", ...named, calibration: renamed((named as Json).calibration, { expandedMm: "expanded" }) }
    : named;
};
export const witnessOfAnyKind = (witness: unknown): unknown => {
  const figures = (witness as Json | null | undefined)?.figures;
  return Array.isArray(figures)
    ? {
        ...(witness as Json),
        figures: figures.map((figure) => renamed(figure, { valueMm: "value", expandedMm: "expanded" })),
      }
    : witness;
};
export const withGauge: Upcast = (payload) => ({ ...payload, gauge: gaugeOfAnyKind(payload.gauge) });
