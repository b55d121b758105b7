import { questionAround } from "./question-reading";

const liners = [108.041, 108.033, 108.03, 108.026, 108.021, 108.046, 108.036];
const around = (rest: object) => ({ fellows: liners, here: [], before: [], way: 0.1, unit: "mm", ...rest });
const code = (value: number, rest: object = {}) => questionAround(value, around(rest))?.code ?? null;

test("far from its fellows is asked, worn is not: a liner at its limit is no slip of the gauge", () => {
  expect([code(108.05), code(108.13), code(108.29)]).toEqual([null, null, null]);
  expect([code(108.5), code(107.6)]).toEqual(["far-from-fellows", "far-from-fellows"]);
  // Where they scatter widely anyway, one that lies wide says nothing; of three nobody can say who is far off.
  expect(code(108.5, { fellows: [107.9, 108.0, 108.1, 108.2, 108.3, 108.4] })).toBeNull();
  expect(code(109, { fellows: [108, 108.01, 108.02] })).toBeNull();
});

test("the part before over again is asked from the second figure on, and not where all figures are alike", () => {
  expect(code(108.041, { before: [108.041] })).toBeNull();
  expect(code(108.033, { here: [108.041], before: [108.041, 108.033] })).toBe("last-part-again");
  expect(code(108.033, { here: [108.04], before: [108.041, 108.033] })).toBeNull();
  expect(code(108.02, { here: [108.02], before: [108.02, 108.02] })).toBeNull();
});
