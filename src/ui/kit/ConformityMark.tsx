import type { RowResult } from "@/core/measure/assess-row";
import type { Mark } from "@/core/measure/conformity";
import { colorVariable } from "./color-variable";

export type ShownMark = Mark | "cannot-tell";

/** What is shown of a value: its place against the limit, once all of it is read or it is out already. */
export const shownMark = ({ conformity, missing, accepted }: RowResult["governing"]): ShownMark =>
  conformity && (missing.length === 0 || accepted === false) ? conformity.mark : "cannot-tell";

export const markColor: Readonly<Record<ShownMark, string>> = {
  inside: "sound",
  "inside-within-u": "near",
  "outside-within-u": "near",
  outside: "out",
  "cannot-tell": "quiet",
};

/** Each mark is the value itself, a dot with its uncertainty as a whisker, drawn against the limit, a post. */
const drawings: Readonly<Record<ShownMark, React.ReactNode>> = {
  inside: (
    <>
      <path d="M2 7H12" />
      <circle cx="7" cy="7" r="3" fill="currentColor" />
    </>
  ),
  "inside-within-u": (
    <>
      <path d="M5 7H21" />
      <circle cx="12" cy="7" r="3" fill="currentColor" />
    </>
  ),
  "outside-within-u": (
    <>
      <path d="M13 7H19M25 7H29" />
      <circle cx="22" cy="7" r="3" />
    </>
  ),
  outside: <path d="M22 4L28 10M28 4L22 10" strokeWidth="2.2" />,
  "cannot-tell": <path d="M2 7H32" strokeDasharray="2 3" />,
};

/** One of the four answers, or that there is none, as a little picture that reads without colour. Decorative: words stand beside it. */
export function ConformityMark({ mark }: { mark: ShownMark }) {
  return (
    <svg
      width="39px"
      height="16px"
      viewBox="0 0 34 14"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.5"
      style={{ color: `var(${colorVariable(markColor[mark])})`, flexShrink: 0 }}
      aria-hidden
    >
      {mark !== "cannot-tell" && <path d="M17 1V13" />}
      {drawings[mark]}
    </svg>
  );
}
