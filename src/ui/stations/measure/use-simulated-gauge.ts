"use client";
import { useEffect, useMemo, useState } from "react";
import type { Occasion } from "@/core/entry/fold";
import type { Row } from "@/core/pack/compile-pack";
import { useJob } from "../../job/JobContext";

type Simulation = typeof import("@/sim/gauge-in-hand");

/** What the simulated gauge in hand would type at a point; null where the gauge is a real one, or the engine is. */
export function useSimulatedGauge(occasion: Occasion | null): ((row: Row, point: string) => string) | null {
  const { assessment } = useJob();
  const number = assessment.job.header?.engine.number;
  const isSimulated = occasion?.gauge.simulated === true;
  // Whoever holds a real one is not sent it.
  const [simulation, setSimulation] = useState<Simulation | null>(null);
  useEffect(() => {
    if (isSimulated) void import("@/sim/gauge-in-hand").then(setSimulation);
  }, [isSimulated]);
  return useMemo(
    () => (simulation && isSimulated && number ? simulation.simulatedGaugeOn(occasion, number) : null),
    [simulation, isSimulated, number, occasion],
  );
}
