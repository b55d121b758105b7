import type { CompiledPack, JointSheet, Sheet } from "@/core/pack/compile-pack";
import { capital } from "@/words/capital";

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
export function sheetGroups({ sheets, jointSheets }: Pick<CompiledPack, "sheets" | "jointSheets">): readonly SheetGroup[] {
  const groups = new Map<string, { id: string; name: string; sheets: AnySheet[] }>();
  for (const sheet of sheets) {
    const { id, name, short } = sheet.partClass;
    const group = groups.get(id) ?? { id, name: short ?? capital(name), sheets: [] };
    group.sheets.push(sheet);
    groups.set(id, group);
  }
  return [...groups.values(), ...(jointSheets.length > 0 ? [{ id: "joints", name: "Fits", sheets: jointSheets }] : [])];
}
