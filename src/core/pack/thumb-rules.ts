/** What goes by experience where the pack of a family says nothing: common practice, without a published source. */
export interface RuleOfThumb {
  readonly name: string;
  /** Bounds in mm, or in mm for each mm of diameter. */
  readonly min?: number;
  readonly max?: number;
  readonly perDiameter: boolean;
}

const inch = 25.4;

/** Common practice, no source: the handbook's figures, in inches where they were given so. */
export const rulesOfThumb = {
  "journal-oil-clearance": {
    name: "oil clearance of a journal, 0.00075 to 0.001 of its diameter",
    min: 0.00075,
    max: 0.001,
    perDiameter: true,
  },
  "ring-end-gap": {
    name: "end gap of a ring in normal service, 0.004 of the bore or more",
    min: 0.004,
    perDiameter: true,
  },
  "tappet-preload-makers": {
    name: "preload of a hydraulic tappet, makers' school, 0.030 to 0.060 in",
    min: 0.03 * inch,
    max: 0.06 * inch,
    perDiameter: false,
  },
  "tappet-preload-deep": {
    name: "preload of a hydraulic tappet, deep school, 0.050 to 0.100 in",
    min: 0.05 * inch,
    max: 0.1 * inch,
    perDiameter: false,
  },
  "rotor-housing-difference": {
    name: "local difference in width of a rotor housing, 0.003 in",
    max: 0.003 * inch,
    perDiameter: false,
  },
  "rotor-housing-depression": {
    name: "depression of one face of a rotor housing, 0.0015 in",
    max: 0.0015 * inch,
    perDiameter: false,
  },
} as const satisfies Readonly<Record<string, RuleOfThumb>>;

export type ThumbId = keyof typeof rulesOfThumb;
export const thumbIds = Object.keys(rulesOfThumb) as [ThumbId, ...ThumbId[]];
