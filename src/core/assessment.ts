import type { BuyingResult } from "./buying/assess-buying";
import type { CleanResult } from "./clean/assess-clean";
import type { PartsResult } from "./parts/assess-parts";
import type { ConditionResult } from "./condition/assess-condition";
import type { DiagnoseResult } from "./diagnose/assess-diagnose";
import type { CrackResult } from "./crack/assess-crack";
import type { HandOver, Job } from "./entry/fold";
import type { FindingsResult } from "./findings/assess-findings";
import type { LedgerResult } from "./fragments/ledger";
import type { Hold, LiftedHold } from "./holds";
import type { IdentityResult } from "./identify/assess-identity";
import type { IntakeResult } from "./intake/assess-intake";
import type { Progress } from "./judgement";
import type { MatchResult } from "./match/assess-match";
import type { MeasureResult } from "./measure/assess-measure";
import type { Order } from "./order/order";
import type { CompiledPack } from "./pack/compile-pack";
import type { Caution, Pack } from "./pack/schema";
import type { PlanResult } from "./plan/assess-plan";
import type { Problem } from "./problem/problem";
import type { Station } from "./stations";
import type { StripResult } from "./strip/assess-strip";

/** A figure of the engine as a whole, in core units: mm, mm², mm³. */
export interface Figure {
  readonly id: string;
  readonly name: string;
  readonly unit: string;
  readonly value: number;
}

/** All that the program makes of a job at a moment. Nothing in it is stored as truth. */
export interface Assessment {
  readonly core: string;
  readonly pack: string;
  readonly asOf: string;
  readonly job: Job;
  readonly order: Order;
  readonly intake: IntakeResult;
  /** Null where the pack knows no numbers and no tells. */
  readonly identity: IdentityResult | null;
  /** Null where the pack has no strip list. */
  readonly strip: StripResult | null;
  readonly findings: FindingsResult;
  readonly ledger: LedgerResult;
  readonly clean: CleanResult;
  readonly crack: CrackResult;
  /** What everything but measuring says of each part. */
  readonly condition: ConditionResult;
  /** Parts that are in no slot, and the lots that new ones came in. */
  readonly inHand: PartsResult;
  readonly measured: MeasureResult;
  /** What failed first, as far as that is settled, and what it has fouled. */
  readonly diagnosis: DiagnoseResult;
  /** Whether what is there, or meant to be, goes together. */
  readonly match: MatchResult;
  readonly plan: PlanResult;
  /** How what was ordered stands. */
  readonly buying: BuyingResult;
  /** What of the two is asked for everywhere, at hand. */
  readonly rows: MeasureResult["rows"];
  readonly joints: MeasureResult["joints"];
  readonly endurance: MeasureResult["endurance"];
  readonly choices: PlanResult["choices"];
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
