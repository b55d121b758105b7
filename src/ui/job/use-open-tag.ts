"use client";
import { usePathname, useRouter } from "next/navigation";
import { useJob } from "./JobContext";
import { useOpenRow } from "./use-open-row";

const handStations: ReadonlySet<string> = new Set(["strip", "clean", "crack-check", "parts"]);

/** Takes a part in hand where the person is: its tag at Strip, Clean and Crack-check, its first sheet at Measure and Decide, Strip from anywhere else. */
export function useOpenTag(): (part: string) => void {
  const { id, assessment, takeInHand } = useJob();
  const router = useRouter();
  const openRow = useOpenRow();
  const here = usePathname().split("/").at(-1) ?? "";
  return (part) => {
    takeInHand(part);
    if (handStations.has(here)) return;
    const row = [...assessment.rows.values()].find((each) => each.part?.id === part);
    if (row && (here === "measure" || here === "decide")) openRow(row.row.id);
    else router.push(`/jobs/${id}/strip`);
  };
}
