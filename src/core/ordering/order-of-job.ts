import type { Assessment } from "../assessment";
import { tickedOf } from "../match/assess-match";
import { ownVerdicts } from "../match/own-verdict";
import type { CompiledPack } from "../pack/compile-pack";
import { machineShop, type MachineShop } from "./machine-shop";
import { scheduleOf, type Schedule } from "./schedule";
import { toOrder, type ToOrder } from "./to-order";

/** What a job buys and sends out, by what was decided. */
export interface JobBuys {
  readonly toBuy: ToOrder;
  readonly shop: MachineShop;
}

export interface JobOrder extends JobBuys {
  /** Null where the pack says nothing of labour. */
  readonly schedule: Schedule | null;
}

/** What a job buys and sends out, without when it is done with it: that is played through many times. */
export function buysOfJob(pack: CompiledPack, assessment: Assessment): JobBuys {
  const { choices, match, inHand, order, job, buying, strip, asOf } = assessment;
  const picks = { match, own: ownVerdicts(choices, inHand, order) };
  const ticked = tickedOf(job);
  return {
    toBuy: toOrder({ pack, choices, picks, job, buying, strip, ticked, asOf }),
    shop: machineShop(pack, choices, job, ticked),
  };
}

/** The same, and when it is done with it. */
export function orderOfJob(pack: CompiledPack, assessment: Assessment): JobOrder {
  const { toBuy, shop } = buysOfJob(pack, assessment);
  return { toBuy, shop, schedule: scheduleOf(pack, assessment, toBuy.lines, shop) };
}
