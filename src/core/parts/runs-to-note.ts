import type { Part } from "../entry/fold";
import type { Notes } from "../entry/notes";
import { cameWithEngine, figureOf, ofItsEngine, sinceItems } from "../measure/endurance";
import { lifeUnits } from "../pack/life-units";

/**
 * What has to be noted of a part that leaves its engine, so that it is known elsewhere how long that had run: all that
 * Intake knows of it and the part does not say yet. What has its own hours needs none.
 *
 * @returns  `before`: the ids of notes that this stands for now
 * @example  runsToNote({ id: "a", origin: "engine" }, engineOf6200h) // [{ item: "engine-hours-since-new", value: 6200, before: [] }]
 */
export function runsToNote(
  part: Pick<Part, "id" | "origin">,
  notes: Notes,
): readonly { readonly item: string; readonly value: number; readonly before: readonly string[] }[] {
  if (!cameWithEngine(part)) return [];
  return lifeUnits.flatMap((counted) => {
    const items = sinceItems(counted);
    if (notes.value("history", items[0], part.id) !== undefined) return [];
    return items.flatMap((of) => {
      const [item, value] = [ofItsEngine(of), figureOf(notes, of, null)];
      if (value === null || figureOf(notes, item, part.id) === value) return [];
      return [{ item, value, before: notes.about("history", item, part.id).map(({ id }) => id) }];
    });
  });
}
