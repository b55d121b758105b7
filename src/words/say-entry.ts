import { importMark } from "@/core/entry/imported-author";
import type { Disposition, Envelope } from "@/core/entry/schema";
import { dispositionWords } from "./words-for";

const words: Readonly<Record<string, (payload: Readonly<Record<string, unknown>>) => string>> = {
  "job-opened": () => "the job's opening",
  "part-tagged": ({ tag }) => `tag ${String(tag)}`,
  "part-installed": ({ slot }) => `a part put into ${String(slot)}`,
  "part-removed": () => "a part taken out",
  "occasion-opened": ({ gauge }) => `set-up of ${(gauge as { name?: string } | undefined)?.name ?? "a gauge"}`,
  "reading-taken": ({ typed }) => `reading ${String(typed)}`,
  "entry-struck": ({ strikes }) => `the strike of ${(strikes as unknown[]).length === 1 ? "an entry" : `${(strikes as unknown[]).length} entries`}`,
  "reason-given": () => "a reason",
  "decision-made": ({ disposition }) => `the decision “${dispositionWords[disposition as Disposition]?.toLowerCase() ?? String(disposition)}”`,
  "intake-noted": ({ item, value }) => `${String(item).replaceAll("-", " ")}: ${value === null ? "unknown" : String(value)}`,
  "number-read": ({ text }) => `number ${String(text)}`,
  "tell-answered": ({ tell, answer }) => `${String(tell).replaceAll("-", " ")}: ${answer === null ? "cannot be seen" : String(answer)}`,
  "contradiction-signed": () => "the signature to a contradiction",
  "estimate-made": ({ kind, amount }) => `${kind === "change" ? "a change" : "an estimate"} of ${String(amount)}`,
  "approval-given": ({ agreed }) => (agreed ? "the owner's approval" : "the owner's refusal"),
  "course-chosen": ({ course }) => `the course “${String(course)}”`,
  "handed-over": ({ to }) => `the hand-over to ${String(to)}`,
};

/** An entry in a few words; one of an unknown type by its type. */
export const sayEntry = ({ type, payload }: Pick<Envelope, "type" | "payload">): string => words[type]?.(payload) ?? `an entry “${type}”`;

/** What one act made: “reading 108.04”, “12 entries”. */
export const sayAct = (entries: readonly Pick<Envelope, "type" | "payload">[]): string => {
  const [first] = entries;
  if (!first) return "nothing";
  if (entries.length === 1) return sayEntry(first);
  const sameType = entries.every((entry) => entry.type === first.type);
  return `${entries.length} ${sameType && first.type === "decision-made" ? "decisions" : "entries"}`;
};

/** The name an entry's author goes by; one that came with an import is a label and is said to be one. */
export const sayAuthor = (author: string, people: Readonly<Record<string, string>>): string =>
  author.startsWith(importMark) ? `${author.slice(importMark.length)} (imported)` : (people[author] ?? author);
