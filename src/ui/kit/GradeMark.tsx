import { chakra } from "@chakra-ui/react";

const Svg = chakra("svg");

/** Colour of a grade; its bars say the same without it. */
export const gradeColor = ["sound", "quiet", "near", "out"] as const;

/** How bad a finding is: an open ring for 'looked, nothing there', one to three rising bars for what is there. */
export function GradeMark({ grade }: { grade: 0 | 1 | 2 | 3 }) {
  return (
    <Svg width="14px" height="12px" viewBox="0 0 14 12" color={gradeColor[grade]} flexShrink={0} aria-hidden>
      {grade === 0 ? (
        <circle cx="7" cy="6.5" r="4" fill="none" stroke="currentColor" strokeWidth="1.6" />
      ) : (
        [1, 2, 3].map((bar) => (
          <rect
            key={bar}
            x={(bar - 1) * 5}
            y={12 - bar * 4}
            width="3.4"
            height={bar * 4}
            fill={bar <= grade ? "currentColor" : "none"}
            stroke="currentColor"
            strokeWidth={bar <= grade ? 0 : 0.9}
            strokeOpacity={bar <= grade ? 1 : 0.5}
          />
        ))
      )}
    </Svg>
  );
}
