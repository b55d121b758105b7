"use client";
import { ownVerdicts } from "@/core/match/own-verdict";
import { useEffect, useMemo, useState } from "react";
import {
  answerOrder,
  demandsOf,
  frontier,
  posePlan,
  undominated,
  type Answer,
  type Plan,
  type PosedPlan,
} from "@/core/plan/whole-plan";
import { useJob } from "../../../job/JobContext";
import { useSolver } from "./use-solver";

export interface Plans {
  /** Null where nobody said how long it has to run. */
  readonly posed: PosedPlan | null;
  /** From the cheapest to the surest, as far as they are found. */
  readonly plans: readonly Plan[];
  readonly answer: Answer | null;
  readonly isWorking: boolean;
  readonly stop: () => void;
}

interface Found {
  readonly of: PosedPlan;
  readonly plans: readonly Plan[];
  readonly answer: Answer | null;
  readonly isWorking: boolean;
}

/** The plans of a job as it stands, worked out beside the page: a newer entry takes the place of what is under way. */
export function usePlans(): Plans {
  const { assessment, pack } = useJob();
  const { plan, choices, order, endurance, match, inHand } = assessment;
  const { solve, stop } = useSolver();
  const posed = useMemo(
    () =>
      order.hoursWanted === null
        ? null
        : posePlan(plan.whole(), choices, { pack, order, enduranceOf: (row) => endurance.get(row) ?? null, match, own: ownVerdicts(choices, inHand, order) }, order.hoursWanted), // prettier-ignore
    [plan, choices, order, endurance, match, inHand, pack],
  );
  const [found, setFound] = useState<Found | null>(null);
  useEffect(() => {
    if (!posed) return;
    let isOver = false;
    const tell = (now: Omit<Found, "of">) => {
      if (!isOver) setFound({ of: posed, ...now });
    };
    const work = async () => {
      const answer = await answerOrder(posed, demandsOf(order), solve);
      const own = answer.kind === "met" ? [answer.plan] : [];
      tell({ plans: own, answer, isWorking: true });
      const all = (others: readonly Plan[]) => undominated([...own, ...others]);
      const others = await frontier(posed, solve, (so) => tell({ plans: all(so), answer, isWorking: true }));
      tell({ plans: all(others), answer, isWorking: false });
    };
    void work();
    return () => {
      isOver = true;
      stop();
    };
  }, [posed, order, solve, stop]);
  const isNow = found !== null && found.of === posed;
  return {
    posed,
    plans: isNow ? found.plans : [],
    answer: isNow ? found.answer : null,
    isWorking: posed !== null && (!isNow || found.isWorking),
    stop,
  };
}
