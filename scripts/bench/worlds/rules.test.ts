import { hoursLeft, rules, type Seen } from "./rules";

const seen: Seen = { wear: 0.2, age: 1000, life: 6000, hoursWanted: 2000, fresh: 100, access: 400 };
const goes = (rule: string, of: Partial<Seen>) => rules[rule]!({ ...seen, ...of });

test("hours left go by wear where it shows, else by its life, and are unknown where neither says", () => {
  expect(hoursLeft({ wear: 0.2, age: 1000, life: null })).toBe(4000);
  expect(hoursLeft({ wear: 0, age: 1000, life: 6000 })).toBe(5000);
  expect(hoursLeft({ wear: 1.2, age: 1000, life: 6000 })).toBe(0);
  expect(hoursLeft({ wear: 0.2, age: null, life: 6000 })).toBeNull();
});

test("rules of the shop each look at one thing", () => {
  expect(goes("all new", {})).toBe(true);
  expect(goes("reuse what is within limits", { wear: 0.9 })).toBe(false);
  expect([0.5, 0.51].map((wear) => goes("new where over half worn", { wear }))).toEqual([false, true]);
  expect([79, 81].map((fresh) => goes("cheap parts always new", { fresh }))).toEqual([true, false]);
  expect([3000, 3001].map((age) => goes("new past half of its life", { age }))).toEqual([false, true]);
});

test("a good foreman wants a quarter more hours ahead than the engine is to run, and without hours goes by half worn", () => {
  const rule = "a good foreman: new where hours left are under 1.25 of those wanted";
  // 1000 x 0.7143 / 0.2857 = 2500 = 1.25 x 2000
  expect([0.285, 0.287].map((wear) => goes(rule, { wear }))).toEqual([false, true]);
  expect([0.4, 0.6].map((wear) => goes(rule, { wear, age: null }))).toEqual([false, true]);
  expect(goes(rule, { wear: null, life: null })).toBe(false);
});

test("one who weighs asks less of a dear part that is easy to reach, and more of a cheap one deep inside", () => {
  const rule = "a good foreman who weighs its price against getting at it";
  // 1000 x 0.6 / 0.4 = 1500 = 0.6 x 1.25 x 2000; 1000 x 0.8 / 0.2 = 4000 = 1.6 x 1.25 x 2000
  expect([0.39, 0.41].map((wear) => goes(rule, { wear, fresh: 2000, access: 100 }))).toEqual([false, true]);
  expect([0.19, 0.21].map((wear) => goes(rule, { wear, fresh: 10, access: 1000 }))).toEqual([false, true]);
});
