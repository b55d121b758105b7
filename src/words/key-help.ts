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
