import { buyingJudgement } from "./buying/assess-buying";
import { cleanJudgement } from "./clean/assess-clean";
import { conditionJudgement } from "./condition/assess-condition";
import { crackJudgement } from "./crack/assess-crack";
import { diagnoseJudgement } from "./diagnose/assess-diagnose";
import { sightingsJudgement } from "./causes/sightings";
import { contaminationJudgement } from "./contamination/suspects";
import { findingsJudgement } from "./findings/assess-findings";
import { fragmentsJudgement } from "./fragments/ledger";
import { heardJudgement } from "./heard/heard";
import { identifyJudgement } from "./identify/assess-identity";
import { intakeJudgement } from "./intake/assess-intake";
import type { Progress } from "./judgement";
import { matchJudgement } from "./match/assess-match";
import { meetingJudgement } from "./match/sizes";
import { measureJudgement } from "./measure/assess-measure";
import { orderJudgement } from "./order/order";
import { partsJudgement } from "./parts/assess-parts";
import { lotsJudgement } from "./lots/lots";
import { planJudgement } from "./plan/assess-plan";
import type { Problem } from "./problem/problem";
import { recordJudgement } from "./record/assess-record";
import { stations, type Station } from "./stations";
import { stripJudgement } from "./strip/assess-strip";

/**
 * Every judgement there is, by the name of its result, in the order in which what is wrong is told. The assessment's type,
 * its progress, its problems and the graph in docs/architecture.md derive from this list; `assess.ts` calls each by name.
 */
export const judgements = {
  order: orderJudgement,
  record: recordJudgement,
  intake: intakeJudgement,
  identity: identifyJudgement,
  measured: measureJudgement,
  strip: stripJudgement,
  findings: findingsJudgement,
  ledger: fragmentsJudgement,
  clean: cleanJudgement,
  crack: crackJudgement,
  contamination: contaminationJudgement,
  lots: lotsJudgement,
  condition: conditionJudgement,
  sightings: sightingsJudgement,
  meeting: meetingJudgement,
  inHand: partsJudgement,
  diagnosis: diagnoseJudgement,
  match: matchJudgement,
  plan: planJudgement,
  buying: buyingJudgement,
  heard: heardJudgement,
} as const;

export type JudgementName = keyof typeof judgements;
export const judgementNames = Object.keys(judgements) as readonly JudgementName[];

/** What the judgements of a job find, each under its name. */
export type Results = { readonly [K in JudgementName]: ReturnType<(typeof judgements)[K]["assess"]> };

type Told = {
  readonly [K in JudgementName]: {
    readonly problems: (result: Results[K]) => readonly Problem[];
    readonly stations: Readonly<Partial<Record<Station, (result: Results[K]) => Progress | null>>>;
  };
};
const told: Told = judgements;

const problemsOf = <K extends JudgementName>(name: K, results: Results): readonly Problem[] =>
  told[name].problems(results[name]);

const progressAt = <K extends JudgementName>(name: K, station: Station, results: Results): Progress | null =>
  told[name].stations[station]?.(results[name]) ?? null;

/** All that is wrong, of every judgement. */
export const allProblems = (results: Results): readonly Problem[] =>
  judgementNames.flatMap((name) => problemsOf(name, results));

/** How much of each station's work is done, where it is counted. */
export const allProgress = (results: Results): ReadonlyMap<Station, Progress> =>
  new Map(
    stations.flatMap((station) =>
      judgementNames.flatMap((name) => {
        const progress = progressAt(name, station, results);
        return progress ? [[station, progress] as const] : [];
      }),
    ),
  );
