import { byTime } from "../entry/effective";
import { dayIn } from "../entry/clock";
import type { Job, Signed } from "../entry/fold";
import { sinceItems } from "../measure/endurance";
import type { CompiledPack } from "../pack/compile-pack";
import { lifeUnits, unitOfLife } from "../pack/life-units";
import type { Intake } from "../pack/schema";
import type { Choice } from "../option/option";
import { goes } from "../option/same-option";
import { decidedOrProposed } from "../plan/standing";
import { problem, type Problem } from "../problem/problem";
import type { Notes } from "../entry/notes";
import type { IdentityResult } from "../identify/assess-identity";
import { judgement } from "../judgement";
import { orderItemsOf, type Order } from "../order/order";

export const hourItems = ["hours-since-new", "hours-since-overhaul", "hours-since-top-overhaul"] as const;

/** What the owner says to an estimate: told to the shop, or by a link. */
export interface OwnersWord {
  readonly agreed: boolean;
  readonly by: string;
  /** A day. */
  readonly on: string;
  readonly how: Signed<"approval-given">["how"] | "link";
  readonly at: string;
}

export interface CostEstimates {
  /** The estimate and the changes to it that stand, oldest first, each with the owner's word on it. */
  readonly lines: readonly {
    readonly estimate: Signed<"estimate-made">;
    readonly approval: OwnersWord | null;
  }[];
  readonly total: number;
  readonly approved: number;
}

export interface IntakeResult {
  /** Questions about what it goes into that nobody has answered. */
  readonly openQuestions: readonly Intake["questions"][number][];
  readonly costEstimates: CostEstimates;
  /** Bulletins that concern this engine's serial. */
  readonly bulletins: readonly Intake["bulletins"][number][];
  readonly problems: readonly Problem[];
  readonly progress: { readonly done: number; readonly total: number };
}

/** Hours that contradict each other: younger since the overhaul than since new is the only order there is. */
function hourProblems(notes: Notes, parts: readonly (string | null)[]): Problem[] {
  return parts.flatMap((part) => {
    const [sinceNew, sinceOverhaul, sinceTop] = hourItems.map((item) => notes.value("history", item, part));
    const longer = (a: unknown, b: unknown) => typeof a === "number" && typeof b === "number" && a > b;
    return [
      ...(longer(sinceOverhaul, sinceNew)
        ? [
            problem("hours-contradict", ["hours-since-overhaul"], {
              shorter: sinceNew as number,
              longer: sinceOverhaul as number,
              what: "overhaul",
              than: "new",
            }),
          ]
        : []),
      ...(longer(sinceTop, sinceOverhaul)
        ? [
            problem("hours-contradict", ["hours-since-top-overhaul"], {
              shorter: sinceOverhaul as number,
              longer: sinceTop as number,
              what: "top overhaul",
              than: "overhaul",
            }),
          ]
        : []),
    ];
  });
}

/**
 * What nobody was asked and all parts hang on that wear with hours or have a life: one question each for the whole engine. That
 * nobody knows is an answer.
 */
function unknownAges({ pack }: CompiledPack, { notes, wanted }: Order): Problem[] {
  return lifeUnits.flatMap((counted) => {
    const isCounted = counted === "hours" || pack.classes.some(({ life }) => life?.[counted] !== undefined);
    const isSaid = sinceItems(counted).some((item) => notes.about("history", item).length > 0);
    return isCounted && wanted[counted] !== null && !isSaid ? [problem("age-unknown", [counted], { counted })] : [];
  });
}

/** The engine's own life between overhauls, where the hours, distance or cycles wanted do not fit in what is left of it. */
function overhaulDue({ pack }: CompiledPack, { notes, wanted }: Order): Problem[] {
  const { betweenOverhauls } = pack;
  return lifeUnits.flatMap((counted) => {
    const [most, ahead] = [betweenOverhauls?.[counted], wanted[counted]];
    if (most === undefined || ahead === null) return [];
    const [sinceNew, sinceOverhaul] = sinceItems(counted).map((item) => notes.value("history", item));
    const ran = typeof sinceOverhaul === "number" ? sinceOverhaul : sinceNew;
    if (typeof ran !== "number" || ran < 0 || ran + ahead <= most) return [];
    return [problem("overhaul-due", [counted], { most, ran, ahead, unit: unitOfLife[counted] })];
  });
}

/** Figures of tests past what is usual that no cause of the pack reads: a person says what they come of. */
function testProblems({ pack: { intake, diagnosis } }: CompiledPack, notes: Notes): Problem[] {
  const isRead = (test: string) =>
    diagnosis?.findings.some(({ reads }) => reads.some((each) => each.is === "test" && each.test === test)) ?? false;
  return (intake?.tests ?? []).flatMap(({ id, name, unit, low, high, places }) =>
    isRead(id)
      ? []
      : (places.length > 0 ? places : [null]).flatMap((place): Problem[] => {
          const value = notes.value("test", id, null, place?.id ?? null);
          if (typeof value !== "number") return [];
          const said = { test: name, place: place?.name ?? null, value, unit };
          const where = [id, place?.id ?? ""];
          if (low !== undefined && value < low)
            return [problem("test-amiss", where, { ...said, limit: low, bound: "min" })];
          return high !== undefined && value > high ? [problem("test-amiss", where, { ...said, limit: high, bound: "max" })] : []; // prettier-ignore
        }),
  );
}

function estimatesOf(
  job: Pick<Job, "costEstimates" | "approvals" | "ownerAnswers">,
  zone: string | undefined,
): CostEstimates {
  const said = [
    ...job.approvals,
    ...job.ownerAnswers.map((answer) => ({ ...answer, on: dayIn(answer.at, zone), how: "link" as const })),
  ].sort(byTime);
  const lines = job.costEstimates.map((estimate) => ({
    estimate,
    approval: said.filter((each) => each.estimate === estimate.id).at(-1) ?? null,
  }));
  const sum = (of: typeof lines) => of.reduce((total, { estimate }) => total + estimate.amount, 0);
  return { lines, total: sum(lines), approved: sum(lines.filter(({ approval }) => approval?.agreed)) };
}

function estimateProblems({ lines, total, approved }: CostEstimates, order: Order): Problem[] {
  const waiting = lines.filter(({ approval }) => approval === null);
  const refused = lines.filter(({ approval }) => approval?.agreed === false);
  // Up to what the owner gave leave for, a change needs no word of its own.
  const beyond = total - approved - (order.askAbove ?? 0);
  return [
    ...(waiting.length > 0 && beyond > 0 ? [problem("estimate-waits", [], { count: waiting.length, beyond })] : []),
    ...(refused.length > 0
      ? [problem("estimate-refused", [], { what: refused.map(({ estimate }) => estimate.words).join("; ") })]
      : []),
    ...(order.budget !== null && total > order.budget
      ? [problem("estimate-past-budget", [], { total, budget: order.budget })]
      : []),
  ];
}

/** Main castings that cannot be used again: nothing is rebuilt without them. */
export const lostCastings = ({ pack: { worth } }: CompiledPack, choices: readonly Choice[]): readonly string[] =>
  choices.flatMap((choice) =>
    worth?.castings.includes(choice.partClass.id) && goes(decidedOrProposed(choice).disposition)
      ? choice.slot.name
      : [],
  );

/** What is to become of the engine as a whole: asked again when a main casting is lost, and settled where two chose at once. */
function courseProblems(castings: readonly string[], courses: Job["courses"]): Problem[] {
  // Whoever was told that a rebuild is sensible chose before the casting was lost.
  const isToldOf = courses.some(({ proposal }) => proposal !== "rebuild" && proposal !== "none");
  return [
    ...(castings.length > 0 && !isToldOf ? [problem("course-asked-again", [], { castings: castings.join(", ") })] : []),
    ...(courses.length > 1 ? [problem("course-chosen-twice", [], { count: courses.length })] : []),
  ];
}

const serialsOf = (identity: IdentityResult | null): readonly number[] =>
  identity?.places.flatMap(({ reading }) => reading?.decoded.flatMap(({ serial }) => serial ?? []) ?? []) ?? [];

interface Known {
  readonly order: Order;
  readonly plan: { readonly choices: readonly Choice[] };
  readonly identity: IdentityResult | null;
}

/** All that Intake knows, and what it lacks. */
export function assessIntake(
  pack: CompiledPack,
  job: Pick<Job, "header" | "notes" | "costEstimates" | "approvals" | "ownerAnswers" | "courses">,
  { order, plan: { choices }, identity }: Known,
): IntakeResult {
  const { notes } = order;
  const serials = serialsOf(identity);
  const { intake } = pack.pack;
  const openQuestions =
    intake?.questions.filter((question) => notes.about("application", question.id).length === 0) ?? [];
  const costEstimates = estimatesOf(job, order.settings?.zone);
  const applicationKnown =
    job.header?.application.kind !== null || (intake !== undefined && openQuestions.length === 0);
  const asked = intake
    ? [
        ...intake.questions.map((each) => ["application", each.id] as const),
        ...orderItemsOf(pack).map((item) => ["order", item] as const),
        ...[...hourItems, ...intake.history.map((each) => each.id)].map((item) => ["history", item] as const),
      ]
    : [];
  return {
    openQuestions,
    costEstimates,
    bulletins:
      intake?.bulletins.filter(({ serials: [from, to] }) => serials.some((serial) => serial >= from && serial <= to)) ??
      [],
    problems: [
      // Whoever decides must know what the engine goes into.
      ...(job.header && !applicationKnown ? [problem("application-unknown"), problem("application-unknown-here")] : []),
      ...notes.conflicts.map((found) =>
        problem("noted-twice", [found[0]!.item], { item: found[0]!.item, count: found.length }),
      ),
      ...unknownAges(pack, order),
      ...overhaulDue(pack, order),
      ...testProblems(pack, notes),
      ...notes.all
        .filter(
          ({ section, value }) =>
            (section === "order" || section === "history") && typeof value === "number" && value < 0,
        ) // prettier-ignore
        .map(({ section, item, part, value }) =>
          problem("figure-impossible", [section, item, part ?? ""], { item, value: value as number }),
        ),
      ...hourProblems(notes, [null, ...new Set(job.notes.flatMap((note) => note.part ?? []))]),
      ...estimateProblems(costEstimates, order),
      ...courseProblems(lostCastings(pack, choices), job.courses),
    ],
    progress: {
      done: asked.filter(([section, item]) => notes.about(section, item).length > 0).length,
      total: asked.length,
    },
  };
}

export const intakeJudgement = judgement({
  lists: ["header", "notes", "costEstimates", "approvals", "ownerAnswers", "courses"],
  needs: ["order", "plan", "identity"],
  assess: assessIntake,
  problems: ({ problems }) => problems,
  stations: { intake: ({ progress }) => (progress.total > 0 ? progress : null) },
});
