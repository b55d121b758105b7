/** The stations in working order. */
export const stations = [
  "intake",
  "identify",
  "strip",
  "clean",
  "crack-check",
  "measure",
  "diagnose",
  "match",
  "decide",
  "order",
  "build",
  "hand-over",
] as const;

export type Station = (typeof stations)[number];
