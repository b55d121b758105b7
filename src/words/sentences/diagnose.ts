import { capital } from "../capital";
import type { ParamsOf } from "@/core/problem/problem-codes";
import { percent } from "../percent";
import { many, type Sentences } from "./sentence";

const fouled = (p: ParamsOf<"suspect-cleared">) => `${p.tag} lies where the ${p.circuit} carries pieces (${p.from})`;

/** What failed first, and what it has fouled. */
export const diagnoseSentences = {
  "cause-open": (p) =>
    `What failed first is not known, and what is not known happens again. Named: ${p.why}${p.count > 3 ? `, and ${p.count - 3} more` : ""}.`,
  "causes-differ": (p) =>
    `${many(p.count, "person", "people")} settled the cause differently: settle which of it stands.`,
  "cause-reopened": (p) =>
    `The cause was settled on what is otherwise now: ${many(p.count, "finding")} changed. Look again, and settle it anew.`,
  "evidence-withdrawn": (p) => `Gone since the cause was settled: ${p.finding}.`,
  "evidence-since": (p) => `Found since the cause was settled: ${p.finding}.`,
  "severe-unexplained": (p) =>
    `No settled cause explains: ${p.finding}. There is a second cause, or it is older damage and signed as that.`,
  "cause-unknown": (p) => `The pack no longer knows the cause “${p.cause}”: settle it anew.`,
  "cause-unconfirmed": (p) => `${p.cause}: what settles it is not recorded: ${p.tests}.`,
  "cause-unlikely": (p) =>
    `${p.cause} was ${p.probability === null ? "not worked out" : `${percent(p.probability)} likely`} when it was settled; ${percent(p.wanted)} is asked for.`,
  "cause-by-word": (p) =>
    `${p.cause} was settled by word${p.probability === null ? "" : `, ${percent(p.probability)} likely by what was seen`}: ${p.reason}.`,
  "cause-bystander": (p) =>
    `${p.cause} may be true, and the worst damage would be there without it. Settle what brought that about, or give the reason.`,
  "cause-undetermined": (p) => `The cause cannot be determined: ${p.reason}. For safety's sake: ${p.precautions}.`,
  "action-open": (p) => `${capital(p.cause)}: ${p.action}.`,
  "action-refused": (p) => `Not done: ${p.action}. ${p.why}`.trim(),
  "suspect-cleared": (p) => `${fouled(p)}, and was proven clean.`,
  "suspect-open": (p) =>
    `${fouled(p)}. ${p.why} Prove it: ${p.checks}. Used as it is, ${percent(p.chance)} that it holds some, and ${p.hours} h to get at it again.`,
  "suspect-refused": (p) => `${fouled(p)}. ${p.why} Its failure hurts people: proven clean (${p.checks}) or new.`,
  "suspect-fouled": (p) =>
    `${fouled(p)}, and pieces were left in it when it was looked into. ${p.why} Proven clean (${p.checks}) or new.`,
  "action-not-decided": (p) =>
    `“${p.action}” is noted as done, and ${many(p.count, "part stays", "parts stay")} by decision (${p.parts}${p.count > 3 ? ", …" : ""}). Decide otherwise, or take the note back.`,
  "answered-differently": (p) =>
    `${capital(p.finding)}: two people answered differently. Look again, and correct the answer that is wrong; until then each counts half.`,
  "looks-left": (p) =>
    `Nobody can say yet that it cannot be told: ${many(p.count, "look", "looks")} of minutes left (${p.what}${p.count > 3 ? "; …" : ""}).`,
  "metal-found": (p) =>
    `${capital(p.circuit)}: ${p.what}. It came of something: find out what, and wash the circuit out before anything is put together.`,
  "suspect-disputed": (p) =>
    `${p.tag}: one found pieces of the ${p.circuit} circuit in it, another says it is clean, and nothing was done to it in between. Look again.`,
  "suspect-to-prove": (p) => `Proven clean first, where the ${p.circuit} carries pieces: ${p.checks}.`,
  "suspect-unprovable": (p) => `${fouled(p)}. ${p.why} It cannot be proven clean: new.`,
} satisfies Sentences;
