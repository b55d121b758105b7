import { bareSheet, library } from "../fixtures/library";
import { alongCrank, arrange, firingIntervals } from "./arrangement";
import { Sheet, type Layout } from "./schema";

const layoutOf = (id: string): Layout => library.layouts.find((each) => each.id === id)!;
const intervals = (id: string, ...order: readonly number[]) => firingIntervals(layoutOf(id), order);

// Even firing of a four-stroke: 720 degrees by the number of cylinders. Source: geometry of crank and banks.
test.each([
  ["single", [1]],
  ["inline-twin", [1, 2]],
  ["inline-three", [1, 3, 2]],
  ["inline-four", [1, 3, 4, 2]],
  ["inline-five", [1, 2, 4, 5, 3]],
  ["inline-six", [1, 5, 3, 6, 2, 4]],
  ["vee-eight", [1, 5, 4, 2, 6, 3, 7, 8]],
  ["vee-twelve", [1, 7, 5, 11, 3, 9, 6, 12, 2, 8, 4, 10]],
  ["flat-twin", [1, 2]],
])("%s fires evenly in its usual order", (layout, order) => {
  const found = intervals(layout, ...order);
  expect(found?.map(Math.round)).toEqual(order.map(() => 720 / order.length));
});

test("two cylinders at 45 degrees on one pin fire 315 and 405 degrees apart, and not otherwise", () => {
  // Source: the pin has to travel the bank angle less, or more, than a turn; common knowledge of such twins.
  expect([intervals("vee-twin", 1, 2), intervals("vee-twin", 2, 1)].map((each) => each?.toSorted((a, b) => a - b))).toEqual([[315, 405], [315, 405]]); // prettier-ignore
});

test("an order that a crank cannot fire in is none", () => {
  expect(intervals("inline-four", 1, 2, 3, 4)).toBeNull();
  expect(intervals("inline-four", 1, 3, 4, 4)).toBeNull();
  expect(intervals("inline-four", 1, 3, 4)).toBeNull();
});

test("two rods on one pin share the mains beside it; between two pins without a main, the one before", () => {
  const { mains, pins, beside } = alongCrank(layoutOf("vee-eight").throws);
  expect([mains, pins.length]).toEqual([5, 4]);
  expect(beside.filter(([, pin]) => pin === 2)).toEqual([[2, 2], [3, 2]]); // prettier-ignore
  const twin = alongCrank(["main", { angle: 0, cylinders: [1] }, { angle: 180, cylinders: [2] }, "main"]);
  expect(twin.beside).toEqual([[1, 1], [1, 2], [2, 1], [2, 2]]); // prettier-ignore
});

const problemsOf = (layout: Layout, more: object = {}) =>
  arrange(layout, Sheet.parse({ ...bareSheet(layout.id), ...more })).problems.map(({ code, params }) => [code, params]);

test("every layout that ships hangs each cylinder on one pin and names nothing that is not there", () => {
  expect(library.layouts.flatMap((layout) => problemsOf(layout))).toEqual([]);
});

test("a throw table that forgets a cylinder, a relation of nothing, a wrong firing order or answer are told", () => {
  const six = layoutOf("inline-six");
  const forgetful = { ...six, throws: six.throws.slice(0, -2) };
  expect(problemsOf(forgetful)).toEqual([["throw-misfits", { layout: "inline-six", cylinder: 6, times: 0 }]]);
  expect(problemsOf(six, { relations: { "bank-cylinder": { columns: ["bank", "cylinder"], tuples: [["1", "7"]] } } })).toEqual([["relation-names-nothing", { relation: "bank-cylinder", index: "cylinder", id: "7" }]]); // prettier-ignore
  expect(problemsOf(six, { firingOrder: [1, 5, 3, 6, 2, 2] })).toEqual([["firing-order-misfits", { cylinders: 6 }]]);
  expect(problemsOf(six, { firingOrder: [1, 2, 3, 4, 5, 6] })).toEqual([["firing-order-against-crank", { layout: "inline-six" }]]); // prettier-ignore
  expect(problemsOf(six, { answers: { fule: "diesel" } })).toEqual([["no-such-question", { question: "fule", layout: "inline-six" }]]); // prettier-ignore
  expect(problemsOf(six, { answers: { fuel: "steam" } })).toEqual([["no-such-option", { answer: "steam", options: "diesel, petrol" }]]); // prettier-ignore
});

test("a place on a circle is turned as it lies there", () => {
  const single = layoutOf("single");
  const radial: Layout = { ...single, positions: { map: { cylinder: { circle: [0, 0, 100, 90, 90] } } } };
  const at = arrange(radial, Sheet.parse(bareSheet("single"))).positionOf("map", "cylinder", "1")!;
  expect([at.x, at.y + 0, at.turn].map((each) => Math.round(each) || 0)).toEqual([100, 0, 90]);
});
