"use client";
import { Box, chakra } from "@chakra-ui/react";
import { Chart, Legend, LinearScale, LineElement, PointElement, Tooltip } from "chart.js";
import { Scatter } from "react-chartjs-2";
import { minorUnits } from "@/core/option/price-option";
import type { Plan } from "@/core/whole-plan/whole-plan";
import { grouped } from "@/words/grouped";
import { many } from "@/words/sentences/sentence";
import { chartFont, useChartLook } from "../../../kit/use-chart-look";

Chart.register(LinearScale, LineElement, PointElement, Tooltip, Legend);

const major = (minor: number) => Math.round(minor / minorUnits);

/** What plans are laid out by, beside what they cost. */
export type By = "chance" | "days";

const axes: Readonly<Record<By, { readonly title: string; readonly from: string; readonly to: string; readonly of: (plan: Plan) => number; readonly say: (at: number) => string }>> = {
  chance: { title: "chance to run the hours, %", from: "cheaper", to: "surer", of: ({ chance }) => 100 * chance, say: (at) => `${at.toFixed(0)} %` },
  days: { title: "days until all of it is there", from: "sooner", to: "cheaper", of: ({ days }) => days ?? 0, say: (at) => many(at, "day") },
}; // prettier-ignore

/** What plans cost beside the chance they give, or the days they take; one is chosen by a click, by dragging the slider, or by the arrow keys on it. */
export function FrontierChart({
  by,
  plans,
  at,
  wanted,
  currency,
  onChoose,
}: {
  by: By;
  plans: readonly Plan[];
  /** The one that is chosen; null while none is. */
  at: number | null;
  /** The least chance, or the most days, that the order asks for. */
  wanted: number | null;
  currency: string | null;
  onChoose: (at: number) => void;
}) {
  const look = useChartLook();
  if (!look) return <Box height="220px" />;
  const axis = axes[by];
  const chosen = at === null ? null : plans[at]!;
  const spots = (figure: (plan: Plan) => number) => plans.map((plan) => ({ x: axis.of(plan), y: major(figure(plan)) })); // prettier-ignore
  const most = Math.max(...plans.map(({ total }) => major(total)));
  const line = (color: string) => ({ showLine: true, borderColor: color, backgroundColor: color, borderWidth: 2 });
  return (
    <Box>
      <Box
        height="200px"
        role="img"
        aria-label={plans.map((plan) => `${axis.say(axis.of(plan))}: ${grouped(major(plan.now))} now, ${grouped(major(plan.total))} in all`).join("; ")} // prettier-ignore
      >
        <Scatter
          aria-hidden
          data={{
            datasets: [
              { label: "paid now", data: spots(({ now }) => now), ...line(look.ember), pointRadius: plans.map((_, each) => (each === at ? 7 : 4)) }, // prettier-ignore
              { label: "in all, with what is done over", data: spots(({ total }) => total), ...line(look.cool), borderDash: [5, 4], pointRadius: plans.map((_, each) => (each === at ? 6 : 3)) }, // prettier-ignore
              ...(wanted === null
                ? []
                : [{ label: `${by} wanted`, data: [{ x: wanted, y: 0 }, { x: wanted, y: most }], ...line(look.quiet), borderWidth: 1.2, pointRadius: 0 }]), // prettier-ignore
            ],
          }}
          options={{
            animation: false,
            maintainAspectRatio: false,
            onClick: (_, [hit]) => {
              if (hit && hit.datasetIndex < 2) onChoose(hit.index);
            },
            scales: {
              x: {
                title: { display: true, text: axis.title, color: look.quiet, font: chartFont },
                ticks: { color: look.quiet, font: chartFont },
                grid: { color: look.line },
              },
              y: {
                min: 0,
                title: { display: currency !== null, text: currency ?? "", color: look.quiet, font: chartFont },
                ticks: { color: look.quiet, font: chartFont, maxTicksLimit: 5, callback: (value) => grouped(Number(value)) }, // prettier-ignore
                grid: { color: look.line },
              },
            },
            plugins: {
              legend: {
                position: "top",
                align: "start",
                labels: {
                  color: look.quiet,
                  font: chartFont,
                  usePointStyle: true,
                  pointStyle: "line",
                  pointStyleWidth: 26,
                },
              },
              tooltip: { callbacks: { label: ({ parsed }) => `${axis.say(parsed.x ?? 0)}: ${grouped(parsed.y ?? 0)}` } }, // prettier-ignore
            },
          }}
        />
      </Box>
      <chakra.label display="flex" alignItems="center" gap="12px" fontSize="13px" color="quiet" mt="4px">
        {axis.from}
        <chakra.input
          type="range"
          min={0}
          max={plans.length - 1}
          value={at ?? 0}
          onChange={(event) => onChoose(Number(event.currentTarget.value))}
          aria-label={
            by === "chance" ? "Plan, from the cheapest to the surest" : "Plan, from the soonest to the cheapest"
          }
          aria-valuetext={chosen ? `${axis.say(axis.of(chosen))}, ${grouped(major(chosen.now))} now` : "none is chosen"}
          flex="1"
          height="32px"
          accentColor="ember"
        />
        {axis.to}
      </chakra.label>
    </Box>
  );
}
