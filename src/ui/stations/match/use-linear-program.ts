"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import type { PosedProgram, SolvedProgram } from "@/workers/linear-program";

/** Solves a linear program beside the page; the newest takes the place of one under way, and it can be called off. */
export function useLinearProgram() {
  const worker = useRef<Worker | null>(null);
  const [isWorking, setWorking] = useState(false);
  const cancel = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
    setWorking(false);
  }, []);
  useEffect(() => cancel, [cancel]);
  const solve = useCallback(
    (program: string, told: (solved: SolvedProgram) => void) => {
      cancel();
      const made = new Worker(new URL("../../../workers/linear-program.ts", import.meta.url), { type: "module" });
      worker.current = made;
      setWorking(true);
      made.onmessage = ({ data }: MessageEvent<SolvedProgram>) => {
        cancel();
        told(data);
      };
      made.onerror = () => {
        cancel();
        told({ kind: "failed" });
      };
      made.postMessage({ program } satisfies PosedProgram);
    },
    [cancel],
  );
  return { solve, cancel, isWorking };
}
