import { readTagCode, type TagCode } from "@/core/strip/tag-code";

const whole = 57;
const start = "EB1-";
const isOfCode = (text: string) =>
  text.length <= start.length
    ? start.startsWith(text)
    : text.startsWith(start) && /^[0-9A-HJKMNP-TV-Z-]*$/u.test(text.slice(start.length));

/** What a scanner has typed so far. */
export interface Scan {
  readonly typed: string;
  /** It is surely a tag that is being typed, not a person's words: other uses of these keys are to keep still. */
  readonly isTag: boolean;
  /** The tag, once Enter ended it. */
  readonly code: TagCode | null;
}

export const noScan: Scan = { typed: "", isTag: false, code: null };

/** Takes up one key. A scanner that types is only told from a person by what it types. */
export function scanKey({ typed }: Scan, key: string): Scan {
  if (key === "Shift" || key === "CapsLock") return { typed, isTag: typed.length > 1, code: null };
  if (key === "Enter" && typed.length === whole) return { typed, isTag: true, code: readTagCode(typed) };
  if (key.length !== 1) return noScan;
  const next = typed + key.toUpperCase();
  if (next.length <= whole && isOfCode(next)) return { typed: next, isTag: next.length > 1, code: null };
  return isOfCode(key.toUpperCase()) ? { typed: key.toUpperCase(), isTag: false, code: null } : noScan;
}
