import { chakra } from "@chakra-ui/react";
import type { Disposition } from "@/core/entry/schema";

const Svg = chakra("svg");

export const dispositionColor: Readonly<Record<Disposition, string>> = {
  reuse: "sound",
  clean: "sound",
  rework: "cool",
  upgrade: "ember",
  replace: "ember",
  keep: "quiet",
  hold: "near",
};

const drawings: Readonly<Record<Disposition, React.ReactNode>> = {
  reuse: <circle cx="8" cy="8" r="5.5" />,
  clean: (
    <>
      <circle cx="8" cy="8" r="5.5" />
      <circle cx="8" cy="8" r="1.5" fill="currentColor" stroke="none" />
    </>
  ),
  rework: <path d="M2.5 12V9.5A5.5 5.5 0 0 1 13.5 9.5V12" />,
  upgrade: <path d="M8 2.5L14 13H2Z" />,
  replace: <rect x="3" y="3" width="10" height="10" fill="currentColor" stroke="none" />,
  keep: <path d="M2.5 7H13.5A5.5 5.5 0 0 1 2.5 7Z" fill="currentColor" stroke="none" />,
  hold: <path d="M8 2L14 8L8 14L2 8Z" />,
};

/** What becomes of a part, as a shape that reads without colour. Decorative: words stand beside it. */
export function DispositionMark({ disposition, size = 16 }: { disposition: Disposition; size?: number }) {
  return (
    <Svg
      width={`${size}px`}
      height={`${size}px`}
      viewBox="0 0 16 16"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.8"
      color={dispositionColor[disposition]}
      flexShrink={0}
      aria-hidden
    >
      {drawings[disposition]}
    </Svg>
  );
}
