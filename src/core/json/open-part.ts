import * as z from "../z";
import type { Assessment } from "../assessment";

/**
 * What one judgement found, as a part of the assessment's JSON. It stands beside the judgement and not in it: whoever only
 * judges, a browser, needs none of it.
 *
 * @param key    where the assessment has it
 * @param shape  what is written of it
 * @param write  the same, filled in; `null` means: cannot tell
 */
export const openPart = <K extends keyof Assessment, Shape extends z.core.$ZodShape>(
  key: K,
  shape: Shape,
  write: (part: Assessment[K]) => z.infer<z.ZodMiniObject<Shape>>,
) => ({ shape, of: (assessment: Assessment) => write(assessment[key]) });
