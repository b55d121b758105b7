"use client";
import type { FindingNode } from "@/core/causes/unfold";
import { useJob } from "../../job/JobContext";

/** Whether cleaning washes away what is looked for. */
export function useIsLost(): (node: FindingNode) => boolean {
  const { pack } = useJob();
  return ({ item }) =>
    item.reads.some(
      (reads) =>
        reads.is === "finding" &&
        reads.classes.some((id) =>
          pack.classes.get(id)?.findings.some((kind) => kind.id === reads.finding && kind.lostByCleaning),
        ),
    );
}
