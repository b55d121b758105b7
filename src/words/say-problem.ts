import type { Problem } from "@/core/problem";
import { formatNumber, formatQuantity, formatUncertainty } from "@/core/quantity/format-quantity";
import { shownUnit, unitById, units, type Unit } from "@/core/quantity/units";
import { capital } from "./capital";
import { grouped } from "./grouped";
import { many, type Figures, type Sentence } from "./sentence";
import { teardownSentences } from "./teardown-sentences";
import { dispositionWords, markWords } from "./words-for";
import type { Disposition } from "@/core/entry/schema";
import type { Mark } from "@/core/metrology/conformity";

/** The unit lengths are shown in, and the names of the documents that limits come from. */
export interface Wording {
  readonly unit: Unit;
  readonly sources: ReadonlyMap<string, string>;
}

export const percent = (probability: number): string =>
  probability > 0.995 ? "more than 99 %" : probability < 0.005 ? "less than 1 %" : `${Math.round(probability * 100)} %`;

/** The units that a figure may be typed in where somebody tried another. */
const typedIn = (f: Figures) =>
  `Type it in ${units
    .filter(({ dimension }) => dimension === f.text("wanted"))
    .map(({ symbol }) => symbol || "pieces")
    .join(", ")}.`;

const sayWorth = (f: Figures) =>
  `A rebuild is expected to cost ${grouped(f.number("rebuild"))}: labour ${grouped(f.number("labour"))}, parts ${grouped(f.number("parts"))}.`;

const sayWay = (disposition: Disposition, stepName: string) =>
  (stepName || dispositionWords[disposition]).toLowerCase();
const sayMark = (mark: string) => markWords[mark as Mark] ?? "no limit";
const sayChoice = (f: Figures, when: string) => {
  const word = (name: string) => dispositionWords[f.text(name) as Disposition]?.toLowerCase();
  return `proposed ${word(`${when}Proposal`) ?? "nothing"}, decided ${word(`${when}Decision`) ?? "nothing"}`;
};

const sentences: Readonly<Record<string, Sentence>> = {
  // What was typed
  empty: () => "Nothing was typed.",
  "too-long": (f) => `That is ${f.text("length")} characters; a reading has at most ${f.text("longest")}.`,
  "not-a-number": (f) => `“${f.text("typed")}” is not a number. Type for example 63.48, 2.4992 in or 1.5 thou.`,
  "unit-unknown": (f) => `“${f.text("spelled")}” in “${f.text("typed")}” is not a unit known here. ${typedIn(f)}`,
  "unit-wrong-dimension": (f) =>
    `“${f.text("typed")}” is a ${f.text("measures")}, and a ${f.text("wanted")} is measured here. ${typedIn(f)}`,
  "gap-backwards": (f) => `“${f.text("typed")}”: first the blade that goes in, then the larger one that does not.`,
  "ten-times-too-large": (f) =>
    `${f.length("value")} is ten times what is expected here (about ${f.length("expected")}).`,
  "ten-times-too-small": (f) =>
    `${f.length("value")} is a tenth of what is expected here (about ${f.length("expected")}).`,
  "hundred-times-too-large": (f) =>
    `${f.length("value")} is a hundred times what is expected here (about ${f.length("expected")}).`,
  "hundred-times-too-small": (f) =>
    `${f.length("value")} is a hundredth of what is expected here (about ${f.length("expected")}).`,
  "inches-taken-for-mm": (f) =>
    `${f.length("value")} looks like inches read as millimetres: about ${f.length("expected")} is expected here.`,
  "mm-taken-for-inches": (f) =>
    `${f.length("value")} looks like millimetres read as inches: about ${f.length("expected")} is expected here.`,
  "far-from-size": (f) => `${f.length("value")} is far from what is expected here (about ${f.length("expected")}).`,
  "far-from-fellows": (f) =>
    `${f.length("value")} is far from the others here (about ${f.length("expected")}): does the gauge sit as it should?`,
  "last-part-again": () => "These are the figures of the part before, to the last digit: is the gauge in this one?",
  negative: (f) => `${f.length("value")} cannot be: this quantity is never below zero.`,

  "import-too-large": (f) =>
    `${f.text("count")} cells are more than a sheet holds; at most ${f.text("most")} are read.`,
  "import-past-end": (f) => `Line ${f.text("line")} is past the last place of this sheet.`,
  "import-row-unknown": (f) => `Line ${f.text("line")}: “${f.text("text")}” is no place of this sheet.`,

  // Why, at Decide
  "within-limits": (f) => `${f.length("margin")} inside ${f.bare("limit")}; ${percent(f.number("probability"))} sure.`,
  "outside-limit": (f) =>
    `${capital(f.text("characteristic"))} ${f.bare("value")} ± ${f.plusMinus("expanded")}: outside ${f.bare("limit")} by ${f.bare("by")} (${f.source()}).`,
  "outside-not-surely": (f) =>
    `${capital(f.text("characteristic"))} ${f.bare("value")} ± ${f.plusMinus("expanded")}: outside ${f.bare("limit")} by ${f.bare("by")}, which is less than U; ${percent(f.number("probability"))} chance that it is inside (${f.source()}).`,
  "inside-not-surely": (f) =>
    `${capital(f.text("characteristic"))} ${f.bare("value")} ± ${f.plusMinus("expanded")}: inside ${f.bare("limit")} by less than U, and this job asks for more (${f.source()}).`,
  "not-measured": (f) => `Not measured yet: ${f.text("row")}.`,
  "points-missing": (f) => `${capital(f.text("row"))}: ${many(f.number("missing"), "reading")} to go.`,
  "no-part": (f) => `No part is installed in the slot ${f.text("slot")}.`,
  "no-gauge": () => "No gauge is set up for this sheet. Press G, or “Set up a gauge” below; what you typed stays here.",
  "no-rework": () => "The pack offers no rework for this part.",
  "cleans-up": (f) =>
    `Cleans up: finished ${f.bare("finishedMm")} lies ${f.bare("margin")} ${f.text("grows") === "true" ? "over what wear, damage and honing ask" : "under what damage, run-out and clean-up leave"} (${f.bare("ceilingMm")} ± ${f.plusMinus("expanded")}).`,
  "does-not-clean-up": (f) =>
    `Does not clean up: ${f.text("grows") === "true" ? "wear, damage and honing ask" : "damage, run-out and clean-up leave"} ${f.length("ceilingMm")} ± ${f.plusMinus("expanded")}; this size ${f.text("grows") === "true" ? "is" : "needs"} ${f.bare("finishedMm")}.`,
  "wall-too-thin": (f) => `Only ${f.length("caseLeftMm")} of the wall would be left; ${f.bare("keepMm")} must be.`,
  "on-worn-axis": () => "It would do on the worn axis: then the bore leans, and the piston with it.",
  "size-effect": (f) =>
    `${capital(f.text("name"))}: ${(f.number("value") / (unitById(f.text("unit"))?.factor ?? 1)).toFixed(f.number("decimals"))}${unitById(f.text("unit")) ? ` ${unitById(f.text("unit"))!.symbol}` : ""}.`,
  "case-too-thin": (f) =>
    `Only ${f.length("caseLeftMm")} of the hardened layer would be left; ${f.bare("keepMm")} must be.`,
  "one-size-for-all": (f) => `Goes with its fellows: ${f.text("row")} needs this size, and all are brought to one.`,
  "size-may-change": (f) =>
    `The size may still change: ${f.text("row")}${f.number("count") > 1 ? ` and ${f.number("count") - 1} more` : ""} cannot be judged yet.`,
  "past-last-size": () => "Past the last size on offer.",
  "fellow-past-last-size": (f) => `${capital(f.text("row"))} is past the last size on offer, and they are one part.`,

  // Holds
  "pack-differs": (f) =>
    `This job is pinned to revision ${f.text("revision")} of the pack ${f.text("id")}, and another one was given: the verdicts here are not the job's own.`,
  "job-overdue": (f) => `The engine was wanted by ${f.text("wantedBy")}.`,
  "slot-holds-two": (f) =>
    `${capital(f.text("slot"))} holds more than one part: ${f.text("tags")}. Remove the one that is not there.`,
  conflict: (f) =>
    `${capital(f.text("row"))}, ${f.text("point")}: one reading was corrected twice, or struck and corrected. Until it is settled it counts for nothing.`,
  "reason-owed": (f) =>
    f.text("type") === "entry-struck"
      ? "A reading was struck; the reason is still owed."
      : "A reading was corrected; the reason is still owed.",
  "setting-master-missing": (f) =>
    `${f.text("gauge")} is a comparator, and no setting master is recorded: its readings are tied to no size.`,
  "reading-of-another-kind": (f) =>
    `${capital(f.text("row"))}: “${f.text("typed")}” is a ${f.text("measures")}, and a ${f.text("wanted")} is measured here. It counts for nothing: strike it, or type the right one.`,
  "gauge-overdue": (f) => `${f.text("gauge")} was past its calibration date (${f.text("due")}) when it was used.`,
  "decided-twice": (f) => `${capital(f.text("row"))} was decided ${f.text("count")} times at once. Choose one.`,
  "override-without-reason": (f) =>
    `${capital(f.text("row"))}: the decision goes against the proposal, and the reason is missing.`,
  "evidence-changed": (f) =>
    `${capital(f.text("row"))}: when it was decided the proposal was “${dispositionWords[f.text("then") as Disposition]}”, now it is “${dispositionWords[f.text("now") as Disposition]}”. Decide again.`,
  "thumb-on-certified": (f) =>
    `${capital(f.text("row"))} is used again by a rule of thumb (${f.text("rule")}). On a certified engine only approved data decide: find its limit, or decide otherwise.`,
  "on-hold": (f) => `${capital(f.text("row"))} is put on hold.`,
  fits: (f) =>
    `${capital(f.text("row"))} ${f.bare("value")} ± ${f.plusMinus("expanded")}: ${f.bare("margin")} inside ${f.bare("limit")}; ${percent(f.number("probability"))} sure.`,
  "joint-open": (f) =>
    `${capital(f.text("joint"))} cannot be worked out yet: ${f.text("row")}${f.number("count") > 1 ? ` and ${f.number("count") - 1} more` : ""} to be measured.`,
  "no-limit": (f) => `The pack has no limit for ${f.text("row")}: it has to be judged by eye.`,
  "by-rule-of-thumb": (f) =>
    `The pack has no limit for ${f.text("row")}; it is held against a rule of thumb: ${f.text("rule")}.`,
  "mate-renewed": (f) =>
    `Goes with ${f.text("mate")}: ${sayWay(f.text("disposition") as Disposition, f.text("step"))}.`,
  "good-beside-new": (f) => `Good beside a new ${f.text("mates")}, which is to be replaced.`,

  "settle-temperature": (f) => `Part and gauge at one known temperature (now worth ${f.plusMinus("now")}).`,
  "settle-repeats": (f) => `${many(f.number("more"), "repeat")} more at each point.`,
  "settle-gauge": (f) => `A gauge and setting good to ${f.plusMinus("expanded")} (now ${f.plusMinus("now")}).`,
  "settle-on-limit": () => "Nothing would: it lies on the limit, and stays there however well it is measured.",
  "settle-nothing": (f) => `Nothing here would: U would have to come down to ${f.plusMinus("need")}.`,
  "reaches-hours": (f) =>
    `Reaches ${grouped(f.number("hours"))} h ${f.text("probability") === "" ? `with ${percent(f.number("low"))} to ${percent(f.number("high"))}` : `with ${percent(f.number("probability"))}${f.number("high") - f.number("low") > 0.05 ? ` (${percent(f.number("low"))} to ${percent(f.number("high"))}, by its age)` : ""}`}, wearing on as it did.`,
  "short-of-hours": (f) =>
    `Within its limit today, and ${percent(f.number("high"))} sure at best to reach ${grouped(f.number("hours"))} h, wearing on as it did.`,
  "life-over": (f) =>
    `Its life of ${grouped(f.number("life"))} h ends before ${grouped(f.number("hours"))} more: it has run ${grouped(f.number("from"))} h at least.`,
  "life-unknown": (f) =>
    `Its life is ${grouped(f.number("life"))} h, and ${f.text("from") === "" ? "nobody knows its hours" : `it has run between ${grouped(f.number("from"))} and ${f.text("to") === "" ? "nobody knows how many" : grouped(f.number("to"))} h`}: whether ${grouped(f.number("hours"))} more fit in cannot be told. Note its own hours at Intake.`,

  // Intake
  "application-unknown": () => "What the engine is going into is not known yet: answer the questions at Intake.",
  "application-unknown-here": () =>
    "What the engine is going into is not known: most wrong combinations begin there. Ask at Intake before anything is decided.",
  "noted-twice": (f) =>
    `${capital(f.text("item").replaceAll("-", " "))} was answered ${f.text("count")} times at once. Choose one.`,
  "hours-contradict": (f) =>
    `${f.text("longer")} h since the ${f.text("what")} is more than ${f.text("shorter")} h since ${f.text("than") === "new" ? "it was new" : "the " + f.text("than")}: one of them is wrong.`,
  "estimate-waits": (f) =>
    `${many(f.number("count"), "estimate waits", "estimates wait")} for the owner's word: ${grouped(f.number("beyond"))} beyond what may be spent without asking.`,
  "estimate-refused": (f) => `The owner did not agree to: ${f.text("what")}.`,
  "estimate-past-budget": (f) =>
    `The estimate, ${grouped(f.number("total"))}, is past the budget of ${grouped(f.number("budget"))}.`,
  "course-asked-again": (f) =>
    `${capital(f.text("castings"))} cannot be used again: is a rebuild still sensible? Say so at Intake.`,
  "course-chosen-twice": (f) =>
    `What is to become of the engine was chosen ${f.text("count")} times at once. Choose one.`,
  "casting-lost": (f) =>
    `${capital(f.text("castings"))} cannot be used again, and without it there is nothing to rebuild.`,
  "casting-saved": (f) => `A sound ${f.text("castings")}, or one that can be repaired, would make it a rebuild again.`,
  "casting-would-change": () => "A main casting that turns out to be lost changes it: it is asked again then.",
  "worth-figures": (f) => sayWorth(f),
  "rebuild-below-ceiling": (f) =>
    `${sayWorth(f)}${f.text("ceiling") === "" ? "" : ` That is below ${grouped(f.number("ceiling"))}, the share of another engine's price (${grouped(f.number("other"))}) up to which rebuilding pays.`}`,
  "rebuild-past-ceiling": (f) =>
    `${sayWorth(f)} That is past ${grouped(f.number("ceiling"))}, the share of another engine's price (${grouped(f.number("other"))}) up to which rebuilding pays.`,
  "budget-unknown": () => "The budget is not known.",
  "rebuild-past-budget": (f) =>
    `It is ${grouped(f.number("rebuild") - f.number("budget"))} past the budget of ${grouped(f.number("budget"))}.`,
  "worth-known": (f) =>
    f.number("count") === 0
      ? "Every priced part is judged."
      : `${percent(f.number("share"))} of the priced parts are judged; for the other ${f.text("count")} the price counts as often as they have to be replaced elsewhere.`,
  "worth-above": (f) => `${grouped(f.number("away"))} more would make another engine the better course.`,
  "worth-below": (f) => `${grouped(f.number("away"))} less would make rebuilding pay.`,

  // Identify
  "number-too-long": (f) => `That is ${f.text("length")} signs; no number has more than ${f.text("longest")}.`,
  "number-fits-no-rule": (f) =>
    `“${f.text("text")}” fits no rule that the pack knows for the ${f.text("place")}. Read it again, with chalk and a lamp from the side.`,
  "no-such-week": (f) => `${f.text("year")} has no week ${f.text("week")}.`,
  "no-such-month": (f) => `There is no month ${f.text("month")}.`,
  "serial-in-no-range": (f) => `Serial ${f.text("serial")} lies in no range the pack knows.`,
  "number-read-twice": (f) =>
    `The number on the ${f.text("place")} was read differently at once: ${f.text("texts")}. Read it again: the newest reading takes their place.`,
  "tell-answered-twice": (f) =>
    `${capital(f.text("tell"))} was answered ${f.text("count")} times at once. Until one answer stands it counts for nothing.`,
  "places-disagree": (f) => `The numbers do not agree: ${f.text("numbers")}.`,
  "identity-in-doubt": () => "Number, plate and tells do not agree: what engine is it?",
  "contradiction-unsigned": () =>
    "What this engine is contradicts itself, and it is used under a certificate: nobody goes on before a person has signed why.",

  // Witnesses
  "figure-differs": (f) =>
    `${f.text("key")}: shown then ${f.text("then") === "" ? "nothing" : `${f.bare("then")} ± ${f.plusMinus("thenExpanded")}, ${sayMark(f.text("thenMark"))}`}; now ${f.text("now") === "" ? "nothing" : `${f.bare("now")} ± ${f.plusMinus("nowExpanded")}, ${sayMark(f.text("nowMark"))}`}.`,
  "choice-differs": (f) => `${f.text("row")}: then ${sayChoice(f, "then")}; now ${sayChoice(f, "now")}.`,
  "core-differs": (f) => `Judged then by version ${f.text("then")} of the computation, now by ${f.text("now")}.`,
  "witness-pack-differs": (f) => `Judged then by the pack ${f.text("then")}, now by ${f.text("now")}.`,
  "hold-came": (f) => `A hold has come since: ${f.text("code")} ${f.text("path")}.`,
  "handed-over": (f) => `Handed over to ${f.text("to")}.`,

  "ready-to-hand-over": () => "Everything here is measured and decided.",
  undecided: (f) => `${many(f.number("count"), "part")} still to decide.`,

  // Entries and files
  "unknown-type": (f) =>
    `An entry of a type this program does not know (${f.text("type")}) is kept, and not understood.`,
  "unknown-version": (f) =>
    `An entry from a newer program (${f.text("type")}, version ${f.text("v")}) is kept, and not understood.`,
  schema: (f) => `${f.text("detail")}.`,
  "not-json": () => "This line is not JSON.",
  "line-too-long": (f) => `This line has ${f.text("bytes")} bytes; at most ${f.text("most")} are read.`,
  "other-stream": () => "This entry belongs to another job than the first one in the file.",

  "not-a-zip": () =>
    "This is not a zip file, or it is cut short. Choose the zip that Hand over gives as “Everything, zip”.",
  "zip-damaged": (f) => `The zip is damaged: ${f.text("why")}. Nothing of it was taken.`,
  "too-many-members": (f) =>
    `The zip holds ${f.text("count")} files; at most ${f.text("most")} are read. Nothing of it was taken.`,
  "member-too-large": (f) =>
    `${f.text("member")} unpacks to ${f.text("bytes")} bytes or more; at most ${f.text("most")} are read. Nothing of the zip was taken.`,
  "member-not-json": (f) => `${f.text("member")} is not JSON.`,
  "member-damaged": (f) =>
    `${f.text("member")} is not what the manifest says it is: the zip was changed or damaged. Nothing of it was taken.`,
  "unknown-member": (f) =>
    `The zip holds a file that does not belong to a job: ${f.text("member")}. Nothing of it was taken.`,
  "record-missing": (f) => `The zip has no ${f.text("member")}: there is no job in it.`,
  "record-empty": () => "There is no entry in the record.",
  "no-job-in-record": () => "No entry in the record opens a job.",
  "pack-misnamed": (f) => `${f.text("member")} holds another pack than its name says (${f.text("sha256")}).`,
  "unknown-pack": (f) =>
    `The job is pinned to revision ${f.text("revision")} of the pack ${f.text("id")} (${f.text("sha256")}), which is neither in the zip nor on this server. Export the job again together with its pack, or add that pack first.`,
  "import-id-taken": (f) =>
    `${many(f.number("count"), "entry", "entries")} of this record (${f.text("id")}) ${f.number("count") === 1 ? "is" : "are"} here already with another content. Nothing was taken.`,

  // Packs
  "unknown-variant": (f) => `there is no variant “${f.text("variant")}”.`,
  "unknown-unit": (f) => `there is no unit “${f.text("unit")}”.`,
  "variant-without-prior": (f) => `the variant “${f.text("variant")}” has no prior.`,
  "stories-past-one": (f) => `the priors of the stories add up to ${f.text("sum")}; they must stay below 1.`,
  "unknown-evidence": (f) => `there is no place and no tell “${f.text("id")}”.`,
  "range-backwards": (f) => `the range runs from ${f.text("from")} to ${f.text("to")}.`,
  "ranges-without-serial": () => "the rule has ranges and no segment that is the serial.",
  "ranges-overlap": (f) => `the range overlaps range ${f.text("with")} without saying that it means to.`,
  "answers-not-one": (f) =>
    `the answers of “${f.text("tell")}” add up to ${f.text("sum")} for the variant “${f.text("variant")}”; they must add up to 1.`,
  "variants-not-separated": (f) =>
    `no combination of tells separates the variants “${f.text("a")}” and “${f.text("b")}”.`,
  "id-twice": (f) => `the id “${f.text("id")}” stands here twice.`,
  "unknown-source": (f) => `the source “${f.text("source")}” is not in the list of sources.`,
  "unknown-class": (f) => `there is no part class “${f.text("class")}”.`,
  "unknown-drawing": (f) => `there is no drawing “${f.text("drawing")}”.`,
  "unknown-point": (f) => `this feature has no point “${f.text("point")}”.`,
  "point-not-drawn": (f) => `the drawing does not show where the gauge goes for the point “${f.text("point")}”.`,
  "unknown-outline": (f) => `there is no outline “${f.text("outline")}”.`,
  "unknown-feature": (f) => `this part class has no feature “${f.text("feature")}”.`,
  "unknown-station": (f) => `there is no station “${f.text("station")}”.`,
  "unknown-fact": (f) => `there is no fact “${f.text("fact")}”.`,
  "unknown-end": (f) => `the joint has no end “${f.text("end")}”.`,
  "end-missing": (f) => `the end “${f.text("end")}” is missing at this place.`,
  "unknown-slot": (f) => `there is no slot “${f.text("slot")}”.`,
  "unknown-axis": (f) => `no point of this feature lies along an axis “${f.text("axis")}”.`,
  "no-such-points": (f) => `no point of this feature has ${f.text("axis")} “${f.text("place")}”.`,
  "thumb-without-diameter": (f) => `the rule of thumb “${f.text("rule")}” goes by a diameter, and none is given.`,
  "thumb-with-diameter": (f) => `the rule of thumb “${f.text("rule")}” does not go by a diameter: leave it out.`,
  "thumb-of-no-length": (f) =>
    `the rule of thumb “${f.text("rule")}” is of a length, and this is shown in ${f.text("unit")}.`,
  "fit-without-place": (f) => `the point “${f.text("point")}” has no place for ${f.text("fit")}.`,
  "fit-without-face": (f) => `${f.text("fit")} is not fitted over a face: it has no square to lie within.`,
  "fit-within-empty": (f) =>
    `no square of ${f.text("within")} mm holds four of the points: nothing could be said of it.`,
  "places-differ": (f) => `the feature “${f.text("feature")}” has no entry for some of these places.`,
  "new-outside-reassembly": () => "the band of a new part lies outside the reassembly limit.",
  "reassembly-outside-in-service": () => "the reassembly limit lies outside the limit in service.",
  "rework-needs-new-size": () => "a rework needs the upper bound of the new size.",
  "dimension-mismatch": (f) => `${f.text("needed")} is needed here, and this comes out as ${f.text("got")}.`,

  ...teardownSentences,

  // Answers of the server
  "signed-out": () => "You are signed out. Sign in again in another tab; what you typed stays here and is sent then.",
  forbidden: (f) =>
    `You are signed in as ${f.text("role")}; entries are made by an inspector or a lead. Nothing was saved.`,
  "lead-only": (f) => `You are signed in as ${f.text("role")}; this is for a lead to do. Nothing of it was saved.`,
  "unknown-stream": () => "This job is not on this server.",
  "id-taken": () => "An entry with this id and another content is already kept. Reload the page and enter it again.",
  "too-large": (f) => `This is ${f.text("bytes")} bytes; at most ${f.text("most")} are taken.`,
  "wrong-origin": () => "This request came from another site and was refused.",
  "bad-credentials": () => "Name and password do not go together.",
  "too-many-attempts": (f) => `Too many attempts. Try again in ${many(f.number("minutes"), "minute")}.`,
  "server-unreachable": () =>
    "The server cannot be reached. What you entered is kept in this browser and sent again every few seconds, also after the page was closed.",
  "door-unreachable": () => "The server cannot be reached. Is it running? Try again in a moment.",
  "server-error": () => "The server could not do this. Nothing of it was saved; try again.",
  "database-unreachable": () => "The database cannot be reached.",
  "unknown-schema": () => "The database belongs to another version of this program.",
  "too-deep": (f) => `This is nested more than ${f.text("most")} levels deep.`,
  "not-found": () => "There is nothing at this address.",
};

/** Every code that has a sentence. */
export const knownCodes: ReadonlySet<string> = new Set(Object.keys(sentences));

/** One sentence, or a few, for a problem. A code without a sentence is shown as it is, never swallowed. */
export function sayProblem(found: Problem, { unit, sources }: Wording): string {
  const text = (name: string) => String(found.params[name] ?? "");
  const number = (name: string) => Number(found.params[name] ?? 0);
  const shown = shownUnit(text("unit"), unit);
  const figures: Figures = {
    text,
    number,
    length: (name) => formatQuantity(number(name), shown),
    bare: (name) => formatNumber(number(name), shown),
    plusMinus: (name) => formatUncertainty(number(name), shown),
    source: () => [sources.get(text("source")) ?? text("source"), text("page")].filter(Boolean).join(", "),
  };
  return sentences[found.code]?.(figures) ?? `${found.code} ${JSON.stringify(found.params)}`;
}
