import fc from "fast-check";
import { estimate, exact, standardUncertainty } from "../quantity/estimate";
import { fromCore, toCore, unitById } from "../quantity/units";
import { evaluateFigure } from "./figure";
import { figureById, figures } from "./figures";

const unit = (id: string) => (id === "1" ? unitById("number")! : unitById(id)!);
/** A figure by values in the units it is typed in, back in those it is shown in. */
function by(id: string, typed: Readonly<Record<string, number>>): Record<string, number | null> {
  const figure = figureById(id)!;
  const inputs = Object.fromEntries(
    figure.inputs.map((input) => [
      input.id,
      input.id in typed ? exact(toCore(typed[input.id]!, unit(input.unit))) : null,
    ]),
  );
  const found = evaluateFigure(figure, inputs);
  return Object.fromEntries(figure.outputs.map((out) => { const of = found.get(out.id); return [out.id, of ? fromCore(of.value, unit(out.unit)) : null]; })); // prettier-ignore
}

// Each by hand, by a formula of another form, or as it is printed elsewhere; a source is named where there is one.
const cases: readonly [id: string, typed: Record<string, number>, gives: Record<string, number>, digits: number][] = [
  ["swept-volume", { bore: 86, stroke: 86, cylinders: 4 }, { cylinder: 499.557, engine: 1998.23 }, 2],
  // 628.32 swept over 62.83 is ten, and one.
  ["compression-ratio", { bore: 100, stroke: 80, chamber: 62.8319, "gasket-bore": 100, gasket: 0, deck: 0, dish: 0 }, { ratio: 11, quench: 0 }, 4],
  ["chamber-for-ratio", { ratio: 11, bore: 100, stroke: 80, "gasket-bore": 102, gasket: 1, deck: 0.2, dish: 5 }, { chamber: 62.8319 - 8.1713 - 1.5708 - 5 }, 3],
  ["deck-for-ratio", { ratio: 11, bore: 100, stroke: 80, chamber: 50, "gasket-bore": 100, gasket: 1, dish: 0 }, { deck: 0.63383, quench: 1.63383 }, 4],
  ["piston-speed", { stroke: 80, rod: 160, speed: 6000 }, { mean: 16, acceleration: 0.04 * (200 * Math.PI) ** 2 * 1.25 }, 3],
  ["bobweight", { rods: 2, "big-end": 430, shells: 44, oil: 4, "small-end": 180, piston: 420, pin: 120, rings: 32, share: 50 }, { rotating: 952, reciprocating: 1504, bob: 1704 }, 6],
  ["imbalance", { mass: 28.349523125, radius: 25.4 }, { imbalance: 720.0779, ounces: 1 }, 4],
  // Two arrows of 100 at right angles, and one of 100 against the first.
  ["imbalance-sum", { crank: 100, "crank-at": 0, damper: 100, "damper-at": 90, flywheel: 100, "flywheel-at": 180 }, { sum: 100, at: 90 }, 6],
  // ISO 21940-11: grade 6.3 at 3,000 a minute allows 20 g·mm for each kg (from memory).
  ["balance-grade", { mass: 10_000, speed: 3000, grade: 6.3, imbalance: 400 }, { allowed: 200.5, found: 12.6 }, 1],
  // Same material, solid shaft: p = E δ (D² - d²) / (2 d D²).
  ["press-fit", { interference: 0.05, diameter: 50, outer: 100, inner: 0, length: 40, "outer-modulus": 206, "outer-poisson": 0.29, "inner-modulus": 206, "inner-poisson": 0.29, expansion: 11.5, play: 0.03, friction: 0.12 }, { pressure: 77.25, hoop: 128.75, warmer: 0.08 / (11.5e-6 * 50), force: 0.12 * 77.25 * Math.PI * 50 * 40 / 1000 }, 4],
  ["running-clearance", { cold: 0.08, diameter: 100, "outer-expansion": 10.5, "outer-at": 120, "inner-expansion": 21, "inner-at": 200 }, { warm: -0.193 }, 6],
  ["crush", { height: 0.05, diameter: 75, modulus: 206 }, { interference: 0.031831, stress: 87.43 }, 2],
  ["ring-gap", { bore: 100, share: 0.4 }, { gap: 0.4 }, 9],
  // 79,000 x 4^4 / (8 x 30^3 x 8).
  ["spring-rate", { wire: 4, mean: 30, coils: 8, modulus: 79, free: 60, at: 40 }, { rate: 11.7037, load: 234.074 }, 3],
  // VDI 2230, table A1: an M10 of 8.8 at 0.12 is tightened with 48 N·m to 29.6 kN (from memory): to two in a hundred.
  ["preload-by-angle", { torque: 0, angle: 90, diameter: 10, pitch: 1.5, "thread-friction": 0.12, "head-friction": 0.12, head: 12.8, "bolt-rate": 200_000, "joint-rate": 800_000 }, { preload: 60, "by-angle": 60 }, 6],
  // A plain rod of 10 mm: E A ΔL / L = 206,000 x 78.54 x 0.1 / 100.
  ["preload-by-stretch", { stretch: 0.1, "shank-length": 100, shank: 10, "thread-length": 0, diameter: 10, pitch: 1.5, modulus: 206 }, { preload: 16.179, stress: 206 }, 3],
  ["cam-timing", { "intake-opens": 20, "intake-closes": 60, "exhaust-opens": 60, "exhaust-closes": 20 }, { "intake-duration": 260, "intake-centre": 110, "exhaust-centre": 110, separation: 110, overlap: 40 }, 9],
  ["degree-per-tooth", { teeth: 36, off: 1, ratio: 2 }, { cam: 10, crank: 20 }, 9],
  ["rotary-chamber", { eccentricity: 15, radius: 105, width: 80, rotors: 2, clearance: 77 }, { chamber: 654.7, engine: 1309.4, ratio: 9.5 }, 1],
  ["two-stroke-compression", { bore: 54, stroke: 54, exhaust: 27, chamber: 10, crankcase: 400 }, { full: 13.367, trapped: 7.184, primary: 1.4475 }, 3],
  // No knuckle: an ordinary rod, and twice the throw.
  ["link-rod-stroke", { throw: 60, master: 250, knuckle: 0, link: 250, cylinder: 72, "knuckle-at": 72 }, { stroke: 120, top: 0 }, 4],
]; // prettier-ignore

test.each(cases)("%s", (id, typed, gives, digits) => {
  const found = by(id, typed);
  for (const [out, value] of Object.entries(gives)) expect([out, found[out]]).toEqual([out, expect.closeTo(value, digits)]); // prettier-ignore
});

test("every figure was tried, and asks and answers in units that are known", () => {
  const tried = new Set([...cases.map(([id]) => id), "preload-by-torque", "drilling-depth", "port-timing"]);
  expect(figures.map(({ id }) => id).filter((id) => !tried.has(id))).toEqual([]);
  expect(new Set(figures.map(({ id }) => id)).size).toBe(figures.length);
  for (const { inputs, outputs } of figures)
    for (const each of [...inputs, ...outputs]) expect([each.id, unit(each.unit)]).not.toEqual([each.id, undefined]);
});

test("a torque pulls as the tables of VDI 2230 say, and friction leaves a quarter of it open", () => {
  const typed = { torque: 48, diameter: 10, pitch: 1.5, "thread-friction": 0.12, "head-friction": 0.12, head: 12.8 };
  // Table A1: an M10 of 8.8 at 0.12 is tightened with 48 N·m to 29.6 kN (from memory).
  expect(by("preload-by-torque", typed).preload! / 29.6).toBeCloseTo(1, 1);
  const figure = figureById("preload-by-torque")!;
  const inputs = Object.fromEntries(figure.inputs.map(({ id, unit: of }) => [id, exact(toCore(typed[id as keyof typeof typed], unit(of)))])); // prettier-ignore
  const spread = {
    "thread-friction": estimate(0.13, [["thread", 0.03]]),
    "head-friction": estimate(0.13, [["head", 0.03]]),
  };
  const preload = evaluateFigure(figure, { ...inputs, ...spread }).get("preload")!;
  const share = standardUncertainty(preload) / preload.value;
  expect([share > 0.1, share < 0.2]).toEqual([true, true]);
});

test("a hole takes away what it was drilled for: its volume, at the radius of its middle", () => {
  const drilled = by("drilling-depth", { imbalance: 720, drill: 12, radius: 85, density: 7.85 });
  const grams = 0.00785 * (Math.PI / 4) * 144 * drilled.depth!;
  expect([grams * (85 - drilled.depth! / 2), drilled.taken]).toEqual([
    expect.closeTo(720, 6),
    expect.closeTo(grams, 6),
  ]);
  // More than there is at that radius cannot be drilled away.
  expect(by("drilling-depth", { imbalance: 720_000, drill: 12, radius: 85, density: 7.85 }).depth).toBeNull();
});

test("a port opens where the slider crank says, and a lower edge opens later", () => {
  fc.assert(
    fc.property(fc.integer({ min: 20, max: 45 }), fc.integer({ min: 80, max: 130 }), fc.double({ min: 0.3, max: 0.9, noNaN: true }), (half, rod, share) => {
      const down = 2 * half * share;
      const { "exhaust-open": open, blowdown } = by("port-timing", { stroke: 2 * half, rod, exhaust: down, transfer: down + 3 });
      const at = ((360 - open!) / 2) * (Math.PI / 180);
      expect(half + rod - (half * Math.cos(at) + Math.sqrt(rod ** 2 - (half * Math.sin(at)) ** 2))).toBeCloseTo(down, 6);
      if (blowdown !== null) expect(blowdown).toBeGreaterThan(0);
    }),
  ); // prettier-ignore
  // Below the bottom of the stroke it never opens.
  expect(by("port-timing", { stroke: 54, rod: 100, exhaust: 55, transfer: 56 })["exhaust-open"]).toBeNull();
});

test("a link rod's stroke is that of the linkage drawn point by point", () => {
  // By complex numbers: crank pin, knuckle and piston pin of one cylinder, every tenth of a degree.
  const [r, l, knuckle, link] = [60, 250, 62, 190];
  for (const degrees of [40, 80, 120, 160, 200, 240, 280, 320]) {
    const turned = (degrees * Math.PI) / 180;
    const outs = Array.from({ length: 3600 }, (_, at) => {
      const crank = (at * Math.PI) / 1800;
      const lean = Math.asin((r * Math.sin(crank)) / l);
      const pin = { x: r * Math.sin(crank) + knuckle * Math.sin(turned - lean), y: r * Math.cos(crank) + knuckle * Math.cos(turned - lean) }; // prettier-ignore
      const [along, across] = [pin.x * Math.sin(turned) + pin.y * Math.cos(turned), pin.x * Math.cos(turned) - pin.y * Math.sin(turned)]; // prettier-ignore
      return along + Math.sqrt(link ** 2 - across ** 2);
    });
    const drawn = Math.max(...outs) - Math.min(...outs);
    const { stroke } = by("link-rod-stroke", {
      throw: r,
      master: l,
      knuckle,
      link,
      cylinder: degrees,
      "knuckle-at": degrees,
    });
    expect(stroke).toBeCloseTo(drawn, 3);
    expect(stroke).toBeGreaterThan(120);
  }
});

describe("the uncertainty of a figure", () => {
  const figure = figureById("compression-ratio")!;
  const inputs = {
    bore: exact(100),
    stroke: exact(80),
    "gasket-bore": exact(100),
    gasket: exact(1),
    deck: exact(0.1),
    dish: exact(0),
  };
  test("is what each input makes of it: of a ratio (V + c) / c by the chamber, V / c²", () => {
    const chamber = estimate(55_000, [["burette", 200]]);
    const ratio = evaluateFigure(figure, { ...inputs, chamber }).get("ratio")!;
    const swept = (Math.PI / 4) * 100 ** 2 * 80;
    const clearance = 55_000 + (Math.PI / 4) * 100 ** 2 * 1.1;
    expect(standardUncertainty(ratio)).toBeCloseTo((200 * swept) / clearance ** 2, 4);
  });
  test("cancels where two inputs owe it to one gauge, and what is not known leaves open only what needs it", () => {
    const one = (value: number) => estimate(value, [["gauge", 0.01]]);
    const sum = evaluateFigure(figure, { ...inputs, gasket: one(1), deck: { ...one(0.1), contributions: new Map([["gauge", -0.01]]) } }); // prettier-ignore
    expect(standardUncertainty(sum.get("quench")!)).toBeCloseTo(0, 12);
    expect([sum.get("ratio"), sum.get("quench")!.value]).toEqual([null, expect.closeTo(1.1, 9)]);
  });
});
