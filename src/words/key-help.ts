import type { Station } from "@/core/stations";

/** One key and what it does. */
export type KeyHelp = readonly [keys: readonly string[], does: string];

export const keysAnywhere: readonly KeyHelp[] = [
  [["/"], "find a part, tag, limit, job, station or command"],
  [["?"], "the keys of this screen"],
];

export const keysInJob: readonly KeyHelp[] = [
  [["M"], "the engine map: arrows move, Enter opens the part"],
  [["H"], "what stands in the way, and where it is settled"],
  [["[", "]"], "station before, station after"],
  [["scanner"], "a tag's 2D code opens its part, wherever you are"],
  [["Ctrl", "Z"], "take back the last act"],
  [["Ctrl", "Shift", "Z"], "put it back"],
];

export const keysAt: Partial<Readonly<Record<Station, readonly KeyHelp[]>>> = {
  measure: [
    [["0–9", "⏎"], "take a reading, go on to the next empty cell"],
    [["0.40/0.45"], "a gap: the blade that goes in, and the next that does not"],
    [["Shift", "⏎"], "take it as a repeat of the one that is there"],
    [["Space"], "let the simulated gauge send its reading"],
    [["Backspace"], "strike a reading; the reason may follow later"],
    [["Esc"], "clear what is typed"],
    [["↑", "↓", "←", "→"], "move between cells"],
    [["Page ↑", "Page ↓"], "sheet before, sheet after"],
    [["G"], "set up the gauge"],
    [["P"], "what to measure next, in the order that suits"],
    [["T"], "readings from a table: paste, or a CSV file"],
  ],
  strip: [
    [["D"], "the step in hand is done"],
    [["↑", "↓"], "findings: line before, line after"],
    [["0"], "findings: looked, nothing there"],
    [["1–9"], "findings: how bad, or which"],
  ],
  decide: [
    [["↑", "↓"], "part before, part after"],
    [["⏎"], "decide as proposed, go on to the next"],
    [["1–9"], "decide another way, in the order shown"],
    [["A"], "accept all proposals that are open"],
  ],
};
