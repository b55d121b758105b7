import type { Characteristic, Limit, Pack } from "./schema";

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

export const thumbSource: Pack["sources"][number] = {
  id: "rule-of-thumb",
  document: "rule of thumb (common practice, no source)",
  short: "rule of thumb",
  standing: "common-practice",
};

/** Whether a limit is a rule of thumb, for want of one in the pack. */
export const isByThumb = (limit: Limit | null | undefined): boolean => limit?.ref.source === thumbSource.id;

/** The characteristic with the limit that decides: the pack's, or else that of the rule of thumb it names. */
function withFallback<T extends Characteristic>(item: T): T {
  if (!item.thumb || item.limits.reassembly) return item;
  const { name, perDiameter, ...bounds }: RuleOfThumb = rulesOfThumb[item.thumb.rule];
  const size = perDiameter ? item.thumb.diameter! : 1;
  const reassembly: Limit = {
    ...(bounds.min === undefined ? {} : { min: bounds.min * size }),
    ...(bounds.max === undefined ? {} : { max: bounds.max * size }),
    ref: { source: thumbSource.id, page: name },
  };
  return { ...item, limits: { ...item.limits, reassembly } };
}

const withFallbacks = <T extends { readonly governing: Characteristic; readonly derived: readonly Characteristic[] }>(
  item: T,
): T => ({ ...item, governing: withFallback(item.governing), derived: item.derived.map(withFallback) });

/** A pack in which every limit that is missing and has a rule of thumb goes by it; one that needs none stays as it is. */
export function withRulesOfThumb(pack: Pack): Pack {
  const items = [...pack.classes.flatMap(({ features }) => features), ...pack.joints].flatMap(
    ({ governing, derived }) => [governing, ...derived],
  );
  if (!items.some((item) => withFallback(item) !== item)) return pack;
  return {
    ...pack,
    sources: [...pack.sources, thumbSource],
    classes: pack.classes.map((partClass) => ({ ...partClass, features: partClass.features.map(withFallbacks) })),
    joints: pack.joints.map(withFallbacks),
  };
}
