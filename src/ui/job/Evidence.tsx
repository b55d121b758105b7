"use client";
import { chakra } from "@chakra-ui/react";
import { isOpenEvidence } from "@/core/option/open-evidence";
import type { Problem } from "@/core/problem/problem";
import { sayProblem } from "@/words/say-problem";
import { useJob } from "./JobContext";

const weight = (reason: Problem) => (reason.severity === "error" ? 0 : isOpenEvidence(reason) ? 1 : 2);
const inkOf = ["out", "near", "quiet"] as const;

/** What speaks for and against using a part again: what refuses it, then what is open, then what is told. */
export function Evidence({ reasons, most }: { reasons: readonly Problem[]; most: number }) {
  const { wording } = useJob();
  if (reasons.length === 0) return null;
  const sorted = [...reasons].sort((a, b) => weight(a) - weight(b));
  const weighty = sorted.filter((reason) => weight(reason) < 2);
  // Beside what refuses or is open, what is only told is counted.
  const shown = (weighty.length > 0 ? weighty : sorted).slice(0, weighty.length > 0 ? most : Math.min(most, 3));
  return (
    <chakra.ul mt="10px" aria-label="What speaks for and against using it again">
      {shown.map((reason, at) => (
        <chakra.li key={at} fontSize="12px" lineHeight="1.35" mt="4px" color={inkOf[weight(reason)]!}>
          {sayProblem(reason, wording)}
        </chakra.li>
      ))}
      {sorted.length > shown.length && (
        <chakra.li fontSize="12px" color="quiet" mt="4px">
          and {sorted.length - shown.length} more
        </chakra.li>
      )}
    </chakra.ul>
  );
}
