"use client";
import { isByEye } from "@/core/pack/compile-pack";
import { rowsOf } from "@/core/option/option";
import { useJob } from "./JobContext";
import { useGoTo, usePlace } from "./places";

/** Opens a row of a part or a place of a joint: at Decide where it is decided and the person is there, or nothing is measured of it, else at Measure. */
export function useOpenRow(): (row: string) => void {
  const { assessment, chooseRow } = useJob();
  const goTo = useGoTo();
  const here = usePlace();
  return (row) => {
    chooseRow(row);
    const { row: at } = assessment.rows.get(row) ?? {};
    if (at && isByEye(at)) return here === "decide" ? undefined : goTo("decide");
    const staysHere =
      here === "measure" ||
      (here === "decide" && assessment.choices.some((choice) => rowsOf(choice).some((each) => each.row.id === row)));
    // At Measure as well: the sheet in the address is another one's.
    if (!staysHere || here === "measure") goTo("measure");
  };
}

/** The row by which a slot is known: the first that a person decides, or the first there is. */
export function useRowOfSlot(): (slot: string) => string | null {
  const { assessment } = useJob();
  return (slot) => {
    const rows = [...assessment.rows.values()].filter((row) => row.row.slot.id === slot);
    return (rows.find((row) => row.row.at.feature.decides) ?? rows[0])?.row.id ?? null;
  };
}
