/**
 * Tags for new parts of a kind, none of which is taken.
 *
 * @param prefix  as parts of the kind are tagged
 * @example nextTags("TP", 2, new Set(["TP-N1"])) // ["TP-N2", "TP-N3"]
 */
export function nextTags(prefix: string, count: number, taken: ReadonlySet<string>): readonly string[] {
  const tags: string[] = [];
  for (let at = 1; tags.length < count; at += 1) if (!taken.has(`${prefix}-N${at}`)) tags.push(`${prefix}-N${at}`);
  return tags;
}
