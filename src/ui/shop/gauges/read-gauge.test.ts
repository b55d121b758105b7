import { Gauge } from "@/core/entry/schema";
import { draftOf, emptyGauge, emptyMaster, readGauge, readMaster, type GaugeDraft } from "./read-gauge";

const measured = new Map([
  ["internal-diameter", "length"],
  ["spring-load", "force"],
] as const);
const bore: GaugeDraft = {
  ...emptyGauge,
  name: " Bore gauge 7 ",
  quantities: ["internal-diameter"],
  from: "50",
  to: "4 in",
  kind: "comparator",
  resolution: "0,001",
  scatter: "0.0012",
  expanded: "2 µm",
  on: "2026-11-02",
  due: "2027-11-02",
};
const wrongOf = (draft: GaugeDraft) => {
  const read = readGauge("g", draft, measured);
  return "wrong" in read ? Object.keys(read.wrong).sort() : [];
};

test("a gauge is read as typed, in any unit of its kind, and typed back it is the same gauge", () => {
  const read = readGauge("g", bore, measured);
  if (!("made" in read)) throw new Error(JSON.stringify(read.wrong));
  expect(Gauge.parse(read.made)).toEqual({
    id: "g",
    name: "Bore gauge 7",
    quantities: ["internal-diameter"],
    unit: "mm",
    range: [50, 101.6],
    method: "comparator",
    resolution: 0.001,
    repeatability: 0.0012,
    calibration: { expanded: 0.002, k: 2, on: "2026-11-02", due: "2027-11-02" },
    scaleExpansionPerK: expect.closeTo(11.5e-6, 12),
  });
  const again = readGauge("g", { ...draftOf(read.made), on: "2027-10-30", due: "2028-10-30" }, measured);
  expect(again).toMatchObject({
    made: { ...read.made, calibration: { on: "2027-10-30" }, scaleExpansionPerK: expect.closeTo(11.5e-6, 12) },
  });
});

test("repeats give the scatter with one degree of freedom fewer than they are", () => {
  // Standard deviation of 1, 2, 3, 4 by hand: the root of 5/3.
  const read = readGauge("g", { ...bore, scatter: "70.001 70.002; 70.003 70.004" }, measured);
  expect(read).toMatchObject({
    made: { repeatability: expect.closeTo(0.001 * Math.sqrt(5 / 3), 9), repeatabilityDegrees: 3 },
  });
});

test("calibrated again it is known as well as it was; a scatter that is typed over is known as that is", () => {
  const read = readGauge("g", { ...bore, scatter: "70.001 70.002; 70.003 70.004" }, measured);
  if (!("made" in read)) throw new Error("not read");
  const draft = { ...draftOf(read.made), on: "2027-10-30", due: "2028-10-30" };
  expect(readGauge("g", draft, measured, read.made)).toMatchObject({ made: { repeatability: read.made.repeatability, repeatabilityDegrees: 3 } }); // prettier-ignore
  const over = readGauge("g", { ...draft, scatter: "0.002" }, measured, read.made);
  expect("made" in over && over.made.repeatabilityDegrees).toBeUndefined();
});

test("what is wrong is said field by field, all of it at once", () => {
  // Without a certificate and a scatter it is a gauge all the same; half of a certificate is none.
  expect(wrongOf(emptyGauge)).toEqual(["from", "name", "quantities", "resolution", "to"]);
  expect(wrongOf({ ...emptyGauge, expanded: "0.002", scatter: "x" })).toEqual([
    "due",
    "from",
    "name",
    "on",
    "quantities",
    "resolution",
    "scatter",
    "to",
  ]);
  expect(wrongOf({ ...bore, from: "160", to: "100" })).toEqual(["to"]);
  expect(wrongOf({ ...bore, due: "2026-11-02" })).toEqual(["due"]);
  expect(wrongOf({ ...bore, expanded: "-0.002", k: "0", resolution: "fine", scatter: "0.001 oops" })).toEqual([
    "expanded",
    "k",
    "resolution",
    "scatter",
  ]);
  expect(wrongOf({ ...bore, quantities: ["spring-load"] })).toEqual(["unit"]);
  expect(wrongOf({ ...bore, quantities: ["spring-load", "internal-diameter"] })).toEqual(["quantities"]);
  expect(
    wrongOf({
      ...bore,
      quantities: ["spring-load"],
      unit: "n",
      from: "0",
      to: "2000",
      resolution: "1",
      scatter: "1.8",
      expanded: "5",
      kind: "feeler",
    }),
  ).toEqual(["kind"]);
  expect(readMaster("m", emptyMaster)).toMatchObject({
    wrong: { name: expect.any(String), size: expect.any(String), expanded: expect.any(String) },
  });
  expect(
    readMaster("m", { ...emptyMaster, name: "Ring 76", size: "76.0008", expanded: "0.8 um", scale: "11,5" }),
  ).toMatchObject({
    made: { lengthMm: 76.0008, expandedMm: expect.closeTo(0.0008, 9), expansionPerK: expect.closeTo(11.5e-6, 12) },
  });
});
