"use client";
import { Box, chakra } from "@chakra-ui/react";
import { Chart, Legend, LinearScale, LineElement, PointElement, Tooltip } from "chart.js";
import { Scatter } from "react-chartjs-2";
import { minorUnits } from "@/core/plan/price-option";
import type { Plan } from "@/core/plan/whole-plan";
import { grouped } from "@/words/grouped";
import { percent } from "@/words/percent";
import { chartFont, useChartLook } from "../../../kit/use-chart-look";

Chart.register(LinearScale, LineElement, PointElement, Tooltip, Legend);

const major = (minor: number) => Math.round(minor / minorUnits);

/** What plans cost beside the chance they give; one is chosen by a click, by dragging the slider, or by the arrow keys on it. */
export function FrontierChart({
  plans,
  at,
  wanted,
  currency,
  onChoose,
}: {
  plans: readonly Plan[];
  at: number;
  /** The least chance that the order asks for. */
  wanted: number | null;
  currency: string | null;
  onChoose: (at: number) => void;
}) {
  const look = useChartLook();
  if (!look) return <Box height="220px" />;
  const chosen = plans[at]!;
  const spots = (figure: (plan: Plan) => number) => plans.map((plan) => ({ x: 100 * plan.chance, y: major(figure(plan)) })); // prettier-ignore
  const most = Math.max(...plans.map(({ total }) => major(total)));
  const line = (color: string) => ({ showLine: true, borderColor: color, backgroundColor: color, borderWidth: 2 });
  return (
    <Box>
      <Box
        height="200px"
        role="img"
        aria-label={plans.map(({ chance, now, total }) => `${percent(chance)}: ${grouped(major(now))} now, ${grouped(major(total))} in all`).join("; ")} // prettier-ignore
      >
        <Scatter
          aria-hidden
          data={{
            datasets: [
              { label: "paid now", data: spots(({ now }) => now), ...line(look.ember), pointRadius: plans.map((_, each) => (each === at ? 7 : 4)) }, // prettier-ignore
              { label: "in all, with what is done over", data: spots(({ total }) => total), ...line(look.cool), borderDash: [5, 4], pointRadius: plans.map((_, each) => (each === at ? 6 : 3)) }, // prettier-ignore
              ...(wanted === null
                ? []
                : [{ label: "chance wanted", data: [{ x: 100 * wanted, y: 0 }, { x: 100 * wanted, y: most }], ...line(look.quiet), borderWidth: 1.2, pointRadius: 0 }]), // prettier-ignore
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
                title: { display: true, text: "chance to run the hours, %", color: look.quiet, font: chartFont },
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
              tooltip: { callbacks: { label: ({ parsed }) => `${(parsed.x ?? 0).toFixed(0)} %: ${grouped(parsed.y ?? 0)}` } }, // prettier-ignore
            },
          }}
        />
      </Box>
      <chakra.label display="flex" alignItems="center" gap="12px" fontSize="13px" color="quiet" mt="4px">
        cheaper
        <chakra.input
          type="range"
          min={0}
          max={plans.length - 1}
          value={at}
          onChange={(event) => onChoose(Number(event.currentTarget.value))}
          aria-label="Plan, from the cheapest to the surest"
          aria-valuetext={`${percent(chosen.chance)}, ${grouped(major(chosen.now))} now`}
          flex="1"
          height="32px"
          accentColor="ember"
        />
        surer
      </chakra.label>
    </Box>
  );
}
