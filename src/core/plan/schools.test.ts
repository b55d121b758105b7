import { TestBench, testGauge } from "../fixtures/bench";
import { choiceAt, judged } from "../fixtures/choices";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { pellbrook } from "../fixtures/packs/pellbrook";
import { windrow } from "../fixtures/packs/windrow";
import type { CompiledPack } from "../pack/compile-pack";
import type { Choice } from "../option/option";

// Where shops differ, and what each way of working makes of the same part. Common practice, no source.

const follow = (bench: TestBench, school: string, option: string) =>
  bench.add("intake-noted", { section: "school", item: school, part: null, place: null, value: option });

/** The same engine in a shop that follows one option, in another, and in one where nobody said. */
function inEachShop(
  pack: CompiledPack,
  school: string,
  options: readonly (string | null)[],
  tell: (bench: TestBench) => void,
  slot: string,
): Choice[] {
  return options.map((option) => {
    const bench = new TestBench(pack);
    tell(bench);
    if (option) follow(bench, school, option);
    return choiceAt(judged(bench), slot);
  });
}

const reuse = ({ options }: Choice) => options.find(({ disposition }) => disposition === "reuse")!.allowed;
const reworks = ({ options }: Choice) =>
  options.flatMap(({ disposition, ways, allowed }) => (disposition === "rework" ? [[ways[0]!.step, allowed]] : []));

test("a worn lobe is ground and hardened again where the shop does that, and goes where it does not", () => {
  const lifts = (by: number) => (bench: TestBench) => {
    bench.readRestAsNew(["camshaft-lobe"]);
    const occasion = bench.occasion({ gauge: { ...testGauge, method: "direct", quantities: ["lift"] }, master: null });
    const { rows, feature } = orrinshaw.sheets.find(({ id }) => id === "camshaft-lobe")!;
    const fresh = feature.points.map(({ nominal }) => nominal!);
    // A new one lifts 6.42 mm; it is not used again under 6.25, and not ground again under 6.05.
    rows.forEach(({ id }, at) => bench.readAll(occasion, id, fresh.map((lift) => lift * (at === 0 ? by : 1)))); // prettier-ignore
  };
  const worn = inEachShop(orrinshaw, "reground-cam", ["hardened", "never", null], lifts(0.96), "camshaft");
  expect(worn.map(reuse)).toEqual([false, false, false]);
  expect(worn.map(reworks)).toEqual([[["regrind", true]], [], [["regrind", null]]]);
  const [open] = [worn[2]!.options.find(({ disposition }) => disposition === "rework")!];
  expect(open.reasons.map(({ code }) => code)).toContain("way-hangs-on");
  const [gone] = inEachShop(orrinshaw, "reground-cam", ["hardened"], lifts(0.93), "camshaft");
  expect(reworks(gone!)).toEqual([["regrind", false]]);
});

test("a cam that is worn and pitted is ground once, and that is what takes both away", () => {
  const both = (bench: TestBench) => {
    bench.readRestAsNew(["camshaft-lobe"]);
    const occasion = bench.occasion({ gauge: { ...testGauge, method: "direct", quantities: ["lift"] }, master: null });
    const { rows, feature } = orrinshaw.sheets.find(({ id }) => id === "camshaft-lobe")!;
    rows.forEach(({ id }, at) => bench.readAll(occasion, id, feature.points.map(({ nominal }) => nominal! * (at === 0 ? 0.96 : 1)))); // prettier-ignore
    bench.add("finding-made", { part: bench.partIn.get("camshaft")!, place: null, finding: "pitting", value: "severe", phase: "after-cleaning", words: null }); // prettier-ignore
  };
  const [ground, never] = inEachShop(orrinshaw, "reground-cam", ["hardened", "never"], both, "camshaft");
  const ways = ground!.options.filter(({ disposition }) => disposition === "rework").map((option) => [option.ways.length, option.allowed]); // prettier-ignore
  expect([ways, reuse(ground!), reworks(never!)]).toEqual([[[1, true]], false, []]);
});

test("a guide half worn stays or goes as the shop holds it; while nobody said, it does not stay", () => {
  const bore = (mm: number) => (bench: TestBench) => {
    bench.readRestAsNew(["valve-guide-bore"]);
    const occasion = bench.occasion();
    const { rows, feature } = orrinshaw.sheets.find(({ id }) => id === "valve-guide-bore")!;
    // Held against a master at 9.52 mm.
    for (const { id } of rows) bench.readAll(occasion, id, feature.points.map(() => mm)); // prettier-ignore
  };
  const shops = ["leave", "change", null];
  // New up to 9.53; half the clearance that its stem may have is gone at 9.56.
  const said = inEachShop(orrinshaw, "guides", shops, bore(9.58), "guide-1i").map(reuse);
  expect(said).toEqual([true, false, false]);
});

test("a chain guide cracked and held, or at half its life, is left, changed or asked about", () => {
  const shoe = (value: string) => (bench: TestBench) =>
    bench.add("finding-made", { part: bench.partIn.get("guide-fixed")!, place: null, finding: "shoe", value, phase: "after-cleaning", words: null }); // prettier-ignore
  const each = (value: string) => inEachShop(pellbrook, "tensioners", ["leave", "change", null], shoe(value), "guide-fixed"); // prettier-ignore
  expect(each("cracked").map(reuse)).toEqual([true, false, null]);
  expect(each("gone").map(reuse)).toEqual([false, false, false]);
  const ran = (hours: number) => (bench: TestBench) => {
    bench.add("intake-noted", { section: "history", item: "hours-since-new", part: bench.partIn.get("guide-fixed")!, place: null, value: hours }); // prettier-ignore
    shoe("none")(bench);
  };
  expect(inEachShop(pellbrook, "tensioners", ["leave", "change"], ran(8200), "guide-fixed").map(reuse)).toEqual([true, false]); // prettier-ignore
});

test("a chattered housing is coated, ground true or replaced by the shop's intent; one worn bright may stay as well", () => {
  const chrome = (value: string) => (bench: TestBench) => {
    bench.readRestAsNew();
    const part = bench.partIn.get("rotor-housing-1")!;
    bench.add("part-noted", { part, item: "own-size", feature: "width", value: 80 });
    bench.add("finding-made", { part, place: "exhaust", finding: "chrome", value, phase: "after-cleaning", words: null }); // prettier-ignore
  };
  const named = (choice: Choice) =>
    choice.options.flatMap(({ disposition, ways, allowed }) =>
      disposition === "rework" ? [`${ways.map(({ name }) => name).join()} ${allowed}`] : [],
    );
  const shops = ["coat", "resurface", "new", null];
  const chattered = inEachShop(windrow, "housing-surface", shops, chrome("chatter"), "rotor-housing-1");
  expect(chattered.map(reuse)).toEqual([false, false, false, false]);
  expect(chattered.map(named)).toEqual([["surface coated true"], ["surface ground true true"], [], ["surface coated null"]]); // prettier-ignore
  const bright = inEachShop(windrow, "housing-surface", shops, chrome("bright"), "rotor-housing-1");
  expect(bright.map((choice) => reuse(choice) !== false)).toEqual([true, true, true, true]);
  expect(bright.map((choice) => named(choice).length)).toEqual([1, 1, 0, 1]);
  // It costs what making a housing good costs in the pack, and no more.
  const [coated] = chattered[0]!.options.filter(({ disposition }) => disposition === "rework");
  expect(coated!.price?.likely).toBe(240_00);
  expect(chattered[2]!.proposal.disposition).toBe("replace");
});

test("what the shop does holds where the job does not say; what was said of the job comes first, a disagreement included", () => {
  const bench = new TestBench(orrinshaw);
  const [school] = orrinshaw.pack.intake!.schools;
  const [one, other] = school!.options;
  const now = () => judged(bench).order.schools.get(school!.id);
  const said = (value: string | null) => bench.add("intake-noted", { section: "school", item: school!.id, part: null, place: null, value }); // prettier-ignore
  const settings = (schools: { pack: string; school: string; option: string }[]) =>
    bench.add("settings-taken", { settings: { currency: "EUR", labourRate: null, alwaysNew: [], schools } });
  expect(now()).toBeNull();
  // Of another pack, and of an option that is none: nobody chose.
  settings([
    { pack: "another", school: school!.id, option: one!.id },
    { pack: orrinshaw.pack.id, school: school!.id, option: "dance" },
  ]);
  expect(now()).toBeNull();
  settings([{ pack: orrinshaw.pack.id, school: school!.id, option: one!.id }]);
  expect(now()).toBe(one!.id);
  said(null);
  expect(now()).toBeNull();
  said(other!.id);
  expect(now()).toBeNull();
});
