"use client";
import { useFetched } from "../kit/use-fetched";
import { useJob } from "./JobContext";

export interface KnownOwner {
  readonly id: string;
  readonly name: string;
  readonly contact: string;
  /** What was known of them was erased. */
  readonly erasedAt: string | null;
}

/** Whose engine it is, as the server has it: a device keeps nobody's name. Null where nobody said, or it is not to be had. */
export function useOwner(): KnownOwner | null {
  const { assessment } = useJob();
  const id = assessment.job.ownersNamed.at(-1)?.owner ?? null;
  const found = useFetched<{ owner: KnownOwner }>(id && `/api/owners/${id}`)?.owner;
  return id && found?.id === id ? found : null;
}
