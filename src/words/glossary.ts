/** A word of the trade or of this program: what it means, and what else it is called. */
export interface Term {
  readonly id: string;
  readonly term: string;
  readonly means: string;
  /** Other words for it, by which it is searched as well. */
  readonly also?: readonly string[];
}

/** Terms as they are used here. Trade words by common practice; those of measuring by JCGM 100 and 106 (from memory). */
export const glossary: readonly Term[] = [
  { id: "connecting-rod", term: "connecting rod", means: "The rod between piston and crankshaft.", also: ["conrod", "con rod", "con-rod"] },
  { id: "big-end", term: "big end", means: "The end of a connecting rod on the crankshaft, and the bearing in it.", also: ["rod bearing", "conrod bearing"] },
  { id: "big-end-journal", term: "big-end journal", means: "The part of the crankshaft that a connecting rod runs on.", also: ["crank pin", "crankpin", "rod journal"] },
  { id: "main-shell", term: "main shell", means: "One half of the bearing in which the crankshaft runs in its case.", also: ["main bearing", "main bearing insert"] },
  { id: "main-journal", term: "main journal", means: "The part of the crankshaft that runs in a main bearing.", also: ["main bearing journal"] },
  { id: "small-end", term: "small end", means: "The end of a connecting rod at the piston.", also: ["little end"] },
  { id: "gudgeon-pin", term: "gudgeon pin", means: "The pin between piston and connecting rod.", also: ["wrist pin", "piston pin"] },
  { id: "liner", term: "liner", means: "The tube that a piston runs in, where it is a part of its own.", also: ["sleeve", "cylinder sleeve"] },
  { id: "tappet", term: "tappet", means: "What rides on a cam and lifts a valve.", also: ["lifter", "valve lifter", "cam follower"] },
  { id: "cylinder-head", term: "cylinder head", means: "What closes the cylinders, with valves in it.", also: ["head"] },
  { id: "thrust-washers", term: "thrust washers", means: "They hold a shaft along its length.", also: ["end float bearing", "thrust bearing"] },
  { id: "end-float", term: "end float", means: "How far a shaft moves along its length.", also: ["end play", "axial play"] },
  { id: "side-float", term: "side float", means: "How far a rod moves along its journal.", also: ["side clearance", "rod side play"] },
  { id: "run-out", term: "run-out", means: "How far a surface moves against a dial as its shaft turns; what is read is the whole swing.", also: ["tir", "total indicated reading"] },
  { id: "taper", term: "taper", means: "How much a bore or a journal is larger at one end than at the other." },
  { id: "out-of-round", term: "out of round", means: "The largest diameter less the smallest at one height.", also: ["ovality"] },
  { id: "crush", term: "crush", means: "By how much a pair of shells is longer than the housing around it, so that it is held fast.", also: ["bearing crush", "nip"] },
  { id: "lash", term: "lash", means: "The play between a valve and what moves it, or between two gears.", also: ["valve clearance", "backlash"] },
  { id: "protrusion", term: "protrusion", means: "How far a liner stands above the face it is clamped against.", also: ["liner stand", "nip of the liner"] },
  { id: "quench", term: "quench", means: "The gap between piston and head where they come nearest.", also: ["squish"] },
  { id: "undersize", term: "undersize", means: "A journal ground smaller by a stated step, for shells that are thicker by half of it.", also: ["regrind size"] },
  { id: "oversize", term: "oversize", means: "A bore made larger by a stated step, for pistons that are larger by as much.", also: ["rebore size"] },
  { id: "donor", term: "donor", means: "An engine that parts are taken from.", also: ["parts engine"] },
  { id: "reassembly-limit", term: "reassembly limit", means: "What a part may measure when it goes in again: tighter than what is let run on in service." },
  { id: "service-limit", term: "service limit", means: "What a part may have worn to while it stays in the engine.", also: ["in service"] },
  { id: "uncertainty", term: "±, U", means: "The value lies within U of what is shown, 95 times of a hundred: twice the standard uncertainty, more where few readings speak.", also: ["expanded uncertainty"] },
  { id: "inside-within-u", term: "inside, within U", means: "The value is inside its limit by less than its uncertainty: probably in, not surely." },
  { id: "guarded", term: "guarded acceptance", means: "A value passes only if it is inside by more than U; guarded rejection fails one only if it is outside by more than U." },
  { id: "cannot-tell", term: "cannot tell", means: "The evidence carries no answer yet. What is open is said; it is never taken as good." },
  { id: "hold", term: "hold", means: "Something that stands in the way: of danger, owed to the record, or not known yet. It is settled, or gone past with a reason." },
  { id: "disposition", term: "disposition", means: "What becomes of a part: used again, cleaned, made good, made better, replaced, kept, held." },
  { id: "made-good", term: "made good", means: "Machined, repaired or coated back to what it has to be.", also: ["rework"] },
  { id: "tag", term: "tag", means: "The label of one part. It goes with the part wherever it lies; the place it came from is something else." },
  { id: "place", term: "place", means: "Where in the engine a part sits; parts come and go, the place stays.", also: ["slot"] },
  { id: "sheet", term: "sheet", means: "All places of one kind that are measured in one go." },
  { id: "occasion", term: "set-up", means: "A gauge with its master and temperatures, as it was when readings were taken with it." },
  { id: "scatter", term: "scatter", means: "How far repeats of one reading lie apart. More than the gauge's own comes of the part, the gauge or a slip." },
  { id: "open-account", term: "open account", means: "A broken part of which some grams are still missing. Build waits until every place they could lie in was searched." },
  { id: "wear-share", term: "wear", means: "How much of the way from new to its limit a part has gone." },
  { id: "school", term: "school", means: "A way that one good shop goes and another does not. The shop says which it is." },
  { id: "pack", term: "pack", means: "All that is known of an engine family as data: its parts, limits, steps, causes and prices, each with its source." },
  { id: "while-in-there", term: "while you are in there", means: "What is open anyway costs no access: the price of work is then the part and its minutes alone." },
]; // prettier-ignore

const plain = (text: string) => text.toLowerCase();

/**
 * What was typed, and the same in the words that are used here.
 *
 * @example inOwnWords("crank pin 3") // ["crank pin 3", "big-end journal 3"]
 */
export function inOwnWords(typed: string): readonly string[] {
  const text = plain(typed);
  const others = glossary.flatMap(({ term, also = [] }) => {
    const said = also.filter((word) => ` ${text} `.includes(` ${word} `)).sort((a, b) => b.length - a.length)[0];
    return said === undefined ? [] : [text.replace(said, term)];
  });
  return [text, ...others];
}
