"use client";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { DiagnoseResult } from "@/core/diagnose/assess-diagnose";
import type { Chain, NextTest, Posterior, Separation, Weight } from "@/core/diagnose/infer";
import type { Network } from "@/core/causes/unfold";
import type { Asked, Told } from "@/workers/diagnose";

/** What follows from what was seen, as far as it is worked out; what is null is still on its way. */
export interface Inferred {
  readonly posterior: Posterior | null;
  /** By cause, what it brought about; asked for by `trace`, of the first by itself. */
  readonly chains: ReadonlyMap<string, Chain>;
  readonly next: readonly NextTest[] | null;
  /** By cause, what speaks for and against it; asked for by `weigh`. */
  readonly weights: ReadonlyMap<string, readonly Weight[]>;
  readonly separations: readonly Separation[] | null;
  /** What is shown is of what was seen before: the new is being worked out. */
  readonly isBehind: boolean;
  readonly weigh: (cause: string) => void;
  readonly trace: (cause: string) => void;
  readonly compare: (first: string, second: string) => void;
}

type State = Pick<Inferred, "posterior" | "chains" | "next" | "weights" | "separations"> & { readonly run: number };

const nothing: State = {
  run: 0,
  posterior: null,
  chains: new Map(),
  next: null,
  weights: new Map(),
  separations: null,
};

function withTold(state: State, told: Told): State {
  switch (told.kind) {
    case "posterior":
      return {
        ...state,
        run: told.run,
        posterior: told.posterior,
        chains: new Map(),
        next: null,
        weights: new Map(),
        separations: null,
      };
    case "chain":
      return { ...state, chains: new Map([...state.chains, [told.cause, told.chain]]) };
    case "next":
      return { ...state, next: told.next };
    case "weights":
      return { ...state, weights: new Map([...state.weights, [told.cause, told.weights]]) };
    case "compared":
      return { ...state, separations: told.separations };
  }
}

/** Works out beliefs beside the page: it is never blocked, and what was seen since takes the place of what is under way. */
export function useInference({ network, priors, sightings, older }: DiagnoseResult): Inferred {
  const worker = useRef<Worker | null>(null);
  const run = useRef(0);
  const sent = useRef<Network | null>(null);
  const [state, setState] = useState(nothing);
  const [asked, setAsked] = useState(0);
  useEffect(() => {
    const made = new Worker(new URL("../../../workers/diagnose.ts", import.meta.url), { type: "module" });
    made.onmessage = ({ data }: MessageEvent<Told>) => {
      if (data.run === run.current) setState((before) => withTold(before, data));
    };
    worker.current = made;
    sent.current = null;
    return () => {
      made.terminate();
      worker.current = null;
    };
  }, []);
  const say = useCallback((message: Asked) => worker.current?.postMessage(message), []);
  useEffect(() => {
    if (!network) return;
    run.current += 1;
    setAsked(run.current);
    const odds = new Map(priors.map(({ node, probability }) => [node, probability]));
    say({ kind: "look", run: run.current, network: sent.current === network ? null : network, priors: odds, sightings, older }); // prettier-ignore
    sent.current = network;
  }, [network, priors, sightings, older, say]);
  const weigh = useCallback((cause: string) => say({ kind: "weigh", run: run.current, cause }), [say]);
  const trace = useCallback((cause: string) => say({ kind: "trace", run: run.current, cause }), [say]);
  const compare = useCallback(
    (first: string, second: string) => {
      setState((before) => ({ ...before, separations: null }));
      say({ kind: "compare", run: run.current, first, second });
    },
    [say],
  );
  return useMemo(
    () => ({ ...state, isBehind: state.run !== asked, weigh, trace, compare }),
    [state, asked, weigh, trace, compare],
  );
}
