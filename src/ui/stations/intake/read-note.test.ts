import { readNote } from "./read-note";

test.each([
  ["21400", 21400],
  ["21 400", 21400],
  ["21\u202f400", 21400],
  ["21,400", 21400],
  ["1,400,000", 1400000],
  ["19,5", 19.5],
  ["19.5", 19.5],
  ["0", 0],
  ["12'600", 12600],
])("%p is the number %p", (text, value) => expect(readNote("number", text)).toEqual({ value }));
test.each(["a lot", "12h", "1.2.3", "", "Infinity"])("%p is no number, and is quoted", (text) =>
  expect(readNote("number", text)).toEqual({ wrong: `“${text}” is not a number.` }),
);
test("nothing runs for less than no hours", () => expect(readNote("number", "-5")).toHaveProperty("wrong"));
test.each(["2027-02-30", "2027-13-01", "27-01-01", "tomorrow", "2027-1-1"])("%p is no day", (text) =>
  expect(readNote("date", text)).toHaveProperty("wrong"),
);
test("a day and words are kept as they are", () =>
  expect([readNote("date", "2028-02-29"), readNote("words", " knocks ")]).toEqual([
    { value: "2028-02-29" },
    { value: " knocks " },
  ]));
