import { TestBench } from "@/core/fixtures/bench";
import { orrinshaw as pack } from "@/core/fixtures/packs/orrinshaw";
import { seeded } from "@/core/numeric/seeded";
import { createAssess } from "@/core/assess";
import { fresh } from "./generate";
import { quickest } from "./quickest";

/** A job with so many findings, a tenth as many pieces, cracks and holes, always the same one. */
function generate(findings: number): TestBench["entries"] {
  const { next } = seeded(findings);
  const bench = new TestBench(pack);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const seeing = pack.pack.slots.filter((slot) => pack.classes.get(slot.class)!.findings.length > 0);
  const block = bench.partIn.get("block")!;
  const { width, height } = pack.classes.get("block")!.zoneMap!;
  const broken = bench.partIn.get("rod-bolt-5b")!;
  bench.checkForCracks();
  bench.add("broken-weighed", {
    part: broken,
    wholeGrams: 80_000,
    wholeStandard: 0.1,
    wholeFrom: "sister",
    leftGrams: 50,
    leftStandard: 0.1,
  });
  for (let at = 0; at < findings; at += 1) {
    const slot = pick(seeing);
    const kind = pick(pack.classes.get(slot.class)!.findings);
    bench.add("finding-made", {
      part: bench.partIn.get(slot.id)!,
      finding: kind.id,
      place: kind.places.length > 0 ? pick(kind.places) : null,
      value: pick([{ id: "none" }, ...kind.values]).id,
      phase: next() < 0.5 ? "before-cleaning" : "after-cleaning",
      words: null,
    });
    if (at % 10 > 0) continue;
    bench.add("fragment-found", {
      fragment: bench.newId(),
      grams: 1 + next(),
      standard: 0.05,
      material: null,
      where: "sump",
      parent: broken,
      words: null,
      photo: null,
    });
    const [x, y] = [next() * width, next() * height];
    bench.add("crack-found", {
      part: block,
      line: [
        [x, y],
        [x + 20 * next(), y + 20 * next()],
      ],
      lengthMm: 5 + 30 * next(),
      method: "dye",
      words: null,
    });
    bench.add("thread-found", {
      part: block,
      zone: "studs-cam",
      hole: 1 + Math.floor(13 * next()),
      state: pick(["sound", "insert", "damaged"] as const),
    });
  }
  return bench.entries;
}

const [small, large] = [generate(200), generate(2000)];
const asOf = "2026-11-24T00:00:00Z";
const timed = (entries: typeof small) =>
  quickest(
    15,
    () => fresh(entries),
    (again) => createAssess(pack)(again, asOf),
  );
for (const entries of [small, large]) createAssess(pack)(fresh(entries), asOf);
console.log(
  JSON.stringify({ findings: { small: 200, large: 2000 }, teardownMs: { small: timed(small), large: timed(large) } }),
);
