import type { Decision } from "../entry/fold";
import { coreVersion } from "../version";
import { figuresOfPart, shownFigures } from "./make-witness";
import type { RowResult } from "../measure/assess-row";
import { problem, type Problem } from "../problem/problem";

export interface ShownFigure {
  readonly value: number;
  readonly expanded: number;
  readonly mark: string;
}

/** Half a nanometre more than the rounding of a witness. */
const slack = 1.5e-6;
const isSame = (a: ShownFigure, b: ShownFigure) =>
  Math.abs(a.value - b.value) <= slack && Math.abs(a.expanded - b.expanded) <= slack && a.mark === b.mark;

/** Figures that are no longer what they were; one that is gone or has come is a difference too. */
export function compareFigures(
  then: ReadonlyMap<string, ShownFigure>,
  now: ReadonlyMap<string, ShownFigure>,
  unitOf: (key: string) => string,
): Problem[] {
  return [...new Set([...then.keys(), ...now.keys()])].flatMap((key) => {
    const [was, is] = [then.get(key), now.get(key)];
    if (was && is && isSame(was, is)) return [];
    return [
      problem("figure-differs", key.split(" "), {
        key,
        then: was?.value ?? null,
        thenExpanded: was?.expanded ?? null,
        thenMark: was?.mark ?? null,
        now: is?.value ?? null,
        nowExpanded: is?.expanded ?? null,
        nowMark: is?.mark ?? null,
        unit: unitOf(key),
      }),
    ];
  });
}

/** What the figures of rows and joints are shown in, by characteristic, with its row's id before it or without. */
export function unitsOf(
  judged: readonly (Pick<RowResult, "governing" | "derived"> & { readonly row?: { readonly id: string } })[],
): (key: string) => string {
  const units = new Map(
    judged.flatMap(({ row, governing, derived }) =>
      [governing, ...derived].flatMap(({ characteristic: { id, unit } }) => [
        [id, unit] as const,
        [`${row?.id} ${id}`, unit] as const,
      ]),
    ),
  );
  return (key) => units.get(key) ?? "mm";
}

export const compareGround = (then: { core: string; pack: string }, pack: string): Problem[] => [
  ...(then.core === coreVersion ? [] : [problem("core-differs", [], { then: then.core, now: coreVersion })]),
  ...(then.pack === pack
    ? []
    : [problem("witness-pack-differs", [], { then: then.pack.slice(0, 12), now: pack.slice(0, 12) })]),
];

/**
 * What a decision was shown, beside what the same program would show now. One that was made of a single feature was
 * shown that one's figures.
 *
 * @param rows  those of the part that was decided
 */
export function compareWitness(
  { feature, witness }: Pick<Decision, "feature" | "witness">,
  rows: readonly RowResult[],
  packSha256: string,
): Problem[] {
  const then = new Map(witness.figures.map((figure) => [figure.id, figure]));
  const mine = feature === null ? rows : rows.filter(({ row }) => row.at.id === feature);
  const shown = feature === null ? figuresOfPart(mine) : mine.flatMap(({ governing, derived }) => shownFigures([governing, ...derived])); // prettier-ignore
  const now = new Map(shown.map((figure) => [figure.id, figure]));
  const units = new Map(
    mine.flatMap(({ row, governing, derived }) =>
      [governing, ...derived].flatMap(({ characteristic: { id, unit } }) => [
        [id, unit] as const,
        [`${row.at.id}/${id}`, unit] as const,
      ]),
    ),
  );
  return [...compareGround(witness, packSha256), ...compareFigures(then, now, (key) => units.get(key) ?? "mm")];
}
