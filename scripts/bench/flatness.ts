import loadHighs from "highs";
import { minimumZone, type Height } from "@/core/numeric/minimum-zone";
import { seeded } from "@/core/numeric/seeded";
import { quickest } from "./quickest";

const { normal } = seeded(1240);
/** A deck of 12 by 40 heights: hollow, tilted, and as rough as a dial reads. */
const deck = Array.from({ length: 480 }, (_, at): Height => {
  const [x, y] = [(at % 40) * 20, Math.floor(at / 40) * 20];
  return [x, y, 0.0002 * x - 0.0003 * y + 0.03 * ((x - 390) / 390) ** 2 + 0.004 * normal()];
});

const highs = await loadHighs();
const term = (value: number, name: string) => `${value < 0 ? "-" : "+"} ${Math.abs(value)} ${name}`;
const rows = deck.flatMap(([x, y, z], at) => [
  ` u${at}: t ${term(1, "c")} ${term(x / 100, "a")} ${term(y / 100, "b")} >= ${z * 1000}`,
  ` l${at}: t ${term(-1, "c")} ${term(-x / 100, "a")} ${term(-y / 100, "b")} >= ${-z * 1000}`,
]);
const program = `Minimize\n obj: t\nSubject To\n${rows.join("\n")}\nBounds\n t >= 0\n a free\n b free\n c free\nEnd`;

const zone = minimumZone(deck)!.value;
const byHighs = (2 * highs.solve(program).ObjectiveValue) / 1000;
console.log(
  JSON.stringify({
    agree: Math.abs(zone - byHighs) < 1e-8,
    oursMs: quickest(
      40,
      () => deck,
      (heights) => minimumZone(heights),
    ),
    highsMs: quickest(
      15,
      () => program,
      (text) => highs.solve(text),
    ),
  }),
);
