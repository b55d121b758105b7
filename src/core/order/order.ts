import type { Job } from "../entry/fold";
import { decisionRules, type DecisionRule } from "../entry/schema";
import type { Notes } from "../entry/notes";

/** What is ordered: as the job was opened, and as Intake has it since. Null is unknown. */
export interface Order {
  readonly hoursWanted: number | null;
  readonly budget: number | null;
  readonly wantedBy: string | null;
  /** How far the shop may go beyond the estimate before it asks again. */
  readonly askAbove: number | null;
  /** Whether the engine is used under a certificate, or carries passengers. */
  readonly certified: boolean | null;
  readonly rule: DecisionRule;
}

export const orderItems = ["hours-wanted", "budget", "wanted-by", "ask-above", "certified", "decision-rule"] as const;

const number = (value: unknown) => (typeof value === "number" ? value : null);

export function orderOf({ header }: Pick<Job, "header">, notes: Notes): Order {
  const noted = (item: (typeof orderItems)[number]) => notes.value("order", item);
  const or = <T>(item: (typeof orderItems)[number], take: (value: unknown) => T, before: T): T =>
    noted(item) === undefined ? before : take(noted(item));
  const rule = noted("decision-rule");
  return {
    hoursWanted: or("hours-wanted", number, header?.hoursWanted ?? null),
    budget: or("budget", number, header?.budget ?? null),
    wantedBy: or("wanted-by", (value) => (typeof value === "string" ? value : null), header?.wantedBy ?? null),
    askAbove: number(noted("ask-above")),
    certified: typeof noted("certified") === "boolean" ? (noted("certified") as boolean) : null,
    rule: decisionRules.find((each) => each === rule) ?? header?.decisionRule ?? "simple",
  };
}
