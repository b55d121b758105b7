import { ChakraProvider } from "@chakra-ui/react";
import { renderToStaticMarkup } from "react-dom/server";
import { assess } from "@/core/assess";
import { TestBench } from "@/core/fixtures/bench";
import { layouts } from "@/core/fixtures/layouts";
import { demoJob } from "@/core/fixtures/load";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { rotary } from "@/core/fixtures/packs/rotary";
import { system } from "../frame/theme";
import { slotStates } from "@/core/views/slot-state";
import { EngineMap, mapLooks } from "./EngineMap";
import { layOutMap, nextOnMap, type Direction } from "./map-layout";

const every = { ...layouts, rotary, "whole crank end": orrinshaw };
const cases = Object.entries(every);

test.each(cases)("%s: every slot lies within the picture, at a place of its own", (_, { pack }) => {
  const { placed, viewBox } = layOutMap(pack, true)!;
  expect(placed.map(({ slot }) => slot.id).sort()).toEqual(pack.slots.map((slot) => slot.id).sort());
  for (const { x, y } of placed) {
    expect([x > viewBox.x, x < viewBox.x + viewBox.width, y > viewBox.y, y < viewBox.y + viewBox.height]).toEqual([
      true,
      true,
      true,
      true,
    ]);
  }
  // Two slots at one place have outlines of different size or shape, and the smaller is drawn later: both can be pointed at.
  const keys = placed.map(({ x, y, path, turn }) => `${x} ${y} ${turn} ${path}`);
  expect(new Set(keys).size).toBe(keys.length);
  expect(placed.map(({ size }) => size)).toEqual(placed.map(({ size }) => size).sort((a, b) => b - a));
});

test.each(cases)("%s: every slot can be reached from every other with the arrows alone", (_, { pack }) => {
  const { placed } = layOutMap(pack, true)!;
  const steps = (from: string) =>
    (["left", "right", "up", "down"] as Direction[]).flatMap((direction) => nextOnMap(placed, from, direction) ?? []);
  const stepsFrom = new Map(placed.map(({ slot }) => [slot.id, steps(slot.id)]));
  for (const { slot } of placed) {
    const reached = new Set([slot.id]);
    for (const id of reached) for (const next of stepsFrom.get(id)!) reached.add(next);
    expect([slot.id, pack.slots.map((each) => each.id).filter((id) => !reached.has(id))]).toEqual([slot.id, []]);
  }
});

test("a radial goes round its crankshaft, a vee leans both ways, a flat lies down", () => {
  const angle = (pack: (typeof layouts)[string], id: string) => {
    const { placed } = layOutMap(pack.pack, true)!;
    const [at, crank] = [placed.find(({ slot }) => slot.id === id)!, placed.find(({ slot }) => slot.id === "crank")!];
    return Math.round((Math.atan2(at.x - crank.x, crank.y - at.y) * 180) / Math.PI);
  };
  expect([1, 2, 3, 4, 5].map((n) => (angle(layouts.radial!, `cylinder-${n}`) + 360) % 360)).toEqual([
    0, 72, 144, 216, 288,
  ]);
  expect([angle(layouts.vee!, "cylinder-1") < 0, angle(layouts.vee!, "cylinder-4") > 0]).toEqual([true, true]);
  expect([1, 2].map((n) => Math.abs(angle(layouts.flat!, `cylinder-${n}`)) > 60)).toEqual([true, true]);
});

const draw = (pack: typeof orrinshaw, entries: Parameters<typeof assess>[1], props: object) =>
  renderToStaticMarkup(
    <ChakraProvider value={system}>
      <EngineMap
        pack={pack.pack}
        states={slotStates(assess(pack, entries, "2026-11-24T08:00:00Z"))}
        height={100}
        {...props}
      />
    </ChakraProvider>,
  );

test.each(cases)("%s: is drawn with every slot as a button that says what it is and how it stands", (_, pack) => {
  const html = draw(pack, new TestBench(pack).entries, { detail: true, onChoose: () => {} });
  for (const slot of pack.pack.slots) expect(html).toContain(`aria-label="On the map: ${slot.name}, `);
  // One stop for the Tab key.
  expect(html.match(/tabindex="0"/g)).toHaveLength(1);
});

test("states differ without colour, and the small map tells them in words", () => {
  const looks = Object.values(mapLooks).map(({ weight, dash }) => `${weight} ${dash ?? ""}`);
  expect(new Set(looks.slice(0, 4)).size).toBe(4);
  const small = draw(orrinshaw, demoJob("ferry-marigold"), {});
  expect(small).toContain("liner, cylinder 1: may be used again; ");
  expect(small).toContain("crankshaft: not as it is");
  expect(small).not.toContain("big-end shell");
});
