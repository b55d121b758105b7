import { byMoment } from "./clock";
import type { HandOver, Job } from "./fold";

/** The hand-over that stands: none while the engine is here, for the first time or again. */
export const standingHandOver = ({ handOvers, reopenings }: Pick<Job, "handOvers" | "reopenings">): HandOver | null => {
  const last = handOvers.at(-1);
  const back = reopenings.at(-1);
  return last && !(back && byMoment(back.at, last.at) > 0) ? last : null;
};

/** What an engine that was here before is here for now; null on its first visit, and once it is gone again. */
export const comebackOf = (job: Pick<Job, "handOvers" | "reopenings">): Job["reopenings"][number] | null =>
  standingHandOver(job) === null ? (job.reopenings.at(-1) ?? null) : null;
