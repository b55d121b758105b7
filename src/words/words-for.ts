import type { MoneyKind, MoneyState } from "@/core/money/ledger";
import type { Unsettled } from "@/core/plan/standing";
import type { Unmoving } from "@/core/heard/heard";
import type { KindOfPayment, KindOfWork, WayOfPaying } from "@/core/entry/outcomes";
import type { Part } from "@/core/entry/fold";
import type { PartItem } from "@/core/entry/types/parts";
import type { FigureGroup } from "@/core/figures/figure";
import type { HoldKind } from "@/core/problem/problem-codes";
import type { Mark } from "@/core/measure/conformity";
import type { renewKinds } from "@/core/pack/schema-relations";
import type { Disposition, DecisionRule, Phase, Role } from "@/core/entry/schema";
import type { hourItems } from "@/core/intake/assess-intake";
import type { orderItems } from "@/core/order/order";
import type { Course } from "@/core/money/worth";
import type { PlanOrder } from "@/core/views/measuring-plan";
import type { CrackWord } from "@/core/crack/crack-verdict";
import type { AccountState } from "@/core/fragments/ledger";
import type { Allowed } from "@/core/pack/schema-teardown";

export const figureGroupWords: Readonly<Record<FigureGroup, string>> = {
  capacity: "What a cylinder holds",
  motion: "How it moves",
  balance: "Balance",
  fits: "Fits and warmth",
  bolts: "Bolts",
  springs: "Springs",
  timing: "Timing",
  layouts: "Two-stroke, rotary, radial",
};

export const holdWords: Readonly<Record<HoldKind, { readonly short: string; readonly long: string }>> = {
  danger: { short: "danger", long: "Going on could hurt an engine or a person" },
  debt: { short: "owed", long: "Owed to the record" },
  unknown: { short: "not known", long: "Not known yet" },
};

export const markWords: Readonly<Record<Mark, string>> = {
  inside: "inside",
  "inside-within-u": "inside, within U",
  "outside-within-u": "outside, within U",
  outside: "outside",
};

export const markSentences: Readonly<Record<Mark, string>> = {
  inside: "Inside the limit",
  "inside-within-u": "Inside the limit, but within U of it",
  "outside-within-u": "Outside the limit, but within U of it",
  outside: "Outside the limit",
};

export const dispositionWords: Readonly<Record<Disposition, string>> = {
  reuse: "Reuse as is",
  clean: "Clean and reuse",
  rework: "Rework",
  upgrade: "Upgrade",
  replace: "Replace",
  keep: "Keep for another build",
  hold: "Hold",
};

export const moneyStateWords: Readonly<Record<MoneyState, string>> = {
  committed: "Ordered, sent out or worked",
  "to-come": "Still to come",
  "by-owner": "Supplied by the owner, not charged",
};

export const moneyKindWords: Readonly<Record<MoneyKind, string>> = {
  parts: "Parts",
  "used-up": "Used up",
  "machine-shop": "Machine shop",
  labour: "Work at the bench",
  deposit: "Deposits, paid back for old parts",
  unseen: "Parts that cannot be judged yet, as often as such parts are replaced",
};

export const workWords: Readonly<Record<KindOfWork, string>> = {
  strip: "Taking apart and cleaning",
  measure: "Measuring and crack-checking",
  parts: "Work on parts",
  assembly: "Putting together",
  other: "Other work",
};

export const paymentWords: Readonly<Record<KindOfPayment, string>> = {
  deposit: "Deposit",
  payment: "Payment",
  refund: "Paid back",
};

export const payingWords: Readonly<Record<WayOfPaying, string>> = {
  cash: "cash",
  card: "card",
  transfer: "bank transfer",
  cheque: "cheque",
};

/** Why what was decided does not stand. */
export const unsettledWords: Readonly<Record<Unsettled, string>> = {
  refused: "refused by what was found",
  "off-offer": "no longer on offer",
  "no-reason": "its reason is missing",
  "evidence-changed": "the evidence changed since",
};

export const renewWords: Readonly<Record<(typeof renewKinds)[number], string>> = {
  rings: "Rings",
  shells: "Shells",
  seals: "Seals",
  gaskets: "Gaskets",
  bolts: "Stretch bolts and single-use fasteners",
  filters: "Filters",
  springs: "Springs",
  hoses: "Hoses",
};

/** What can be noted of a part. */
export const partItemWords: Readonly<Record<PartItem, string>> = {
  number: "Number",
  revision: "Revision",
  series: "Series",
  lot: "Lot",
  supplier: "Supplier",
  size: "Brought to size",
  "own-size": "Size when new",
  "ran-in": "Ran in",
  "ran-beside": "Ran beside",
  "meant-for": "Meant for",
  lies: "Lies",
};

export const originWords: Readonly<Record<Part["origin"], string>> = {
  engine: "this engine",
  donor: "a donor",
  shelf: "the shelf",
  supplier: "a supplier's box",
};

export const phaseWords: Readonly<Record<Phase, string>> = {
  "as-received": "as received",
  "as-found": "as found",
  cleaned: "cleaned",
  reworked: "reworked",
  "as-assembled": "as assembled",
};

export const ruleWords: Readonly<Record<DecisionRule, string>> = {
  simple: "simple acceptance: a value inside the limit passes",
  "guarded-acceptance": "guarded acceptance: a value passes only if it is inside by more than U",
  "guarded-rejection": "guarded rejection: a value fails only if it is outside by more than U",
};

export const courseWords: Readonly<Record<Course, string>> = {
  rebuild: "Rebuild it",
  merge: "Merge it with a donor",
  "other-engine": "Another engine",
  "part-out": "Part it out",
};

export const orderWords: Readonly<Record<(typeof orderItems)[number], string>> = {
  "hours-wanted": "Hours it has to run",
  "kilometres-wanted": "Kilometres it has to run",
  "cycles-wanted": "Cycles it has to run",
  "chance-wanted": "Least chance to run them",
  budget: "Budget",
  "wanted-by": "Wanted by",
  "day-rate": "A day without the engine costs",
  "redo-borne-by": "What is done over is borne by",
  "idle-borne-by": "Days it stands still are borne by",
  "ask-above": "May go beyond the estimate by",
  certified: "Under a certificate, or with passengers",
  "decision-rule": "Near a limit",
};

export const hourWords: Readonly<Record<(typeof hourItems)[number], string>> = {
  "hours-since-new": "Hours since new",
  "hours-since-overhaul": "Since overhaul",
  "hours-since-top-overhaul": "Since top overhaul",
};

/** What becomes of old parts, as the owner wants it. */
export const oldPartsWords = {
  scrap: "scrapped here, so that nobody fits them again",
  "give-back": "given back to the owner",
  "keep-here": "kept here",
} as const;

export const howWords = { "in-person": "in person", phone: "by phone", letter: "by letter", mail: "by mail" } as const;

/** The same of what was said, which may have come by the link as well. */
export const saidHowWords = { ...howWords, link: "by the link" } as const;

export const scrapWords = {
  destroyed: "Destroyed",
  marked: "Marked so that nobody fits it",
  held: "Held for the surveyor",
} as const;

export const crackStateWords: Readonly<Record<"not-checked" | "clear" | CrackWord, string>> = {
  "not-checked": "not checked",
  clear: "nothing found",
  harmless: "harmless",
  watch: "to be watched",
  repairable: "repairable",
  scrap: "scrap",
};

export const accountWords: Readonly<Record<AccountState, string>> = {
  closed: "all there",
  open: "some is missing",
  over: "more than it lost",
  "cannot-tell": "cannot tell",
};

export const allowedWords: Readonly<Record<Allowed, string>> = { yes: "allowed", care: "with care", no: "forbidden" };

export const provenWords = { rod: "rod or brush", air: "air", fluid: "fluid", light: "light" } as const;

export const threadWords = {
  sound: "sound",
  damaged: "damaged",
  "stud-broken": "stud broke",
  insert: "insert",
} as const;

export const wholeWords = { sister: "a sister part, weighed", pack: "the pack", drawing: "a drawing" } as const;

export const planWords: Readonly<Record<PlanOrder, { readonly name: string; readonly why: string }>> = {
  telling: {
    name: "Most telling first",
    why: "The best chance for its minutes of losing something dear, before the rest is spent.",
  },
  gauge: { name: "Fewest settings", why: "All that one setting of a gauge can measure, then the next." },
  part: { name: "Part by part", why: "As they lie in the engine." },
};

/** What each role may do. */
export const roleWords: Readonly<Record<Role, string>> = {
  viewer: "A viewer looks at everything and writes nothing.",
  inspector: "An inspector records what is there: readings, findings, photos.",
  lead: "A lead decides, orders, hands over, and looks after settings and accounts.",
};

/** Why a fact that was recorded moves nothing, where usual practice says so. */
export const unmovingWords: Readonly<Record<Unmoving, string>> = {
  slight: "Slight, and by usual practice no reason to do anything.",
  "as-it-should-be": "It is as it should be.",
  skipped: "It was skipped.",
  "looked-again": "It was looked at again later, and that counts.",
  "not-of-this-engine": "The pack does not know it.",
  "read-by-no-cause": "No cause that the pack knows leaves such a trace.",
  "no-limit": "The pack sets no limit to it.",
  "no-metal": "A magnet draws nothing out of it.",
  "names-it": "It only names the part.",
  "made-good": "It was made good.",
};
