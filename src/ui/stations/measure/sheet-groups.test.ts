import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { rotary } from "@/core/fixtures/packs/rotary";
import { isJointSheet, sheetGroups, titleOf } from "./sheet-groups";

test("sheets stand under their kind of part in the pack's order, fits together at the end", () => {
  const groups = sheetGroups(orrinshaw);
  expect(groups.map((group) => group.name)).toEqual([
    "Liners",
    "Pistons",
    "Rods",
    "Crank",
    "Block",
    "Heads",
    "Valves",
    "Oil",
    "Cam",
    "Tappets",
    "Injectors",
    "Fits",
  ]);
  expect(groups.find((group) => group.name === "Crank")!.sheets.map(titleOf)).toEqual([
    "Main journals",
    "Main damage",
    "Big-end journals",
    "Big-end damage",
    "Crank run-out",
    "Crank journals: hardness",
    "Crank: torque to turn",
    "Main shell walls",
    "Crank end float",
    "Flywheel register",
  ]);
  expect(groups.at(-1)!.sheets.every(isJointSheet)).toBe(true);
  expect(groups.flatMap((group) => group.sheets)).toHaveLength(orrinshaw.sheets.length + orrinshaw.jointSheets.length);
});

test("a family without short names and without joints has groups all the same", () =>
  expect(sheetGroups(rotary).map(({ name, sheets }) => [name, sheets.length])).toEqual([["Rotor housing", 1]]));
