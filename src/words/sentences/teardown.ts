import { capital } from "../capital";
import { grams } from "../grams";
import { many, sayNoted, type Sentences } from "./sentence";

const at = (place: string | null) => (place ? `, ${place}` : "");

/** What strip, clean and crack-check have to say. */
export const teardownSentences = {
  "next-strip-step": (p) => `To take apart: ${p.step}.`,
  "step-before-its-turn": (p) => `“${p.step}” was ticked off before: ${p.waits}.`,
  "position-lost": (p) =>
    `${capital(p.position)} was neither locked nor marked before “${p.step}”, and is lost. ${p.afterwards}`,
  "check-amiss": (p, say) =>
    `${capital(p.check)}${p.place === null ? "" : `, ${p.place}`}: ${sayNoted(p, say)}. It speaks of no part by itself: find out what it comes of, or go past it with a reason.`,
  "check-lost": (p) => `${p.check}: not noted before the step that ends it; it can never be known.`,
  "check-noted-twice": (p) =>
    `${p.check}, ${p.place}: noted differently at once. Note it again: that takes their place.`,
  "part-in-two-bags": (p) => `${p.tag} is said to lie in two bags: ${p.bags}. Look, and say which.`,
  "seen-differently": (p) =>
    `${p.tag}, ${p.finding}${at(p.place)}: seen differently at once. Look again: the newest takes their place.`,
  "finding-on-scrapped": (p) =>
    `${p.tag} was scrapped before ${p.finding}${at(p.place)} was noted on it: is it that part?`,
  "finding-unknown": (p) => `A finding “${p.finding}” is kept that the pack does not know for this part.`,

  "weighed-twice": (p) => `${p.tag} was weighed ${p.count} times at once. Weigh it again: that takes their place.`,
  "left-heavier-than-whole": (p) =>
    `What is left of ${p.tag}, ${grams(p.left)}, weighs more than a whole one, ${grams(p.whole)}.`,
  "fragments-heavier": (p) =>
    `The pieces of ${p.tag} weigh ${grams(-p.grams)} more than it lost (± ${grams(p.expanded)}): one of them is of another part.`,
  "fragments-missing": (p) =>
    `${grams(p.grams)} ± ${grams(p.expanded)} of ${p.tag} is still somewhere${p.places > 0 ? `; ${many(p.places, "place")} not yet opened` : "; the pack does not say where it can have gone"}.`,
  "account-too-coarse": (p) =>
    `Whether all of ${p.tag} is there cannot be told: ${grams(p.grams)} ± ${grams(p.expanded)}. Weigh finer, or search ${many(p.places, "place")}.`,
  "missing-after-search": (p) =>
    `${grams(p.grams)} ± ${grams(p.expanded)} of ${p.tag} was not found, and every place it can have reached was opened.`,
  "pieces-unaccounted": (p) =>
    `${p.tag} lost pieces (${p.finding}), and nobody weighed what is left of it: weigh it beside a whole one${p.places > 0 ? `, or search ${many(p.places, "place")} that they can have reached` : ", and find out where they went"}.`,
  "pieces-searched-for": (p) =>
    `${p.tag} lost pieces (${p.finding}), and every place they can have reached was opened.`,
  "residue-of-nowhere": (p) =>
    `${many(p.count, "residue was", "residues were")} noted without saying where: what it can have fouled hangs on that.`,
  "fragment-place-unknown": (p) => `A piece is said to come from “${p.where}”, which the pack does not know.`,
  "fragments-of-nothing": (p) =>
    `${many(p.count, "piece belongs", "pieces belong")} to no part that is known to be broken: look for the part it is missing from.`,

  "cleaned-forbidden": (p) =>
    `${p.tag} was cleaned in the ${p.treatment}, which is forbidden for it. ${p.why} Look it over before it is used.`,
  "cleaned-unknown": (p) => `${p.tag} was cleaned in the ${p.treatment}; the pack does not say whether it stands that.`,
  "cleaned-with-plugs": (p) => `${p.tag} was cleaned without first: ${p.left}.`,
  "lost-by-cleaning": (p) => `${p.tag} was cleaned before anyone looked for ${p.findings}: that is washed away.`,
  "passages-unproven": (p) =>
    p.of === 1
      ? `${p.tag}: ${p.passage} is not proven clear.`
      : `${p.tag}: ${p.count} of ${p.of} passages are not proven clear, ${p.passage} first.`,
  "passage-blocked": (p) => `${capital(p.passage)}${p.tag === null ? "" : ` (${p.tag})`} is not clear.`,

  "check-dirty": (p) => `${p.method} on ${p.tag} before it was cleaned proves nothing.`,
  "check-blind": (p) => `${p.method} finds nothing in what ${p.tag} is made of.`,
  "check-unknown-method": (p) =>
    `${p.tag} was checked by “${p.method}”, which the pack does not know: it counts for nothing.`,
  "cracks-not-drawn": (p) =>
    `A check of ${p.tag} is down with cracks, and none was drawn: draw them where they are, or note the check as nothing found.`,
  "crack-without-zones": (p) =>
    `A crack is recorded on ${p.tag}, and the pack has no zones for it: judge it by the maker's manual.`,
  "crack-outside-zones": (p) =>
    `A crack on ${p.tag} lies in no zone of its map: a person judges it, by the maker's manual.`,
  "thread-seen-differently": (p) =>
    `${p.tag}, hole ${p.hole}: one took its thread for damaged, another for sound. Look again, and correct the one that is wrong; until then it counts as damaged.`,
  "crack-unjudged": (p) =>
    `A crack on ${p.tag} (${p.zones}) cannot be judged yet: ${p.missing.includes("length") ? "measure its length" : ""}${p.missing === "length, school" || p.missing === "school, length" ? " and " : ""}${p.missing.includes("school") ? "say at Intake whether cracks are repaired" : ""}.`,
  "threads-past-limit": (p) =>
    `${p.tag}, ${p.zone}: ${p.inserts} inserts and ${p.damaged} damaged threads, and ${p.most} inserts are accepted.`,
  "scrap-record-missing": (p) =>
    `${p.tag} is scrap, and nobody has recorded what was done with it. Destroy or mark it, so that nobody fits it.`,
  "machining-unchecked": (p) =>
    `${p.tag} is to be machined and was not crack-checked: check it before money goes into it.`,
  "unchecked-after-grinding": (p) => `${p.tag} was machined and not crack-checked again: grinding can open cracks.`,
  "cracked-scrap": (p) => `${p.tag} is cracked where nothing can be done: ${p.zones}.`,
  "cracked-repairable": (p) => `${p.tag} is cracked at ${p.zones}: ${p.repair}, about ${p.cost}.`,
  "crack-open": (p) => `A crack on ${p.tag} cannot be judged yet.`,
  "not-crack-checked": (p) => `${p.tag} was not crack-checked, or not all of it: that is not “no crack”.`,
  "crack-watched": (p) => `${p.tag} has a crack to be watched at ${p.zones}.`,
  "repair-watched": (p) =>
    `The crack of ${p.tag} at ${p.zones} is repaired, and looked at again at every service: ${p.why}`,
  "part-scrapped": (p) => `${p.tag} is scrapped: ${p.why}.`,
  "unknown-method": (p) => `there is no method “${p.id}”.`,
} satisfies Sentences;
