import type { Outcome, GateKind } from "@/core/entry/outcomes";
import { isReady, type PlaceState, type Stage, type Wait } from "@/core/state/state-of-places";
import { sayDay } from "./say-day";
import { unsettledWords } from "./words-for";
import type { DayStyle } from "@/core/entry/schema";

/** How far a place has come. */
export const stageWords: Readonly<Record<Stage, string>> = {
  empty: "no part recorded",
  found: "not judged yet",
  judged: "not decided",
  held: "on hold",
  decided: "decided",
  ordered: "ordered",
  "sent-out": "at the machine shop",
  here: "here, not proven yet",
  ready: "ready to fit",
};

/** The same for an owner, who knows no stations. */
export const ownerStageWords: Readonly<Record<Stage, string>> = {
  empty: "still to be looked at",
  found: "still to be looked at",
  judged: "looked at, not decided yet",
  held: "waiting for a decision",
  decided: "decided, work to be done",
  ordered: "new parts ordered",
  "sent-out": "at the machine shop",
  here: "here, to be checked",
  ready: "ready to go in",
};

/** What a place waits for, in a few words. */
const waitWords: Readonly<Record<Exclude<Wait["is"], "hold" | "decide-again" | "delivery" | "machine-shop">, string>> =
  {
    evidence: "to be judged",
    decision: "to be decided",
    word: "on hold",
    refused: "refused by what was found",
    ordering: "to be ordered",
    "sending-out": "to go to the machine shop",
    cleaning: "to be cleaned",
    rework: "to be made good",
    inspection: "to be looked over",
    amiss: "not as asked for",
    "measuring-again": "to be measured again",
  };
const againWords = { ...unsettledWords, clash: "decided twice", incomplete: "decided in part" } as const;

/** What a place waits for; with the day, where one was promised. */
export function sayWait(wait: Wait, days?: DayStyle): string {
  if (wait.is === "hold") return "held";
  if (wait.is === "decide-again") return `to be decided again: ${againWords[wait.why]}`;
  if (wait.is === "delivery" || wait.is === "machine-shop") {
    const what = wait.is === "delivery" ? "ordered" : "at the machine shop";
    if (wait.due === null) return what;
    return `${what}, ${wait.isLate ? "late since" : "due"} ${sayDay(wait.due, days ?? "year-first")}`;
  }
  return waitWords[wait.is];
}

/** How far a place is, and what it waits for first. */
export function sayPlace(place: PlaceState | undefined, days?: DayStyle): string {
  if (!place) return "";
  const [wait] = place.waits;
  // What is there now is not what will be fitted.
  const stage = `${isReady(place) && place.part?.id !== place.choice.part?.id ? "new one " : ""}${stageWords[place.stage]}`;
  if (!wait || wait.is === "hold") return wait ? `${stage}, held` : stage;
  const said = sayWait(wait, days);
  return place.stage === "decided" ? `decided, ${said}` : said;
}

/** “12 to be ordered, 3 at the machine shop”: what places wait for first, the most of it first. */
export function sayWaits(places: readonly PlaceState[]): string {
  const counts = new Map<string, number>();
  for (const { waits } of places) {
    const [first] = waits;
    const said = first ? sayWait(first) : "";
    if (said) counts.set(said, (counts.get(said) ?? 0) + 1);
  }
  return [...counts].sort((a, b) => b[1] - a[1]).map(([said, count]) => `${count} ${said}`).join(", "); // prettier-ignore
}

/** What may still be open when an engine leaves. */
export const gateWords: Readonly<Record<GateKind, string>> = {
  danger: "Going on could hurt an engine or a person",
  undecided: "Not decided",
  held: "On hold",
  undone: "Decided, and not done",
  debt: "Owed to the record",
  unknown: "Not known yet",
  "not-returned": "Came with the engine and is still here",
};

export const outcomeWords: Readonly<Record<Outcome, { readonly name: string; readonly what: string }>> = {
  released: { name: "Released to run", what: "Every part is ready, or a lead says why what is open may be." },
  "in-parts": { name: "Returned in parts", what: "Not put together here: it leaves as it lies." },
  "not-to-run": { name: "Returned, not to be run", what: "Its owner knows: a label on the engine, a paper to sign." },
};
