"use client";
import { useEffect, useMemo, useState } from "react";
import type { Occasion } from "@/core/entry/fold";
import type { Row } from "@/core/pack/compile-pack";
import { useJob } from "../../job/JobContext";

type Sends = (row: Row, point: string) => string;

/** Whoever holds a real gauge is not sent the simulation; without a network it may not come, and there is none then. */
const simulationOf = async (occasion: Occasion | null, number: string | null | undefined): Promise<Sends | null> => {
  if (!number || !occasion?.gauge.simulated) return null;
  const simulation = await import("@/sim/gauge-in-hand").catch(() => null);
  return simulation && simulation.simulatedGaugeOn(occasion, number);
};

/**
 * What the simulated gauge in hand would type at a point; null where the gauge is a real one, or the engine is. A key that
 * asks for it before it is `here` waits while it is `coming`.
 */
export function useSimulatedGauge(occasion: Occasion | null): {
  readonly here: Sends | null;
  readonly coming: Promise<Sends | null>;
} {
  const { assessment } = useJob();
  const number = assessment.job.header?.engine.number;
  const coming = useMemo(() => simulationOf(occasion, number), [occasion, number]);
  const [here, setHere] = useState<Sends | null>(null);
  useEffect(() => {
    let isStill = true;
    void coming.then((sends) => isStill && setHere(() => sends));
    return () => {
      isStill = false;
    };
  }, [coming]);
  return { here, coming };
}
