// How often two honest readings of one place are called a contradiction, and how often one that is off by so much is: every
// lengthwise place of the 6M, read twice with a gauge that scatters as it says, on spots that differ as the pack says.
import { createJudge } from "@/core/assess";
import { TestBench, testGauge } from "@/core/fixtures/bench";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { seeded } from "@/core/numeric/seeded";
import { unitById } from "@/core/quantity/units";

const turns = 12;
const random = seeded(31);
const gauge = { ...testGauge, method: "direct" as const };
const rows = orrinshaw.sheets.flatMap(({ feature, rows: all }) => {
  const { new: fresh } = feature.governing.limits;
  const isSize = unitById(feature.unit)?.dimension === "length" && fresh?.min !== undefined && fresh.max !== undefined;
  return isSize ? all.map((row) => ({ row, feature, size: (fresh.min! + fresh.max!) / 2 })) : [];
});

/** The share of points that are called a contradiction where the second reading is off by so many standard deviations. */
function share(off: number): { readonly called: number; readonly of: number } {
  let [called, of] = [0, 0];
  for (let turn = 0; turn < turns; turn += 1) {
    const bench = new TestBench(orrinshaw);
    for (const again of [false, true])
      for (const { row, feature, size } of rows) {
        const occasion = bench.occasion({ gauge: { ...gauge, quantities: [feature.quantity] }, master: null });
        const spot = feature.sampling?.standardMm ?? 0;
        const scatter = Math.hypot(gauge.repeatability, spot);
        const values = feature.points.map(({ nominal }) => {
          const read = (nominal ?? size) + random.normal() * scatter + (again ? off * Math.SQRT2 * scatter : 0);
          return Math.round(read / gauge.resolution) * gauge.resolution;
        });
        bench.readAll(occasion, row.id, values);
      }
    const { rows: found } = createJudge(orrinshaw).measuring(bench.entries);
    for (const { row } of rows)
      for (const { disagrees } of found.get(row.id)!.points) {
        of += 1;
        if (disagrees) called += 1;
      }
  }
  return { called: called / of, of };
}

const [honest, six] = [share(0), share(6)];
console.log(JSON.stringify({ pairs: honest.of, falseAlarms: honest.called, caught: six.called }));
