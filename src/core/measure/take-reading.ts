import type { Job, Occasion } from "../entry/fold";
import type { Payload } from "../entry/schema";
import type { Sheet } from "../pack/compile-pack";
import { done, problem, refused, type Outcome, type Problem } from "../problem/problem";
import { parseReading } from "../quantity/parse-quantity";
import type { Unit } from "../quantity/units";
import { hasTwoValues, type RowResult } from "./assess-row";
import { questionAround, questionReading, type Around, type Question } from "./question-reading";

/** What a person typed at a point, understood, with what there is to ask about it. */
export interface TypedReading {
  /** In core units: mm for lengths, otherwise SI. */
  readonly value: number;
  readonly half?: number;
  readonly typed: string;
  readonly unit: string;
  /** Null where it makes sense. */
  readonly question: Question | null;
}

/**
 * Reads what was typed at a point of a sheet.
 *
 * @param unit    what a figure is in that names none
 * @param around  what was read around the point; null where nothing is asked about that
 * @returns  the reading; or what is wrong with the text, as `parseReading` says
 * @example  readTyped("70.98", { feature: bigEnd }, "a", unitById("mm")!, null).value // { value: 70.98, question: null }; a journal of 71 mm
 */
export function readTyped(
  text: string,
  { feature }: Pick<Sheet, "feature">,
  point: string,
  unit: Unit,
  around: Around | null,
): Outcome<TypedReading> {
  const parsed = parseReading(text, unit.dimension, unit);
  if (!parsed.ok) return refused(...parsed.problems);
  const { value, half, typed, unit: unitId } = parsed.value;
  return done({
    value,
    ...(half === undefined ? {} : { half }),
    typed,
    unit: unitId,
    question: questionReading(value, feature, point) ?? (around && questionAround(value, around)),
  });
}

/** What was read around a point of a sheet, as typed. */
export function aroundOf(
  { rows: sheetRows, feature }: Pick<Sheet, "rows" | "feature">,
  rows: ReadonlyMap<string, RowResult>,
  row: string,
  point: string,
): Around {
  const all = sheetRows.map(({ id }) => rows.get(id)!);
  const at = sheetRows.findIndex(({ id }) => id === row);
  const before = at > 0 ? all[at - 1]! : undefined;
  const here = all[at];
  const upTo = feature.points.slice(
    0,
    feature.points.findIndex(({ id }) => id === point),
  );
  const readAt = (of: RowResult | undefined, id: string) =>
    of?.part ? (of.points.find((each) => each.point === id)?.readings.at(-1)?.value ?? null) : null;
  /** The readings at all of these points, or none of them. */
  const whole = (of: RowResult | undefined, ids: readonly string[]) => {
    const values = ids.flatMap((id) => readAt(of, id) ?? []);
    return values.length === ids.length ? values : [];
  };
  const { new: fresh, reassembly } = feature.governing.limits;
  const isForm = "fit" in feature.governing.expr;
  const ids = upTo.map(({ id }) => id);
  return {
    // A score is far from where there is none: what comes of an event has no fellows.
    fellows:
      isForm || feature.byEvent
        ? []
        : all.flatMap((of) =>
            of.points
              .filter((each) => !hasTwoValues(each) && (of !== here || each.point !== point))
              .flatMap((each) => each.readings.at(-1)?.value ?? []),
          ),
    here: isForm ? [] : whole(here, ids),
    before: isForm ? [] : whole(before, [...ids, point]),
    unit: feature.unit,
    way: Math.max(
      Math.abs((reassembly?.max ?? fresh?.max ?? 0) - (fresh?.min ?? 0)),
      Math.abs((fresh?.max ?? 0) - (reassembly?.min ?? fresh?.min ?? 0)),
    ),
  };
}

/** Why no reading can be taken of a row; null where one can. */
export function whyNoReading(
  { part, row }: Pick<RowResult, "part" | "row">,
  occasion: Occasion | null,
): Problem | null {
  if (!part) return problem("slot-empty", [row.id], { slot: row.slot.name });
  return occasion ? null : problem("no-gauge", [row.id]);
}

/** What a reading writes into the job. */
export interface ReadingEntries {
  /** Strikes that are themselves struck: one side of a conflict that the reading settles. */
  readonly strikes: readonly string[];
  readonly reading: Payload<"reading-taken">;
}

/**
 * The entries that a typed reading becomes. A value typed over one of the same occasion corrects it; one of a new
 * occasion is a new measurement; one typed where two corrections clash, or two readings contradict each other, settles them. A repeat corrects nothing.
 *
 * @param row  of a part, in its slot: see `whyNoReading`
 */
export function readingEntries(
  job: Pick<Job, "conflicts" | "readings">,
  { row, part, points }: RowResult,
  point: string,
  { occasion }: Pick<Occasion, "occasion">,
  { question, ...read }: TypedReading,
  as: "value" | "repeat",
): ReadingEntries {
  const at = points.find((each) => each.point === point)!;
  const over =
    as === "repeat"
      ? []
      : at.readings.filter((reading) => reading.occasion === occasion || hasTwoValues(at)).map(({ id }) => id);
  const rivals = job.conflicts.flatMap(({ successors }) =>
    successors.some((id) => over.includes(id)) ? successors : [],
  );
  const readings = new Set(rivals.length === 0 ? [] : job.readings.map(({ id }) => id));
  return {
    strikes: [...new Set(rivals)].filter((id) => !readings.has(id)),
    reading: {
      occasion,
      part: part!.id,
      feature: row.at.id,
      point,
      ...read,
      ...(question ? { kept: question.code } : {}),
      ...(over.length > 0 ? { supersedes: over } : {}),
    },
  };
}
