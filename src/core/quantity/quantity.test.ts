import fc from "fast-check";
import { unit as mathUnit } from "mathjs";
import { formatNumber, formatQuantity, formatUncertainty } from "./format-quantity";
import { parseQuantity, parseTolerance } from "./parse-quantity";
import { readNumber, showNumber } from "./number-in-unit";
import { fromCore, otherUnit, shownUnit, toCore, unitById, units } from "./units";

const mm = unitById("mm")!;

describe("units", () => {
  // Outside check: mathjs 15, a general-purpose library with unit definitions of its own.
  const inMathjs: Record<string, [string, string]> = {
    mm: ["mm", "mm"],
    um: ["um", "mm"],
    cm: ["cm", "mm"],
    m: ["m", "mm"],
    in: ["inch", "mm"],
    thou: ["mil", "mm"],
    mm2: ["mm^2", "mm^2"],
    cm3: ["cc", "mm^3"],
    l: ["litre", "mm^3"],
    kg: ["kg", "kg"],
    g: ["g", "kg"],
    gmm: ["g mm", "g mm"],
    ozin: ["ounce inch", "g mm"],
    nm: ["N m", "N m"],
    lbft: ["lbf ft", "N m"],
    k: ["K", "K"],
    c: ["degC", "K"],
    f: ["degF", "K"],
    deg: ["deg", "rad"],
    s: ["s", "s"],
    min: ["minute", "s"],
    h: ["hour", "s"],
    bar: ["bar", "Pa"],
    mm3: ["mm^3", "mm^3"],
    n: ["N", "N"],
    kgf: ["kgf", "N"],
    lbf: ["lbf", "N"],
    "n-mm": ["N/mm", "N/mm"],
    cuin: ["in^3", "mm^3"],
    lb: ["lbm", "kg"],
    oz: ["oz", "kg"],
    "lbfin-rate": ["lbf/in", "N/mm"],
    lbin: ["lbf in", "N m"],
    kgfm: ["kgf m", "N m"],
    kpa: ["kPa", "Pa"],
    mpa: ["MPa", "Pa"],
    psi: ["lbf/in^2", "Pa"],
    rpm: ["cycle/minute", "rad/s"],
    gpa: ["GPa", "Pa"],
    kn: ["kN", "N"],
    "m-s": ["m/s", "m/s"],
    "ft-min": ["ft/minute", "m/s"],
    "m-s2": ["m/s^2", "m/s^2"],
    "kg-m3": ["kg/m^3", "kg/m^3"],
    "g-cm3": ["g/cm^3", "kg/m^3"],
    km: ["km", "km"],
    mi: ["mi", "km"],
  };

  /** Counts, shares and the scales of hardness convert into nothing else. */
  const alone = ["number", "percent", "hrc", "hb", "shore", "k-diff", "f-diff", "tenth"];
  test.each(units.filter(({ id }) => !alone.includes(id)).map((each) => [each.id, each] as const))(
    "%s converts as mathjs converts it",
    (id, each) => {
      const [name, core] = inMathjs[id]!;
      for (const number of [1, 2.4992, 37]) {
        const outside = mathUnit(number, name).toNumber(core);
        // A few roundings of double precision, no more.
        expect(Math.abs(toCore(number, each) / outside - 1)).toBeLessThan(1e-12);
        expect(Math.abs(fromCore(outside, each) / number - 1)).toBeLessThan(1e-12);
      }
    },
  );
});

describe("parseQuantity", () => {
  const read = (text: string, assumed = mm) => {
    const parsed = parseQuantity(text, "length", assumed);
    return parsed.ok ? parsed.value.value : parsed.problems[0]!.code;
  };

  test.each([
    ["63.48", 63.48],
    ["2.4992 in", 63.47968],
    ["1.5 thou", 0.0381],
    ["108,041", 108.041],
    ['4.2536"', 108.04144],
    ["-0.02", -0.02],
    ["−0.02 mm", -0.02],
    [".5", 0.5],
    ["108.", 108],
    ["12.5 µm", 0.0125],
    ["  70.98 MM ", 70.98],
    ["0", 0],
    ["1e-3", 0.001],
    [".0015", 0.0015],
    ['1/32"', 0.79375],
    ["3/8 in", 9.525],
    ['1 3/8"', 34.925],
    ['1-3/8"', 34.925],
    ['−1 3/8"', -34.925],
    ["⅞ in", 22.225],
    ["1⅞”", 47.625],
    ["2.5 in.", 63.5],
    ["2.5''", 63.5],
    ["7 tenths", 0.01778],
  ])("reads %p as %p mm", (text, value) => expect(read(text)).toBeCloseTo(value, 9));

  test.each([
    ["", "empty"],
    ["abc", "not-a-number"],
    ["1.2.3", "not-a-number"],
    ["108 041", "not-a-number"],
    ["1,080.4", "not-a-number"],
    ["--5", "not-a-number"],
    ["12 parsec", "unit-unknown"],
    ["108 kg", "unit-wrong-dimension"],
    ["60 Nm", "unit-wrong-dimension"],
    ["3/8", "stroke-unclear"],
    ["10 thou/12", "stroke-unclear"],
    ["10/12 thou", "stroke-unclear"],
    ['3/7"', "stroke-unclear"],
    ['3/0"', "not-a-number"],
    ["5 mil", "unit-ambiguous"],
    ["1e999", "not-a-number"],
    ["Infinity", "not-a-number"],
    ["1".repeat(41), "too-long"],
    ["__proto__", "not-a-number"],
    ["1 constructor", "unit-unknown"],
  ])("refuses %p with %s", (text, code) => expect(read(text)).toBe(code));

  test("the same in every spelling of a unit, and a fraction whatever spaces stand in it", () => {
    for (const unit of units)
      for (const spelling of unit.spellings) {
        const parsed = parseQuantity(`1.5 ${spelling.toUpperCase()}`, unit.dimension, unit);
        expect([spelling, parsed.ok && parsed.value]).toMatchObject([spelling, { unit: unit.id, value: toCore(1.5, unit) }]); // prettier-ignore
      }
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 40 }),
        fc.integer({ min: 1, max: 127 }),
        fc.constantFrom(2, 4, 8, 16, 32, 64, 128),
        fc.array(fc.constantFrom("", " ", "\u00a0"), { minLength: 3, maxLength: 3 }),
        (whole, above, below, [a, b, c]) => {
          // prettier-ignore
          const lead = whole === 0 ? "" : `${whole} `;
          expect(read(`${lead}${above}${a}/${b}${below}${c}in`)).toBeCloseTo((whole + above / below) * 25.4, 9);
        },
      ),
    );
    expect([read("3/8", unitById("in")!), read("7 ft-lb")]).toEqual([expect.closeTo(9.525, 9), "unit-wrong-dimension"]);
  });

  test("takes a bare number in the unit assumed", () => expect(read("4.25", unitById("in")!)).toBeCloseTo(107.95, 9));

  test("what is formatted reads back to within half of the last digit shown", () => {
    const lengths = units.filter((each) => each.dimension === "length");
    fc.assert(
      fc.property(fc.constantFrom(...lengths), fc.double({ min: -500, max: 500, noNaN: true }), (unit, value) => {
        const half = 0.5 * 10 ** -unit.decimals * unit.factor;
        const back = parseQuantity(formatQuantity(value, unit), "length", mm);
        return back.ok && Math.abs(back.value.value - value) <= half * (1 + 1e-9);
      }),
      { numRuns: 100 },
    );
  });
});

test("a negative value that rounds to zero has no sign, others have a real minus", () => {
  expect(formatNumber(-0.0001, mm)).toBe("0.000");
  expect(formatNumber(-0.02, mm)).toBe("−0.020");
});

test("an uncertainty is rounded up, never down, and not by the noise of binary arithmetic", () => {
  expect(formatUncertainty(0.0041, mm)).toBe("0.005");
  expect(formatUncertainty(0.1 + 0.2, mm)).toBe("0.300");
});

describe("a figure with its tolerance, as manuals print it", () => {
  const mm = unitById("mm")!;
  const read = (text: string) => {
    const parsed = parseTolerance(text, "length", mm);
    return parsed.ok ? [parsed.value.low, parsed.value.high] : parsed.problems[0]!.code;
  };

  test.each([
    ["12 ± 0.1", 11.9, 12.1],
    ["12±0,1 mm", 11.9, 12.1],
    ["12 +/- 0.1", 11.9, 12.1],
    ["12 +/\u2212 0.1", 11.9, 12.1],
    ["12 +0.1/-0.05", 11.95, 12.1],
    ["12 +0.1 \u22120.05", 11.95, 12.1],
    ["12 -0.05 +0.1", 11.95, 12.1],
    ["11.9-12.1", 11.9, 12.1],
    ["11.9 \u2013 12.1 mm", 11.9, 12.1],
    ["11.9 to 12.1", 11.9, 12.1],
    ["11.9 \u2026 12.1", 11.9, 12.1],
    ["2.3600 in to 2.3605 in", 59.944, 59.9567],
    ["2.3600-2.3605 in", 59.944, 59.9567],
    ["1 thou ± .5", 0.0127, 0.0381],
    ["-0.02 to 0.01", -0.02, 0.01],
    ["1-3/8 in", 34.925, 34.925],
    ["12", 12, 12],
  ])("%s", (text, low, high) => expect(read(text)).toEqual([expect.closeTo(low, 9), expect.closeTo(high, 9)]));

  test("is asked about where it says nothing, two units or is turned round", () => {
    expect([
      read(""),
      read("12 ± "),
      read("12.1-11.9"),
      read("12 ± 0.1 N"),
      read("12 ± -0.1"),
      read("12 mm to 1 in"),
      read("3/8"),
    ]).toEqual(
      ["empty", "not-a-number", "tolerance-backwards", "unit-wrong-dimension", "not-a-number", "tolerance-units", "stroke-unclear"], // prettier-ignore
    );
  });
});

describe("a number that is kept in a unit of its own", () => {
  const inch = unitById("in")!;
  // By hand: 1 psi is 0.0689476 bar, 1 lb·ft 1.355818 N·m, 1 oz 28.3495 g (published factors, from memory).
  test.each([
    ["bar", "300", 20.6843, "300 psi"],
    ["bar", "21 bar", 21, "21 bar"],
    ["mm", ".010", 0.254, ".010 in"],
    ["mm", "10 thou", 0.254, "10 thou"],
    ["nm", "44", 59.656, "44 lb·ft"],
    ["n", "100", 444.822, "100 lbf"],
    ["g", "1.2 oz", 34.0194, "1.2 oz"],
    ["g", "34", 34, undefined],
  ])("in a job of inches: %s typed as %s", (id, text, value, typed) => {
    const own = unitById(id)!;
    const read = readNumber(text, own, shownUnit(id, inch));
    expect(read.ok && read.value).toEqual({ value: expect.closeTo(value, 3), ...(typed && { typed }) });
  });
  test("is shown as it was read, in either job, and never in a unit of another kind", () => {
    for (const unit of units) {
      const shown = shownUnit(unit.id, inch);
      expect([unit.id, shown.dimension]).toEqual([unit.id, unit.dimension]);
      expect(otherUnit(unit)?.dimension ?? unit.dimension).toBe(unit.dimension);
      if (unit.dimension !== "length") expect(shownUnit(unit.id, mm)).toBe(unit);
      const read = readNumber(showNumber(20, unit, shown), unit, shown);
      const step = (10 ** -shown.decimals * shown.factor) / unit.factor;
      expect([unit.id, read.ok && Math.abs(read.value.value - 20) <= step]).toEqual([unit.id, true]);
    }
  });
  test("what is no such quantity is refused, and says why", () => {
    const refused = readNumber("300 N", unitById("bar")!, unitById("psi")!);
    expect(!refused.ok && refused.problems[0]!.code).toBe("unit-wrong-dimension");
  });
});
