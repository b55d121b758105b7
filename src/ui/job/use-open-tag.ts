"use client";
import type { JobPlace } from "@/words/places";
import { useJob } from "./JobContext";
import { useGoTo, usePlace } from "./places";
import { useOpenRow } from "./use-open-row";

const handStations: ReadonlySet<JobPlace | undefined> = new Set(["strip", "clean", "crack-check", "parts"]);

/** Takes a part in hand where the person is: its tag at Strip, Clean and Crack-check, its first sheet at Measure and Decide, Strip from anywhere else. */
export function useOpenTag(): (part: string) => void {
  const { assessment, takeInHand } = useJob();
  const goTo = useGoTo();
  const openRow = useOpenRow();
  const here = usePlace();
  return (part) => {
    takeInHand(part);
    if (handStations.has(here)) return;
    const row = [...assessment.rows.values()].find((each) => each.part?.id === part);
    if (row && (here === "measure" || here === "decide")) openRow(row.row.id);
    else goTo("strip");
  };
}
