/** One import: the file it stands in and the file it names, from the root. */
export type Import = readonly [from: string, to: string];

/**
 * Folders of a room that import each other, over however many others: what two share stands below both. A file that lies
 * in the room itself is a place of its own, since some stand below all of its folders and some above.
 *
 * @param room  as `src/core`
 * @returns     each circle, by the names of its places
 */
export function folderCircles(room: string, imports: Iterable<Import>): string[][] {
  const placeOf = (file: string) => (file.startsWith(`${room}/`) ? file.slice(room.length + 1).split("/")[0]! : null);
  const next = new Map<string, Set<string>>();
  for (const [from, to] of imports) {
    const [one, other] = [placeOf(from), placeOf(to)];
    if (one === null || other === null || one === other) continue;
    next.set(one, (next.get(one) ?? new Set<string>()).add(other));
  }
  const reachedFrom = (start: string) => {
    const reached = new Set<string>();
    const left = [...(next.get(start) ?? [])];
    while (left.length > 0) {
      const place = left.pop()!;
      if (reached.has(place)) continue;
      reached.add(place);
      left.push(...(next.get(place) ?? []));
    }
    return reached;
  };
  const reached = new Map([...next.keys()].map((place) => [place, reachedFrom(place)]));
  const circles = new Map<string, string[]>();
  for (const [place, all] of reached) {
    if (!all.has(place)) continue;
    const circle = [...all].filter((other) => reached.get(other)?.has(place)).sort();
    circles.set(circle.join(" "), circle);
  }
  return [...circles.values()];
}
