import type { Figure, FigureInput } from "./figure";
import { densities } from "./usual";

const mass = (id: string, name: string, hint?: string): FigureInput => ({
  id,
  name,
  unit: "g",
  ...(hint ? { hint } : {}),
});
const planes = ["crank", "damper", "flywheel"] as const;

/** What turns, and how much of it is out of balance. Masses are kg in the core, imbalance g·mm. */
export const balanceFigures: readonly Figure[] = [
  {
    id: "bobweight",
    group: "balance",
    name: "Bobweight",
    formula: "bob = rods · (big end + shells) + oil + share · rods · (small end + piston + pin + rings)",
    source: "common practice, no source: 50 % of what reciprocates for most vees of 90°",
    inputs: [
      { id: "rods", name: "rods on one pin", unit: "1" },
      mass("big-end", "big end of a rod"),
      mass("shells", "shells of a rod"),
      mass("oil", "oil in the pin"),
      mass("small-end", "small end of a rod"),
      mass("piston", "piston with locks"),
      mass("pin", "piston pin"),
      mass("rings", "rings of a piston"),
      {
        id: "share",
        name: "share of what reciprocates",
        unit: "percent",
        usual: [{ name: "vee of 90°", value: "50" }],
      },
    ],
    outputs: [
      { id: "rotating", name: "rotating", unit: "g" },
      { id: "reciprocating", name: "reciprocating", unit: "g" },
      { id: "bob", name: "bobweight", unit: "g" },
    ],
    of: (x) => {
      const rotating = x.rods! * (x["big-end"]! + x.shells!) + x.oil!;
      const reciprocating = x.rods! * (x["small-end"]! + x.piston! + x.pin! + x.rings!);
      return { rotating, reciprocating, bob: rotating + x.share! * reciprocating };
    },
  },
  {
    id: "imbalance",
    group: "balance",
    name: "Imbalance of a mass at a radius",
    formula: "U = m · r",
    source: "ISO 21940-1, definition (from memory)",
    inputs: [mass("mass", "mass"), { id: "radius", name: "radius", unit: "mm" }],
    outputs: [
      { id: "imbalance", name: "imbalance", unit: "gmm" },
      { id: "ounces", name: "the same", unit: "ozin" },
    ],
    of: (x) => {
      const imbalance = x.mass! * 1000 * x.radius!;
      return { imbalance, ounces: imbalance };
    },
  },
  {
    id: "imbalance-sum",
    group: "balance",
    name: "Imbalance of crank, damper and flywheel together",
    formula: "each as an arrow: U = √((Σ U cos a)² + (Σ U sin a)²)",
    source: "sum of vectors; as one plane",
    note: "An engine balanced with its damper and wheel needs theirs: of what was balanced apart the sum must be nothing.",
    inputs: planes.flatMap((part) => [
      { id: part, name: `imbalance of the ${part}`, unit: "gmm" },
      { id: `${part}-at`, name: `at, from the first throw (${part})`, unit: "deg" },
    ]),
    outputs: [
      { id: "sum", name: "what is left", unit: "gmm" },
      { id: "at", name: "at", unit: "deg" },
    ],
    of: (x) => {
      const along = (way: (angle: number) => number) => planes.reduce((sum, part) => sum + x[part]! * way(x[`${part}-at`]!), 0); // prettier-ignore
      const [a, b] = [along(Math.cos), along(Math.sin)];
      return { sum: Math.hypot(a, b), at: Math.atan2(b, a) };
    },
  },
  {
    id: "balance-grade",
    group: "balance",
    name: "Balance grade",
    formula: "G = U ω / m; allowed U = G m / ω",
    source: "ISO 21940-11 (from memory)",
    inputs: [
      mass("mass", "mass of the rotor"),
      { id: "speed", name: "greatest speed", unit: "rpm" },
      { id: "grade", name: "grade wanted, mm/s", unit: "1", usual: [{ name: "crankshaft of a fast engine", value: "6.3" }, { name: "flywheel", value: "6.3" }, { name: "turbocharger", value: "2.5" }, { name: "slow diesel", value: "16" }] }, // prettier-ignore
      { id: "imbalance", name: "imbalance found", unit: "gmm" },
    ],
    outputs: [
      { id: "allowed", name: "allowed for that grade", unit: "gmm" },
      { id: "found", name: "grade as found, mm/s", unit: "1", decimals: 1 },
    ],
    of: (x) => ({
      allowed: (x.grade! * x.mass! * 1000) / x.speed!,
      found: (x.imbalance! * x.speed!) / (x.mass! * 1000),
    }),
  },
  {
    id: "drilling-depth",
    group: "balance",
    name: "Depth of a hole that takes imbalance away",
    formula: "U = ρ · π/4 d² · h · (R − h/2), solved for h",
    source: "plain geometry: the hole's middle lies half its depth below the surface",
    note: "Ask first how deep the counterweight may be drilled, and where its oil passages run.",
    inputs: [
      { id: "imbalance", name: "imbalance to take off", unit: "gmm" },
      { id: "drill", name: "diameter of the drill", unit: "mm" },
      { id: "radius", name: "radius of the surface", unit: "mm" },
      { id: "density", name: "density", unit: "g-cm3", usual: densities },
    ],
    outputs: [
      { id: "depth", name: "depth", unit: "mm" },
      { id: "taken", name: "mass taken off", unit: "g" },
    ],
    of: (x) => {
      // g by mm³.
      const perDepth = (x.density! / 1e6) * (Math.PI / 4) * x.drill! ** 2;
      const depth = x.radius! - Math.sqrt(x.radius! ** 2 - (2 * x.imbalance!) / perDepth);
      return { depth, taken: (perDepth * depth) / 1000 };
    },
  },
];
