import { json } from "../fixtures/load";
import { packDifferences } from "./pack-differences";

const pack = json("packs/orrinshaw-6m.json") as Record<string, unknown> & {
  classes: { id: string; features: Record<string, unknown>[] }[];
};

test("a pack differs from itself in nothing, whatever the order of its keys", () => {
  const turned = Object.fromEntries(Object.entries(pack).reverse());
  expect(packDifferences(pack, turned)).toEqual({ count: 0, all: [] });
});

test("a limit that was changed, a class that was taken out and one that was put in are found by their ids", () => {
  const changed = structuredClone(pack);
  changed.revision = 999;
  const liner = changed.classes.find(({ id }) => id === "liner")!;
  (liner.features[0] as { title: string }).title = "Bore, widest";
  const [gone] = changed.classes.splice(1, 1);
  changed.classes.push({ ...structuredClone(liner), id: "liner-of-tin" });
  const { all } = packDifferences(pack, changed);
  const at = (place: string) => all.find((each) => each.at === place);
  expect(at("revision")).toEqual({ at: "revision", was: String(pack.revision), is: "999" });
  expect(at(`classes / liner / features / ${String(liner.features[0]!.id)} / title`)).toMatchObject({
    is: "Bore, widest",
  });
  expect(at(`classes / ${gone!.id}`)).toMatchObject({ is: null });
  expect(at("classes / liner-of-tin")).toMatchObject({ was: null });
  expect(all).toHaveLength(4);
});

test("what has no other to be held against is told as new, and a long list is cut and counted", () => {
  expect(packDifferences(null, { id: "x" })).toEqual({ count: 1, all: [{ at: "", was: null, is: '{"id":"x"}' }] });
  const many = (last: number) => Array.from({ length: 900 }, (_, at) => at + last);
  const { count, all } = packDifferences({ a: many(0) }, { a: many(1) }, 10);
  expect([count, all.length]).toEqual([900, 10]);
});
