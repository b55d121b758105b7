import { chakra } from "@chakra-ui/react";
import { holdKinds, type HoldKind } from "@/core/problem/problem-codes";
import { holdWords } from "@/words/words-for";
import { HoldMark, holdColor } from "./HoldMark";

/** How many holds of each kind stand, side by side and never added up; nothing where there are none. */
export function HoldCounts({ counts }: { counts: Readonly<Record<HoldKind, number>> }) {
  return (
    <chakra.span display="inline-flex" gap="10px" whiteSpace="nowrap" fontVariantNumeric="tabular-nums">
      {holdKinds
        .filter((kind) => counts[kind] > 0)
        .map((kind) => (
          <chakra.span key={kind} display="inline-flex" alignItems="center" gap="5px" color={holdColor[kind]}>
            <HoldMark kind={kind} size={12} />
            {counts[kind]} {holdWords[kind].short}
          </chakra.span>
        ))}
    </chakra.span>
  );
}
