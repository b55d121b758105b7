import type { Station } from "@/core/stations";
import type { KeyHelp } from "./key-help";

interface StationWords {
  readonly name: string;
  /** What it is for. */
  readonly purpose: string;
  /** Keys that work there and nowhere else. */
  readonly keys: readonly KeyHelp[];
}

/** What is said of each station. */
export const stationTable: Readonly<Record<Station, StationWords>> = {
  intake: {
    name: "Intake",
    purpose: "Whose engine it is, what it goes into, what it must do, for how long and for what money.",
    keys: [],
  },
  identify: {
    name: "Identify",
    purpose: "What engine this really is: number, plate and physical tells held against each other.",
    keys: [],
  },
  strip: {
    name: "Strip",
    purpose: "Taking apart in order: what is seen before it is cleaned, where every part was, every loose piece.",
    keys: [
      [["D"], "the step in hand is done"],
      [["↑", "↓"], "findings: line before, line after"],
      [["0"], "findings: looked, nothing there"],
      [["1–9"], "findings: how bad, or which"],
    ],
  },
  clean: {
    name: "Clean",
    purpose: "What may be cleaned how, and which passages are proven clear.",
    keys: [],
  },
  "crack-check": {
    name: "Crack-check",
    purpose: "Cracks by zone, before money is spent on machining.",
    keys: [],
  },
  measure: {
    name: "Measure",
    purpose: "Every wearing feature against its limit.",
    keys: [
      [["0–9", "⏎"], "take a reading, go on to the next empty cell"],
      [["0.40|0.45"], "a gap: the blade that goes in, and the next that does not"],
      [["Shift", "⏎"], "take it as a repeat of the one that is there"],
      [["Space"], "let the simulated gauge send its reading"],
      [["Backspace"], "strike a reading; the reason may follow later"],
      [["Esc"], "clear what is typed"],
      [["↑", "↓", "←", "→"], "move between cells"],
      [["Page ↑", "Page ↓"], "sheet before, sheet after"],
      [["G"], "set up the gauge"],
      [["P"], "what to measure next, in the order that suits"],
      [["F"], "figures: the arithmetic of engines"],
      [["T"], "readings from a table: paste, or a CSV file"],
    ],
  },
  diagnose: {
    name: "Diagnose",
    purpose: "What failed first, and what followed from it.",
    keys: [],
  },
  match: {
    name: "Match",
    purpose: "Which parts and variants go and work together.",
    keys: [],
  },
  decide: {
    name: "Decide",
    purpose: "What becomes of each part.",
    keys: [
      [["↑", "↓"], "part before, part after"],
      [["⏎"], "decide as proposed, go on to the next"],
      [["1–9"], "decide another way, in the order shown"],
      [["A"], "accept all proposals that are open"],
    ],
  },
  order: {
    name: "Order",
    purpose: "What to buy and what goes to the machine shop, with target sizes.",
    keys: [],
  },
  build: {
    name: "Build",
    purpose: "Putting together: torque, clearances as assembled, each step signed.",
    keys: [],
  },
  "hand-over": {
    name: "Hand over",
    purpose: "The report, the record, and what to watch.",
    keys: [],
  },
};

/** Their names alone. */
export const stationWords = Object.fromEntries(
  Object.entries(stationTable).map(([station, { name }]) => [station, name]),
) as Readonly<Record<Station, string>>;
