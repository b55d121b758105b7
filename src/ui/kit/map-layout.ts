import { svgPathBbox } from "svg-path-bbox";
import { groupBy } from "@/core/group";
import type { Pack, Slot } from "@/core/pack/schema";

export interface Placed {
  readonly slot: Slot;
  readonly path: string;
  readonly x: number;
  readonly y: number;
  readonly turn: number;
  /** How far its outline reaches, before it is turned. */
  readonly size: number;
  /** Where its label stands, from its place: beside its outline and over no other; null where there is no room for one. */
  readonly label: { readonly x: number; readonly y: number } | null;
}

export interface MapLayout {
  readonly placed: readonly Placed[];
  readonly viewBox: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
}

/** Room round the outlines: for their strokes, and for the labels of the large map. */
const margins = { plain: 2, detail: 7 } as const;

interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

const overlaps = (a: Box, b: Box) => a.left < b.right && a.right > b.left && a.top < b.bottom && a.bottom > b.top;

/** Height of a label, how wide each of its letters is, and how far it keeps from its outline. */
export const labelSize = 4;
const [letterWidth, gap] = [2.5, 1.4];

/** Where a label stands free: above its outline, beside it or below; null where others are in all those places. */
function labelAt(
  text: string,
  own: Box,
  others: readonly Box[],
): { readonly x: number; readonly y: number; readonly box: Box } | null {
  const [width, middle, centre] = [text.length * letterWidth, (own.left + own.right) / 2, (own.top + own.bottom) / 2];
  const spots = [
    [middle, own.top - gap],
    [own.right + gap + width / 2, centre + labelSize / 3],
    [middle, own.bottom + gap + labelSize * 0.75],
    [own.left - gap - width / 2, centre + labelSize / 3],
  ] as const;
  for (const [x, y] of spots) {
    const box = { left: x - width / 2, right: x + width / 2, top: y - labelSize * 0.75, bottom: y };
    if (!others.some((other) => overlaps(box, other))) return { x, y, box };
  }
  return null;
}

/**
 * Where the slots of a pack stand on its map, the large outlines below the small ones so that each can be reached.
 * Null where the pack places none.
 */
export function layOutMap({ slots, outlines }: Pick<Pack, "slots" | "outlines">, detail: boolean): MapLayout | null {
  const shapes = new Map(outlines.map(({ id, path }) => [id, { path, box: svgPathBbox(path) }]));
  const placed = slots.flatMap((slot): Placed[] => {
    const { map } = slot;
    if (!map || (map.detail && !detail)) return [];
    const {
      path,
      box: [left, top, right, bottom],
    } = shapes.get(map.outline)!;
    return [
      { slot, path, x: map.x, y: map.y, turn: map.turn ?? 0, size: (right - left) * (bottom - top), label: null },
    ];
  });
  if (placed.length === 0) return null;

  const cornersOf = ({ slot, x, y, turn }: Placed) => {
    const [left, top, right, bottom] = shapes.get(slot.map!.outline)!.box;
    const [cos, sin] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
    return [
      [left, top],
      [right, top],
      [left, bottom],
      [right, bottom],
    ].map(([dx, dy]) => [x + dx! * cos - dy! * sin, y + dx! * sin + dy! * cos] as const);
  };
  const corners = placed.flatMap(cornersOf);
  const boxes = new Map(
    placed.map((each): [string, Box] => {
      const [across, down] = [cornersOf(each).map(([at]) => at), cornersOf(each).map(([, at]) => at)];
      return [each.slot.id, { left: Math.min(...across), right: Math.max(...across), top: Math.min(...down), bottom: Math.max(...down) }]; // prettier-ignore
    }),
  );
  const count = groupBy(placed, ({ slot }) => slot.class);
  const written: Box[] = [];
  // The large ones first: a label of one that lies in another would stand on that.
  const labelled = [...placed]
    .sort((a, b) => b.size - a.size)
    .map((each): Placed => {
      const { slot } = each;
      if (!detail || slot.map!.detail || count.get(slot.class)!.length < 2) return each;
      const others = [...boxes].flatMap(([id, box]) => (id === slot.id ? [] : [box]));
      const found = labelAt(slot.label, boxes.get(slot.id)!, [...others, ...written]);
      if (!found) return each;
      written.push(found.box);
      return { ...each, label: { x: found.x - each.x, y: found.y - each.y } };
    });
  const margin = detail ? margins.detail : margins.plain;
  const xs = corners.map(([x]) => x);
  const ys = corners.map(([, y]) => y);
  const [x, y] = [Math.min(...xs) - margin, Math.min(...ys) - margin];
  return {
    placed: labelled,
    viewBox: { x, y, width: Math.max(...xs) + margin - x, height: Math.max(...ys) + margin - y },
  };
}

export type Direction = "left" | "right" | "up" | "down";

const along: Readonly<Record<Direction, (dx: number, dy: number) => readonly [ahead: number, aside: number]>> = {
  left: (dx, dy) => [-dx, dy],
  right: (dx, dy) => [dx, dy],
  up: (dx, dy) => [-dy, dx],
  down: (dx, dy) => [dy, dx],
};

/**
 * The next slot from one in a direction: the nearest ahead, straying to the side counted double. Slots at the same
 * place follow each other on the way to the right and down, so that none is passed over.
 */
export function nextOnMap(placed: readonly Placed[], from: string, direction: Direction): string | null {
  const here = placed.find(({ slot }) => slot.id === from);
  if (!here) return placed[0]?.slot.id ?? null;
  const same = placed.filter(({ x, y }) => x === here.x && y === here.y);
  const step = direction === "right" || direction === "down" ? 1 : -1;
  const stacked = same[same.indexOf(here) + step];
  if (stacked && (direction === "up" || direction === "down")) return stacked.slot.id;
  const ahead = placed.flatMap((other) => {
    const [forward, aside] = along[direction](other.x - here.x, other.y - here.y);
    return forward > 0.01 ? [{ other, cost: forward + 2 * Math.abs(aside) }] : [];
  });
  return (
    ahead.reduce<(typeof ahead)[number] | null>((best, each) => (best && best.cost <= each.cost ? best : each), null)
      ?.other.slot.id ?? null
  );
}
