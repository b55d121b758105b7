"use client";
import { useState } from "react";
import type { Spot } from "@/core/numeric/plane";

/** The part of a picture that is looked at, in its pixels. */
export interface Zoom {
  readonly times: number;
  /** Its upper left corner. */
  readonly corner: Spot;
}

const most = 16;
const whole: Zoom = { times: 1, corner: [0, 0] };

/** So near that it is still a picture, and never beyond its edges. */
function within([width, height]: Spot, { times, corner: [x, y] }: Zoom): Zoom {
  const kept = Math.min(most, Math.max(1, times));
  const edge = (at: number, size: number) => Math.min(size - size / kept, Math.max(0, at));
  return { times: kept, corner: [edge(x, width), edge(y, height)] };
}

/**
 * Looking nearer at a picture: what is pointed at stays where it is.
 *
 * @param size  width and height of the picture, in its pixels
 */
export function useZoom(size: Spot) {
  const [zoom, setZoom] = useState(whole);
  const [width, height] = size;
  return {
    ...zoom,
    viewBox: `${zoom.corner.join(" ")} ${width / zoom.times} ${height / zoom.times}`,
    /** What stands in the middle. */
    middle: [zoom.corner[0] + width / zoom.times / 2, zoom.corner[1] + height / zoom.times / 2] as Spot,
    nearer: (by: number, at?: Spot) =>
      setZoom((before) => {
        const times = Math.min(most, Math.max(1, before.times * by));
        const share = before.times / times;
        const [x, y] = at ?? [
          before.corner[0] + width / before.times / 2,
          before.corner[1] + height / before.times / 2,
        ];
        return within(size, {
          times,
          corner: [x - (x - before.corner[0]) * share, y - (y - before.corner[1]) * share],
        });
      }),
    move: (by: Spot) =>
      setZoom((before) => within(size, { ...before, corner: [before.corner[0] + by[0], before.corner[1] + by[1]] })),
    /** Brings a place into view that lies outside of it. */
    show: ([x, y]: Spot) =>
      setZoom((before) => {
        const into = (at: number, corner: number, seen: number) => Math.min(at, Math.max(at - seen, corner));
        const { times, corner } = before;
        return within(size, { times, corner: [into(x, corner[0], width / times), into(y, corner[1], height / times)] });
      }),
    reset: () => setZoom(whole),
  };
}
