import { chakra } from "@chakra-ui/react";
import type { HoldKind } from "@/core/problem/problem-codes";

const Svg = chakra("svg");

export const holdColor: Readonly<Record<HoldKind, string>> = { danger: "out", debt: "near", unknown: "cool" };

const drawings: Readonly<Record<HoldKind, React.ReactNode>> = {
  danger: <path d="M5.2 1.5H10.8L14.5 5.2V10.8L10.8 14.5H5.2L1.5 10.8V5.2Z" fill="currentColor" stroke="none" />,
  debt: <path d="M8 2L14 8L8 14L2 8Z" />,
  unknown: <circle cx="8" cy="8" r="5.5" strokeDasharray="2.4 2.2" />,
};

/** Why something holds, as a shape that reads without colour. Decorative: words stand beside it. */
export function HoldMark({ kind, size = 14 }: { kind: HoldKind; size?: number }) {
  return (
    <Svg
      width={`${size}px`}
      height={`${size}px`}
      viewBox="0 0 16 16"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.8"
      color={holdColor[kind]}
      flexShrink={0}
      aria-hidden
    >
      {drawings[kind]}
    </Svg>
  );
}
