import { disc } from "./disc";
import type { Figure } from "./figure";

const bore = { id: "bore", name: "bore", unit: "mm" };
const stroke = { id: "stroke", name: "stroke", unit: "mm" };
const chamber = { id: "chamber", name: "chamber, by burette", unit: "cm3" };
const gasketBore = { id: "gasket-bore", name: "bore of the gasket", unit: "mm" };
const gasket = { id: "gasket", name: "gasket, pressed", unit: "mm" };
const deck = { id: "deck", name: "piston below the deck", unit: "mm", hint: "negative where it stands above" };
const dish = { id: "dish", name: "dish of the piston", unit: "cm3", hint: "negative for a dome" };
const ratio = { id: "ratio", name: "ratio wanted", unit: "1" };

/** What a cylinder holds, and how its piston moves. */
export const capacityFigures: readonly Figure[] = [
  {
    id: "swept-volume",
    group: "capacity",
    name: "Swept volume",
    formula: "V = π/4 · bore² · stroke, times cylinders",
    source: "plain geometry",
    inputs: [bore, stroke, { id: "cylinders", name: "cylinders", unit: "1" }],
    outputs: [
      { id: "cylinder", name: "of one cylinder", unit: "cm3" },
      { id: "engine", name: "of the engine", unit: "cm3" },
    ],
    of: (x) => {
      const cylinder = disc(x.bore!) * x.stroke!;
      return { cylinder, engine: cylinder * x.cylinders! };
    },
  },
  {
    id: "compression-ratio",
    group: "capacity",
    name: "Static compression ratio and quench",
    formula: "ratio = (swept + clearance) / clearance; clearance = chamber + gasket + deck + dish",
    source: "plain geometry",
    inputs: [bore, stroke, chamber, gasketBore, gasket, deck, dish],
    outputs: [
      { id: "ratio", name: "compression ratio", unit: "1", decimals: 2 },
      { id: "clearance", name: "clearance volume", unit: "cm3" },
      { id: "quench", name: "quench, piston to head", unit: "mm" },
    ],
    of: (x) => {
      const swept = disc(x.bore!) * x.stroke!;
      const clearance = x.chamber! + disc(x["gasket-bore"]!) * x.gasket! + disc(x.bore!) * x.deck! + x.dish!;
      return { ratio: clearance > 0 ? (swept + clearance) / clearance : NaN, clearance, quench: x.deck! + x.gasket! };
    },
  },
  {
    id: "chamber-for-ratio",
    group: "capacity",
    name: "Chamber for a ratio",
    formula: "chamber = swept / (ratio − 1) − gasket − deck − dish",
    source: "plain geometry",
    inputs: [ratio, bore, stroke, gasketBore, gasket, deck, dish],
    outputs: [{ id: "chamber", name: "chamber wanted", unit: "cm3" }],
    of: (x) => {
      const clearance = (disc(x.bore!) * x.stroke!) / (x.ratio! - 1);
      return { chamber: clearance - disc(x["gasket-bore"]!) * x.gasket! - disc(x.bore!) * x.deck! - x.dish! };
    },
  },
  {
    id: "deck-for-ratio",
    group: "capacity",
    name: "Deck for a ratio",
    formula: "deck = (swept / (ratio − 1) − chamber − gasket − dish) / (π/4 · bore²)",
    source: "plain geometry",
    note: "Look at the quench and at piston and valve before anything is taken off.",
    inputs: [ratio, bore, stroke, chamber, gasketBore, gasket, dish],
    outputs: [
      { id: "deck", name: "piston below the deck", unit: "mm" },
      { id: "quench", name: "quench then", unit: "mm" },
    ],
    of: (x) => {
      const clearance = (disc(x.bore!) * x.stroke!) / (x.ratio! - 1);
      const left = (clearance - x.chamber! - disc(x["gasket-bore"]!) * x.gasket! - x.dish!) / disc(x.bore!);
      return { deck: left, quench: left + x.gasket! };
    },
  },
  {
    id: "piston-speed",
    group: "motion",
    name: "Piston speed and acceleration",
    formula: "mean speed = 2 · stroke · n; acceleration at the top = r ω² (1 + r / l)",
    source: "slider crank, first two orders",
    inputs: [
      stroke,
      { id: "rod", name: "rod, centre to centre", unit: "mm" },
      { id: "speed", name: "speed", unit: "rpm" },
    ],
    outputs: [
      { id: "mean", name: "mean piston speed", unit: "m-s" },
      { id: "acceleration", name: "greatest acceleration", unit: "m-s2" },
    ],
    of: (x) => {
      const throwMm = x.stroke! / 2;
      return {
        mean: ((2 * x.stroke!) / 1000) * (x.speed! / (2 * Math.PI)),
        acceleration: (throwMm / 1000) * x.speed! ** 2 * (1 + throwMm / x.rod!),
      };
    },
  },
];
