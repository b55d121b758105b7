import type { Job } from "@/core/entry/fold";
import type { BudgetLine } from "@/core/measure/uncertainty-budget";

const kinds: Readonly<Record<string, (name: string) => string>> = {
  repeat: () => "scatter of the readings",
  resolution: () => "steps of the display",
  zero: () => "setting the zero",
  calibration: (name) => `calibration of ${name}`,
  master: (name) => name,
  "part-expansion": () => "how the part grows with warmth",
  "scale-expansion": () => "how the gauge grows with warmth",
  "master-expansion": () => "how the master grows with warmth",
  "master-setting": () => "setting the lock",
  "part-temperature": () => "temperature of the part",
  "gauge-temperature": () => "temperature of the gauge",
  "master-temperature": () => "temperature of the master",
  "unknown-temperature": () => "temperatures nobody read",
  "new-size": () => "size when new",
  form: () => "form between the points",
};

/** What a line of an uncertainty budget comes from, in words; an unknown kind is shown as it is. */
export function saySource(
  { kind, subject }: Pick<BudgetLine, "kind" | "subject">,
  job: Pick<Job, "occasions">,
): string {
  const id = subject.split(":")[0]!;
  const occasions = [...job.occasions.values()];
  const gauge = occasions.find((occasion) => occasion.gauge.id === id)?.gauge;
  const master = occasions.find((occasion) => occasion.master?.id === id)?.master;
  const occasion = job.occasions.get(id);
  const words = kinds[kind]?.(gauge?.name ?? master?.name ?? id) ?? kind;
  return kind.endsWith("-temperature") && occasion ? `${words} (${occasion.gauge.name})` : words;
}
