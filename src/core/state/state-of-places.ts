import type { Assessment } from "../assessment";
import type { OrderedLine } from "../buying/assess-buying";
import { byMoment } from "../entry/clock";
import type { Part } from "../entry/fold";
import type { Hold } from "../holds";
import { ownVerdicts } from "../match/own-verdict";
import type { Choice } from "../option/option";
import { goes } from "../option/same-option";
import { buysOfJob, type JobBuys } from "../ordering/order-of-job";
import type { ShopLine } from "../ordering/machine-shop";
import type { CompiledPack } from "../pack/compile-pack";
import { pickedInstead } from "../plan/picked-instead";
import { isNewInPlace, standingOf, type Unsettled } from "../plan/standing";
import { keptBeside } from "../same";

/**
 * How far a place has come. Each says what is so, never what is meant:
 * - empty: no part is recorded there
 * - found: there is one, and nobody can say yet what becomes of it
 * - judged: the evidence says what may become of it, and nobody decided, or the decision does not stand
 * - held: a person put it on hold
 * - decided: it is decided, and nothing of it done
 * - ordered, sent-out: a new one is bought, or it is at the machine shop
 * - here: what was bought or machined is here, and not proven good yet
 * - ready: it can be fitted: nothing is owed any more
 */
export const stages = ["empty", "found", "judged", "held", "decided", "ordered", "sent-out", "here", "ready"] as const;
export type Stage = (typeof stages)[number];

/** Stages at which nobody has said what becomes of it, in a way that stands. */
const undecided: ReadonlySet<Stage> = new Set(["empty", "found", "judged", "held"]);
export const isDecided = ({ stage }: Pick<PlaceState, "stage">): boolean => !undecided.has(stage);
export const isReady = ({ stage }: Pick<PlaceState, "stage">): boolean => stage === "ready";

/** What a place waits for. */
export type Wait =
  /** Evidence, or a person's word. */
  | { readonly is: "evidence" | "decision" | "word" }
  | { readonly is: "decide-again"; readonly why: Unsettled | "clash" | "incomplete" }
  /** It was decided against what refuses it: that is on record, and never ready. */
  | { readonly is: "refused" }
  | { readonly is: "ordering" | "sending-out" | "cleaning" | "rework" | "inspection" }
  | { readonly is: "delivery" | "machine-shop"; readonly due: string | null; readonly isLate: boolean }
  /** What came is not what was ordered, or came back other than it was asked for. */
  | { readonly is: "amiss" }
  | { readonly is: "measuring-again" }
  /** A hold of its own: proof, a crack-check, a look. */
  | { readonly is: "hold"; readonly hold: Hold };

export interface PlaceState {
  readonly choice: Choice;
  readonly stage: Stage;
  /** In the order in which it is dealt with; empty where it is ready. */
  readonly waits: readonly Wait[];
  /** What is, or is to be, in the place: the part that is there, another one in hand, or a new one that is not here yet. */
  readonly part: Part | null;
}

export type PlaceStates = ReadonlyMap<string, PlaceState>;

interface Known {
  readonly assessment: Assessment;
  readonly buys: JobBuys;
  readonly shopAt: ReadonlyMap<string, ShopLine>;
  readonly orderedAt: ReadonlyMap<string, OrderedLine>;
  readonly ticked: ReadonlySet<string>;
  /** Holds of what is put together, by place and by part. */
  readonly holdsOf: (choice: Choice, part: Part | null) => readonly Wait[];
  /** Whether a part in hand may be used, by its own evidence. */
  readonly mayUse: (part: Part) => boolean | null;
  readonly pickedAt: (choice: Choice) => Part | null;
}

type At = Omit<PlaceState, "choice">;

/** A place whose decision stands: as far as what was decided is done. */
const doneSoFar = (stage: Stage, part: Part | null, ...waits: readonly Wait[]): At => ({ stage, part, waits });

/** Another part that lies here and was picked for the place, or came for it. */
function fromHand(part: Part, choice: Choice, { mayUse, holdsOf }: Known): At {
  const allowed = mayUse(part);
  const waits: Wait[] = [
    ...(allowed === true ? [] : [{ is: allowed === false ? ("refused" as const) : ("inspection" as const) }]),
    ...holdsOf(choice, part),
  ];
  return { stage: waits.length === 0 ? "ready" : "here", part, waits };
}

/** A new one that is bought for the place. */
function bought(choice: Choice, known: Known): At {
  const { orderedAt, ticked, assessment } = known;
  const { slot, partClass } = choice;
  const ordered = orderedAt.get(slot.id);
  if (!ordered) return ticked.has(slot.id) ? doneSoFar("ordered", null, { is: "delivery", due: null, isLate: false }) : doneSoFar("decided", null, { is: "ordering" }); // prettier-ignore
  const { receipts, open, isOverdue, purchase, amiss } = ordered;
  const came = receipts
    .flatMap(({ parts }) => parts)
    .flatMap((id) => assessment.job.parts.get(id) ?? [])
    .find((part) => part.slot === slot.id || part.known.text("meant-for") === slot.id);
  if (came) return fromHand(came, choice, known);
  const isAmiss: readonly Wait[] = [...amiss.values()].some((count) => count > 0) ? [{ is: "amiss" }] : [];
  // Which of several places the first of them is for nobody said: while one is to come, all wait.
  if (open > 0) return doneSoFar("ordered", null, ...isAmiss, { is: "delivery", due: purchase.due, isLate: isOverdue });
  // What has to be measured before it is fitted is tagged first.
  return partClass.incoming ? doneSoFar("here", null, ...isAmiss, { is: "inspection" }) : doneSoFar(isAmiss.length > 0 ? "here" : "ready", null, ...isAmiss); // prettier-ignore
}

/** A part that goes to the machine shop, or is made good at the bench. */
function reworked(choice: Choice, known: Known): At {
  const { part, partClass } = choice;
  const line = part && known.shopAt.get(part.id);
  const holds = known.holdsOf(choice, part);
  if (!line) return doneSoFar("decided", part, { is: "rework" }, ...holds);
  if (line.isAmiss || line.ways.some(({ isOn }) => isOn === false)) return doneSoFar("here", part, { is: "amiss" }, ...holds); // prettier-ignore
  const today = known.assessment.day;
  if (line.state === "here") return doneSoFar("decided", part, { is: "sending-out" }, ...holds);
  if (line.state === "out") {
    const due = line.out?.due ?? null;
    return doneSoFar("sent-out", part, { is: "machine-shop", due, isLate: due !== null && due < today }, ...holds);
  }
  const isSized = line.ways.some(({ toMm }) => toMm !== null);
  // What was repaired and has no size is looked over again, by the same means that found it.
  const isLooked = isSized || isSeenSince(known.assessment, part, partClass.crackCheck !== undefined);
  const owed: Wait[] = [
    ...(isSized && line.state !== "measured" ? [{ is: "measuring-again" as const }] : []),
    ...(isLooked ? [] : [{ is: "inspection" as const }]),
    ...holds,
  ];
  return { stage: owed.length === 0 ? "ready" : "here", part, waits: owed };
}

/** Whether anybody looked at a part, or checked it for cracks where that is asked for, since it came back. */
function isSeenSince({ job, crack }: Assessment, { id }: Part, isChecked: boolean): boolean {
  const back = job.cameBack.filter(({ part }) => part === id).at(-1);
  if (isChecked && crack.byPart.get(id)?.isCheckedAfter) return true;
  const looks = [...job.findings, ...job.crackChecks].filter(({ part }) => part === id);
  return back !== undefined && looks.some(({ at }) => byMoment(at, back.at) >= 0);
}

/** How far a place is whose decision stands. */
function decidedState(choice: Choice, option: Choice["proposal"], known: Known): At {
  const { part } = choice;
  const picked = known.pickedAt(choice);
  if (goes(option.disposition)) return picked ? fromHand(picked, choice, known) : bought(choice, known);
  const refused: readonly Wait[] = option.allowed === false ? [{ is: "refused" }] : [];
  // What else of it is open stays open, whatever is done to it.
  const open: readonly Wait[] = option.allowed === null ? [{ is: "evidence" }] : [];
  if (option.disposition === "rework" && option.made !== true) {
    const { stage, waits, ...rest } = reworked(choice, known);
    const all = [...refused, ...waits, ...open];
    return { ...rest, stage: stage === "ready" && all.length > 0 ? "here" : stage, waits: all };
  }
  const waits: Wait[] = [
    ...refused,
    ...(option.disposition === "clean" && option.made !== true ? [{ is: "cleaning" as const }] : []),
    ...open,
    ...known.holdsOf(choice, part),
  ];
  return { stage: waits.length === 0 ? "ready" : "decided", part, waits };
}

function stateOf(choice: Choice, known: Known): PlaceState {
  const { part, proposal } = choice;
  const at = (stage: Stage, ...waits: readonly Wait[]): PlaceState => ({ choice, part, stage, waits });
  const standing = standingOf(choice);
  // What came new and lies in its place needs nobody's decision: only that it is as it should be.
  if (part && isNewInPlace(choice)) return { choice, ...fromHand(part, choice, known) };
  const ifOpen: Stage = part === null ? "empty" : proposal.disposition === "hold" ? "found" : "judged";
  if (standing.kind === "open") return at(ifOpen, { is: ifOpen === "judged" ? "decision" : "evidence" });
  if (standing.kind !== "decided") return at(ifOpen, { is: "decide-again", why: standing.kind });
  if (standing.wanted.disposition === "hold") return at("held", { is: "word" });
  const { option, unsettled } = standing;
  if (unsettled !== null || option === null) {
    // What came back other than it was asked for is not on offer any more: that is why somebody has to decide again.
    const isOff = part !== null && known.shopAt.get(part.id)?.ways.some(({ isOn }) => isOn === false);
    return at(ifOpen, ...(isOff ? [{ is: "amiss" as const }] : []), {
      is: "decide-again",
      why: unsettled ?? "off-offer",
    });
  }
  return { choice, ...decidedState(choice, option, known) };
}

/** Codes that say of a decision what its state says already. */
const saidByState: ReadonlySet<string> = new Set([
  "decided-twice",
  "decision-incomplete",
  "decided-off-offer",
  "decided-though-refused",
  "override-without-reason",
  "evidence-changed",
  "on-hold",
]);

function knownOf(pack: CompiledPack, assessment: Assessment): Known {
  const { choices, match, inHand, order, holds, buying } = assessment;
  const own = ownVerdicts(choices, inHand, order);
  const buys = buysOfJob(pack, assessment);
  const held = new Map<string, Wait[]>();
  for (const hold of holds) {
    if (saidByState.has(hold.code)) continue;
    for (const about of new Set(hold.path.map(String)))
      held.set(about, [...(held.get(about) ?? []), { is: "hold", hold }]);
  }
  const slotOf = (slot: string) => pack.slots.get(slot)!;
  return {
    assessment,
    buys,
    shopAt: new Map(buys.shop.lines.map((line) => [line.part, line])),
    orderedAt: new Map(buying.ordered.flatMap((line) => line.line.slots.map((slot) => [slot, line] as const))),
    ticked: new Set(buys.toBuy.lines.flatMap(({ isOrdered, slots }) => (isOrdered ? slots : []))),
    holdsOf: ({ slot }, part) => {
      const all = [...(held.get(slot.id) ?? []), ...((part && held.get(part.id)) ?? [])];
      return [...new Set(all)];
    },
    mayUse: (part) =>
      own({ slot: slotOf(part.slot ?? part.known.text("meant-for") ?? ""), part, offer: null, name: part.tag, cameHere: false }).allowed, // prettier-ignore
    pickedAt: (choice) => pickedInstead({ match, own }, choice)?.part ?? null,
  };
}

const kept = keptBeside<Assessment, PlaceStates>();

/**
 * Where every place stands that something is decided of, with what it waits for. Progress, next step, board, order, hand-over,
 * report and the owner's page say what this says, and nothing else. Worked out once for an assessment.
 *
 * @param pack  the pack the assessment was made by
 * @returns     by slot, in the pack's order
 */
export const statesOfPlaces = (pack: CompiledPack, assessment: Assessment): PlaceStates =>
  kept(assessment, [pack], () => {
    const known = knownOf(pack, assessment);
    return new Map(assessment.choices.map((choice) => [choice.slot.id, stateOf(choice, known)]));
  });

/** How many places are at each stage. */
export function countStages(states: PlaceStates): ReadonlyMap<Stage, number> {
  const counts = new Map<Stage, number>();
  for (const { stage } of states.values()) counts.set(stage, (counts.get(stage) ?? 0) + 1);
  return counts;
}
