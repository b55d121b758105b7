import type { CleanResult } from "../clean/assess-clean";
import type { CrackPart, CrackResult } from "../crack/assess-crack";
import { suspicionOf, type Contamination } from "../contamination/suspects";
import type { Job, Part, Signed } from "../entry/fold";
import type { FindingsResult, PartFindings } from "../findings/assess-findings";
import { isLighter, lostOf, type LedgerResult, type PartAccount } from "../fragments/ledger";
import { groupBy, groupByKeys } from "../group";
import type { IdentityResult } from "../identify/assess-identity";
import { builtWith } from "../identify/built-with";
import { judgement } from "../judgement";
import { ageOf } from "../measure/endurance";
import { jobSituation, type Order } from "../order/order";
import { lifeFor, type Situation } from "../pack/conditions";
import { partSituation, ranAt, revisionOf } from "../part/part-situation";
import type { CompiledPack } from "../pack/compile-pack";
import { lifeUnits, unitOfLife } from "../pack/life-units";
import type { PartClass } from "../pack/schema";
import type { Consequence } from "../pack/schema-consequences";
import { problem } from "../problem/problem";
import { standardUncertainty, type Estimate } from "../quantity/estimate";
import { keptBeside } from "../same";
import {
  isAmiss,
  notedAs,
  slotsOf,
  type CheckNote,
  type CheckPlace,
  type CheckResult,
  type StripResult,
} from "../strip/assess-strip";
import { crackEvidence } from "../crack/crack-evidence";
import { evidence, type Evidence } from "../evidence/evidence";
import { lotEvidence, restsOnLot, rowsOfPart, type Lot } from "../lots/lots";
import type { MeasureResult } from "../measure/assess-measure";
import type { JointResult } from "../measure/assess-joint";
import { measuredEvidence } from "./measured-evidence";
import { findingVerdict, ifItHolds } from "./finding-verdict";
import { meet, type Verdict } from "../evidence/verdict";

/** What everything but measuring says of one physical part, wherever it is. */
export interface PartCondition {
  readonly part: Part;
  readonly evidence: readonly Evidence[];
  /** Whether it may be used again as it is, all of it. */
  readonly reuse: Verdict;
}

export interface ConditionResult {
  /** Parts of which anything was seen, tested, weighed or is known; the others are as nobody looked. */
  readonly byPart: ReadonlyMap<string, PartCondition>;
}

/** A part with mass missing, or of which a piece was found, is broken: it is never used again, and no second weighing heals it. */
function broken(part: Part, account: PartAccount | undefined, pieces: number, smallest: number): Evidence[] {
  const never = { never: true };
  const said = (lost: Estimate) => ({ tag: part.tag, grams: lost.value, expanded: 2 * standardUncertainty(lost) });
  const weighings = (account?.weighings ?? []).map(lostOf).sort((a, b) => b.value - a.value);
  const lighter = weighings.find((lost) => isLighter(lost, smallest));
  const [most] = weighings;
  const mayBe = most && most.value + 2 * standardUncertainty(most) > smallest;
  return [
    ...(lighter
      ? [evidence(problem("part-broken", [part.id], said(lighter)), never)]
      : mayBe
        ? [evidence(problem("part-may-be-broken", [part.id], said(most)))]
        : []),
    ...(weighings.length > 1 ? [evidence(problem("part-weighed-twice", [part.id], { tag: part.tag }))] : []),
    ...(pieces > 0 && !lighter
      ? [evidence(problem("piece-of-it-found", [part.id], { tag: part.tag, count: pieces }), never)]
      : []),
  ];
}

/** Where a part was when the engine came: what was tried there was tried of it, wherever it is now. */
const foundIn = (part: Part, cameOut: Job["cameOut"]): readonly string[] => [
  ...new Set([...cameOut.filter((each) => each.part === part.id).map((each) => each.slot), ...ranAt(part)]),
];

/** What one note of a check says of a part, by what the pack says of it; where that says nothing of it a person is asked. */
function notedOf(
  part: Part,
  { check }: CheckResult,
  place: CheckPlace,
  note: CheckNote,
  consequences: readonly Consequence[],
): Evidence[] {
  const isMeant = ({ when }: Consequence) =>
    when.is === "check" &&
    when.check === check.id &&
    (when.states ? note.state !== null && when.states.includes(note.state) : isAmiss(check, note) === true);
  const meant = consequences.filter(isMeant);
  const params = { tag: part.tag, check: check.name, place: place.id === null ? null : place.name, ...notedAs(check, note) }; // prettier-ignore
  const where = [part.id, check.id];
  if (meant.length === 0)
    return isAmiss(check, note) ? [evidence(problem("tested-asks", where, { ...params, why: null }))] : [];
  return meant.map(({ then, why, never, survivesMachining }) => {
    const said = { ...params, why };
    const reason =
      then === "refuse"
        ? problem("tested-refuses", where, said)
        : then === "tell"
          ? problem("tested-tells", where, said)
          : problem("tested-asks", where, said);
    return evidence(reason, { never, survivesMachining });
  });
}

/** What checks before taking apart showed of a part: of two who noted different things both are heard. */
const tested = (
  part: Part,
  found: readonly string[],
  consequences: readonly Consequence[],
  checks: readonly CheckResult[],
): Evidence[] =>
  checks.flatMap((result) =>
    result.places.flatMap((place) => {
      return slotsOf(result.check, place.id).some((slot) => found.includes(slot))
        ? place.notes.flatMap((note) => notedOf(part, result, place, note, consequences))
        : [];
    }),
  );

/** A passage in it that is not clear: cleaned out, and proven. */
const blockedIn = (part: Part, blocked: CleanResult["blocked"]): Evidence[] =>
  blocked
    .filter(({ passage }) => passage.in !== undefined && passage.in === part.slot && part.origin !== "supplier")
    .map(({ passage, circuit }) =>
      evidence(
        problem("passage-not-clear", [part.id, circuit.id, passage.id], { tag: part.tag, passage: passage.name }),
        {
          cleans: true,
          proof: {
            reason: problem("passage-to-prove", [part.id, circuit.id, passage.id], {
              tag: part.tag,
              passage: passage.name,
            }),
            minutes: minutesToProve,
          },
        },
      ),
    );

/** To blow or push a passage through and see that it is clear. Common practice, no source. */
const minutesToProve = 15;

/** Whether all that can be seen of a part was looked at by itself, and not passed over with many. */
const isLookedOver = ({ lines }: PartFindings) =>
  lines.length > 0 &&
  lines.every(({ findings, grade }) => grade !== null && findings.some(({ together }) => !together));

/** What a break nearby asks for: whether a sister is bent, and what a part that lay against what broke looks like. */
function besideABreak(seen: PartFindings, cracked: CrackPart | undefined, struckBy: Part | null): Evidence[] {
  const { part, lines } = seen;
  const sister = cracked?.sister ?? null;
  const open = lines.filter(({ kind, grade }) => kind.nature === "bending" && grade === null);
  const isSeen = isLookedOver(seen) || cracked?.isChecked === true;
  return [
    ...(sister && open.length > 0
      ? [
          evidence(
            problem("sister-to-look-at", [part.id], { tag: part.tag, sister: sister.tag, what: open[0]!.kind.name }),
          ),
        ]
      : []),
    ...(struckBy && !isSeen
      ? [evidence(problem("beside-a-break", [part.id], { tag: part.tag, broken: struckBy.tag }))]
      : []),
  ];
}

/** By place, the places whose parts lie against its part: of another kind, they meet in a joint, or one sits in the other. */
const neighboursIn = (pack: CompiledPack): ReadonlyMap<string, ReadonlySet<string>> =>
  keptNeighbours(pack, [], () => {
    const pairs = [
      ...pack.pack.joints.flatMap(({ places }) =>
        places.flatMap(({ ends }) => {
          const slots = Object.values(ends).map(({ slot }) => slot);
          return slots.flatMap((a) => slots.map((b) => [a, b] as const));
        }),
      ),
      ...pack.pack.slots.flatMap(({ id, within }) =>
        within === undefined
          ? []
          : ([
              [id, within],
              [within, id],
            ] as const),
      ),
    ].filter(([a, b]) => pack.slots.get(a)?.class !== pack.slots.get(b)?.class);
    return new Map(
      [...groupBy(pairs, ([a]) => a)].map(([slot, all]) => [slot, new Set(all.map(([, other]) => other))]),
    );
  });
const keptNeighbours = keptBeside<CompiledPack, ReadonlyMap<string, ReadonlySet<string>>>();

/** What is known of the engine's past, where it says something of a class. */
function remembered(part: Part, consequence: Consequence, { notes }: Order): Evidence[] {
  const { when, then, why, never, survivesMachining } = consequence;
  if (when.is !== "history" || (part.origin !== "engine" && part.origin !== "donor")) return [];
  if (notes.value("history", when.item) !== when.value) return [];
  const params = { tag: part.tag, item: when.item, why };
  if (then === "tell") return [evidence(problem("known-tells", [part.id, when.item], params))];
  return then === "refuse"
    ? [evidence(problem("known-refuses", [part.id, when.item], params), { never, survivesMachining })]
    : [evidence(problem("known-asks", [part.id, when.item], params), { never, survivesMachining })];
}

/**
 * A life that is over refuses whatever it measures; a new part has all of it before it. Where lives scatter, what comes
 * within two standard deviations of it is asked about.
 */
function lived(part: Part, partClass: PartClass, situation: Situation, { notes, wanted }: Order): Evidence[] {
  const life = lifeFor(partClass, situation);
  if (!life) return [];
  return lifeUnits.flatMap((counted): Evidence[] => {
    const most = life[counted];
    if (most === undefined) return [];
    const ahead = wanted[counted];
    const age = part.origin === "supplier" ? { from: 0, to: 0 } : ageOf(part, notes, counted);
    const params = {
      tag: part.tag,
      life: most,
      ahead: ahead ?? 0,
      from: age?.from ?? null,
      to: age?.to ?? null,
      unit: unitOfLife[counted],
    };
    if (age && age.from + (ahead ?? 0) > most)
      return [evidence(problem("life-over", [part.id], { ...params, from: age.from }))];
    // Without anything wanted nobody asks how much of its life is left.
    const nearly = most * (1 - 2 * (life.scatter ?? 0));
    const isOpen = ahead !== null && (age === null || age.to === null || age.to + ahead > nearly);
    return isOpen ? [evidence(problem("life-unknown", [part.id], params))] : [];
  });
}

/** Old stock is refused by its number; of what came from elsewhere a number that nobody read, or knows, is asked about. */
function ofRevision(part: Part, partClass: PartClass, built: string | null): Evidence[] {
  const { revisions } = partClass;
  if (revisions.length === 0) return [];
  const { tag, known, origin } = part;
  const where = [part.id];
  const revision = revisionOf(part, partClass);
  const [number, noted] = [known.text("number"), known.text("revision")];
  if (revision?.refused) {
    const params = { tag, revision: revision.name, number, why: revision.refused.why };
    return [evidence(problem("revision-refused", where, params))];
  }
  if (number !== null && noted !== null && !revision)
    return [evidence(problem("number-against-revision", where, { tag, number, revision: noted }))];
  // What came in this engine and may be of a revision that nobody fits any more is asked too: the engine's number tells what it was built with.
  if (revision || (origin === "engine" && revisions.every(({ refused }) => !refused))) return [];
  return [
    evidence(
      number === null
        ? problem("number-unread", where, { tag, built })
        : problem("number-unknown", where, { tag, number }),
    ),
  ];
}

/** What spoke against a part where it was before: it goes on doing so until a person says otherwise. */
const broughtAlong = (part: Part, adoptions: readonly Signed<"part-adopted">[]): Evidence[] =>
  adoptions.flatMap(({ from, against }) =>
    against.map(({ code, said }) =>
      evidence(problem("came-with-doubt", [part.id, code], { tag: part.tag, from, said })),
    ),
  );

/** What nobody looked at is not sound: a part that is judged by eye waits until it was looked over. */
function lookedOver({ part, lines }: PartFindings, { features }: PartClass): Evidence[] {
  if (lines.length === 0 || features.some(({ decides }) => decides)) return [];
  const open = lines.filter(({ grade }) => grade === null).length;
  const params = { tag: part.tag, count: open };
  return open > 0
    ? [evidence(problem("not-looked-over", [part.id], params))]
    : [evidence(problem("looked-over", [part.id], { tag: part.tag, count: lines.length }))];
}

const noJoints: readonly JointResult[] = [];
const keptConditions = keptBeside<Part, PartCondition | null>();

/** Whoever has something to say of a part. */
interface Spoken {
  readonly order: Order;
  readonly findings: FindingsResult;
  readonly ledger: LedgerResult;
  readonly strip: StripResult | null;
  readonly clean: Pick<CleanResult, "blocked">;
  readonly crack: Pick<CrackResult, "scrapped" | "byPart">;
  readonly contamination: Pick<Contamination, "suspects">;
  readonly lots: readonly Lot[];
  readonly measured: MeasureResult;
  readonly identity: Pick<IdentityResult, "places"> | null;
}

/** Everything but measuring that speaks for or against using a part again. */
export function assessCondition(
  pack: CompiledPack,
  { cameOut, adopted }: Pick<Job, "cameOut" | "adopted">,
  { order, findings, ledger, strip, clean, crack, contamination: { suspects }, lots, measured, identity }: Spoken,
): ConditionResult {
  const suspicions = groupBy(suspects, ({ part }) => part.id);
  const accounts = new Map(ledger.parts.map((account) => [account.part.id, account]));
  const pieces = groupByKeys(ledger.fragments, ({ parent }) => (parent === null ? [] : [parent]));
  const ofClass = groupBy(pack.pack.consequences, (each) => each.class);
  const checks = strip?.steps.flatMap((step) => step.checks) ?? [];
  const adoptions = groupBy(adopted, ({ part }) => part);
  const lotOf = new Map(lots.flatMap((lot) => lot.parts.map(({ id }) => [id, lot] as const)));
  const built = builtWith(identity);
  const smallest = pack.pack.ledger?.smallestGrams ?? 0;
  const jointsOf = groupByKeys(
    [...measured.joints.values()].filter(({ row }) => row.joint.givesWay.length === 0),
    ({ ends }) => [...ends.values()].flatMap(({ part }) => part?.id ?? []),
  );
  const neighbours = neighboursIn(pack);
  const brokenAt = new Map(
    ledger.broken.flatMap((part) => foundIn(part, cameOut).map((slot) => [slot, part] as const)),
  );
  /** What broke beside it in this engine. */
  const struckBy = (found: readonly string[], part: Part): Part | null => {
    if (brokenAt.size === 0 || ledger.broken.includes(part)) return null;
    for (const slot of found)
      for (const other of neighbours.get(slot) ?? []) if (brokenAt.has(other)) return brokenAt.get(other)!;
    return null;
  };
  const byPart = new Map<string, PartCondition>();
  for (const seen of findings.byPart.values()) {
    const { part } = seen;
    const partClass = pack.classes.get(part.class);
    if (!partClass) continue;
    const [gone, cracked, lot] = [crack.scrapped.get(part.id), crack.byPart.get(part.id), lotOf.get(part.id)];
    const found = foundIn(part, cameOut);
    const [account, count] = [accounts.get(part.id), pieces.get(part.id)?.length ?? 0];
    const struck = struckBy(found, part);
    const [rows, meeting] = [rowsOfPart(pack, part, measured), jointsOf.get(part.id) ?? noJoints];
    const basis = [...rows, ...meeting, struck, clean.blocked, ...(account?.weighings ?? []), seen, gone, cracked, ...(lot ? restsOnLot(lot) : []), count, ...found, ...(suspicions.get(part.id) ?? []), ...(adoptions.get(part.id) ?? []), strip, order, pack, built.get(partClass.name)]; // prettier-ignore
    const condition = keptConditions(part, basis, () => {
      const situation = partSituation(part, partClass, jobSituation(order));
      const spoken = ofClass.get(part.class) ?? [];
      const consequences = spoken.flatMap((each) => ifItHolds(each, situation));
      const all: Evidence[] = [
        ...(gone
          ? [evidence(problem("part-scrapped", [part.id], { tag: part.tag, why: gone.why }), { never: true })]
          : []),
        ...broken(part, account, count, smallest),
        ...(cracked ? crackEvidence(cracked) : []),
        ...seen.lines.flatMap((line) => findingVerdict(part, partClass, line, spoken, situation) ?? []),
        ...tested(part, found, consequences, checks),
        ...consequences.flatMap((each) => remembered(part, each, order)),
        ...blockedIn(part, clean.blocked),
        ...besideABreak(seen, cracked, struck),
        ...measuredEvidence(part, partClass, rows, meeting),
        ...lived(part, partClass, situation, order),
        ...ofRevision(part, partClass, part.origin === "engine" ? (built.get(partClass.name) ?? null) : null),
        ...(suspicions.get(part.id) ?? []).map((each) => suspicionOf(each, pack.pack.intake?.schools)),
        ...broughtAlong(part, adoptions.get(part.id) ?? []),
        ...lookedOver(seen, partClass),
        ...(lot ? lotEvidence(lot, part) : []),
      ];
      return all.length === 0 ? null : { part, evidence: all, reuse: meet(all) };
    });
    if (condition) byPart.set(part.id, condition);
  }
  return { byPart };
}

export const conditionJudgement = judgement({
  lists: ["cameOut", "adopted"],
  needs: ["order", "findings", "ledger", "strip", "clean", "crack", "contamination", "lots", "measured", "identity"],
  assess: assessCondition,
  problems: () => [],
});
