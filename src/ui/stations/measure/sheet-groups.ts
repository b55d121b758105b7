import type { CompiledPack, JointSheet, Sheet } from "@/core/pack/compile-pack";
import { inGroups } from "../../kit/groups";

/** What can be looked at at Measure: readings of a feature, or how ends fit. */
export type AnySheet = Sheet | JointSheet;

export interface SheetGroup {
  readonly id: string;
  readonly name: string;
  readonly sheets: readonly AnySheet[];
}

export const isJointSheet = (sheet: AnySheet): sheet is JointSheet => "joint" in sheet;
export const titleOf = (sheet: AnySheet): string => (isJointSheet(sheet) ? sheet.joint.title : sheet.feature.title);

/** The sheets of a pack by kind of part, and all joints together at the end. */
export const sheetGroups = ({
  sheets,
  jointSheets,
}: Pick<CompiledPack, "sheets" | "jointSheets">): readonly SheetGroup[] => [
  ...inGroups(sheets, (sheet) => sheet.partClass).map(({ name, items }) => ({ id: name, name, sheets: items })),
  ...(jointSheets.length > 0 ? [{ id: "joints", name: "Fits", sheets: jointSheets }] : []),
];
