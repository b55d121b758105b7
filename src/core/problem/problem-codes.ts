import type { Station } from "../stations";

export const severities = ["error", "hold", "notice"] as const;
export type Severity = (typeof severities)[number];

/**
 * Why a hold holds.
 * - danger: known, and going on could hurt an engine or a person
 * - debt: owed to the record: a reason, a signature, a contradiction to settle
 * - unknown: nobody has looked yet, or not well enough to tell
 */
export const holdKinds = ["danger", "debt", "unknown"] as const;
export type HoldKind = (typeof holdKinds)[number];

export interface HoldRule {
  /** The station whose work it holds up. */
  readonly station: Station;
  /** Where it is settled. */
  readonly settledAt: Station;
  readonly kind: HoldKind;
  /** Whether a person may go past it with a reason: what is not known, never what is contradicted. */
  readonly passable: boolean;
}

/** What a param is; one with a question mark may be null, where something is not known. */
type ParamKind = "text" | "number" | "flag" | "text?" | "number?";
type ParamKinds = Readonly<Record<string, ParamKind>>;

/**
 * What a reason that refuses a part says of how long such parts last: it ended while it ran, it had ended by the time
 * somebody looked, or its age has nothing to do with it.
 */
export type Ending = "in-service" | "by-then" | "of-no-age";

interface CodeRule<
  P extends ParamKinds,
  H extends HoldRule | null,
  Open extends number | null = number | null,
  Ends extends Ending | null = Ending | null,
> {
  readonly severity: Severity;
  readonly hold: H;
  readonly params: P;
  /** Minutes that it takes, about, to settle what is open; null for what is settled. Common practice, no source. */
  readonly open: Open;
  /** Given where it refuses a part. */
  readonly ends: Ends;
  /** It is told of a part without refusing it, and weighs where two ways cost alike. */
  readonly weighs: boolean;
}

const text = "text" as const;
const number = "number" as const;
const flag = "flag" as const;
const orNoText = "text?" as const;
const orNoNumber = "number?" as const;

interface Facts<H extends HoldRule | null, Open extends number | null, Ends extends Ending | null> {
  readonly severity: Severity;
  readonly hold: H;
  readonly open: Open;
  readonly ends: Ends;
  readonly weighs?: boolean;
}

const code =
  <H extends HoldRule | null, Open extends number | null, Ends extends Ending | null>(facts: Facts<H, Open, Ends>) =>
  <const P extends ParamKinds = Record<never, never>>(params?: P): CodeRule<P, H, Open, Ends> => ({
    weighs: false,
    ...facts,
    params: params ?? ({} as P),
  });

const of = <H extends HoldRule | null>(severity: Severity, hold: H) => code({ severity, hold, open: null, ends: null });

const error = of("error", null);
/** Worth knowing, and settled. */
const tells = of("notice", null);
/** Worth knowing, settled, and a little against a way. */
const tellsAgainst = code({ severity: "notice", hold: null, open: null, ends: null, weighs: true });
/** Not known yet, or for a person to say: so many minutes, about, settle it. */
const asks = <M extends number>(minutes: M, more: { readonly weighs?: true } = {}) =>
  code({ severity: "notice", hold: null, open: minutes, ends: null, ...more });
/** It refuses a part. */
const refuses = <E extends Ending>(ends: E) => code({ severity: "error", hold: null, open: null, ends });
const rule = (kind: HoldKind, station: Station, settledAt: Station, passable: boolean): HoldRule => ({
  station,
  settledAt,
  kind,
  passable,
});
const danger = (station: Station, settledAt = station) => of("hold", rule("danger", station, settledAt, false));
const debt = (station: Station, settledAt = station) => of("hold", rule("debt", station, settledAt, false));
const unknown = (station: Station, settledAt = station) => of("hold", rule("unknown", station, settledAt, false));
const passableDanger = (station: Station, settledAt = station) => of("hold", rule("danger", station, settledAt, true));
const passableDebt = (station: Station, settledAt = station) => of("hold", rule("debt", station, settledAt, true));
const passableUnknown = (station: Station, settledAt = station) =>
  of("hold", rule("unknown", station, settledAt, true));
/** Asked while the gauge is still in the part; a hold where it was left unanswered. */
const asked = of("notice", rule("debt", "measure", "measure", false));

const expectation = { value: number, expected: number, unit: text };
const against = {
  value: number,
  limit: number,
  bound: text,
  by: number,
  expanded: number,
  probability: number,
  unit: text,
  source: text,
  page: orNoText,
  row: text,
  characteristic: text,
};
const within = {
  row: text,
  characteristic: text,
  value: number,
  expanded: number,
  limit: number,
  margin: number,
  probability: number,
  unit: text,
  wear: orNoNumber,
};
const cleaningUp = {
  grows: flag,
  finishedMm: number,
  boundMm: number,
  expanded: number,
  margin: number,
  probability: number,
  layerLeftMm: orNoNumber,
};
const hoursAhead = {
  ahead: number,
  unit: text,
  probability: orNoNumber,
  low: number,
  high: number,
  life: orNoNumber,
  from: orNoNumber,
  to: orNoNumber,
};
/** Two that meet and what each is like; of wheels that are timed to each other how many teeth one stands off, and what is taken up. */
const mated = { mating: text, one: text, oneWhat: text, oneIs: text, other: text, otherWhat: text, otherIs: text, looks: text, off: orNoNumber, degrees: orNoNumber, takesUp: orNoNumber }; // prettier-ignore
const ofLot = { tag: text, class: text, lot: orNoText, count: number, measured: number, sample: number };
const livedOf = { tag: text, life: number, ahead: number, from: orNoNumber, to: orNoNumber, unit: text };
const worthOf = {
  rebuild: number,
  labour: number,
  parts: number,
  other: orNoNumber,
  ceiling: orNoNumber,
  budget: orNoNumber,
  merge: orNoNumber,
  partsValue: number,
};
const account = { tag: text, grams: number, expanded: number, places: number };
const treated = { tag: text, treatment: text, why: orNoText };
const seen = { tag: text, finding: text, value: text, place: orNoText, why: orNoText, source: orNoText };
/** What was noted of a check: a state by its name, a figure in core units, or both. */
const notedAs = { state: orNoText, value: orNoNumber, unit: orNoText };
const testedBy = { tag: text, check: text, place: orNoText, why: orNoText, ...notedAs };
const measuredOf = { tag: text, of: text, characteristic: text, value: number, limit: number, bound: text, unit: text };
const knownOf = { tag: text, item: text, why: text };
const fouled = { tag: text, circuit: text, from: text, why: text };
const checkedBy = { tag: text, method: text };

/**
 * Every code that the program returns: how grave it is, what it holds up and where that is settled, and what a
 * sentence about it is told. Lengths are in millimetres, probabilities from 0 to 1. The words are a record over this
 * table (`src/words/say-problem.ts`): a code without a sentence does not compile.
 */
export const problemCodes = {
  // The job as a whole
  "pack-differs": danger("intake")({ pinned: text, given: text, id: text, revision: number }),
  "job-overdue": debt("hand-over", "intake")({ wantedBy: text }),
  "fitted-uninspected": passableDanger("measure")({
    tag: text,
    slot: text,
    lot: orNoText,
    measured: number,
    sample: number,
  }),
  "class-not-in-pack": debt("strip")({ tag: text, class: text }),
  "meant-for-nothing": debt("strip")({ tag: text, slot: text }),
  "slot-not-there": debt("strip")({ slot: text, tags: text }),
  "part-noted-twice": debt("strip")({ tag: text, item: text }),
  "tag-twice": debt("strip")({ tag: text, count: number }),
  "slot-holds-two": debt("strip")({ slot: text, tags: text }),
  "reason-owed": debt("measure")({ type: text }),
  "dated-long-before": passableDebt("hand-over", "intake")({ author: text, count: number, days: number }),
  "clock-ahead": passableDebt("hand-over", "intake")({ author: text, count: number, minutes: number }),
  "touch-refused": tells({ type: text, target: text }),
  "handed-over": tells({ to: text }),
  "ready-to-hand-over": tells(),
  undecided: tells({ count: number }),
  "next-to-order": tells({ count: number }),
  "next-to-send-out": tells({ count: number }),
  "next-amiss": tells({ count: number }),
  "next-to-measure-again": tells({ count: number }),
  "next-to-do": tells({ count: number }),
  "next-to-come": tells({ count: number }),
  "next-to-settle": tells({ count: number }),
  "released-in-danger": debt("hand-over")({ count: number }),
  "released-without-reason": debt("hand-over")({ kinds: number }),
  "after-hand-over": passableDebt("hand-over")({ count: number }),

  // What was typed
  empty: error(),
  "too-long": error({ longest: number, length: number }),
  "not-a-number": error({ typed: text }),
  "unit-unknown": error({ typed: text, spelled: text, wanted: text }),
  "unit-wrong-dimension": error({ typed: text, measures: text, wanted: text }),
  "unit-ambiguous": error({ typed: text, one: text, other: text }),
  "stroke-unclear": error({ typed: text }),
  "gap-backwards": error({ typed: text }),
  "tolerance-backwards": error({ typed: text }),
  "tolerance-units": error({ typed: text }),
  "ten-times-too-large": asked(expectation),
  "ten-times-too-small": asked(expectation),
  "hundred-times-too-large": asked(expectation),
  "hundred-times-too-small": asked(expectation),
  "inches-taken-for-mm": asked(expectation),
  "mm-taken-for-inches": asked(expectation),
  "far-from-size": asked(expectation),
  "far-from-fellows": asked(expectation),
  "last-part-again": asked({ value: number, unit: text }),
  negative: asked(expectation),
  "no-gauge": error(),
  "slot-empty": error({ slot: text }),
  "import-too-large": error({ count: number, most: number }),
  "import-twice": error({ line: number, before: number }),
  "import-past-end": error({ line: number }),
  "import-row-unknown": error({ line: number, text }),

  // Intake
  "application-unknown": unknown("intake")(),
  "application-unknown-here": unknown("decide", "intake")(),
  "noted-twice": debt("intake")({ item: text, count: number }),
  "test-amiss": passableUnknown("build", "intake")({ test: text, place: orNoText, value: number, unit: text, limit: number, bound: text }), // prettier-ignore
  "age-unknown": passableUnknown("decide", "intake")({ counted: text }),
  "overhaul-due": passableUnknown("decide", "intake")({ most: number, ran: number, ahead: number, unit: text }),
  "figure-impossible": debt("intake")({ item: text, value: number }),
  "hours-contradict": debt("intake")({ shorter: number, longer: number, what: text, than: text }),
  "estimate-waits": debt("intake")({ count: number, beyond: number }),
  "estimate-refused": debt("intake")({ what: text }),
  "estimate-past-budget": tells({ total: number, budget: number }),
  "course-asked-again": debt("intake")({ castings: text }),
  "course-chosen-twice": debt("intake")({ count: number }),
  "casting-lost": error({ castings: text }),
  "casting-saved": tells({ castings: text }),
  "casting-would-change": tells(),
  "worth-nothing-yet": tells(),
  "worth-figures": tells(worthOf),
  "rebuild-below-ceiling": tells(worthOf),
  "rebuild-past-ceiling": error({ ...worthOf, ceiling: number, other: number }),
  "rebuild-past-budget": error({ ...worthOf, budget: number }),
  "budget-unknown": tells(),
  "worth-with-parts": tells({ parts: text, cost: number, saved: number }),
  "worth-known": tells({ share: number, count: number }),
  "worth-above": tells({ ceiling: number, away: number }),
  "worth-below": tells({ ceiling: number, away: number }),

  // Identify
  "number-too-long": error({ length: number, longest: number }),
  "number-fits-no-rule": tells({ text, place: text }),
  "no-such-week": error({ week: number, year: number }),
  "no-such-month": error({ month: number }),
  "no-such-day": error({ day: number, month: number, year: number }),
  "no-such-time": error({ hour: number, minute: number }),
  "serial-in-no-range": tells({ serial: number }),
  "number-read-twice": debt("identify")({ place: text, texts: text }),
  "tell-answered-twice": debt("identify")({ tell: text, count: number }),
  "places-disagree": tells({ numbers: text }),
  "identity-in-doubt": tells(),
  "contradiction-unsigned": debt("identify")(),

  // Strip
  "next-strip-step": tells({ step: text }),
  "step-before-its-turn": tells({ step: text, waits: text }),
  "position-lost": passableDanger("strip")({ step: text, position: text, afterwards: text }),
  "check-amiss": passableUnknown("build", "strip")({ check: text, place: orNoText, ...notedAs }),
  "check-lost": tells({ check: text }),
  "check-noted-twice": debt("strip")({ check: text, place: orNoText }),
  "part-in-two-bags": debt("strip")({ tag: text, bags: text }),
  "seen-differently": debt("strip")({ tag: text, finding: text, place: orNoText }),
  "finding-on-scrapped": tells({ tag: text, finding: text, place: orNoText }),
  "finding-unknown": tells({ finding: text, value: text }),

  // Fragments: found at Strip, owed before anything is put together
  "weighed-twice": debt("build", "strip")({ tag: text, count: number }),
  "left-heavier-than-whole": debt("build", "strip")({ tag: text, left: number, whole: number }),
  "fragments-heavier": debt("build", "strip")(account),
  "fragments-missing": passableDanger("build", "strip")(account),
  "account-too-coarse": passableUnknown("build", "strip")(account),
  "missing-after-search": tells(account),
  "pieces-unaccounted": passableDanger("build", "strip")({ tag: text, finding: text, places: number }),
  "pieces-searched-for": tells({ tag: text, finding: text, places: number }),
  "residue-of-nowhere": passableUnknown("build", "strip")({ count: number }),
  "fragment-place-unknown": tells({ where: text }),
  "fragments-of-nothing": passableUnknown("build", "strip")({ count: number }),

  // Clean
  "cleaned-forbidden": passableDanger("clean")(treated),
  "cleaned-unknown": tells(treated),
  "cleaned-with-plugs": passableDanger("clean")({ tag: text, left: text }),
  "lost-by-cleaning": tells({ tag: text, findings: text, count: number }),
  "passages-unproven": passableUnknown("build", "clean")({ tag: text, count: number, of: number, passage: text }),
  "passage-blocked": danger("build", "clean")({ passage: text, tag: orNoText }),

  // Diagnose: what failed first holds up what is decided about it
  "cause-open": unknown("decide", "diagnose")({ why: text, count: number }),
  "causes-differ": debt("decide", "diagnose")({ count: number }),
  "cause-reopened": debt("decide", "diagnose")({ count: number }),
  "evidence-withdrawn": tells({ finding: text }),
  "evidence-since": tells({ finding: text }),
  "severe-unexplained": unknown("decide", "diagnose")({ finding: text }),
  "cause-unknown": debt("decide", "diagnose")({ cause: text }),
  "cause-unconfirmed": unknown("decide", "diagnose")({ cause: text, tests: text }),
  "cause-unlikely": unknown("decide", "diagnose")({ cause: text, probability: orNoNumber, wanted: number }),
  "cause-by-word": tells({ cause: text, probability: orNoNumber, reason: text }),
  "cause-bystander": debt("decide", "diagnose")({ cause: text }),
  "answered-differently": debt("decide", "diagnose")({ finding: text }),
  "looks-left": debt("decide", "diagnose")({ what: text, count: number }),
  "cause-undetermined": tells({ reason: text, precautions: text }),
  "action-open": debt("hand-over", "diagnose")({ cause: text, action: text }),
  "action-not-decided": debt("decide")({ action: text, parts: text, count: number }),
  "action-refused": tells({ action: text, why: text }),
  "suspect-cleared": tells(fouled),
  "suspect-open": asks(30)({ ...fouled, checks: text, chance: number, hours: number }),
  "suspect-refused": refuses("by-then")({ ...fouled, checks: text }),
  "suspect-fouled": refuses("by-then")({ ...fouled, checks: text }),
  "suspect-unprovable": refuses("by-then")(fouled),
  "metal-found": passableUnknown("build", "diagnose")({ circuit: text, what: text }),
  "suspect-disputed": debt("build", "diagnose")({ tag: text, circuit: text }),
  "suspect-to-prove": tells({ tag: text, circuit: text, checks: text }),

  // Match: what does not go together is not built together
  "return-unknown": passableUnknown("build", "match")(),
  "attribute-differs": debt("build", "match")({ part: text, attribute: text }),
  "attribute-disagrees": passableDanger("build", "match")({ part: text, attribute: text, is: text, book: text }),
  "offer-other-variant": debt("build", "match")({ number: text, variants: text }),
  "old-stock": passableDebt("build", "match")({ part: text, number: text, newest: text }),
  "picked-let-go": debt("build", "match")({ part: text }),
  "mating-wrong": danger("build", "match")(mated),
  "mating-open": passableUnknown("build", "match")({ ...mated, check: text, minutes: orNoNumber }),
  "mating-bridged": tells({ mating: text, remedy: text }),
  "remedy-owed": debt("build", "match")({ mating: text, remedy: text }),
  "remedy-unlawful": passableDanger("build", "match")({ remedy: text, text: text }),
  "mates-refuse": error(mated),

  // Crack-check
  "check-dirty": tells(checkedBy),
  "check-blind": tells(checkedBy),
  "check-unknown-method": tells(checkedBy),
  "cracks-not-drawn": debt("crack-check")({ tag: text }),
  "crack-without-zones": unknown("crack-check")({ tag: text }),
  "crack-outside-zones": unknown("crack-check")({ tag: text }),
  "thread-seen-differently": debt("crack-check")({ tag: text, hole: number }),
  "crack-unjudged": unknown("crack-check")({ tag: text, zones: text, missing: text }),
  "threads-past-limit": danger("crack-check")({
    tag: text,
    zone: text,
    inserts: number,
    damaged: number,
    most: number,
  }),
  "scrap-record-missing": debt("crack-check")({ tag: text }),
  "machining-unchecked": passableUnknown("decide", "crack-check")({ tag: text }),
  "unchecked-after-grinding": passableUnknown("build", "crack-check")({ tag: text }),

  // Measure
  conflict: debt("measure")({ row: text, point: text }),
  "readings-disagree": debt("measure")({ row: text, point: text, one: number, other: number, unit: text }),
  "scatter-unexplained": debt("measure")({ row: text, point: text, repeats: number, deviation: number, unit: text }),
  "setting-master-missing": unknown("measure")({ gauge: text }),
  "gauge-assumed": tells({ gauge: text, what: text }),
  "gauge-overdue": debt("measure")({ gauge: text, due: text }),
  "reading-of-another-kind": debt("measure")({ row: text, typed: text, measures: text, wanted: text }),
  "settle-temperature": tells({ now: number, unit: text }),
  "settle-repeats": tells({ more: number, repeats: number }),
  "settle-gauge": tells({ expanded: number, now: number, unit: text }),
  "settle-nothing": tells({ need: number, unit: text }),
  "settle-on-limit": tells({ need: number, unit: text }),

  // Decide: why an option is open or shut
  "within-limits": tells(within),
  fits: tells(within),
  "outside-limit": error(against),
  "outside-not-surely": error(against),
  "inside-not-surely": error(against),
  "not-measured": asks(4)({ row: text, missing: number }),
  "points-missing": asks(2)({ row: text, missing: number }),
  "no-part": asks(10)({ slot: text }),
  "no-limit": asks(10)({ row: text }),
  "by-rule-of-thumb": tells({ row: text, rule: text }),
  "joint-open": asks(6)({ joint: text, row: text, count: number }),
  "cleans-up": tells(cleaningUp),
  "does-not-clean-up": error(cleaningUp),
  "case-too-thin": error({ layerLeftMm: number, keepMm: number }),
  "wall-too-thin": error({ layerLeftMm: number, keepMm: number }),
  "on-worn-axis": tells(),
  "size-effect": tells({ name: text, unit: text, value: number, decimals: number }),
  "one-size-for-all": tells({ row: text }),
  "size-as-it-came": tells({ row: text, size: text }),
  "worse-than-worn": asks(5)({ tag: text, what: text, value: number, worn: number, unit: text }),
  "size-made": tells({ row: text, size: text }),
  "sizes-differ": error({ row: text, size: text, mate: text }),
  "not-measured-since-machining": asks(4)({ row: text, size: text, mate: text }),
  "past-last-size": error({ row: text }),
  "past-what-fills": refuses("by-then")({ row: text, way: text, deepMm: number, upTo: number }),
  restored: tells({ row: text, way: text }),
  superseded: error({ name: text, why: text }),
  "upgrade-offered": tells({ name: text, why: text }),
  "always-new": error({ set: text, policy: flag }),
  "mate-renewed": error({ mate: text, disposition: text, step: orNoText }),
  "as-a-set": error({ set: text, mate: text }),
  "ran-together": error({ set: text, used: text, mate: text }),
  "ran-beside-unknown": asks(3)({ set: text, mate: text }),
  "ran-elsewhere": error({ set: text, mate: text }),
  "used-on-used": asks(2, { weighs: true })({ mate: text, why: text, refuses: flag }),
  "companion-renewed": error({ set: text, mate: text }),
  "weak-link": error({ set: text, share: number, most: number, mate: text }),
  "weak-link-open": asks(6)({ set: text, mate: text, most: number }),
  "fitted-after": tells({ after: text }),
  "mate-open": asks(30)({ mate: text }),
  "new-size-unknown": asks(40)({ joint: text, mate: text }),
  "pick-too-large": unknown("decide")({ count: number, first: text, entries: number }),
  "no-pick": debt("decide")({ count: number, first: text, mates: text }),
  "fitted-too-soon": danger("build", "decide")({ row: text, after: text }),
  "decision-incomplete": debt("decide")({ row: text, missing: text }),
  "prove-it-clean": unknown("build", "diagnose")({ row: text, circuit: text, checks: text }),
  "stays-fouled": passableDanger("build", "diagnose")({ row: text, circuit: text, checks: text }),
  "clean-and-look": unknown("decide", "clean")({ row: text }),
  "good-beside-new": tells({ mates: text }),
  "cracked-scrap": refuses("by-then")({ tag: text, zones: text }),
  "cracked-repairable": refuses("of-no-age")({ tag: text, zones: text, repair: text, cost: number }),
  "crack-open": asks(25)({ tag: text }),
  "not-crack-checked": asks(25)({ tag: text }),
  "crack-watched": tellsAgainst({ tag: text, zones: text }),
  "repair-watched": tellsAgainst({ tag: text, zones: text, why: text }),
  "part-scrapped": refuses("of-no-age")({ tag: text, why: text }),
  "reaches-hours": tells(hoursAhead),
  "short-of-hours": error(hoursAhead),
  "lot-refused": refuses("by-then")({ ...ofLot, own: flag, out: text, outOf: text }),
  "lot-open": asks(10)(ofLot),
  "lot-accepted": tells(ofLot),
  "came-with-doubt": asks(5)({ tag: text, from: text, said: text }),
  "revision-refused": refuses("of-no-age")({ tag: text, revision: text, number: orNoText, why: text }),
  "number-against-revision": asks(2)({ tag: text, number: text, revision: text }),
  "number-unread": asks(1)({ tag: text, built: orNoText }),
  "number-unknown": asks(5)({ tag: text, number: text }),
  "own-size-unknown": asks(3)({ row: text, characteristic: text }),
  "limit-hangs-on": asks(2)({ row: text, on: text }),
  "way-hangs-on": asks(1)({ way: text }),
  "life-over": refuses("of-no-age")({ ...livedOf, from: number }),
  "life-unknown": asks(5)({ ...livedOf, from: orNoNumber }),

  // Decide: what was seen, tested, weighed and is known of a part
  "part-broken": refuses("in-service")({ tag: text, grams: number, expanded: number }),
  "part-may-be-broken": asks(5)({ tag: text, grams: number, expanded: number }),
  "part-weighed-twice": asks(3)({ tag: text }),
  "piece-of-it-found": refuses("in-service")({ tag: text, count: number }),
  "seen-refuses": refuses("by-then")(seen),
  "seen-asks": asks(2)(seen),
  "seen-cleans": asks(20)(seen),
  "seen-tells": tellsAgainst(seen),
  "tested-refuses": refuses("by-then")(testedBy),
  "tested-asks": asks(2)(testedBy),
  "tested-tells": tellsAgainst(testedBy),
  "known-refuses": refuses("by-then")(knownOf),
  "known-asks": asks(2)(knownOf),
  "known-tells": tellsAgainst(knownOf),
  "measured-past-limit": refuses("by-then")(measuredOf),
  "measured-past-new": asks(5)(measuredOf),
  "fit-past-limit": asks(15)({ tag: text, joint: text, characteristic: text, value: number, limit: number, bound: text, unit: text }), // prettier-ignore
  "threads-damaged": refuses("of-no-age")({ tag: text, count: number, broken: number }),
  "sister-unchecked": asks(25)({ tag: text, sister: text }),
  "sister-to-look-at": asks(5)({ tag: text, sister: text, what: text }),
  "beside-a-break": asks(5)({ tag: text, broken: text }),
  "passage-not-clear": refuses("by-then")({ tag: text, passage: text }),
  "passage-to-prove": tells({ tag: text, passage: text }),
  "not-looked-over": asks(1)({ tag: text, count: number }),
  "looked-over": tells({ tag: text, count: number }),

  // Decide: what holds a decision
  "decided-though-refused": danger("decide")({ row: text }),
  "decided-off-offer": debt("decide")({ row: text }),
  "decided-twice": debt("decide")({ row: text, count: number }),
  "override-without-reason": debt("decide")({ row: text }),
  "evidence-changed": debt("decide")({ row: text, then: text, now: text }),
  "declined-hurts": danger("hand-over", "decide")({ row: text, what: text, by: text }),
  "work-declined": tells({ row: text, what: text, by: text }),
  "declined-yet-decided": debt("decide")({ row: text, what: text, by: text }),
  "plan-evidence-changed": debt("decide")({ row: text, then: number, now: number }),
  "thumb-on-certified": danger("decide")({ row: text, rule: text }),
  "on-hold": unknown("decide")({ row: text, why: orNoText }),

  // Witnesses: what was shown then, beside what would be shown now
  "figure-differs": tells({
    key: text,
    then: orNoNumber,
    thenExpanded: orNoNumber,
    thenMark: orNoText,
    now: orNoNumber,
    nowExpanded: orNoNumber,
    nowMark: orNoText,
    unit: text,
  }),
  "choice-differs": tells({
    row: text,
    thenProposal: text,
    thenDecision: orNoText,
    nowProposal: orNoText,
    nowDecision: orNoText,
  }),
  "core-differs": tells({ then: text, now: text }),
  "witness-pack-differs": tells({ then: text, now: text }),
  "hold-came": tells({ code: text, path: text }),

  // Photos
  "photo-too-large": error({ bytes: number, most: number }),
  "photo-too-many-pixels": error({ width: number, height: number, most: number }),
  "photo-heic": error(),
  "photo-damaged": error({ why: text }),
  "photo-not-clean": error(),
  "not-a-picture": error(),
  "upload-differs": error(),
  "unknown-upload": error(),
  "chunk-misfit": error({ n: number, bytes: number }),
  "chunks-missing": error({ missing: number }),
  "photo-tilted": tells({ tilt: number }),
  "references-disagree": tells({ tilt: number, said: number }),
  "outline-crosses-itself": error(),
  "outline-without-area": error(),

  // Entries and files
  "unknown-type": tells({ type: text, entry: text }),
  "unknown-version": tells({ type: text, v: number, entry: text }),
  schema: error({ detail: text }),
  "not-json": error(),
  "line-too-long": error({ bytes: number, most: number }),
  "other-stream": error(),
  "too-deep": error({ most: number }),
  "reserved-name": error({ name: text }),
  "pack-unfolds-too-far": error({ what: text, count: number, most: number }),
  "not-a-zip": error(),
  "zip-damaged": error({ why: text }),
  "too-many-members": error({ count: number, most: number }),
  "member-too-large": error({ member: text, bytes: number, most: number }),
  "member-not-json": error({ member: text }),
  "member-damaged": error({ member: text }),
  "unknown-member": error({ member: text }),
  "record-missing": error({ member: text }),
  "record-empty": error(),
  "no-job-in-record": error(),
  "pack-misnamed": error({ member: text, sha256: text }),
  "unknown-pack": error({ id: text, revision: number, sha256: text }),
  "pack-not-here": error({ sha256: text }),
  "job-unreadable": error({ why: text }),
  "job-set-aside": error({ why: text }),
  "import-id-taken": error({ count: number, id: text }),
  "import-strikes-others": error({ count: number, id: text }),
  "import-not-a-job": error(),
  "import-adds": error({ name: text, added: number, known: number, corrects: number, mark: text }),
  "too-many-lines": error({ most: number }),
  "member-twice": error({ member: text }),
  "unpacks-too-large": error({ bytes: number, most: number }),
  "too-much-unfinished": error({ bytes: number, most: number }),
  "room-short": error(),
  "pack-not-offered": error({ id: text, revision: number }),
  "offer-changed": error(),

  // What is bought, and what arrives
  "delivery-amiss": tells({ name: text, supplier: text, count: number, why: text, came: orNoText }),
  "delivery-overdue": tells({ name: text, supplier: text, due: text, days: number }),
  "received-beyond": tells({ name: text, count: number, ordered: number }),
  "came-back-amiss": passableDanger("order")({ tag: text, state: text, words: orNoText }),
  "received-unordered": debt("order")({ what: text, count: number }),
  "box-twice": debt("order")({ name: text, box: text }),
  "box-unread": unknown("order")({ name: text, count: number }),
  "cores-beyond": debt("order")({ name: text, count: number, ordered: number }),

  // Answers of the server
  "signed-out": error(),
  "other-person": error(),
  forbidden: error({ role: text }),
  "lead-only": error({ role: text }),
  "part-not-here": error(),
  "shelf-takes-no-scrap": error({ tag: text }),
  "shelf-has-it": error({ tag: text, lies: text }),
  "shelf-part-gone": error({ tag: text, to: text, where: orNoText }),
  "part-carries-too-much": error({ tag: text, count: number, most: number }),
  "unknown-stream": error(),
  "id-taken": error(),
  "chain-too-long": error({ most: number }),
  "opened-already": error(),
  "not-for-this-stream": error({ type: text }),
  "stands-for-ever": error({ type: text }),
  "successor-of-another-type": error({ type: text, target: text }),
  "not-theirs-to-change": error({ role: text, target: text }),
  "too-large": error({ bytes: number, most: number }),
  "wrong-origin": error(),
  "bad-credentials": error(),
  "account-name": error({ typed: text }),
  "account-taken": error({ account: text }),
  "full-name": error(),
  "last-lead": error(),
  "password-length": error({ least: number, most: number }),
  "password-wrong": error(),
  "estimate-answered": error(),
  "too-many-attempts": error({ seconds: number }),
  "server-unreachable": error(),
  "door-unreachable": error(),
  "server-error": error({ request: orNoText }),
  "judging-too-long": error({ seconds: number }),
  "judging-too-much": error(),
  "judging-busy": error(),
  "page-broke": error({ why: text }),
  "disk-full": error(),
  "database-unreachable": error(),
  "unknown-schema": error(),
  "not-found": error(),

  // A catalogue that is taken in
  "catalogue-columns": error({ missing: text }),
  "catalogue-too-long": error({ rows: number, most: number }),
  "catalogue-fault": error({ line: number, column: text, value: text }),
  "number-repeated": error({ line: number, number: text, other: number }),
  "supersedes-itself": error({ line: number, number: text }),
  "supersession-circle": error({ line: number, numbers: text }),

  // What a supplier quotes
  "quote-other-part": error({ asked: text, number: text }),
  "quote-old-stock": error({ number: text, newest: text }),
  "quote-other-revision": error({ asked: text, number: text, is: text, wanted: text }),
  "quote-other-money": error({ number: text, is: text, was: text }),
  "quote-odd-price": error({ number: text, is: number, was: number }),

  // Sheets: what composing finds
  "throw-misfits": error({ layout: text, cylinder: number, times: number }),
  "no-such-question": error({ question: text, layout: text }),
  "no-such-option": error({ answer: text, options: text }),
  "firing-order-misfits": error({ cylinders: number }),
  "firing-order-against-crank": error({ layout: text }),
  "relation-names-nothing": error({ relation: text, index: text, id: text }),
  "unfolds-too-far": error({ most: number }),
  "unknown-name-in-template": error({ name: text }),
  "unknown-index": error({ index: text }),
  "no-position": error({ drawing: text, index: text }),
  "limit-in-wrong-unit": error({ unit: text, units: text }),
  "limit-of-nothing": error({ name: text, meant: orNoText }),
  "limit-said-twice": error({ row: number }),
  "limit-without-figure": error(),
  "without-nothing": error({ name: text, meant: orNoText }),
  "said-of-nothing": error({ of: text }),
  "order-names-nothing": error({ name: text, meant: orNoText }),
  "open-brace": error({ text: text }),
  "newer-library": error({ version: number, has: number }),
  "no-such-layout": error({ layout: text, meant: orNoText }),
  "refers-to-nothing": error({ path: text, name: text }),

  // Packs: what the linter finds
  "id-twice": error({ id: text }),
  "unknown-source": error({ source: text }),
  "unknown-class": error({ class: text }),
  "unknown-drawing": error({ drawing: text }),
  "unknown-point": error({ point: text }),
  "point-not-drawn": error({ point: text }),
  "unknown-outline": error({ outline: text }),
  "unknown-feature": error({ feature: text }),
  "unknown-station": error({ station: text }),
  "unknown-fact": error({ fact: text }),
  "unknown-end": error({ end: text }),
  "end-missing": error({ end: text }),
  "unknown-slot": error({ slot: text }),
  "unknown-axis": error({ axis: text }),
  "unknown-unit": error({ unit: text }),
  "unknown-variant": error({ variant: text }),
  "revision-taken": error({ id: text, revision: number }),
  "json-comment": error(),
  "json-trailing-comma": error(),
  "json-syntax": error({ detail: text }),
  "unknown-property": error({ property: text }),
  "feature-says-nothing": tells({ feature: text }),
  "joint-without-give": tells({ joint: text }),
  "rule-owed": tells({ class: text }),
  "finding-without-consequence": tells({ finding: text, nature: text }),
  "wears-away-from-limit": tells({ characteristic: text, wears: text }),
  "outline-draws-nothing": tells({ outline: text }),
  "angle-in-degrees": tells({ characteristic: text, value: number }),
  "class-without-slot": tells({ class: text }),
  "source-unused": tells({ source: text }),
  "unknown-cause-node": error({ id: text }),
  "unknown-attribute": error({ attribute: text }),
  "not-a-value": error({ attribute: text, value: text }),
  "not-a-figure": error({ attribute: text }),
  "ends-unlike": error({ one: text, other: text }),
  "test-not-named": error({ value: text }),
  "mating-nowhere": error({ mating: text }),
  "unknown-plate": error({ plate: text }),
  "unknown-table": error({ table: text }),
  "no-place-on-plate": error({ place: text, plate: text }),
  "pair-twice": error({ one: text, other: text }),
  "table-of-other-plates": error({ table: text, node: text, of: text }),
  "cause-cycle": error({ nodes: text }),
  "discount-out-of-reach": error({ id: text, from: number, places: number }),
  "discount-past-price": error({ id: text, class: text, off: number, price: number }),
  "cause-shares": error({ id: text }),
  "cause-unrecordable": error({ finding: text }),
  "causes-alike": tells({ first: text, second: text }),
  "cause-without-test": error({ cause: text }),
  "gateways-many": tells({ count: number, names: text }),
  "root-into-places": tells({ cause: text, count: number }),
  "collectors-many": tells({ count: number, names: text }),
  "unknown-series": error({ series: text }),
  "unknown-revision": error({ revision: text }),
  "number-twice": error({ number: text, other: text }),
  "no-such-points": error({ axis: text, place: text }),
  "thumb-without-diameter": error({ rule: text }),
  "thumb-with-diameter": error({ rule: text }),
  "unknown-figure": error({ figure: text }),
  "figure-input-missing": error({ figure: text, input: text }),
  "limit-of-another-kind": error({ printed: text, unit: text }),
  "thumb-of-no-length": error({ rule: text, unit: text }),
  "fit-without-place": error({ point: text, fit: text }),
  "fit-without-face": error({ fit: text }),
  "fit-within-empty": error({ within: number }),
  "places-differ": error({ feature: text }),
  "new-outside-reassembly": error(),
  "reassembly-outside-in-service": error(),
  "rework-needs-new-size": error(),
  "dimension-mismatch": error({ needed: text, got: text }),
  "variant-without-prior": error({ variant: text }),
  "stories-past-one": error({ sum: number }),
  "unknown-evidence": error({ id: text }),
  "shows-what-it-leaves": error({ story: text, tell: text }),
  "unknown-answer": error({ tell: text, answer: text }),
  "origin-of-nothing": error(),
  "unknown-built-revision": error({ part: text, revision: text }),
  "range-backwards": error({ from: number, to: number }),
  "ranges-without-serial": error(),
  "ranges-overlap": error({ with: number }),
  "answers-not-one": error({ tell: text, variant: text, sum: number }),
  "variants-not-separated": error({ a: text, b: text }),
  "unknown-treatment": error({ id: text }),
  "unknown-zone": error({ id: text }),
  "unknown-material": error({ id: text }),
  "unknown-place": error({ id: text }),
  "no-such-place-here": error({ place: text }),
  "slot-has-nothing": error({ slot: text, place: text }),
  "unknown-method": error({ id: text }),
  "unknown-step": error({ id: text }),
  "unknown-operation": error({ id: text }),
  "unknown-position": error({ id: text }),
  "unknown-node": error({ id: text }),
  "unknown-school": error({ id: text }),
  "zone-without-verdict": error({ zone: text }),
  "zone-outside-map": error({ zone: text }),
  "rule-shuts-out-its-zone": error({ zone: text }),
  "zone-without-axis": error({ zone: text }),
  "repair-and-verdict": error({ zone: text }),
  "zone-crosses-itself": error({ zone: text }),
  "none-is-given": error({ id: text }),
  "slot-within-itself": error({ slot: text }),
  "steps-in-circle": error({ steps: text }),
  "slot-removed-twice": error({ slot: text, step: text }),
  "loses-without-lock": error({ step: text, position: text }),
  "check-without-answer": error({ check: text }),
  "pairs-uneven": error({ relation: text, one: number, other: number }),
  "consequence-of-nothing": error({ consequence: text, what: text }),
  "circuit-part-unreachable": error({ circuit: text, node: text }),
} as const;

type Table = typeof problemCodes;
export type ProblemCode = keyof Table;
export const isProblemCode = (code: string): code is ProblemCode => Object.hasOwn(problemCodes, code);

type Value<K> = K extends "text"
  ? string
  : K extends "number"
    ? number
    : K extends "flag"
      ? boolean
      : K extends "text?"
        ? string | null
        : number | null;

/** What a problem of one code carries. */
export type ParamsOf<C extends ProblemCode> = {
  readonly [N in keyof Table[C]["params"]]: Value<Table[C]["params"][N]>;
};

/** Codes of what is not known yet, or for a person to say. */
export type OpenCode = { [C in ProblemCode]: Table[C]["open"] extends number ? C : never }[ProblemCode];
/** Codes that refuse a part. */
export type RefusingCode = { [C in ProblemCode]: Table[C]["ends"] extends Ending ? C : never }[ProblemCode];

/** Codes that can hold a job up. */
export type HoldCode = { [C in ProblemCode]: Table[C]["hold"] extends HoldRule ? C : never }[ProblemCode];
