import { glossary, inOwnWords } from "./glossary";

test("each term stands once, is said in a sentence, and is called by no other one's name", () => {
  const names = glossary.flatMap(({ term, also = [] }) => [term, ...also]);
  expect(names.filter((name, at) => names.indexOf(name) !== at)).toEqual([]);
  expect(new Set(glossary.map(({ id }) => id)).size).toBe(glossary.length);
  for (const { means } of glossary) expect(means).toMatch(/^\S.*\.$/u);
});

test("what is typed in other words of the trade is found by the words used here, and nothing in the middle of a word is", () => {
  expect(inOwnWords("Conrod 5")).toEqual(["conrod 5", "connecting rod 5"]);
  expect(inOwnWords("crank pin 3")).toEqual(["crank pin 3", "big-end journal 3"]);
  expect(inOwnWords("main bearing")).toContain("main shell");
  expect(inOwnWords("overhead")).toEqual(["overhead"]);
  expect(inOwnWords("a (b [c")).toEqual(["a (b [c"]);
});
