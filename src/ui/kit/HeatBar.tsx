import { Box } from "@chakra-ui/react";
import { expandedUncertainty } from "@/core/measure/conformity";
import type { Estimate } from "@/core/quantity/estimate";

/** Where the limit stands on the bar: what lies beyond it has room to be seen. */
const limitAt = 84;
const place = (share: number) => Math.min(100, Math.max(0, share * limitAt));

/** How much of the way from new to limit is used, with U as a whisker: cool to glowing, ash past the limit. */
export function HeatBar({ wear }: { wear: Estimate | null }) {
  const used = wear ? place(wear.value) : 0;
  const reach = wear ? expandedUncertainty(wear) : 0;
  const [from, to] = wear ? [place(wear.value - reach), place(wear.value + reach)] : [0, 0];
  return (
    <Box position="relative" height="3px" borderRadius="2px" bg="line" aria-hidden>
      {wear && (
        <>
          {/* The gradient spans new to limit and is uncovered, so that the same heat always has the same colour. */}
          <Box
            position="absolute"
            left="0"
            top="0"
            height="3px"
            width={`${limitAt}%`}
            borderRadius="2px"
            bgGradient="to-r"
            gradientFrom="cool"
            gradientVia="near"
            gradientTo="ember"
            style={{ clipPath: `inset(0 ${100 - (Math.min(used, limitAt) / limitAt) * 100}% 0 0)` }}
          />
          {used > limitAt && (
            <Box position="absolute" left={`${limitAt}%`} width={`${used - limitAt}%`} height="3px" bg="ash" />
          )}
          <Box
            position="absolute"
            top="-2px"
            height="7px"
            left={`${from}%`}
            width={`${Math.max(0, to - from)}%`}
            borderInlineWidth="1px"
            borderColor="ink"
          />
        </>
      )}
      <Box position="absolute" left={`${limitAt}%`} top="-3px" width="1px" height="9px" bg="lineStrong" />
    </Box>
  );
}
