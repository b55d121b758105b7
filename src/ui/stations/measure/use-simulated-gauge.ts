"use client";
import { useMemo } from "react";
import type { Occasion } from "@/core/entry/fold";
import { expansionOf } from "@/core/measure/assess-row";
import { hashText } from "@/core/numeric/seeded";
import type { Row } from "@/core/pack/compile-pack";
import { hiddenEngines, hiddenSize } from "@/sim/hidden-engine";
import { SimulatedGauge } from "@/sim/simulated-gauge";
import { useJob } from "../../job/JobContext";

/** What the simulated gauge in hand would type at a point; null where the gauge is a real one, or the engine is. */
export function useSimulatedGauge(occasion: Occasion | null): ((row: Row, point: string) => string) | null {
  const { assessment } = useJob();
  const number = assessment.job.header?.engine.number;
  return useMemo(() => {
    const engine = number ? hiddenEngines.get(number) : undefined;
    if (!engine || !occasion?.gauge.simulated) return null;
    const gauge = new SimulatedGauge(occasion, hashText(occasion.occasion));
    return (row, point) => gauge.typed(hiddenSize(engine, row, point), expansionOf(row));
  }, [number, occasion]);
}
