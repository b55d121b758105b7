import { evidence, type Evidence } from "../evidence/evidence";
import type { Job, Part } from "../entry/fold";
import { groupBy } from "../group";
import { judgement } from "../judgement";
import { rowsBySlot, type MeasureResult } from "../measure/assess-measure";
import type { RowResult } from "../measure/assess-row";
import type { CharacteristicResult } from "../measure/assess-characteristic";
import { conformity } from "../measure/conformity";
import type { CompiledPack } from "../pack/compile-pack";
import type { PartClass } from "../pack/schema";
import { problem, type Problem } from "../problem/problem";

/** One new part that was measured and is not as it should be. */
export interface OutOfLimits {
  readonly part: Part;
  readonly row: RowResult;
  readonly result: CharacteristicResult;
}

/** New parts that came together: accepted or refused together. */
export interface Lot {
  readonly id: string;
  readonly partClass: PartClass;
  /** As it stands on the box; null for a part that came by itself. */
  readonly lot: string | null;
  readonly supplier: string | null;
  readonly parts: readonly Part[];
  /** So many have to be measured through before any is fitted. */
  readonly sample: number;
  readonly measured: readonly Part[];
  readonly out: readonly OutOfLimits[];
  readonly verdict: "accepted" | "refused" | "open";
  /** Parts of it that measure worse than the worst of the worn ones that came out or are still there. */
  readonly worse: readonly WorseThanWorn[];
}

/** A new part that measures worse than all the worn ones of its kind. */
interface WorseThanWorn {
  readonly part: Part;
  readonly row: RowResult;
  readonly value: number;
  readonly worn: number;
}

/** The rows of a part, wherever it is. */
export const rowsOfPart = (pack: CompiledPack, part: Part, { rows, loose }: MeasureResult): readonly RowResult[] =>
  part.slot === null
    ? (loose.get(part.id) ?? [])
    : (rowsBySlot(pack).get(part.slot) ?? []).flatMap(({ id }) => rows.get(id) ?? []);

/**
 * Whether a new part is as it was drawn: by the band of a new one where the pack has it, however much wear it would still
 * take; else by its limit. Null where that cannot be told.
 */
function isAsDrawn({ characteristic, estimate, missing, accepted }: CharacteristicResult): boolean | null {
  const { new: band } = characteristic.limits;
  if (!band || accepted === false) return accepted;
  return estimate && missing.length === 0 ? conformity(estimate, band, characteristic.nonNegative).margin >= 0 : null;
}

/** Measured through, and told: a figure that cannot be held against its limit yet has been read and not inspected. */
const isInspected = ({ measured, points, accepted, governing, derived, hangsOn }: RowResult): boolean =>
  measured === points.length &&
  (accepted !== null || (hangsOn.length === 0 && [governing, ...derived].every(({ limit }) => limit === null)));

function lotOf(
  pack: CompiledPack,
  partClass: PartClass,
  parts: readonly Part[],
  measure: MeasureResult,
  worn: readonly RowResult[],
): Lot {
  const { features, sample } = partClass.incoming!;
  const asked = parts.map((part) => ({
    part,
    rows: rowsOfPart(pack, part, measure).filter(({ feature }) => features.includes(feature.id)),
  }));
  const out = asked.flatMap(({ part, rows }) =>
    rows.flatMap((row) =>
      [row.governing, ...row.derived]
        .filter((result) => isAsDrawn(result) === false)
        .map((result): OutOfLimits => ({ part, row, result })),
    ),
  );
  const measured = asked.filter(({ rows }) => rows.length > 0 && rows.every(isInspected)).map(({ part }) => part);
  const wanted = sample === "all" ? parts.length : Math.min(sample, parts.length);
  const [{ known, id }] = parts as [Part, ...Part[]];
  return {
    id,
    partClass,
    lot: known.text("lot"),
    supplier: known.text("supplier"),
    parts,
    sample: wanted,
    measured,
    out,
    verdict: out.length > 0 ? "refused" : measured.length >= wanted ? "accepted" : "open",
    worse: asked.flatMap(({ part, rows }) => rows.flatMap((row) => worseThan(part, row, worn))),
  };
}

/** Where the worn ones were measured too, whether a new one lies beyond the worst of them, surely. */
function worseThan(part: Part, row: RowResult, worn: readonly RowResult[]): WorseThanWorn[] {
  const { feature, governing } = row;
  const [estimate, expanded] = [governing.estimate, governing.expanded];
  const theirs = worn.flatMap((other) =>
    other.feature.id === feature.id && other.governing.estimate && other.governing.missing.length === 0
      ? [other.governing.estimate.value]
      : [],
  );
  if (!estimate || expanded === null || governing.missing.length > 0 || theirs.length === 0) return [];
  const sign = feature.wearsTowards === "larger" ? 1 : -1;
  const worst = Math.max(...theirs.map((value) => sign * value)) * sign;
  return sign * (estimate.value - worst) > expanded ? [{ part, row, value: estimate.value, worn: worst }] : [];
}

/** No lot is the same no lot: what rests on it has nothing to do. */
const none: readonly Lot[] = [];

/** The lots that suppliers' parts came in, as far as the pack asks for a look at them; without a lot each by itself. */
export function lotsOf(pack: CompiledPack, parts: ReadonlyMap<string, Part>, measure: MeasureResult): readonly Lot[] {
  const arrived = [...parts.values()].filter(
    (part) => part.origin === "supplier" && pack.classes.get(part.class)?.incoming !== undefined,
  );
  if (arrived.length === 0) return none;
  const together = groupBy(arrived, (part) => `${part.class} ${part.known.text("lot") ?? part.id}`);
  const wornOf = (of: string) =>
    [...parts.values()]
      .filter((part) => part.class === of && part.origin !== "supplier")
      .flatMap((part) => rowsOfPart(pack, part, measure));
  return [...together.values()].map((of) =>
    lotOf(pack, pack.classes.get(of[0]!.class)!, of, measure, wornOf(of[0]!.class)),
  );
}

/** What a lot says of each of its parts: one that is out speaks against all of them. */
export function lotEvidence(
  { partClass, lot, parts, sample, measured, out, verdict, worse }: Lot,
  part: Part,
): readonly Evidence[] {
  const params = { tag: part.tag, class: partClass.name, lot, count: parts.length, measured: measured.length, sample };
  const [first] = out;
  if (verdict === "refused") {
    const own = out.some((each) => each.part.id === part.id);
    const outOf = { out: first!.part.tag, outOf: first!.result.characteristic.name };
    return [evidence(problem("lot-refused", [part.id], { ...params, own, ...outOf }))];
  }
  // One that is worse than what it replaces is within its limit, and of no use: a person says.
  const asks = worse.slice(0, 1).map(({ row, value, worn }) => {
    const { name, unit } = row.governing.characteristic;
    return evidence(problem("worse-than-worn", [part.id], { tag: part.tag, what: name, value, worn, unit }));
  });
  return [
    verdict === "open"
      ? evidence(problem("lot-open", [part.id], params))
      : evidence(problem("lot-accepted", [part.id], params)),
    ...asks,
  ];
}

/** All of a lot that its evidence rests on: while it is the same, so is what it says of its parts. */
export const restsOnLot = ({ verdict, parts, measured, out: [first], worse }: Lot): readonly unknown[] => [
  verdict,
  parts.length,
  measured.length,
  first?.part,
  first?.result,
  ...worse.map(({ value, worn }) => value + worn),
];

/** New parts that were fitted before their lot was found good. */
export const lotProblems = (lots: readonly Lot[], slotName: (slot: string) => string): Problem[] =>
  lots.flatMap(({ verdict, parts, lot, measured, sample }) =>
    verdict === "open"
      ? parts.flatMap(({ id, tag, slot }) =>
          slot === null
            ? []
            : [
                problem("fitted-uninspected", [id], {
                  tag,
                  slot: slotName(slot),
                  lot,
                  measured: measured.length,
                  sample,
                }),
              ],
        )
      : [],
  );

export const lotsJudgement = judgement({
  lists: ["parts"],
  needs: ["measured"],
  assess: (pack: CompiledPack, { parts }: Pick<Job, "parts">, { measured }: { readonly measured: MeasureResult }) =>
    lotsOf(pack, parts, measured),
  // Said beside the parts in hand.
  problems: () => [],
});
