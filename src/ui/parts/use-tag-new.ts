"use client";
import { nextTags } from "@/core/parts/next-tags";
import { useJob } from "../job/JobContext";

/** Tags new parts of a supplier, with what stands on them; gives their ids. */
export function useTagNew() {
  const { append, newId, assessment, pack } = useJob();
  return (
    kind: string,
    count: number,
    known: Readonly<Partial<Record<"number" | "revision" | "lot" | "supplier", string>>>,
  ): string[] => {
    // prettier-ignore
    const taken = new Set([...assessment.job.parts.values()].map(({ tag }) => tag));
    return nextTags(pack.classes.get(kind)!.tag, count, taken).map((tag) => {
      const part = newId();
      append("part-tagged", { part, class: kind, tag, origin: "supplier" });
      for (const [item, value] of Object.entries(known) as [keyof typeof known, string][])
        if (value.trim() !== "") append("part-noted", { part, item, feature: null, value: value.trim() });
      return part;
    });
  };
}
