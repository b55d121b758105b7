import { capital } from "./capital";
import { many, type Sentence } from "./sentence";

const grams = (value: number) => `${value.toFixed(Math.abs(value) < 10 ? 2 : 1)} g`;
const at = (place: string) => (place === "" || place === "null" ? "" : `, ${place}`);

/** What strip, clean and crack-check have to say, and what can be wrong with photos and with a pack's part of it. */
export const teardownSentences: Readonly<Record<string, Sentence>> = {
  // Strip
  "next-strip-step": (f) => `To take apart: ${f.text("step")}.`,
  "step-before-its-turn": (f) => `“${f.text("step")}” was ticked off before: ${f.text("waits")}.`,
  "position-lost": (f) =>
    `${capital(f.text("position"))} was neither locked nor marked before “${f.text("step")}”, and is lost. ${f.text("afterwards")}`,
  "check-lost": (f) => `${f.text("check")}: not noted before the step that ends it; it can never be known.`,
  "check-noted-twice": (f) =>
    `${f.text("check")}, ${f.text("place")}: noted differently at once. Note it again: that takes their place.`,
  "part-in-two-bags": (f) => `${f.text("tag")} is said to lie in two bags: ${f.text("bags")}. Look, and say which.`,
  "seen-differently": (f) =>
    `${f.text("tag")}, ${f.text("finding")}${at(f.text("place"))}: seen differently at once. Look again: the newest takes their place.`,
  "finding-on-scrapped": (f) =>
    `${f.text("tag")} was scrapped before ${f.text("finding")}${at(f.text("place"))} was noted on it: is it that part?`,
  "finding-unknown": (f) => `A finding “${f.text("finding")}” is kept that the pack does not know for this part.`,

  // Fragments
  "weighed-twice": (f) =>
    `${f.text("tag")} was weighed ${f.text("count")} times at once. Weigh it again: that takes their place.`,
  "left-heavier-than-whole": (f) =>
    `What is left of ${f.text("tag")}, ${grams(f.number("left"))}, weighs more than a whole one, ${grams(f.number("whole"))}.`,
  "fragments-heavier": (f) =>
    `The pieces of ${f.text("tag")} weigh ${grams(-f.number("grams"))} more than it lost (± ${grams(f.number("expanded"))}): one of them is of another part.`,
  "fragments-missing": (f) =>
    `${grams(f.number("grams"))} ± ${grams(f.number("expanded"))} of ${f.text("tag")} is still somewhere${f.number("places") > 0 ? `; ${many(f.number("places"), "place")} not yet opened` : "; the pack does not say where it can have gone"}.`,
  "account-too-coarse": (f) =>
    `Whether all of ${f.text("tag")} is there cannot be told: ${grams(f.number("grams"))} ± ${grams(f.number("expanded"))}. Weigh finer, or search ${many(f.number("places"), "place")}.`,
  "missing-after-search": (f) =>
    `${grams(f.number("grams"))} ± ${grams(f.number("expanded"))} of ${f.text("tag")} was not found, and every place it can have reached was opened.`,
  "fragment-place-unknown": (f) => `A piece is said to come from “${f.text("where")}”, which the pack does not know.`,
  "fragments-of-nothing": (f) =>
    `${many(f.number("count"), "piece belongs", "pieces belong")} to no part that is known to be broken: look for the part it is missing from.`,

  // Clean
  "cleaned-forbidden": (f) =>
    `${f.text("tag")} was cleaned in the ${f.text("treatment")}, which is forbidden for it. ${f.text("why")} Look it over before it is used.`,
  "cleaned-unknown": (f) =>
    `${f.text("tag")} was cleaned in the ${f.text("treatment")}; the pack does not say whether it stands that.`,
  "cleaned-with-plugs": (f) => `${f.text("tag")} was cleaned without first: ${f.text("left")}.`,
  "lost-by-cleaning": (f) =>
    `${f.text("tag")} was cleaned before anyone looked for ${f.text("findings")}: that is washed away.`,
  "passages-unproven": (f) =>
    `${f.text("tag")}: ${f.text("count")} of ${f.text("of")} passages are not proven clear, ${f.text("passage")} first.`,
  "passage-blocked": (f) => `${capital(f.text("passage"))} (${f.text("tag")}) is not clear.`,

  // Crack-check
  "check-dirty": (f) => `${f.text("method")} on ${f.text("tag")} before it was cleaned proves nothing.`,
  "check-blind": (f) => `${f.text("method")} finds nothing in what ${f.text("tag")} is made of.`,
  "check-unknown-method": (f) =>
    `${f.text("tag")} was checked by “${f.text("method")}”, which the pack does not know: it counts for nothing.`,
  "crack-without-zones": (f) =>
    `A crack is recorded on ${f.text("tag")}, and the pack has no zones for it: judge it by the maker's manual.`,
  "crack-outside-zones": (f) => `A crack on ${f.text("tag")} lies in no zone of its map: draw it where it is.`,
  "crack-unjudged": (f) =>
    `A crack on ${f.text("tag")} (${f.text("zones")}) cannot be judged yet: ${f.text("missing").includes("length") ? "measure its length" : ""}${f.text("missing") === "length, school" || f.text("missing") === "school, length" ? " and " : ""}${f.text("missing").includes("school") ? "say at Intake whether cracks are repaired" : ""}.`,
  "threads-past-limit": (f) =>
    `${f.text("tag")}, ${f.text("zone")}: ${f.text("inserts")} inserts and ${f.text("damaged")} damaged threads, and ${f.text("most")} inserts are accepted.`,
  "scrap-record-missing": (f) =>
    `${f.text("tag")} is scrap, and nobody has recorded what was done with it. Destroy or mark it, so that nobody fits it.`,
  "machining-unchecked": (f) =>
    `${f.text("tag")} is to be machined and was not crack-checked: check it before money goes into it.`,
  "unchecked-after-grinding": (f) =>
    `${f.text("tag")} was machined and not crack-checked again: grinding can open cracks.`,
  "cracked-scrap": (f) => `${f.text("tag")} is cracked where nothing can be done: ${f.text("zones")}.`,
  "cracked-repairable": (f) =>
    `${f.text("tag")} is cracked at ${f.text("zones")}: ${f.text("repair")}, about ${f.text("cost")}.`,
  "crack-open": (f) => `A crack on ${f.text("tag")} cannot be judged yet.`,
  "not-crack-checked": (f) => `${f.text("tag")} was not crack-checked, or not all of it: that is not “no crack”.`,
  "crack-watched": (f) => `${f.text("tag")} has a crack to be watched at ${f.text("zones")}.`,
  "part-scrapped": (f) => `${f.text("tag")} is scrapped: ${f.text("why")}.`,

  // Photos
  "photo-too-large": (f) =>
    `This file has ${(f.number("bytes") / 1048576).toFixed(0)} MB; a photo may have ${(f.number("most") / 1048576).toFixed(0)} MB. Set the camera to a smaller size.`,
  "upload-differs": () => "Another file was begun under this id. Choose the file again.",
  "unknown-upload": () => "The server knows nothing of this photo any more. Choose the file again.",
  "chunk-misfit": (f) => `Piece ${f.text("n")} of the photo has ${f.text("bytes")} bytes, which does not fit.`,
  "chunks-missing": (f) => `${many(f.number("missing"), "piece")} of the photo did not arrive.`,
  "photo-too-many-pixels": (f) =>
    `This picture says it has ${f.text("width")} × ${f.text("height")} points; at most ${f.text("most")} million are taken.`,
  "not-a-picture": () => "This is no photo that can be read here. Choose a JPEG, PNG, WebP or AVIF file.",
  "photo-heic": () =>
    "This is a HEIC photo, which cannot be read here. Set the phone's camera to JPEG (“most compatible”), or share the photo as JPEG.",
  "photo-damaged": (f) =>
    `The photo is damaged or cut short (${f.text("why")}). Take it again, or choose another file.`,
  "photo-not-clean": () =>
    "This photo carries data about its place or device; the archive did not come from this program.",
  "references-disagree": (f) =>
    `The two known lengths disagree: the part lies tilted by about ${f.number("tilt").toFixed(0)}°, more than was said.`,
  "photo-tilted": (f) =>
    `The part lies tilted by about ${f.number("tilt").toFixed(0)}°: lengths are uncertain by that. Take it again square to the camera if it matters.`,
  "outline-crosses-itself": () => "The outline crosses itself: it has no one area.",
  "outline-without-area": () => "The outline encloses nothing.",

  // Packs
  "unknown-treatment": (f) => `there is no treatment “${f.text("id")}”.`,
  "unknown-zone": (f) => `there is no zone “${f.text("id")}”.`,
  "unknown-material": (f) => `there is no material “${f.text("id")}”.`,
  "unknown-place": (f) => `this part class has no place “${f.text("id")}”.`,
  "unknown-method": (f) => `there is no method “${f.text("id")}”.`,
  "unknown-step": (f) => `there is no step “${f.text("id")}”.`,
  "unknown-position": (f) => `there is no position “${f.text("id")}”.`,
  "unknown-node": (f) => `the circuit has no node “${f.text("id")}”.`,
  "unknown-school": (f) => `there is no school and option “${f.text("id")}”.`,
  "zone-without-verdict": (f) =>
    `the last rule of zone “${f.text("zone")}” has conditions: a crack that meets none of its rules would have no verdict.`,
  "zone-outside-map": (f) => `zone “${f.text("zone")}” reaches beyond its map.`,
  "rule-shuts-out-its-zone": (f) => `a rule of zone “${f.text("zone")}” holds only for cracks that stay out of it.`,
  "zone-without-axis": (f) => `a rule asks how a crack runs, and zone “${f.text("zone")}” has no axis.`,
  "repair-and-verdict": (f) =>
    `in zone “${f.text("zone")}”: what is repairable names its repair, and nothing else does.`,
  "none-is-given": (f) =>
    `“none” is every finding's ‘looked, nothing there’; “${f.text("id")}” cannot give it another meaning.`,
  "slot-within-itself": (f) => `the slot “${f.text("slot")}” sits, by way of others, in itself.`,
  "steps-in-circle": (f) => `these steps wait for each other in a circle, or for one that does: ${f.text("steps")}.`,
  "slot-removed-twice": (f) =>
    `the part of slot “${f.text("slot")}” comes out with the step “${f.text("step")}” already.`,
  "loses-without-lock": (f) =>
    `the step “${f.text("step")}” loses “${f.text("position")}”, and no step before it locks or marks that.`,
  "check-without-answer": (f) =>
    `the check “${f.text("check")}” has neither states nor a figure: there is nothing to note.`,
  "circuit-part-unreachable": (f) =>
    `nothing flows to “${f.text("node")}” from where the circuit “${f.text("circuit")}” begins.`,
};
