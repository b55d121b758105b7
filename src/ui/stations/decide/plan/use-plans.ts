"use client";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { answerWhole, paidPlan, type PaidPlan } from "@/core/money/plan-money";
import { planOfJob, type PosedPlan } from "@/core/whole-plan/pose-plan";
import {
  demandsOf,
  fewerHours,
  frontier,
  soonest,
  undominated,
  type Answer,
  type Demands,
  type Plan,
  type Solve,
} from "@/core/whole-plan/whole-plan";
import { worthKnowing, type Unknown } from "@/core/whole-plan/why-plan";
import type { CompiledPack } from "@/core/pack/compile-pack";
import { keptBeside } from "@/core/same";
import { useJob } from "../../../job/JobContext";
import { useSolver } from "./use-solver";

/** Options that are tried in places, by the names of both: `slot` and the key of the option. */
export type Tried = ReadonlyMap<string, number>;

const keptPlans = keptBeside<CompiledPack, PosedPlan>();

/** A plan as it is paid for, worked out once for each. */
export type Paid = (plan: Plan) => PaidPlan;

const unposed = (): never => {
  throw new Error("No plan is paid for before one is posed.");
};

interface Found {
  readonly of: PosedPlan;
  readonly tried: Tried;
  /** From the cheapest to the surest, as far as they are found. */
  readonly plans: readonly Plan[];
  /** From the soonest to the cheapest, of those that the order asks for. */
  readonly soon: readonly Plan[];
  readonly answer: Answer | null;
  /** What of the order was asked of the solver; null until it was. */
  readonly asked: Demands | null;
  /** For how many hours the chance wanted can be had, where it cannot for those that are; null where none, or not worked out yet. */
  readonly hours: number | null;
  /** Null while it is not worked out yet. */
  readonly unknowns: readonly Unknown[] | null;
  readonly isWorking: boolean;
}

export interface Plans extends Omit<Found, "of" | "tried" | "asked"> {
  /** Null where nobody said how long it has to run. */
  readonly posed: PosedPlan | null;
  readonly demands: Demands;
  /** A plan with all that it is paid for. */
  readonly paid: Paid;
  /** Made of evidence, or of what was tried, that is another by now: being worked out anew. */
  readonly isStale: boolean;
  readonly stop: () => void;
}

/**
 * The plans of a job as it stands, worked out beside the page: a newer entry takes the place of what is under way.
 *
 * @param tried  options that are tried in places instead of what is best there
 */
export function usePlans(tried: Tried): Plans {
  const { assessment, pack } = useJob();
  const { order, day } = assessment;
  const { solve, stop } = useSolver();
  const posed = useMemo(() => {
    const { choices, rows, match, inHand, diagnosis, buying, job } = assessment;
    const { hoursWanted } = order;
    if (hoursWanted === null) return null;
    // An entry that moves nothing of it (an estimate, a word at another station) leaves the plan the very same.
    const basis = [
      hoursWanted,
      day,
      order,
      match,
      diagnosis,
      [...buying.covered].join(" "),
      ...choices,
      ...rows.values(),
      ...inHand.loose,
      ...job.declined,
    ];
    return keptPlans(pack, basis, () => planOfJob(pack, { ...assessment, asOf: day }, hoursWanted));
  }, [assessment, order, pack, day]);
  /** The same for other hours, between two frames: the page goes on. */
  const poseAt = useCallback(
    async (hours: number) => {
      await new Promise((resolve) => setTimeout(resolve, 0));
      return planOfJob(pack, { ...assessment, asOf: day }, hours);
    },
    [pack, assessment, day],
  );
  const demands = useMemo((): Demands => {
    const pins = posed?.places.flatMap(({ choice }, place) => {
      const option = tried.get(choice.slot.id);
      return option === undefined ? [] : [[place, option] as const];
    });
    return { ...demandsOf(order, day), ...(pins && pins.length > 0 ? { pins } : {}) };
  }, [order, day, tried, posed]);
  const [found, setFound] = useState<Found | null>(null);
  const paidFor = useCallback(
    (of: PosedPlan): Paid => {
      const known = new Map<string, PaidPlan>();
      return (each) => {
        const key = each.picks.join();
        const one = known.get(key) ?? paidPlan(pack, assessment, of, each);
        known.set(key, one);
        return one;
      };
    },
    [pack, assessment],
  );
  // What an entry that moves no plan does to the ledger is no reason to work plans out anew.
  const latest = useRef(paidFor);
  useEffect(() => {
    latest.current = paidFor;
  }, [paidFor]);
  const poseAfterPaint = useRef(poseAt);
  useEffect(() => {
    poseAfterPaint.current = poseAt;
  }, [poseAt]);
  useEffect(() => {
    if (!posed) return;
    let isOver = false;
    const paidNow = latest.current(posed);
    let so: Found = {
      of: posed,
      tried,
      plans: [],
      soon: [],
      answer: null,
      asked: null,
      hours: null,
      unknowns: null,
      isWorking: true,
    };
    const tell = (more: Partial<Found>) => {
      so = { ...so, ...more };
      // Nothing yet takes the place of nothing.
      if (!isOver && (so.plans.length > 0 || so.answer?.kind !== "met")) setFound(so);
    };
    // What was overtaken asks nothing more: its solver is somebody else's by now.
    const ask: Solve = async (program) => (isOver ? "failed" : solve(program));
    const work = async () => {
      const base: Demands = { chance: null, budget: null, pins: demands.pins };
      const { answer, asked } = await answerWhole(posed, demands, ask, paidNow);
      const own = answer.kind === "met" ? [answer.plan] : [];
      tell({ plans: own, answer, asked });
      const all = (others: readonly Plan[]) => undominated([...own, ...others]);
      const others = await frontier(posed, ask, (plans) => tell({ plans: all(plans) }), base);
      tell({ plans: all(others) });
      tell({ soon: await soonest(posed, ask, undefined, { ...asked, days: null }) });
      if (answer.kind === "unmet" && asked.chance !== null)
        tell({ hours: await fewerHours((each) => poseAfterPaint.current(each), posed.hours, asked, ask) });
      tell({ unknowns: await worthKnowing(posed, ask), isWorking: false });
    };
    void work();
    return () => {
      isOver = true;
      stop();
    };
  }, [posed, demands, tried, solve, stop]);
  // What was found before stands until something newer is: whoever reads it is not left with an empty page.
  const isNow = found !== null && found.of === posed && found.tried === tried;
  const shown = posed !== null && found !== null ? found : null;
  const of = shown?.of ?? posed;
  const paid = useMemo((): Paid => (of ? paidFor(of) : () => unposed()), [of, paidFor]);
  return {
    posed: of,
    paid,
    demands: shown?.asked ?? demands,
    plans: shown?.plans ?? [],
    soon: shown?.soon ?? [],
    answer: shown?.answer ?? null,
    hours: shown?.hours ?? null,
    unknowns: shown?.unknowns ?? null,
    isWorking: posed !== null && (!isNow || found.isWorking),
    isStale: !isNow,
    stop,
  };
}
