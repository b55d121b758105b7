import type { Job } from "../entry/fold";
import { figuresOf } from "./assumed-gauge";
import { problem, type Problem } from "../problem/problem";
import { unitById } from "../quantity/units";
import { isOfKind, type RowResult } from "./assess-row";
import { questionReading } from "./question-reading";

const problemsOf = new WeakMap<RowResult, readonly Problem[]>();

/** Conflicts and unanswered questions of one row; a row that is still the same has the same. */
function rowProblems(row: RowResult): readonly Problem[] {
  const known = problemsOf.get(row);
  if (known) return known;
  const { feature } = row;
  const found = row.points.flatMap((point): Problem[] => {
    const name = feature.points.find((each) => each.id === point.point)!.name;
    const conflict = point.conflict
      ? [problem("conflict", [row.row.id, point.point], { row: row.row.name, point: name })]
      : [];
    const { scatter, disagrees } = point;
    const apart = disagrees
      ? [problem("readings-disagree", [row.row.id, point.point], { row: row.row.name, point: name, one: disagrees.one.value, other: disagrees.other.value, unit: feature.unit })] // prettier-ignore
      : [];
    const scattered =
      scatter && scatter.is === null
        ? [problem("scatter-unexplained", [row.row.id, point.point], { row: row.row.name, point: name, repeats: scatter.repeats, deviation: scatter.deviation, unit: feature.unit })] // prettier-ignore
        : [];
    const asked = point.readings.flatMap((reading): Problem[] => {
      const where = [row.row.id, reading.point];
      if (!isOfKind(reading, feature))
        return [
          problem("reading-of-another-kind", where, {
            row: row.row.name,
            typed: reading.typed,
            measures: unitById(reading.unit)?.dimension ?? reading.unit,
            wanted: unitById(feature.unit)!.dimension,
          }),
        ];
      const question = questionReading(reading.value, feature, point.point);
      return question && reading.kept !== question.code ? [{ ...question, severity: "hold", path: where }] : [];
    });
    return [...conflict, ...apart, ...scattered, ...asked];
  });
  problemsOf.set(row, found);
  return found;
}

/** What is wrong with how it was measured: gauges, masters, conflicts, readings that make no sense and were not kept as asked. */
export function measuringProblems(job: Pick<Job, "readings" | "occasions">, rows: Iterable<RowResult>): Problem[] {
  const found: Problem[] = [];
  const used = new Set(job.readings.map((reading) => reading.occasion));
  for (const { occasion, gauge, master, at } of job.occasions.values()) {
    if (!used.has(occasion)) continue;
    if (gauge.method === "comparator" && !master)
      found.push(problem("setting-master-missing", [occasion], { gauge: gauge.name }));
    const { assumed } = figuresOf(gauge);
    if (assumed.length > 0)
      found.push(problem("gauge-assumed", [occasion], { gauge: gauge.name, what: assumed.join(" and ") }));
    if (gauge.calibration && gauge.calibration.due < at.slice(0, 10))
      found.push(problem("gauge-overdue", [occasion], { gauge: gauge.name, due: gauge.calibration.due }));
  }
  for (const row of rows) found.push(...rowProblems(row));
  return found;
}
