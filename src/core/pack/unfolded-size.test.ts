import { readPack } from "../lint/read-pack";
import { packAtEdge } from "../fixtures/pack-at-edge";
import { packBounds, unfoldedSize, type PackBound } from "./unfolded-size";

const bounds = Object.keys(packBounds) as PackBound[];

test.each(bounds)("a pack with as many %s as may be is taken, one with more is refused by that alone", (what) => {
  const within = readPack(packAtEdge(what, 1));
  expect(within.ok ? [] : within.problems.slice(0, 3)).toEqual([]);
  if (within.ok) expect(unfoldedSize(within.value.pack)[what]).toBeGreaterThan(0.8 * packBounds[what]);
  const past = readPack(packAtEdge(what, 1.3));
  expect(past.ok ? [] : past.problems.map(({ code, params }) => [code, (params as { what: string }).what])).toEqual([["pack-unfolds-too-far", what]]); // prettier-ignore
});
