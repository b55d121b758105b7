import { rulesOfThumb, type RuleOfThumb } from "./thumb-rules";
import type { Characteristic, Limit, Pack } from "./schema";

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
