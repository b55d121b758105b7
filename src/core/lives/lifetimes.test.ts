import { foldShop } from "../entry/fold-shop";
import { TestBench } from "../fixtures/bench";
import { choiceAt, decide, judged } from "../fixtures/choices";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { pellbrook } from "../fixtures/packs/pellbrook";
import { planOfJob } from "../whole-plan/pose-plan";
import { lifetimesOf, livesByClass, type ClassLifetime } from "./lifetimes";

const own = (bench: TestBench, slot: string, hours: number) =>
  bench.add("intake-noted", { section: "history", item: "hours-since-new", part: bench.partIn.get(slot)!, place: null, value: hours }); // prettier-ignore

test("parts whose hours are known and that are decided count: broken as ended, cracked or seen past use as ended by then, the others as good", () => {
  const bench = new TestBench(orrinshaw);
  bench.readRestAsNew();
  for (const slot of ["rod-1", "rod-2", "rod-3", "rod-4", "liner-1"]) own(bench, slot, 9000);
  const fragment = (parent: string) =>
    bench.add("fragment-found", { fragment: bench.newId(), grams: 80, standard: 0.1, material: "forged-steel", where: "sump", parent: bench.partIn.get(parent)!, words: null, photo: null }); // prettier-ignore
  fragment("rod-1");
  bench.add("finding-made", { part: bench.partIn.get("liner-1")!, place: "bore", finding: "scoring", value: "severe", phase: "after-cleaning", words: null }); // prettier-ignore
  for (const slot of ["rod-1", "rod-3", "liner-1"]) decide(bench, slot, "replace", { reason: "gone" });
  decide(bench, "rod-2", "reuse");
  // Nobody decided rod 4, and of rod 5 nobody knows the hours.
  decide(bench, "rod-5", "reuse");
  expect(lifetimesOf(judged(bench)).map((each) => `${each.class} ${each.age} ${each.is}`).sort()).toEqual([
    "liner 9000 ended-by",
    "rod 9000 ended",
    "rod 9000 good",
    "rod 9000 good",
  ]); // prettier-ignore
});

test("each engine counts once, as it was counted last", () => {
  const bench = new TestBench(orrinshaw);
  const [one, other] = [bench.newId(), bench.newId()];
  const count = (job: string, ages: readonly number[]) =>
    bench.add("lives-counted", { job, pack: "orrinshaw-6m", lifetimes: ages.map((age) => ({ class: "rod", age, is: "good" })) }); // prettier-ignore
  count(one, [100, 200]);
  count(other, [300]);
  count(one, [150]);
  const counted = foldShop(bench.entries).lifetimes.get("orrinshaw-6m")!;
  expect(counted.map(({ age }) => age).sort()).toEqual([150, 300]);
});

test("a kind of which too few ended has no law of the shop's, whatever the others have", () => {
  const of = (kind: string, count: number, ended: number): ClassLifetime[] =>
    Array.from({ length: count }, (_, at) => ({
      class: kind,
      age: 4000 + 1000 * at,
      is: at < ended ? "ended" : "good",
    }));
  const lives = livesByClass([...of("chain-guide", 12, 5), ...of("piston", 12, 1), ...of("liner", 2, 2)]);
  expect([...lives.keys()]).toEqual(["chain-guide"]);
});

test("adopted into a job it is what the plan reckons with, and left out it is not", () => {
  const chanceOf = (adopted: readonly boolean[]) => {
    const bench = new TestBench(pellbrook, { hoursWanted: 4000 });
    bench.readRestAsNew();
    own(bench, "guide-fixed", 5000);
    for (const on of adopted)
      bench.add("lives-adopted", { on, classes: on ? [{ class: "chain-guide", hours: 6000, low: 5000, high: 7200, shape: 4, count: 40, ended: 18 }] : [] }); // prettier-ignore
    const assessment = judged(bench);
    const posed = planOfJob(pellbrook, assessment, 4000)!;
    const place = posed.places.find(({ choice }) => choice.slot.id === "guide-fixed")!;
    expect(choiceAt(assessment, "guide-fixed").part).not.toBeNull();
    return place.offers.find(({ option }) => option.disposition === "reuse")?.chance ?? null;
  };
  const [pack, shop, left] = [chanceOf([]), chanceOf([true]), chanceOf([true, false])];
  // Half of them run 6,000 h, shape 4: of those that reached 5,000 so many run 4,000 more.
  const beyond = (hours: number) => 2 ** -((hours / 6000) ** 4);
  expect(shop! / pack!).toBeLessThan(0.5);
  expect(left).toBe(pack);
  // All that was read of this engine is as new: it is worked less hard than most, and lasts longer than the shop's do on the mean.
  expect(shop!).toBeGreaterThan(beyond(9000) / beyond(5000));
});
