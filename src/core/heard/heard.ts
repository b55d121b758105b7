import { standingObservations } from "../findings/standing-observations";
import type { ConditionResult } from "../condition/assess-condition";
import type { CrackResult } from "../crack/assess-crack";
import { type FindingsResult } from "../findings/assess-findings";
import { gradeOf, nothingThere } from "../findings/finding";
import type { LedgerResult } from "../fragments/ledger";
import type { IdentityResult } from "../identify/assess-identity";
import { declarations, type EntryType } from "../entry/declarations";
import type { Job, Signed } from "../entry/fold";
import { judgement } from "../judgement";
import type { CompiledPack } from "../pack/compile-pack";
import type { Reads } from "../pack/schema-diagnosis";
import { isAmiss } from "../strip/assess-strip";

/** What a fact moves. */
export const hearings = [
  "refuses",
  "asks",
  "weighs",
  "satisfies",
  "measured",
  "account",
  "circuit",
  "cause",
  "pairing",
  "life",
  "identity",
  "order",
  "purchase",
] as const;
export type Hearing = (typeof hearings)[number];

/** Why a fact moves nothing, where it is not its pack that says so. */
export const unmoving = [
  "slight",
  "as-it-should-be",
  "skipped",
  "looked-again",
  "not-of-this-engine",
  "read-by-no-cause",
  "no-limit",
  "no-metal",
  "names-it",
  "made-good",
] as const;
export type Unmoving = (typeof unmoving)[number];

/** A fact is heard, in one way or several, or noted only: by the pack, in its own words, or by usual practice. */
export type Heard =
  | { readonly is: "heard"; readonly as: readonly [Hearing, ...Hearing[]] }
  | { readonly is: "noted"; readonly by: "pack"; readonly why: string }
  | { readonly is: "noted"; readonly by: "usual"; readonly why: Unmoving };

/** Types of entries that say something of the engine. */
export type EvidenceType = {
  [T in EntryType]: (typeof declarations)[T]["says"] extends "evidence" ? T : never;
}[EntryType];

export interface HeardResult {
  /** By entry, every fact that stands. */
  readonly byEntry: ReadonlyMap<string, Heard>;
  /** By part, the facts about it that move nothing. */
  readonly noted: ReadonlyMap<
    string,
    readonly { readonly entry: string; readonly heard: Extract<Heard, { is: "noted" }> }[]
  >;
}

interface Needs {
  readonly findings: FindingsResult;
  readonly ledger: LedgerResult;
  readonly crack: CrackResult;
  readonly condition: ConditionResult;
  readonly identity: IdentityResult | null;
}
interface Known extends Needs {
  readonly pack: CompiledPack;
  readonly job: Pick<Job, "parts">;
  /** Whether any cause of the pack reads such a thing. */
  readonly isRead: (of: (reads: Reads) => boolean) => boolean;
}

const heard = (...as: readonly [Hearing, ...Hearing[]]): Heard => ({ is: "heard", as });
const noted = (why: Unmoving): Heard => ({ is: "noted", by: "usual", why });
const notedBy = (why: string): Heard => ({ is: "noted", by: "pack", why });

/** What the evidence of a part that begins with a path says: the gravest of it, and the pack's words where it only tells. */
function spoken({ condition }: Known, part: string, path: readonly string[]): Heard | null {
  const evidence = (condition.byPart.get(part)?.evidence ?? []).filter(({ reasons }) =>
    reasons.some((reason) => path.every((each, at) => reason.path[at] === each)),
  );
  if (evidence.some(({ allowed }) => allowed === false)) return heard("refuses");
  if (evidence.some(({ allowed }) => allowed === null)) return heard("asks");
  const [told] = evidence.flatMap(({ reasons }) => reasons);
  if (!told) return null;
  const why = "why" in told.params ? told.params.why : null;
  return typeof why === "string" && why !== "" ? notedBy(why) : null;
}

const classOf = ({ pack, job }: Known, part: string) => pack.classes.get(job.parts.get(part)?.class ?? "");

type Hears = { readonly [T in EvidenceType]: (fact: Signed<T>, known: Known) => Heard };

/**
 * For every type of evidence what becomes of one fact of it. A type that is declared and not here does not compile; whether
 * what is said here is so, a sweep over all that can be recorded holds against the judgements.
 */
const hears: Hears = {
  "finding-made": (fact, known) => {
    const partClass = classOf(known, fact.part);
    const kind = partClass?.findings.find(({ id }) => id === fact.finding);
    if (!kind) return noted("not-of-this-engine");
    if (fact.value === nothingThere) return heard("satisfies");
    const line = known.findings.byPart
      .get(fact.part)
      ?.lines.find((each) => each.kind.id === fact.finding && (each.place?.id ?? null) === fact.place);
    const isStanding = line !== undefined && standingObservations(line, "as-is").some(({ id }) => id === fact.id);
    const said = spoken(known, fact.part, [fact.part, fact.finding, fact.place ?? ""]);
    if (isStanding && said?.is === "heard") return said;
    if (known.ledger.broken.some(({ id }) => id === fact.part)) return heard("account");
    const grade = gradeOf(kind, fact.value) ?? 3;
    const isShed = known.pack.pack.circuits.some(({ sheds }) =>
      sheds.some((each) => each.class === partClass!.id && each.finding === fact.finding && grade >= each.from),
    );
    if (isShed) return heard("circuit");
    const isFound = line !== undefined && standingObservations(line, "as-found").some(({ id }) => id === fact.id);
    const isRead = known.isRead(
      (reads) =>
        reads.is === "finding" &&
        reads.classes.includes(partClass!.id) &&
        reads.finding === fact.finding &&
        (reads.values ? reads.values.includes(fact.value) : grade >= reads.from),
    );
    if (isFound && isRead) return heard("cause");
    return isStanding ? (said ?? noted("slight")) : noted("looked-again");
  },
  "check-noted": (fact, known) => {
    const check = known.pack.pack.strip?.checks.find(({ id }) => id === fact.check);
    if (!check) return noted("not-of-this-engine");
    if (fact.skipped !== null) return noted("skipped");
    if (isAmiss(check, fact) !== true) return heard("satisfies");
    return heard("asks");
  },
  "broken-weighed": (fact, known) => spoken(known, fact.part, [fact.part]) ?? heard("account"),
  "fragment-found": () => heard("account"),
  "residue-found": (fact) =>
    fact.where === null ? heard("asks") : fact.magneticShare === 0 ? noted("no-metal") : heard("circuit"),
  "place-searched": () => heard("account"),
  "part-cleaned": () => heard("satisfies"),
  "passage-proven": ({ clear }) => heard(clear ? "satisfies" : "refuses"),
  "crack-checked": ({ found }) => heard(found === "cracks" ? "asks" : "satisfies"),
  "crack-found": (fact, known) => {
    const crack = known.crack.byPart.get(fact.part)?.cracks.find((each) => each.crack.id === fact.id);
    if (!crack) return noted("not-of-this-engine");
    if (crack.verdict === null) return heard("asks");
    if (crack.verdict === "harmless") return notedBy(crack.rule!.why);
    return heard(crack.verdict === "watch" ? "weighs" : "refuses");
  },
  "thread-found": ({ state }) =>
    state === "sound" ? heard("satisfies") : state === "insert" ? noted("made-good") : heard("refuses"),
  "part-scrapped": () => heard("refuses"),
  "part-adopted": () => heard("pairing"),
  "part-came-out": () => heard("pairing"),
  "part-noted": ({ item, part }, known) => {
    const partClass = classOf(known, part);
    switch (item) {
      case "number":
      case "revision":
        return partClass && partClass.revisions.length > 0 ? heard("pairing") : noted("names-it");
      case "series":
        return partClass && partClass.series.length > 0 ? heard("measured") : noted("not-of-this-engine");
      case "lot":
      case "supplier":
        return partClass?.incoming ? heard("purchase") : noted("names-it");
      case "size":
      case "own-size":
        return heard("measured");
      case "ran-in":
      case "ran-beside":
        return heard("pairing");
      case "meant-for":
        return heard("order");
      case "lies":
        return noted("names-it");
    }
  },
  "reading-taken": (fact, known) => {
    const partClass = classOf(known, fact.part);
    const feature = partClass?.features.find(({ id }) => fact.feature === id || fact.feature.startsWith(`${id}-`));
    if (!feature) return noted("not-of-this-engine");
    const all = [feature.governing, ...feature.derived];
    const record = all.flatMap(({ record }) => record ?? [])[0];
    const isLimited = all.some(({ limits, limitsWhere, record }) => record === undefined && (Object.keys(limits).length > 0 || limitsWhere.length > 0)); // prettier-ignore
    const isUsed = partClass!.features.some(({ restsOn, rework }) => restsOn.includes(feature.id) || rework?.allowances.some((each) => each.feature === feature.id)); // prettier-ignore
    const isMet = known.pack.pack.joints.some(({ places }) => places.some(({ ends }) => Object.values(ends).some((end) => end.feature === fact.feature))); // prettier-ignore
    if (isLimited || isUsed || isMet) return heard("measured");
    if (known.isRead((reads) => reads.is === "value" && reads.class === partClass!.id && reads.feature === feature.id)) return heard("cause"); // prettier-ignore
    return record === undefined ? noted("no-limit") : notedBy(record);
  },
  "scatter-said": () => heard("measured"),
  "visits-taken": () => heard("life"),
  "finding-answered": () => heard("cause"),
  "suspect-checked": ({ clean }) => heard(clean ? "satisfies" : "asks"),
  "number-read": (fact, known) =>
    known.identity?.places.some(({ place }) => place.id === fact.place)
      ? heard("identity")
      : noted("not-of-this-engine"),
  "tell-answered": (fact, known) =>
    known.identity?.tells.some(({ tell }) => tell.id === fact.tell) ? heard("identity") : noted("not-of-this-engine"),
  "attribute-read": () => heard("pairing"),
  "return-said": () => heard("pairing"),
  "goods-received": () => heard("purchase"),
  "came-back": () => heard("purchase"),
  "work-declined": () => heard("order"),
  "intake-noted": ({ section, item, value }, known) => {
    const { intake, consequences, diagnosis } = known.pack.pack;
    switch (section) {
      case "application":
      case "order":
      case "school":
        return heard("order");
      case "symptom": {
        const symptom = intake?.symptoms.find(({ id }) => id === item);
        const isShift = diagnosis?.causes.some(({ shifts }) => shifts.some(({ when }) => when.is === "symptom" && when.symptom === item)); // prettier-ignore
        return symptom?.failure || isShift || known.isRead((reads) => reads.is === "symptom" && reads.symptom === item)
          ? heard("cause")
          : noted("read-by-no-cause");
      }
      case "test": {
        if (known.isRead((reads) => reads.is === "test" && reads.test === item)) return heard("cause");
        const test = intake?.tests.find(({ id }) => id === item);
        if (!test || typeof value !== "number") return noted("as-it-should-be");
        const isOff = (test.low !== undefined && value < test.low) || (test.high !== undefined && value > test.high);
        return isOff ? heard("asks") : noted("as-it-should-be");
      }
      case "history": {
        if (/^(engine-)?(hours|kilometres|cycles)-since/u.test(item)) return heard("life");
        const isSpoken = consequences.some(({ when }) => when.is === "history" && when.item === item && when.value === value); // prettier-ignore
        const isShift = diagnosis?.causes.some(({ shifts }) => shifts.some(({ when }) => when.is === "history" && when.item === item)); // prettier-ignore
        return isSpoken ? heard("asks") : isShift ? heard("cause") : noted("read-by-no-cause");
      }
    }
  },
};

/** The lists of a job that hold evidence. */
const lists = [
  "cleaned",
  "passages",
  "crackChecks",
  "cracks",
  "threads",
  "answers",
  "suspectChecks",
  "numbers",
  "tells",
  "notes",
  "attributes",
  "returns",
  "scattersSaid",
  "visitsTaken",
  "receipts",
  "cameBack",
  "declined",
  "cameOut",
  "adopted",
  "scrapped",
  "checks",
  "findings",
  "broken",
  "fragments",
  "residues",
  "searched",
  "readings",
  "parts",
] as const;
type Told = Pick<Job, (typeof lists)[number]>;

/** The facts of a type that stand in a job; all but two types have a list of their own. */
function factsOf(job: Told, type: EvidenceType): readonly Signed<EvidenceType>[] {
  if (type === "reading-taken") return job.readings as readonly Signed<EvidenceType>[];
  if (type === "part-noted")
    return [...job.parts.values()].flatMap(({ known }) =>
      known.entries.map(({ payload, id, at, author }) => ({ ...payload, id, at, author })),
    );
  return job[declarations[type].list] as readonly Signed<EvidenceType>[];
}

const evidenceTypes = Object.keys(hears) as EvidenceType[];

/**
 * What becomes of every fact that was recorded: heard, in one way or several, or noted only, with who says so and why. A
 * fact that is neither is a defect of the program.
 */
export function assessHeard(pack: CompiledPack, job: Told, found: Needs): HeardResult {
  const reads = (pack.pack.diagnosis?.findings ?? []).flatMap((finding) => finding.reads);
  const known: Known = { ...found, pack, job, isRead: (of) => reads.some(of) };
  const byEntry = new Map<string, Heard>();
  const notedOf = new Map<string, { readonly entry: string; readonly heard: Extract<Heard, { is: "noted" }> }[]>();
  for (const type of evidenceTypes)
    for (const fact of factsOf(job, type)) {
      const said = (hears[type] as (fact: Signed<EvidenceType>, known: Known) => Heard)(fact, known);
      byEntry.set(fact.id, said);
      if (said.is !== "noted" || !("part" in fact) || typeof fact.part !== "string") continue;
      const of = notedOf.get(fact.part);
      if (of) of.push({ entry: fact.id, heard: said });
      else notedOf.set(fact.part, [{ entry: fact.id, heard: said }]);
    }
  return { byEntry, noted: notedOf };
}

export const heardJudgement = judgement({
  lists,
  needs: ["findings", "ledger", "crack", "condition", "identity"],
  assess: assessHeard,
  problems: () => [],
});
