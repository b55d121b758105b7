import type { Built } from "@/core/identify/built-when";
import type { Revision } from "@/core/identify/decode-number";
import { entropy, type NextCheck, type Posterior, type Story } from "@/core/identify/posterior";
import type { Pack } from "@/core/pack/schema";
import { percent } from "./percent";

type Names = Pick<Pack, "variants" | "identity">;
const nameOf = (id: string, { variants }: Names) => variants.find((variant) => variant.id === id)?.name ?? id;

/** What may have happened to an engine: “It is a 6M-2, and the plate was put on from another engine.” */
export function sayStory({ id, variant }: Story, pack: Names): string {
  const what = pack.identity?.stories.find((story) => story.id === id)?.name;
  return what
    ? `It is ${nameOf(variant, pack)}, and ${what}.`
    : `It is ${nameOf(variant, pack)}, nothing happened to it, and something was misread.`;
}

/** Why one check is worth its minutes: how much doubt it takes away, what it is likely to show, what has to be open. */
export function sayNextCheck({ tell, bits, outcomes }: NextCheck, { variants }: Posterior, pack: Names): string {
  const doubt = entropy(variants.values());
  const likely = [...outcomes].sort((a, b) => b.probability - a.probability)[0]!;
  const answer = tell.answers.find((each) => each.id === likely.answer)!.name;
  return [
    `${tell.minutes} min${tell.open ? `, ${tell.open}` : ""}.`,
    `On average it takes away ${doubt > 0 ? percent(bits / doubt) : "none"} of the doubt, more for its minutes than anything else.`,
    `Most likely: ${answer}; then it would be ${nameOf(likely.variant, pack)}, ${percent(likely.sure)} sure.`,
  ].join(" ");
}

/** When it was built, as exactly as the number says. */
export const sayBuilt = ({ from, to, shift, time }: Built): string =>
  [from === to ? `built on ${from}` : `built between ${from} and ${to}`, shift && `shift ${shift}`, time]
    .filter(Boolean)
    .join(", ");

/** A part as it was fitted; where the number is not exact enough, what it may be instead. */
export const sayRevision = ({ part, revision, note, orElse }: Revision): string =>
  `${part} ${revision}${orElse ? ` or ${orElse}: the number does not say` : ""}${note ? ` (${note})` : ""}`;
