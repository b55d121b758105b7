import type { Problem } from "@/core/problem/problem";
import { sayProblem, type Wording } from "./say-problem";
import { packSentences } from "./sentences/packs";

/** As `sayProblem`, where a pack comes in too: what is wrong within one is said nowhere else, and is not sent to a bench. */
export const sayPackProblem = (found: Problem, wording: Wording): string => sayProblem(found, wording, packSentences);
