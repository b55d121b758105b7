import { chakra } from "@chakra-ui/react";
import { holdKinds, type HoldKind } from "@/core/problem/problem-codes";
import { holdWords } from "@/words/words-for";
import { HoldMark, holdColor } from "./HoldMark";

/** How many holds of each kind stand, side by side and never added up; nothing where there are none. */
export function HoldCounts({
  counts,
  isTight = false,
}: {
  counts: Readonly<Record<HoldKind, number>>;
  /** On a phone only marks and figures are seen; what they are is still read out. */
  isTight?: boolean;
}) {
  return (
    <chakra.span display="inline-flex" gap="10px" whiteSpace="nowrap" fontVariantNumeric="tabular-nums">
      {holdKinds
        .filter((kind) => counts[kind] > 0)
        .map((kind) => (
          <chakra.span key={kind} display="inline-flex" alignItems="center" gap="5px" color={holdColor[kind]}>
            <HoldMark kind={kind} size={12} />
            {counts[kind]}{" "}
            <chakra.span srOnly={isTight ? { base: true, md: false } : undefined}>{holdWords[kind].short}</chakra.span>
          </chakra.span>
        ))}
    </chakra.span>
  );
}
