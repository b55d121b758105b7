import type { HandOver, Job } from "./entry/fold";
import type { Hold, LiftedHold } from "./holds";
import type { Progress } from "./judgement";
import type { Results } from "./judgements";
import type { CompiledPack } from "./pack/compile-pack";
import type { Caution, Pack } from "./pack/schema";
import type { Problem } from "./problem/problem";
import type { Station } from "./stations";

/** A figure of the engine as a whole, in core units: mm, mm², mm³. */
export interface Figure {
  readonly id: string;
  readonly name: string;
  readonly unit: string;
  readonly value: number;
}

/** All that the program makes of a job at a moment: what each judgement finds, and what follows from all. Nothing in it is stored as truth. */
export interface Assessment extends Results {
  readonly core: string;
  readonly pack: string;
  readonly asOf: string;
  /** The day that is where the shop stands. */
  readonly day: string;
  readonly job: Job;
  /** What of measuring and planning is asked for everywhere, at hand. */
  readonly rows: Results["measured"]["rows"];
  readonly joints: Results["measured"]["joints"];
  readonly endurance: Results["measured"]["endurance"];
  readonly choices: Results["plan"]["choices"];
  /** Each hand-over with what is no longer as it was shown then. */
  readonly handOvers: readonly { readonly handOver: HandOver; readonly differences: readonly Problem[] }[];
  readonly figures: readonly Figure[];
  /** Those that hold for this application; all of them while it is not known. */
  readonly cautions: readonly Caution[];
  readonly holds: readonly Hold[];
  /** Holds that somebody went past, with the reason. */
  readonly lifted: readonly LiftedHold[];
  /** What is worth knowing and holds nothing up. */
  readonly problems: readonly Problem[];
  readonly progress: ReadonlyMap<Station, Progress>;
}

/** The variant the job's engine is said to be, as its pack knows it. */
export const variantOf = ({ pack }: CompiledPack, { order }: Assessment): Pack["variants"][number] | undefined =>
  pack.variants.find((variant) => variant.id === order.variant);
