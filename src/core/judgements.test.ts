import { readFileSync } from "node:fs";
import { judgementNames } from "./judgements";
import { inOrder, judgementsDocument, needsOf } from "./judgements-document";

const needs = new Map(judgementNames.map((name) => [name as string, needsOf(name)]));

test("no judgement needs what rests on it, or what nobody finds", () => {
  expect(inOrder(needs).stuck).toEqual([]);
  expect(inOrder(new Map([...needs, ["order", ["plan"]]])).stuck).toContain("plan");
  expect(inOrder(new Map([["alone", ["nobody"]]])).stuck).toEqual(["alone"]);
});

test("docs/judgements.md is what they declare: npm run docs writes it anew", () => {
  expect(readFileSync("docs/judgements.md", "utf8")).toBe(judgementsDocument());
});
