"use client";
import { useJob } from "../job/JobContext";

/** Puts a part down for a place, and picks it to go in there where that is this person's to say. */
export function usePutDown() {
  const { assessment, append, mayDecide } = useJob();
  return (part: string, slot: string) => {
    const before = assessment.job.picked.filter((each) => each.slot === slot).map(({ id }) => id);
    append("part-noted", { part, item: "meant-for", feature: null, value: slot });
    if (mayDecide) append("part-picked", { slot, part, offer: null, why: null, ...(before.length > 0 ? { supersedes: before } : {}) }); // prettier-ignore
  };
}
