"use client";
import { usePathname, useRouter } from "next/navigation";
import { isByEye } from "@/core/pack/compile-pack";
import { rowsOf } from "@/core/plan/option";
import { useJob } from "./JobContext";

/** Opens a row of a part or a place of a joint: at Decide where it is decided and the person is there, or nothing is measured of it, else at Measure. */
export function useOpenRow(): (row: string) => void {
  const { id, assessment, chooseRow } = useJob();
  const router = useRouter();
  const here = usePathname().split("/").at(-1);
  return (row) => {
    chooseRow(row);
    const { row: at } = assessment.rows.get(row) ?? {};
    if (at && isByEye(at)) return here === "decide" ? undefined : router.push(`/jobs/${id}/decide`);
    const staysHere =
      here === "measure" ||
      (here === "decide" && assessment.choices.some((choice) => rowsOf(choice).some((each) => each.row.id === row)));
    if (!staysHere) router.push(`/jobs/${id}/measure`);
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
