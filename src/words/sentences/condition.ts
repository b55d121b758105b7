import type { ParamsOf } from "@/core/problem/problem-codes";
import { capital } from "../capital";
import { grams } from "../grams";
import { many, sayNoted, type Say, type Sentences } from "./sentence";

const at = (place: string | null) => (place ? ` (${place})` : "");

/** What was seen, and why it matters; what the pack does not say goes by usual practice, and is called that. */
const sawIt = (p: ParamsOf<"seen-refuses">, follows: string) =>
  `${p.tag}: ${p.finding}${at(p.place)}, ${p.value}. ${p.why ?? `Usual practice, for the pack says nothing: ${follows}.`}`;
const tried = (p: ParamsOf<"tested-refuses">, say: Say) =>
  `${p.tag}, ${p.check}${at(p.place)}: ${sayNoted(p, say)}. ${p.why ?? "The pack does not say what follows: a person has to say."}`;

/** What was seen, tested, weighed and is known of a part. */
export const conditionSentences = {
  "part-broken": (p) =>
    `${p.tag} is broken: ${grams(p.grams)} ± ${grams(p.expanded)} of it is missing. It is never used again; what it struck is looked at.`,
  "part-may-be-broken": (p) =>
    `Whether anything of ${p.tag} is missing cannot be told: ${grams(p.grams)} ± ${grams(p.expanded)}. Weigh finer.`,
  "part-weighed-twice": (p) =>
    `${p.tag} was weighed more than once: until one of the weighings is corrected nobody knows what is missing.`,
  "piece-of-it-found": (p) =>
    `${many(p.count, "piece")} of ${p.tag} ${p.count === 1 ? "was" : "were"} found: it is never used again.`,
  "seen-refuses": (p) => sawIt(p, "not used again as it is"),
  "seen-asks": (p) => sawIt(p, "a person has to say"),
  "seen-cleans": (p) => sawIt(p, "clean it and look again"),
  "seen-tells": (p) => sawIt(p, "it may go on"),
  "tested-refuses": tried,
  "tested-asks": tried,
  "tested-tells": tried,
  "known-refuses": (p) => `${p.tag}: ${p.why}`,
  "known-asks": (p) => `${p.tag}: ${p.why}`,
  "known-tells": (p) => `${p.tag}: ${p.why}`,
  "measured-past-limit": (p, say) =>
    `${capital(p.of)}: ${p.characteristic} ${say.bare(p.value)}, and ${p.bound === "max" ? "at most" : "at least"} ${say.length(p.limit)} is allowed. ${p.tag} is not used again as it is.`,
  "measured-past-new": (p, say) =>
    `${capital(p.of)}: ${p.characteristic} ${say.bare(p.value)}, past what a new one may have (${say.length(p.limit)}). A person has to say whether it is fitted.`,
  "fit-past-limit": (p, say) =>
    `${capital(p.joint)}: ${p.characteristic} ${say.bare(p.value)}, past its limit of ${say.length(p.limit)}, and nobody has said which of its parts gives way.`,
  "threads-damaged": (p) =>
    `${p.tag}: ${many(p.count, "damaged thread", "damaged threads")}${p.broken > 0 ? `, ${p.broken === p.count ? (p.count === 1 ? "a stud" : "studs") : p.broken === 1 ? "one with a stud" : `${p.broken} with studs`} broken off in ${p.count === 1 ? "it" : "them"}` : ""}. Made good by inserts before it is used again.`,
  "sister-unchecked": (p) =>
    `${p.sister} broke beside it: ${p.tag} is crack-checked before it is used again, and nobody has done so.`,
  "sister-to-look-at": (p) => `${p.sister} broke beside it: look whether ${p.tag} is sound (${p.what}).`,
  "beside-a-break": (p) =>
    `${p.broken} broke against ${p.tag}: look at all of it by itself, or crack-check it, before it is used again.`,
  "passage-not-clear": (p) => `${p.tag}: ${p.passage} is not clear. Clean it out and prove it.`,
  "passage-to-prove": (p) => `Cleaned out, and ${p.passage} proven clear.`,
  "not-looked-over": (p) =>
    `${p.tag} is judged by eye, and ${many(p.count, "thing")} on it ${p.count === 1 ? "was" : "were"} not looked for yet: that is not “sound”.`,
  "looked-over": (p) => `${p.tag} was looked over (${many(p.count, "thing")}).`,
  "decided-though-refused": (p) =>
    `${capital(p.row)}: what was decided is refused by what was found. Decide otherwise, or where the program allows it say why.`,
  "decided-off-offer": (p) => `${capital(p.row)}: what was decided is no longer on offer. Decide again.`,
} satisfies Sentences;
