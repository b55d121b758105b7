import type { Verdict } from "../evidence/verdict";
import type { Disposition } from "../entry/schema";
import type { Part } from "../entry/fold";
import type { Stated } from "../entry/stated";
import type { RowResult } from "../measure/assess-row";
import type { PartClass, Slot } from "../pack/schema";
import type { Problem } from "../problem/problem";
import type { Joined } from "./join-decisions";
import type { Money } from "./price-option";
import type { Need } from "./row-needs";

/** One thing that is done to a part: to one of its measured places, to all that are brought to one size, or to all of it. */
export interface ChosenWay {
  /** The feature that is brought to a size, the measured place as readings name it, or the part: `crack`. */
  readonly feature: string;
  readonly step: string;
  readonly name: string;
  /** What it is done to, where the part has several such. */
  readonly of: string | null;
}

/** One way to go with a part: whether the evidence allows it, why, and what it costs. */
export interface Option extends Verdict {
  readonly disposition: Disposition;
  /** What is done to it, all together; nothing where it is used as it is or goes. */
  readonly ways: readonly ChosenWay[];
  /** It is refused, and nobody goes past that with a reason. */
  readonly never?: true | undefined;
  /** All that it asks for was done and measured since. */
  readonly made?: true | undefined;
  /** It is used with pieces that may sit in it: how often they do, what getting at it again takes, and whether all else is fine. */
  readonly suspicion?: { readonly chance: number; readonly hours: number; readonly isAll: boolean } | undefined;
  /** Parts and machine shop; null where nobody knows. */
  readonly price: Money | null;
  /** Bench and machine shop; null where nobody knows. */
  readonly minutes: number | null;
}

/** What there is to decide of the part in one slot, what the evidence allows and the program proposes, and what was decided. */
export interface Choice {
  readonly slot: Slot;
  readonly partClass: PartClass;
  readonly part: Part | null;
  /** What its places say, by themselves: those that are measured, or the part as it is seen. */
  readonly needs: readonly Need[];
  readonly options: readonly Option[];
  /** The same of the part alone, before its mates have a say. */
  readonly alone: readonly Option[];
  readonly proposal: Option;
  /** Evidence is still open that cannot change the proposal, or only its reasons. */
  readonly provisional: boolean;
  /** What it is decided together with. */
  readonly coupled: readonly string[];
  /** What stands of what people decided, by part or by feature, and what plans say where nobody did. Ask `standingOf`. */
  readonly stated: Stated;
  /** What that says together. */
  readonly joined: Joined;
  /** Where a decision was shown other figures than stand here now. */
  readonly differences: readonly Problem[];
}

/** How a choice is called: the part by its slot. */
export const nameOf = ({ slot }: Pick<Choice, "slot">): string => slot.name;

/** The rows that speak for a choice. */
export const rowsOf = ({ needs }: Pick<Choice, "needs">): readonly RowResult[] => needs.map(({ row }) => row);

/** Whether anything of it was measured. */
export const isMeasured = (choice: Pick<Choice, "needs">): boolean =>
  rowsOf(choice).some(({ measured }) => measured > 0);
