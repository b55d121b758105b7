import { folderCircles } from "./lib/folder-circles";

test("folders that import each other are found over however many others; files of the room itself stand by themselves", () => {
  const [a, b, c] = ["src/core/a/x.ts", "src/core/b/y.ts", "src/core/c/z.ts"] as const;
  const below = ["src/core/group.ts", "src/core/assess.ts"] as const;
  const tree = [
    [a, b],
    [b, c],
    [c, below[0]],
    [below[1], a],
  ] as const;
  expect(folderCircles("src/core", tree)).toEqual([]);
  expect(folderCircles("src/core", [...tree, [c, a]])).toEqual([["a", "b", "c"]]);
  expect(folderCircles("src/core", [...tree, [below[0], c]])).toEqual([["c", "group.ts"]]);
  expect(folderCircles("src/ui", [...tree, [c, a]])).toEqual([]);
});
