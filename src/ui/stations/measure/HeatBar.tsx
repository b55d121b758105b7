import { expandedUncertainty } from "@/core/measure/conformity";
import type { Estimate } from "@/core/quantity/estimate";
import { limitAt } from "./BenchTable";

const place = (share: number) => Math.min(100, Math.max(0, share * limitAt));

/** How much of the way from new to limit is used, with U as a whisker: cool to glowing, ash past the limit. It stands in a `BenchTable`. */
export function HeatBar({ wear }: { wear: Estimate }) {
  const used = place(wear.value);
  const reach = expandedUncertainty(wear);
  const [from, to] = [place(wear.value - reach), place(wear.value + reach)];
  return (
    <div data-heat="known" aria-hidden>
      <span data-glow="" style={{ clipPath: `inset(0 ${100 - (Math.min(used, limitAt) / limitAt) * 100}% 0 0)` }} />
      {used > limitAt && <span data-ash="" style={{ width: `${used - limitAt}%` }} />}
      <span data-whisker="" style={{ left: `${from}%`, width: `${Math.max(0, to - from)}%` }} />
    </div>
  );
}
