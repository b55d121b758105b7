import type { Part } from "../entry/fold";
import type { StatedOf } from "../entry/stated";
import { groupBy } from "../group";
import { judgement } from "../judgement";
import type { RowResult } from "../measure/assess-row";
import type { MeasureResult } from "../measure/assess-measure";
import { shiftOf } from "../measure/size-made";
import type { CompiledPack } from "../pack/compile-pack";
import { isSame } from "../same";
import type { SizeOf } from "./ends";

/** The band that a decided way brings a place to, mm; null where it brings it to no size, or two people decided differently. */
function decidedBand({ row, feature, part }: RowResult, statedOf: StatedOf): { min: number; max: number } | null {
  const { rework, governing } = feature;
  const band = governing.limits.new;
  if (!rework || band?.min === undefined || band.max === undefined) return null;
  const steps = statedOf(part!.id).said.map(({ disposition, ways }) =>
    disposition === "rework" ? (ways.find((way) => way.feature === row.at.feature.id)?.step ?? null) : null,
  );
  const step = rework.steps.find(({ id }) => id === steps[0]);
  if (!step || steps.some((each) => each !== steps[0])) return null;
  const by = shiftOf(rework, step.amount);
  return { min: band.min + by, max: band.max + by };
}

/** The rows that say how large an attribute of a mating is; the same list again while none of them changed. */
export function createMeetingRows({
  pack,
}: CompiledPack): (found: { readonly measured: MeasureResult }) => readonly RowResult[] {
  const meets = new Set(
    (pack.match?.attributes ?? []).flatMap(({ measured }) => measured.map((each) => `${each.class} ${each.feature}`)),
  );
  let before: readonly RowResult[] = [];
  return ({ measured: { rows, loose } }) => {
    if (meets.size === 0) return before;
    const all = [...rows.values(), ...[...loose.values()].flat()];
    const now = all.filter(({ row, part }) => part !== null && meets.has(`${row.partClass.id} ${row.at.feature.id}`));
    if (!isSame(now, before)) before = now;
    return before;
  };
}

/**
 * What features of parts measure, each with its expanded uncertainty; and where it was decided to bring one to a size, what
 * it will measure then: the drawing band about that size. A feature with several places is not one size, and has none here.
 */
export function sizesOf(rows: readonly RowResult[], statedOf: StatedOf): SizeOf {
  const ofPart = groupBy(rows, ({ part }) => part!.id);
  return (part: Part, feature) => {
    const found = (ofPart.get(part.id) ?? []).filter(({ row }) => row.at.feature.id === feature);
    const [row] = found;
    if (!row || found.length > 1) return null;
    const decided = row.isMachined ? null : decidedBand(row, statedOf);
    if (decided) return { value: decided, from: "decided" };
    const { estimate, expanded, missing } = row.governing;
    if (!estimate || expanded === null || missing.length > 0) return null;
    return { value: { min: estimate.value - expanded, max: estimate.value + expanded }, from: "measured" };
  };
}

export const meetingJudgement = judgement({
  lists: [],
  needs: ["measured"],
  assess: (pack: CompiledPack, _: unknown, found: { readonly measured: MeasureResult }) =>
    createMeetingRows(pack)(found),
  problems: () => [],
});
