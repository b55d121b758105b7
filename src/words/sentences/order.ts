import { many, type Sentences } from "./sentence";

/** Why what arrived is not what was ordered; what the supplier is told. */
export const amissWords = {
  wrong: "not what was ordered",
  damaged: "damaged",
  missing: "missing from the box",
  "old-revision": "of a revision that is not taken",
  "other-number": "of another number",
  "lot-out": "of a lot that measures outside its limit",
} as const;

/** What is bought, and what arrives. */
export const orderSentences = {
  "delivery-amiss": (p) =>
    `${p.name}, ${p.count} from ${p.supplier}: ${amissWords[p.why as keyof typeof amissWords] ?? p.why}${p.came === null ? "" : ` (${p.came} came)`}. Tell them, and order anew.`,
  "delivery-overdue": (p, say) =>
    `${p.name} from ${p.supplier} was promised for ${say.day(p.due)}: ${many(p.days, "day")} late.`,
  "received-beyond": (p) => `${p.name}: ${p.count} came, ${p.ordered} were ordered.`,
  "came-back-amiss": (p) =>
    `${p.tag} came back from the machine shop ${p.state}${p.words === null ? "" : `: ${p.words}`}. Look at it, and decide it anew.`,
  "received-unordered": (p) =>
    `${p.count} × ${p.what} came and nobody ordered it: find the order it belongs to, or strike it.`,
  "box-twice": (p) => `Box ${p.box} with ${p.name} was taken in twice. It counts once: strike one of them.`,
  "box-unread": (p) => `${p.name}, ${p.count}: nobody read the number or revision that was asked for. Read it.`,
  "cores-beyond": (p) => `${p.name}: ${p.count} old parts went back for ${p.ordered} that were bought.`,
  "work-declined": (p) => `${p.row}: ${p.by} declined ${p.what}.`,
  "declined-hurts": (p) =>
    `${p.row}: ${p.by} declined ${p.what}, and if it fails people are hurt. It is not handed over to run like that: do the work, or do not run it.`,
  "declined-yet-decided": (p) =>
    `${p.row}: ${p.by} declined ${p.what}, and it was decided all the same. Ask again, or decide otherwise.`,
} satisfies Sentences;
