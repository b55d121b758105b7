import { find, type Findable } from "./find";

const item = (title: string, detail = ""): Findable => ({ id: title, kind: "part", title, detail, go: () => {} });
const items = [
  item("Liner, cylinder 1", "LN-1 · Liner bores"),
  item("Liner, cylinder 5", "LN-5 · Liner bores"),
  item("Big-end journal 5", "CK-1"),
  item("Big-end journals: smallest diameter", "reassembly at least 70.950"),
  item("Measure", "Every wearing feature against its limit."),
];
const titles = (typed: string) => find(items, typed).map((each) => each.title);

test("every word has to be there, in any order and any case", () => {
  expect(titles("5 LINER")).toEqual(["Liner, cylinder 5"]);
  expect(titles("ln-1")).toEqual(["Liner, cylinder 1"]);
  expect(titles("nothing like it")).toEqual([]);
});

test("a whole word of the name comes before a figure that has it somewhere", () =>
  expect(titles("5")).toEqual(["Liner, cylinder 5", "Big-end journal 5", "Big-end journals: smallest diameter"]));

test("what the trade calls otherwise is found as well", () => {
  expect(titles("crank pin 5")[0]).toBe("Big-end journal 5");
  expect(titles("sleeve 1")).toEqual(["Liner, cylinder 1"]);
});

test("nothing typed shows everything, in its own order", () =>
  expect(titles("")).toEqual(items.map((each) => each.title)));
