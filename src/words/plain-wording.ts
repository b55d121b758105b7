import { unitById } from "@/core/quantity/units";
import type { Wording } from "./say-problem";

/** How things are said where there is no job to say in which unit and after which documents. */
export const plainWording: Wording = { unit: unitById("mm")!, sources: new Map() };
