import type { Decision } from "../entry/fold";
import type { Disposition } from "../entry/schema";
import type { Answer } from "../measure/assess-characteristic";
import type { JointResult } from "../measure/assess-joint";
import type { RowResult } from "../measure/assess-row";
import type { Problem } from "../problem/problem";
import type { NextSize } from "./next-size";

/** One way to go, whether the evidence allows it, and why. */
export interface Option {
  readonly disposition: Disposition;
  /** Which size of a rework. */
  readonly step: string | null;
  readonly stepName: string | null;
  /** Null: the evidence does not say. */
  readonly allowed: Answer;
  readonly reasons: readonly Problem[];
  /** It is refused, and nobody goes past that with a reason. */
  readonly never?: true | undefined;
}

/** What there is to decide, what the evidence allows and the program proposes, and what was decided. */
export interface Choice {
  readonly row: RowResult;
  /** Other rows of the same part that the choice rests on. */
  readonly restsOn: readonly RowResult[];
  /** Joints in which this place is the one that gives way. */
  readonly joints: readonly JointResult[];
  readonly options: readonly Option[];
  readonly proposal: Option;
  readonly size: NextSize | null;
  /** Decisions that stand; more than one is a conflict. Ask `standingOf`. */
  readonly decisions: readonly Decision[];
  /** Where the one decision was shown other figures than stand here now. */
  readonly differences: readonly Problem[];
}
