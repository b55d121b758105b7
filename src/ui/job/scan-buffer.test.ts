import { writeTagCode } from "@/core/strip/tag-code";
import { noScan, scanKey, type Scan } from "./scan-buffer";

const tag = { job: "0190aaaa-0000-7000-8000-000000000001", part: "0190aaaa-0000-7000-8000-0000000000ff" };
const code = writeTagCode(tag);
const type = (keys: readonly string[], from: Scan = noScan) => keys.reduce(scanKey, from);

test("a scanner's code is told from its second sign on, and known at Enter", () => {
  expect(type([..."E"]).isTag).toBe(false);
  expect(type([..."EB1"]).isTag).toBe(true);
  expect(type([...code, "Enter"]).code).toEqual(tag);
  // With Shift held for each letter, or caps lock off: scanners differ.
  expect(type([...[...code].flatMap((sign) => (/[A-Z]/.test(sign) ? ["Shift", sign] : [sign])), "Enter"]).code).toEqual(
    tag,
  );
  expect(type([...code.toLowerCase(), "Enter"]).code).toEqual(tag);
  expect(type([..."63.48e", ...code, "Enter"]).code).toEqual(tag);
});

test("what a person types is left alone", () => {
  for (const keys of [
    [..."108.04", "Enter"],
    [..."ebony", "Enter"],
    ["e", "ArrowDown", "b"],
    [...code.slice(0, -1), "Enter"],
    [...code, "x", "Enter"],
  ])
    expect(type(keys).code).toBeNull();
  expect(type([..."eg"])).toEqual(noScan);
  expect(type([..."EBE"])).toMatchObject({ typed: "E", isTag: false });
});
