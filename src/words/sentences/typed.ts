import { units } from "@/core/quantity/units";
import type { Sentences } from "./sentence";

/** The units that a figure may be typed in where somebody tried another. */
const typedIn = (wanted: string) =>
  `Type it in ${units
    .filter(({ dimension }) => dimension === wanted)
    .map(({ symbol }) => symbol || "pieces")
    .join(", ")}.`;

/** What was typed or pasted, and what is asked about it. */
export const typedSentences = {
  empty: () => "Nothing was typed.",
  "too-long": (p) => `That is ${p.length} characters; a reading has at most ${p.longest}.`,
  "not-a-number": (p) => `“${p.typed}” is not a number. Type for example 63.48, 2.4992 in or 1.5 thou.`,
  "unit-unknown": (p) => `“${p.spelled}” in “${p.typed}” is not a unit known here. ${typedIn(p.wanted)}`,
  "unit-wrong-dimension": (p) =>
    `“${p.typed}” is a ${p.measures}, and a ${p.wanted} is measured here. ${typedIn(p.wanted)}`,
  "unit-ambiguous": (p) => `“${p.typed}”: type ${p.one} or ${p.other}, whichever is meant.`,
  "stroke-unclear": (p) =>
    `“${p.typed}”: a fraction is typed with its inches, as 3/8" or 3/8 in; a blade that goes in and the next that does not with a bar, as 0.40|0.45.`,
  "gap-backwards": (p) => `“${p.typed}”: first the blade that goes in, then the larger one that does not.`,
  "tolerance-backwards": (p) => `“${p.typed}”: first the smaller end, then the larger one.`,
  "tolerance-units": (p) => `“${p.typed}” has two units: write both ends in one of them.`,
  "ten-times-too-large": (p, say) =>
    `${say.length(p.value)} is ten times what is expected here (about ${say.length(p.expected)}).`,
  "ten-times-too-small": (p, say) =>
    `${say.length(p.value)} is a tenth of what is expected here (about ${say.length(p.expected)}).`,
  "hundred-times-too-large": (p, say) =>
    `${say.length(p.value)} is a hundred times what is expected here (about ${say.length(p.expected)}).`,
  "hundred-times-too-small": (p, say) =>
    `${say.length(p.value)} is a hundredth of what is expected here (about ${say.length(p.expected)}).`,
  "inches-taken-for-mm": (p, say) =>
    `${say.length(p.value)} looks like inches read as millimetres: about ${say.length(p.expected)} is expected here.`,
  "mm-taken-for-inches": (p, say) =>
    `${say.length(p.value)} looks like millimetres read as inches: about ${say.length(p.expected)} is expected here.`,
  "far-from-size": (p, say) =>
    `${say.length(p.value)} is far from what is expected here (about ${say.length(p.expected)}).`,
  "far-from-fellows": (p, say) =>
    `${say.length(p.value)} is far from the others here (about ${say.length(p.expected)}): does the gauge sit as it should?`,
  "last-part-again": () => "These are the figures of the part before, to the last digit: is the gauge in this one?",
  negative: (p, say) => `${say.length(p.value)} cannot be: this quantity is never below zero.`,

  "no-gauge": () => "No gauge is set up for this sheet. Press G, or “Set up a gauge” below; what you typed stays here.",
  "slot-empty": (p) => `No part is installed in the slot ${p.slot}.`,
  "import-too-large": (p) => `${p.count} cells are more than a sheet holds; at most ${p.most} are read.`,
  "import-twice": (p) =>
    `Line ${p.line} reads a place that line ${p.before} has read: leave one of them out, or send it elsewhere.`,
  "import-past-end": (p) => `Line ${p.line} is past the last place of this sheet.`,
  "import-row-unknown": (p) => `Line ${p.line}: “${p.text}” is no place of this sheet.`,
} satisfies Sentences;
