import { importMark } from "@/core/entry/imported-author";
import { isKnownType } from "@/core/entry/declarations";
import { readEntry } from "@/core/entry/read-entry";
import type { Entry, EntryType, Envelope, Payload } from "@/core/entry/schema";
import { many } from "./sentences/sentence";
import { dispositionWords } from "./words-for";

/** A figure as it was typed; else as it is kept. */
const asTyped = (typed: string | undefined, value: number, unit: string) => typed ?? `${value} ${unit}`;
const plain = (id: string) => id.replaceAll("-", " ");

/** A few words for every type of entry: one that is missing, or a field that is called otherwise, does not compile. */
const words: { readonly [T in EntryType]: (payload: Payload<T>) => string } = {
  "job-opened": () => "the job's opening",
  "part-tagged": ({ tag }) => `tag ${tag}`,
  "part-noted": ({ item, value }) => `${plain(item)}: ${value === null ? "not known" : String(value)}`,
  "part-adopted": ({ from }) => `a part from ${from}`,
  "shelf-laid": ({ tag, lies }) => `${tag} to the shelf, ${lies}`,
  "shelf-moved": ({ lies }) => `moved to ${lies}`,
  "shelf-left": ({ to }) => `off the shelf: ${to}`,
  "part-installed": ({ slot }) => `a part put into ${slot}`,
  "part-removed": () => "a part taken out",
  "occasion-opened": ({ gauge }) => `set-up of ${gauge.name}`,
  "reading-taken": ({ typed }) => `reading ${typed}`,
  "visits-taken": ({ visits }) => `${visits.length} earlier visits, to reckon wear by`,
  "scatter-said": ({ is }) =>
    is === "form" ? "what the repeats say of the part" : "what the repeats say of the gauge",
  "entry-struck": ({ strikes }) => `the strike of ${strikes.length === 1 ? "an entry" : `${strikes.length} entries`}`,
  "reason-given": () => "a reason",
  "plan-adopted": ({ choices }) => `a plan for ${many(choices.length, "part")}`,
  "purchase-made": ({ supplier, lines }) => `an order of ${lines.length} lines at ${supplier}`,
  "time-booked": ({ by, minutes }) => `${minutes} minutes of ${by}`,
  "payment-noted": ({ is, by }) => (is === "refund" ? `money back to ${by}` : `a ${is} by ${by}`),
  "thing-came": ({ name, quantity }) => `${quantity} × ${name}, which came with the engine`,
  "thing-went-back": ({ quantity, to }) => `${quantity} that went back to ${to}`,
  "goods-received": ({ quantity, state }) => `${quantity} received, ${state}`,
  "core-returned": ({ quantity }) => `${quantity} old parts sent back`,
  "sent-out": ({ parts, to }) => `${many(parts.length, "part")} sent out to ${to}`,
  "came-back": ({ state }) => `a part back from the machine shop, ${state}`,
  "old-parts-agreed": ({ by }) => `what ${by} wants done with old parts`,
  "work-declined": ({ what }) => `work the owner declined: ${what}`,
  "decision-made": ({ disposition }) => `the decision “${dispositionWords[disposition].toLowerCase()}”`,
  "settings-taken": () => "the shop's settings, taken for this job",
  "settings-changed": () => "the shop's settings",
  "intake-noted": ({ item, value }) => `${plain(item)}: ${value === null ? "unknown" : String(value)}`,
  "number-read": ({ text }) => `number ${text}`,
  "tell-answered": ({ tell, answer }) => `${plain(tell)}: ${answer === null ? "cannot be seen" : String(answer)}`,
  "contradiction-signed": () => "the signature to a contradiction",
  "estimate-made": ({ kind, amount }) => `${kind === "change" ? "a change" : "an estimate"} of ${amount}`,
  "approval-given": ({ agreed }) => (agreed ? "the owner's approval" : "the owner's refusal"),
  "owner-answered": ({ agreed, by }) => `the owner's ${agreed === true ? "yes" : "no"} by link, ${by}`,
  "owner-named": ({ owner }) => (owner === null ? "no owner" : "whose engine it is"),
  "job-renamed": ({ name }) => `the name “${name}”`,
  "job-put-away": ({ to }) =>
    to === "bench" ? "back on the bench" : to === "archive" ? "put into the archive" : "put away as a mistake",
  "job-given": ({ to }) => (to === null ? "for whoever is free" : "who works on it"),
  "course-chosen": ({ course }) => `the course “${course}”`,
  "step-ticked": ({ step }) => `step “${plain(step)}”`,
  "part-came-out": ({ slot }) => `${plain(slot)} taken out`,
  "check-noted": ({ check, place, skipped }) =>
    `${plain(check)}${place === null ? "" : ` ${plain(place)}`}${skipped === null ? "" : ": skipped"}`,
  "finding-made": ({ finding, value }) =>
    `${plain(finding)}: ${value === "none" ? "looked, nothing there" : plain(value)}`,
  "photo-added": () => "a photo",
  "photo-marked": ({ mark }) => `a mark on a photo (${String(mark.kind)})`,
  "photo-chosen": ({ forOwner }) => (forOwner ? "a photo chosen for the owner" : "a photo kept from the owner"),
  "broken-weighed": ({ leftGrams, leftTyped }) =>
    `what is left of a broken part: ${asTyped(leftTyped, leftGrams, "g")}`,
  "fragment-found": ({ grams, typed }) => `a piece of ${asTyped(typed, grams, "g")}`,
  "residue-found": ({ grams, typed }) => `residue of ${asTyped(typed, grams, "g")}`,
  "place-searched": ({ node }) => `${plain(node)} searched`,
  "part-cleaned": ({ treatment }) => `a part cleaned: ${plain(treatment)}`,
  "passage-proven": ({ passage, clear }) => `${plain(passage)}: ${clear === true ? "clear" : "not clear"}`,
  "crack-checked": ({ method }) => `a crack-check, ${plain(method)}`,
  "crack-found": ({ lengthMm, typed }) =>
    lengthMm === null ? "a crack" : `a crack of ${asTyped(typed, lengthMm, "mm")}`,
  "thread-found": ({ zone, hole, state }) => `hole ${hole} of ${plain(zone)}: ${plain(state)}`,
  "part-scrapped": ({ made }) => `a scrapped part, ${made}`,
  "hold-lifted": ({ why }) => `going on past a hold: ${why}`,
  "handed-over": ({ to }) => `the hand-over to ${to}`,
  "gauge-registered": ({ gauge }) => `the gauge ${gauge.name}`.trimEnd(),
  "finding-answered": ({ finding, grade }) =>
    `${plain(finding)}: ${grade === null ? "cannot be seen" : grade === 0 ? "not there" : "there"}`,
  "cause-settled": ({ verdict }) =>
    verdict === "cause"
      ? "the cause, settled"
      : verdict === "no-failure"
        ? "no failure"
        : "the cause cannot be determined",
  "older-damage-signed": ({ finding }) => `older damage: ${plain(finding)}`,
  "action-answered": ({ action, outcome }) => `${plain(action)}: ${outcome}`,
  "attribute-read": ({ attribute, value }) =>
    `${plain(attribute)}: ${value === null ? "cannot be told" : plain(String(value))}`,
  "candidate-taken": ({ sold }) => `${sold.number} from the catalogue`,
  "part-picked": ({ slot, part }) => `what goes into ${plain(slot)}${part === null ? ": a new one" : ""}`,
  "remedy-taken": ({ mating, remedy }) => `${plain(mating)}: ${remedy === null ? "no remedy" : plain(remedy)}`,
  "line-ticked": ({ line, done }) => `${done ? "done" : "not done after all"}: ${line}`,
  "return-said": ({ returns }) =>
    returns === null
      ? "whether it goes back where it was: not known"
      : returns
        ? "it goes back where it was"
        : "it goes into something else",
  "suspect-checked": ({ clean }) => (clean ? "a suspect part, proven clean" : "a suspect part, not clean"),
  "odds-adopted": ({ on }) => (on ? "the shop's own odds, adopted" : "the pack's odds alone"),
  "job-reopened": () => "the job, reopened",
  "lives-counted": () => "how long its parts lasted, counted",
  "lives-adopted": ({ on }) => (on ? "how long parts last by the shop's own" : "how long parts last by the pack alone"),
  "cause-counted": () => "a failure, counted",
  "master-registered": ({ master }) => `the setting master ${master.name}`.trimEnd(),
};

/** What is said of an entry whose type is known: its own words, of its own payload. */
const sayKnown = <T extends EntryType>(entry: Entry & { readonly type: T; readonly payload: Payload<T> }): string =>
  words[entry.type](entry.payload);

/** An entry in a few words, of whatever version it was written; one of an unknown type, or that cannot be read, by its type. */
export function sayEntry(envelope: Envelope): string {
  const read = readEntry(envelope);
  if (read.ok) return sayKnown(read.value as Parameters<typeof sayKnown>[0]);
  return isKnownType(envelope.type)
    ? `an entry “${plain(envelope.type)}” that cannot be read`
    : `an entry “${envelope.type}”`;
}

/** What one act made: “reading 108.04”, “12 entries”. */
export const sayAct = (entries: readonly Envelope[]): string => {
  const [first] = entries;
  if (!first) return "nothing";
  if (entries.length === 1) return sayEntry(first);
  const sameType = entries.every((entry) => entry.type === first.type);
  return `${entries.length} ${sameType && first.type === "decision-made" ? "decisions" : "entries"}`;
};

/** The name an entry's author goes by; one that came with an import is a label and is said to be one. */
export const sayAuthor = (author: string, people: Readonly<Record<string, string>>): string =>
  author.startsWith(importMark) ? `${author.slice(importMark.length)} (imported)` : (people[author] ?? author);
