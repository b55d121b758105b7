/** Usual values of materials, to choose from. Common practice, no source: handbook figures, and alloys differ. */
export const expansions = [
  { name: "steel", value: "11.5" },
  { name: "cast iron", value: "10.5" },
  { name: "aluminium alloy", value: "21" },
  { name: "magnesium alloy", value: "26" },
  { name: "bronze", value: "18" },
];
export const moduli = [
  { name: "steel", value: "206" },
  { name: "cast iron", value: "110" },
  { name: "aluminium alloy", value: "71" },
  { name: "bronze", value: "105" },
  { name: "titanium alloy", value: "114" },
];
export const ratios = [
  { name: "steel", value: "0.29" },
  { name: "cast iron", value: "0.26" },
  { name: "aluminium alloy", value: "0.33" },
  { name: "bronze", value: "0.34" },
];
export const shearModuli = [
  { name: "spring steel", value: "79" },
  { name: "chrome silicon", value: "77" },
  { name: "titanium alloy", value: "42" },
];
export const densities = [
  { name: "steel", value: "7.85" },
  { name: "cast iron", value: "7.2" },
  { name: "tungsten alloy", value: "17" },
  { name: "aluminium alloy", value: "2.7" },
];
/** With the spread that one bolt differs from the next by. */
export const frictions = [
  { name: "oiled", value: "0.13 ± 0.03" },
  { name: "moly paste", value: "0.10 ± 0.02" },
  { name: "dry", value: "0.18 ± 0.06" },
];
