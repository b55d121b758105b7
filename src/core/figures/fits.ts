import type { Figure, FigureInput } from "./figure";
import { expansions, moduli, ratios, shearModuli } from "./usual";

const micro = 1e-6;
const modulus = (id: string, name: string): FigureInput => ({ id, name, unit: "gpa", usual: moduli });
const poisson = (id: string, name: string): FigureInput => ({ id, name, unit: "1", usual: ratios });
const expansion = (id: string, name: string): FigureInput => ({ id, name, unit: "1", usual: expansions, hint: "millionths a kelvin" }); // prettier-ignore

/** What parts do to each other that are pressed, warm, or sprung. */
export const fitFigures: readonly Figure[] = [
  {
    id: "press-fit",
    group: "fits",
    name: "Press fit",
    formula:
      "p = δ / (d · [((D² + d²)/(D² − d²) + ν₁)/E₁ + ((d² + i²)/(d² − i²) − ν₂)/E₂]); warmer by (δ + play) / (α d)",
    source: "Lamé's thick cylinders",
    note: "Heat is shown to the outer part only, evenly, and never past what its temper bears.",
    inputs: [
      { id: "interference", name: "interference on diameter", unit: "mm" },
      { id: "diameter", name: "diameter of the fit", unit: "mm" },
      { id: "outer", name: "outer diameter of the outer part", unit: "mm" },
      { id: "inner", name: "bore of the inner part", unit: "mm", hint: "0 where it is solid" },
      { id: "length", name: "length of the fit", unit: "mm" },
      modulus("outer-modulus", "modulus of the outer part"),
      poisson("outer-poisson", "Poisson's ratio of the outer part"),
      modulus("inner-modulus", "modulus of the inner part"),
      poisson("inner-poisson", "Poisson's ratio of the inner part"),
      expansion("expansion", "expansion of the outer part"),
      { id: "play", name: "play to slip it on", unit: "mm" },
      { id: "friction", name: "friction", unit: "1", usual: [{ name: "dry steel on steel", value: "0.12 ± 0.03" }] },
    ],
    outputs: [
      { id: "pressure", name: "pressure", unit: "mpa" },
      { id: "hoop", name: "hoop stress in the outer part", unit: "mpa" },
      { id: "warmer", name: "outer part warmer by", unit: "k-diff" },
      { id: "force", name: "force to push it out", unit: "kn" },
    ],
    of: (x) => {
      const [d, outer, inner] = [x.diameter!, x.outer!, x.inner!];
      const outside = ((outer ** 2 + d ** 2) / (outer ** 2 - d ** 2) + x["outer-poisson"]!) / x["outer-modulus"]!;
      const inside = ((d ** 2 + inner ** 2) / (d ** 2 - inner ** 2) - x["inner-poisson"]!) / x["inner-modulus"]!;
      const pressure = outer > d && d > inner ? x.interference! / (d * (outside + inside)) : NaN;
      return {
        pressure,
        hoop: (pressure * (outer ** 2 + d ** 2)) / (outer ** 2 - d ** 2),
        warmer: (x.interference! + x.play!) / (x.expansion! * micro * d),
        force: x.friction! * pressure * Math.PI * d * x.length! * micro,
      };
    },
  },
  {
    id: "running-clearance",
    group: "fits",
    name: "Clearance when warm, of unlike materials",
    formula: "C = C₂₀ + d · (α₁ (T₁ − 20) − α₂ (T₂ − 20))",
    source: "linear expansion",
    inputs: [
      { id: "cold", name: "clearance at 20 °C", unit: "mm" },
      { id: "diameter", name: "diameter", unit: "mm" },
      expansion("outer-expansion", "expansion of the outer part"),
      { id: "outer-at", name: "outer part at", unit: "c" },
      expansion("inner-expansion", "expansion of the inner part"),
      { id: "inner-at", name: "inner part at", unit: "c" },
    ],
    outputs: [{ id: "warm", name: "clearance when warm", unit: "mm" }],
    of: (x) => {
      const grown = (of: "outer" | "inner") => x[`${of}-expansion`]! * micro * (x[`${of}-at`]! - 293.15);
      return { warm: x.cold! + x.diameter! * (grown("outer") - grown("inner")) };
    },
  },
  {
    id: "crush",
    group: "fits",
    name: "Crush of a shell as interference",
    formula: "δ = 2 h / π; hoop stress = E δ / d",
    source: "both halves stand proud by h at one joint face: the way round is 2 h too long",
    inputs: [
      { id: "height", name: "crush height of one half", unit: "mm" },
      { id: "diameter", name: "bore of the housing", unit: "mm" },
      modulus("modulus", "modulus of the back"),
    ],
    outputs: [
      { id: "interference", name: "interference on diameter", unit: "mm" },
      { id: "stress", name: "hoop stress in the shell", unit: "mpa" },
    ],
    of: (x) => {
      const interference = (2 * x.height!) / Math.PI;
      return { interference, stress: (x.modulus! * interference) / x.diameter! };
    },
  },
  {
    id: "ring-gap",
    group: "fits",
    name: "Gap of a ring by bore and duty",
    formula: "gap = bore · share",
    source: "common practice, no source: the ring maker's own sheet goes before it",
    inputs: [
      { id: "bore", name: "bore", unit: "mm" },
      { id: "share", name: "share of the bore", unit: "percent", usual: [{ name: "mild duty", value: "0.40" }, { name: "hard duty", value: "0.45" }, { name: "racing", value: "0.50" }, { name: "boosted", value: "0.55" }, { name: "boosted, racing", value: "0.65" }] }, // prettier-ignore
    ],
    outputs: [{ id: "gap", name: "gap", unit: "mm" }],
    of: (x) => ({ gap: x.bore! * x.share! }),
  },
  {
    id: "spring-rate",
    group: "springs",
    name: "Rate of a spring from its wire",
    formula: "c = G d⁴ / (8 D³ n); stress = k 8 F D / (π d³), k by Wahl",
    source: "EN 13906-1 (from memory)",
    inputs: [
      { id: "wire", name: "wire", unit: "mm" },
      { id: "mean", name: "mean diameter of the coils", unit: "mm" },
      { id: "coils", name: "coils that work", unit: "1" },
      { id: "modulus", name: "shear modulus", unit: "gpa", usual: shearModuli },
      { id: "free", name: "free length", unit: "mm" },
      { id: "at", name: "length in use", unit: "mm" },
    ],
    outputs: [
      { id: "rate", name: "rate", unit: "n-mm" },
      { id: "load", name: "load at that length", unit: "n" },
      { id: "stress", name: "shear stress there", unit: "mpa" },
    ],
    of: (x) => {
      const [wire, mean] = [x.wire!, x.mean!];
      const rate = (x.modulus! * micro * wire ** 4) / (8 * mean ** 3 * x.coils!);
      const load = rate * (x.free! - x.at!);
      const index = mean / wire;
      const wahl = (4 * index - 1) / (4 * index - 4) + 0.615 / index;
      return { rate, load, stress: (wahl * 8 * load * mean) / (Math.PI * wire ** 3) / micro };
    },
  },
];
