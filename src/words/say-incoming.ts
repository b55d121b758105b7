import type { Problem } from "@/core/problem/problem";
import { sayProblem, type Wording } from "./say-problem";
import { archiveSentences } from "./sentences/archives";
import { packSentences } from "./sentences/packs";

const incoming = { ...packSentences, ...archiveSentences };

/** As `sayProblem`, where packs and jobs come in: what is wrong within one is said nowhere else, and is not sent to a bench. */
export const sayIncoming = (found: Problem, wording: Wording): string => sayProblem(found, wording, incoming);
