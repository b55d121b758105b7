import { evidence, type Evidence } from "../evidence/evidence";
import type { Part } from "../entry/fold";
import type { CharacteristicResult } from "../measure/assess-characteristic";
import type { JointResult } from "../measure/assess-joint";
import type { RowResult } from "../measure/assess-row";
import { conformity, type Conformity } from "../measure/conformity";
import type { PartClass } from "../pack/schema";
import { problem, type ProblemOf } from "../problem/problem";

/** How a value lies to a limit it is surely or likely past, and whether that limit is the one for a part that runs on. */
interface Past {
  readonly held: Conformity;
  /** Past what a new one may have, and nothing else is known of it: that is for a person to say. */
  readonly isOfNew: boolean;
}

/**
 * Whether a value is past a limit: that for reassembly where there is one, else that for service, else, of a new part, its own band.
 * A pack that keeps a value for the record alone says so, and why.
 */
function pastLimit(
  { characteristic, accepted, estimate, missing, conformity: held }: CharacteristicResult,
  isNew: boolean,
): Past | null {
  if (characteristic.record !== undefined) return null;
  if (held) return accepted === false ? { held, isOfNew: false } : null;
  const { inService, new: fresh } = characteristic.limits;
  // A used part is worn: what a new one may have is no limit to it.
  const limit = inService ?? (isNew ? fresh : undefined);
  if (!estimate || !limit || missing.length > 0) return null;
  const by = conformity(estimate, limit, characteristic.nonNegative);
  return by.margin < 0 ? { held: by, isOfNew: inService === undefined } : null;
}

const figuresOf = ({ characteristic, estimate }: CharacteristicResult, { limit, bound }: Conformity) => ({
  characteristic: characteristic.name,
  value: estimate!.value,
  limit,
  bound,
  unit: characteristic.unit,
});

/** Rows that no decision of the part rests on: what they say is said here, and of all others where it is decided. */
function besideDecisions(rows: readonly RowResult[], { features }: PartClass): readonly RowResult[] {
  const deciding = new Set(features.flatMap(({ id, decides, restsOn }) => (decides ? [id, ...restsOn] : [])));
  return rows.filter(({ feature }) => !deciding.has(feature.id));
}

/**
 * What was measured of a part and no decision reads: a value past its limit refuses it, whether its feature decides or not, and
 * a fit that is past its own, of which nobody said what gives way, is asked about at each of its ends.
 *
 * @param rows    all of the part
 * @param joints  those it is an end of
 */
export function measuredEvidence(
  part: Part,
  partClass: PartClass,
  rows: readonly RowResult[],
  joints: readonly JointResult[],
): readonly Evidence[] {
  const { tag, id } = part;
  const isNew = part.origin === "supplier";
  const all = ({ governing, derived }: Pick<RowResult, "governing" | "derived">) => [governing, ...derived];
  const decided = new Set(rows);
  const beside = besideDecisions(rows, partClass);
  beside.forEach((row) => decided.delete(row));
  const said = (row: RowResult, result: CharacteristicResult): Evidence[] => {
    const past = pastLimit(result, isNew);
    if (!past) return [];
    const where = [id, row.row.at.id, result.characteristic.id];
    const params = { tag, of: row.row.name, ...figuresOf(result, past.held) };
    const reason: ProblemOf<"measured-past-limit" | "measured-past-new"> = past.isOfNew
      ? problem("measured-past-new", where, params)
      : problem("measured-past-limit", where, params);
    const { setRight } = row.feature;
    return [
      evidence(reason as ProblemOf<"measured-past-limit">, {
        on: [row.row.at.id],
        ...(setRight
          ? { madeGood: { id: setRight.id, step: "set-right", name: setRight.name, allowed: true, cost: null } }
          : {}),
      }),
    ];
  };
  return [
    ...beside.flatMap((row) => all(row).flatMap((result) => said(row, result))),
    // Of those that decide, what has no limit for reassembly is judged by no decision.
    ...[...decided].flatMap((row) => all(row).flatMap((result) => (result.limit ? [] : said(row, result)))),
    ...joints
      .filter(({ row }) => row.joint.givesWay.length === 0)
      .flatMap((joint) =>
        all(joint).flatMap((result): Evidence[] => {
          const past = pastLimit(result, isNew);
          const params = past && { tag, joint: joint.row.name, ...figuresOf(result, past.held) };
          const on = [...joint.ends.values()].filter((end) => end.part === part).map(({ row }) => row.at.id);
          return params
            ? [
                evidence(problem("fit-past-limit", [id, joint.row.id, result.characteristic.id], params), {
                  survivesMachining: false,
                  on,
                }),
              ]
            : [];
        }),
      ),
  ];
}
