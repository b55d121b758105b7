"use client";
import { useCallback, useEffect, useRef } from "react";
import type { Solve } from "@/core/whole-plan/whole-plan";
import type { PosedProgram, SolvedProgram } from "@/workers/linear-program";

/** A solver beside the page that answers one program after another; stopped, what waits is told that it failed. */
export function useSolver(): { readonly solve: Solve; readonly stop: () => void } {
  const worker = useRef<Worker | null>(null);
  const waiting = useRef(new Map<number, (solved: Awaited<ReturnType<Solve>>) => void>());
  const last = useRef(0);
  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
    for (const told of waiting.current.values()) told("failed");
    waiting.current.clear();
  }, []);
  useEffect(() => stop, [stop]);
  const solve = useCallback<Solve>(
    (program) =>
      new Promise((told) => {
        if (!worker.current) {
          const made = new Worker(new URL("../../../../workers/linear-program.ts", import.meta.url), { type: "module" }); // prettier-ignore
          worker.current = made;
          made.onmessage = ({ data }: MessageEvent<SolvedProgram>) => {
            const answer = waiting.current.get(data.id!);
            waiting.current.delete(data.id!);
            answer?.(data.kind === "solved" ? { columns: new Map(Object.entries(data.columns)), gap: data.gap } : data.kind); // prettier-ignore
          };
          // One that was stopped may still tell of a fault; the one in its place goes on.
          made.onerror = () => worker.current === made && stop();
        }
        last.current += 1;
        waiting.current.set(last.current, told);
        worker.current.postMessage({ program, id: last.current, exact: true } satisfies PosedProgram);
      }),
    [stop],
  );
  return { solve, stop };
}
