import type { ParamsOf } from "@/core/problem/problem-codes";
import { capital } from "../capital";
import { grouped } from "../grouped";
import { percent } from "../percent";
import { many, type Sentences } from "./sentence";

const sayWorth = (p: ParamsOf<"worth-figures">) =>
  `A rebuild is expected to cost ${grouped(p.rebuild)}: labour ${grouped(p.labour)}, parts ${grouped(p.parts)}.`;

/** What Intake has to say. */
export const intakeSentences = {
  "application-unknown": () => "What the engine is going into is not known yet: answer the questions at Intake.",
  "application-unknown-here": () =>
    "What the engine is going into is not known: most wrong combinations begin there. Ask at Intake before anything is decided.",
  "noted-twice": (p) => `${capital(p.item.replaceAll("-", " "))} was answered ${p.count} times at once. Choose one.`,
  "test-amiss": (p) =>
    `${capital(p.test)}${p.place === null ? "" : `, ${p.place}`}: ${p.value} ${p.unit}, ${p.bound === "min" ? "and at least" : "and at most"} ${p.limit} is usual. No cause of the pack speaks of it: find out what it comes of, or go past it with a reason.`,
  "overhaul-due": (p) =>
    `The engine is overhauled every ${grouped(p.most)} ${p.unit}: it has run ${grouped(p.ran)} since the last one, and ${grouped(p.ahead)} more do not fit in. Say that this is its overhaul, or build it for less.`,
  "age-unknown": (p) =>
    `Nobody has said how many ${p.counted} it ran since it was new or overhauled: whether its parts reach the ${p.counted} wanted hangs on that. That nobody knows is an answer too.`,
  "figure-impossible": (p) =>
    `${capital(p.item.replaceAll("-", " "))}: ${p.value} cannot be less than nothing, and counts as not known. Correct it.`,
  "hours-contradict": (p) =>
    `${p.longer} h since the ${p.what} is more than ${p.shorter} h since ${p.than === "new" ? "it was new" : "the " + p.than}: one of them is wrong.`,
  "estimate-waits": (p) =>
    `${many(p.count, "estimate waits", "estimates wait")} for the owner's word: ${grouped(p.beyond)} beyond what may be spent without asking.`,
  "estimate-refused": (p) => `The owner did not agree to: ${p.what}.`,
  "estimate-past-budget": (p) => `The estimate, ${grouped(p.total)}, is past the budget of ${grouped(p.budget)}.`,
  "course-asked-again": (p) =>
    `${capital(p.castings)} cannot be used again: is a rebuild still sensible? Say so at Intake.`,
  "course-chosen-twice": (p) => `What is to become of the engine was chosen ${p.count} times at once. Choose one.`,
  "casting-lost": (p) => `${capital(p.castings)} cannot be used again, and without it there is nothing to rebuild.`,
  "casting-saved": (p) => `A sound ${p.castings}, or one that can be repaired, would make it a rebuild again.`,
  "casting-would-change": () => "A main casting that turns out to be lost changes it: it is asked again then.",
  "worth-nothing-yet": () =>
    "Nothing is judged yet: what a rebuild costs can be said once parts were looked at and measured.",
  "worth-figures": (p) => sayWorth(p),
  "rebuild-below-ceiling": (p) =>
    `${sayWorth(p)}${p.ceiling === null || p.other === null ? "" : ` That is below ${grouped(p.ceiling)}, the share of another engine's price (${grouped(p.other)}) up to which rebuilding pays.`}`,
  "rebuild-past-ceiling": (p) =>
    `${sayWorth(p)} That is past ${grouped(p.ceiling)}, the share of another engine's price (${grouped(p.other)}) up to which rebuilding pays.`,
  "budget-unknown": () => "The budget is not known.",
  "rebuild-past-budget": (p) => `It is ${grouped(p.rebuild - p.budget)} past the budget of ${grouped(p.budget)}.`,
  "worth-with-parts": (p) =>
    `Using what lies here and is good (${p.parts}), it comes to ${grouped(p.cost)}: ${grouped(p.saved)} less.`,
  "worth-known": (p) =>
    p.count === 0
      ? "Every priced part is judged."
      : `${percent(p.share)} of the priced parts are judged; for the other ${p.count} the price counts as often as they have to be replaced elsewhere.`,
  "worth-above": (p) => `${grouped(p.away)} more would make another engine the better course.`,
  "worth-below": (p) => `${grouped(p.away)} less would make rebuilding pay.`,
} satisfies Sentences;
