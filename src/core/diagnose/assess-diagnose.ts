import { byMoment } from "../entry/clock";
import type { CrackResult } from "../crack/assess-crack";
import type { FindingsResult } from "../findings/assess-findings";
import type { LedgerResult } from "../fragments/ledger";
import type { Job, Signed } from "../entry/fold";
import { judgement } from "../judgement";
import type { Cause } from "../pack/schema-diagnosis";
import type { CompiledPack } from "../pack/compile-pack";
import { problem, type Problem } from "../problem/problem";
import { priorsOf, type Prior } from "./priors";
import type { SightingSources, Sighting } from "../causes/sightings";
import type { Contamination } from "../contamination/suspects";
import { enough } from "./infer";
import { confirmingOf, nameOfNode, networkOf, nodeId, type Network } from "../causes/unfold";
import type { Lot } from "../lots/lots";
import type { MatchResult } from "../match/assess-match";

type Settlement = Signed<"cause-settled">;
type CauseAction = Cause["actions"][number];

/** Something a settled cause asks for. */
export interface OwedAction {
  readonly cause: string;
  readonly place: string | null;
  readonly causeName: string;
  readonly action: CauseAction;
  readonly state: "open" | "done" | "refused";
  readonly answer: Signed<"action-answered"> | null;
}

/** How the question what failed first stands. */
export const gates = ["no-network", "not-asked", "open", "settled", "no-failure", "undetermined"] as const;
export type Gate = (typeof gates)[number];

export interface DiagnoseResult {
  readonly network: Network | null;
  readonly sightings: readonly Sighting[];
  readonly priors: readonly Prior[];
  /** Findings that somebody signed as older damage, by their nodes. */
  readonly older: ReadonlySet<string>;
  /** Symptoms and severe findings by which a failure is named. */
  readonly failure: readonly string[];
  readonly gate: Gate;
  /** What stands; null where nobody settled it, or two people did differently. */
  readonly settlement: Settlement | null;
  /** Severe findings that no settled cause accounts for, and that nobody signed as older damage. */
  readonly unexplained: readonly Sighting[];
  readonly actions: readonly OwedAction[];
  readonly contamination: Contamination;
  readonly problems: readonly Problem[];
}

type Read = Pick<Job, "settlements" | "olderDamage" | "actionAnswers" | "reopenings" | "oddsTaken" | "parts">;

/** What names a failure: symptoms that do, and severe findings nobody signed as older damage. */
function failureOf(
  network: Network,
  sightings: readonly Sighting[],
  { order, pack }: Pick<SightingSources, "order" | "pack">,
  isOlder: (id: string) => boolean,
): string[] {
  const symptoms = (pack.pack.intake?.symptoms ?? []).flatMap(({ id, name, failure }) =>
    failure && order.notes.value("symptom", id) === true ? [name] : [],
  );
  const severe = sightings.flatMap(({ node, grade }) => {
    const of = network.of.get(node)!;
    return of.kind === "finding" && of.item.severe && grade > 0 && !isOlder(node) ? [nameOfNode(of)] : [];
  });
  return [...symptoms, ...severe];
}

/** Whether every part of a class that is still whole was checked for cracks, by a check that counts. */
function isCrackChecked(of: string | undefined, { parts, scrapped }: Known["crack"], ledger: Known["ledger"]): boolean {
  const gone = new Set([...scrapped.keys(), ...ledger.broken.map(({ id }) => id)]);
  const asked = parts.filter(({ part, partClass }) => partClass.id === of && !gone.has(part.id));
  return asked.length > 0 && asked.every(({ isChecked, isUndrawn }) => isChecked && !isUndrawn);
}

/** What is otherwise now than it was shown to whoever settled the cause: withdrawn, milder, or found since. */
function changedSince(network: Network, { witness }: Settlement, now: ReadonlyMap<string, Sighting>): Problem[] {
  if (!witness) return [];
  const then = new Map(witness.evidence.map(({ finding, place, grade }) => [nodeId(finding, place), grade]));
  const ids = new Set([...then.keys(), ...now.keys()]);
  return [...ids].flatMap((id): Problem[] => {
    const [was, is] = [then.get(id), now.get(id)?.grade];
    const of = network.of.get(id);
    // Whatever was looked at since and found in order speaks for nobody: it only makes surer.
    const isNews = (was ?? 0) > 0 ? (is ?? 0) < was! : (is ?? 0) > 0;
    if (!isNews) return [];
    const name = of ? nameOfNode(of) : id;
    return [
      (was ?? 0) > 0
        ? problem("evidence-withdrawn", [id], { finding: name })
        : problem("evidence-since", [id], { finding: name }),
    ];
  });
}

/** What a settled cause rests on, and what is amiss with it. */
function settlementProblems(network: Network, settlement: Settlement, now: ReadonlyMap<string, Sighting>): Problem[] {
  const { witness, causes, reason } = settlement;
  const { settled } = network.diagnosis;
  const shownOf = ({ cause, place }: Settlement["causes"][number]) =>
    witness?.beliefs.find((each) => each.cause === cause && each.place === place);
  // Beside one that accounts for the damage another may stand that does not.
  const accounted = causes.some((each) => (shownOf(each)?.accounts ?? 1) >= enough);
  return causes.flatMap(({ cause, place }): Problem[] => {
    const node = network.of.get(nodeId(cause, place));
    if (node?.kind !== "cause") return [problem("cause-unknown", [cause], { cause })];
    const name = nameOfNode(node);
    const shown = shownOf({ cause, place })?.probability ?? null;
    const isUnlikely = shown === null || shown < settled.probability;
    const confirming = confirmingOf(network, node);
    const isConfirmed = confirming.some(({ id }) => (now.get(id)?.grade ?? 0) > 0);
    const tests = confirming.map(nameOfNode).join(", or ");
    return [
      ...(isConfirmed ? [] : [problem("cause-unconfirmed", [node.id], { cause: name, tests })]),
      // Below what is asked for it is a person's word, with a reason.
      ...(isUnlikely && reason !== null ? [problem("cause-by-word", [node.id], { cause: name, probability: shown, reason })] : []), // prettier-ignore
      ...(isUnlikely && reason === null ? [problem("cause-unlikely", [node.id], { cause: name, probability: shown, wanted: settled.probability })] : []), // prettier-ignore
      ...(accounted || reason !== null ? [] : [problem("cause-bystander", [node.id], { cause: name })]),
    ];
  });
}

interface Known {
  readonly order: SightingSources["order"];
  readonly sightings: readonly Sighting[];
  readonly lots: readonly Lot[];
  readonly contamination: Contamination;
  readonly match: Pick<MatchResult, "pairings">;
  readonly findings: Pick<FindingsResult, "byPart">;
  readonly ledger: Pick<LedgerResult, "broken">;
  readonly crack: Pick<CrackResult, "parts" | "scrapped">;
}

/**
 * Looks of minutes that tell what failed, and that nobody took: how a broken part broke, and whether its sisters are cracked.
 * While one is open nobody can say that it cannot be told.
 */
function looksLeft({ findings, ledger, crack }: Pick<Known, "findings" | "ledger" | "crack">): readonly string[] {
  const surfaces = ledger.broken.flatMap(({ id, tag }) =>
    (findings.byPart.get(id)?.lines ?? []).flatMap(({ kind, grade }) =>
      kind.nature === "broken" && grade === null ? [`${tag}, ${kind.name}`] : [],
    ),
  );
  const sisters = crack.parts.flatMap(({ part, sister, isChecked, worst }) =>
    sister && !isChecked && worst === "none" ? [`${part.tag} for cracks`] : [],
  );
  return [...surfaces, ...sisters];
}

/**
 * How it stands with the cause: what was seen that speaks of causes, whether one is asked for, and what is owed once it is
 * settled. How likely each cause is is worked out beside it, see Inference: no other judgement waits for that.
 */
export function assessDiagnose(
  pack: CompiledPack,
  job: Read,
  { order, sightings, lots, contamination, match: { pairings }, findings, ledger, crack }: Known,
): DiagnoseResult {
  const network = networkOf(pack);
  const bare = { contamination, network, settlement: null, sightings: [], priors: [], older: new Set<string>(), failure: [], unexplained: [], actions: [], problems: [] }; // prettier-ignore
  if (!network) return { ...bare, gate: "no-network" };
  const priors = priorsOf(network, { job, order, lots, pairings });
  const now = new Map(sightings.map((each) => [each.node, each]));
  const older = new Set(job.olderDamage.map(({ finding, place }) => nodeId(finding, place)));
  const failure = failureOf(network, sightings, { pack, order }, (id) => older.has(id));
  const [settlement = null, ...others] = job.settlements;
  const common = { ...bare, sightings, priors, older, failure };

  if (others.length > 0) {
    const count = job.settlements.length;
    return { ...common, gate: "open", problems: [problem("causes-differ", ["cause"], { count })] };
  }
  const reopened = job.reopenings.filter(({ at }) => settlement === null || byMoment(at, settlement.at) > 0);
  if (!settlement || reopened.length > 0) {
    if (failure.length === 0 && reopened.length === 0) return { ...common, gate: "not-asked" };
    const why = reopened.at(-1)?.why ?? failure.slice(0, 3).join(", ");
    return { ...common, gate: "open", problems: [problem("cause-open", ["cause"], { why, count: failure.length })] };
  }
  const changed = changedSince(network, settlement, now);
  const chain = new Set(settlement.witness?.chain.map(({ node, place }) => nodeId(node, place)));
  const unexplained = sightings.filter(({ node, grade }) => {
    const of = network.of.get(node)!;
    return of.kind === "finding" && of.item.severe && grade > 0 && !older.has(node) && !chain.has(node);
  });
  const reopens = changed.map((each) => each.code).length > 0 ? [problem("cause-reopened", ["cause"], { count: changed.length })] : []; // prettier-ignore
  const looks = settlement.verdict === "cause" ? [] : looksLeft({ findings, ledger, crack });
  const tooSoon = looks.length > 0 ? [problem("looks-left", ["cause"], { what: looks.slice(0, 3).join("; "), count: looks.length })] : []; // prettier-ignore
  const stands = { ...common, settlement, unexplained };
  if (settlement.verdict === "undetermined")
    return {
      ...stands,
      unexplained: [],
      gate: changed.length + tooSoon.length > 0 ? "open" : "undetermined",
      problems: [
        ...tooSoon,
        ...reopens,
        ...changed,
        problem("cause-undetermined", ["cause"], {
          reason: settlement.reason ?? "",
          precautions: settlement.precautions ?? "",
        }),
      ],
    };
  const left = unexplained.map(({ node }) => problem("severe-unexplained", [node], { finding: nameOfNode(network.of.get(node)!) })); // prettier-ignore
  if (settlement.verdict === "no-failure") {
    const problems = [...tooSoon, ...reopens, ...changed, ...left];
    return { ...stands, gate: problems.length === 0 ? "no-failure" : "open", problems };
  }
  const problems = [...reopens, ...changed, ...left, ...settlementProblems(network, settlement, now)];
  const actions = settlement.causes.flatMap(({ cause, place }): OwedAction[] => {
    const node = network.of.get(nodeId(cause, place));
    if (node?.kind !== "cause") return [];
    return node.item.actions.map((action): OwedAction => {
      const answers = job.actionAnswers.filter(
        (each) => each.cause === cause && each.place === place && each.action === action.id,
      );
      const answer = answers.at(-1) ?? null;
      const state = answer?.outcome ?? (action.by === "crack-check" && isCrackChecked(action.class, crack, ledger) ? "done" : "open"); // prettier-ignore
      return { cause, place, causeName: nameOfNode(node), action, state, answer };
    });
  });
  return {
    ...stands,
    gate: problems.some(({ severity }) => severity === "hold") ? "open" : "settled",
    actions,
    problems: [
      ...problems,
      ...actions
        .filter(({ state }) => state === "open")
        .map(({ cause, action, causeName }) =>
          problem("action-open", [cause, action.id], { cause: causeName, action: action.text }),
        ),
      ...actions.flatMap(({ cause, action, state, answer }) =>
        state === "refused"
          ? [problem("action-refused", [cause, action.id], { action: action.text, why: answer?.words ?? "" })]
          : [],
      ),
    ],
  };
}

/** What two people answered differently at Diagnose; where they saw a part differently that is said at Strip. */
const disputes = (sightings: readonly Sighting[], network: Network | null): Problem[] =>
  sightings.flatMap(({ node, isDisputed }) => {
    const of = network?.of.get(node);
    return isDisputed && of?.kind === "finding" && of.item.ask !== undefined
      ? [problem("answered-differently", [node], { finding: nameOfNode(of) })]
      : [];
  });

export const diagnoseJudgement = judgement({
  lists: ["parts", "settlements", "olderDamage", "actionAnswers", "reopenings", "oddsTaken"],
  needs: ["order", "sightings", "lots", "contamination", "match", "findings", "ledger", "crack"],
  assess: assessDiagnose,
  problems: ({ problems, sightings, network }) => [...problems, ...disputes(sightings, network)],
  stations: {
    diagnose: ({ gate }) =>
      gate === "no-network" || gate === "not-asked" ? null : { done: Number(gate !== "open"), total: 1 },
  },
});
