import type { CardLine } from "@/core/views/card";

const dayMs = 86_400_000;
const stretches = [
  { title: "Late", before: 0 },
  { title: "This week", before: 7 },
  { title: "Within four weeks", before: 28 },
  { title: "Later", before: Infinity },
] as const;

/**
 * Jobs by when they are wanted, in the order they come in; what has no date comes last, and stretches without a job are left out.
 *
 * @param today  a day, `2026-11-27`
 */
export function byDue(
  lines: readonly CardLine[],
  today: string,
): readonly { readonly title: string; readonly lines: readonly CardLine[] }[] {
  const titleOf = ({ card }: CardLine) => {
    if (!card || "trouble" in card || !card.wantedBy) return "No date";
    const days = (Date.parse(card.wantedBy) - Date.parse(today)) / dayMs;
    return (stretches.find(({ before }) => days < before) ?? stretches.at(-1)!).title;
  };
  return [...stretches.map(({ title }) => title), "No date"].flatMap((title) => {
    const those = lines.filter((line) => titleOf(line) === title);
    return those.length > 0 ? [{ title, lines: those }] : [];
  });
}
