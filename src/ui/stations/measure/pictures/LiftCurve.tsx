"use client";
import { Box } from "@chakra-ui/react";
import { Chart, Legend, LineElement, LinearScale, PointElement, Tooltip } from "chart.js";
import { Line } from "react-chartjs-2";
import type { RowResult } from "@/core/measure/assess-row";
import { fromCore, type Unit } from "@/core/quantity/units";
import { chartFont, useChartLook } from "../../../kit/use-chart-look";

Chart.register(LineElement, LinearScale, PointElement, Tooltip, Legend);

/** Readings over an angle, all rows behind the one in hand, with what a new part reads. */
export function LiftCurve({ rows, chosen, unit }: { rows: readonly RowResult[]; chosen: RowResult; unit: Unit }) {
  const look = useChartLook();
  if (!look) return <Box height="190px" />;
  const { points } = chosen.row.at.feature;
  const spots = (row: RowResult) =>
    row.points
      .flatMap(({ point, estimate }) => {
        const angle = points.find((each) => each.id === point)?.place?.angle;
        return estimate && angle !== undefined ? [{ x: angle, y: fromCore(estimate.value, unit) }] : [];
      })
      .sort((a, b) => a.x - b.x);
  const fresh = points.flatMap(({ nominal, place }) =>
    nominal === undefined || place?.angle === undefined ? [] : [{ x: place.angle, y: fromCore(nominal, unit) }],
  );
  const others = rows.filter((row) => row !== chosen && row.measured > 0);
  return (
    <Box
      height="160px"
      mt="8px"
      role="img"
      aria-label={`${chosen.row.name}: ${spots(chosen)
        .map(({ x, y }) => `${x}° ${y.toFixed(unit.decimals)}`)
        .join(", ")}`}
    >
      <Line
        aria-hidden
        data={{
          datasets: [
            {
              label: chosen.row.name,
              data: spots(chosen),
              borderColor: look.ember,
              backgroundColor: look.ember,
              borderWidth: 2.5,
              pointRadius: 4,
              order: 0,
            },
            ...(fresh.length > 0
              ? [
                  {
                    label: "as new",
                    data: fresh,
                    borderColor: look.cool,
                    backgroundColor: look.cool,
                    borderDash: [5, 4],
                    borderWidth: 1.5,
                    pointRadius: 0,
                    order: 1,
                  },
                ]
              : []),
            ...others.map((row, at) => ({
              label: at === 0 ? "the others" : "",
              data: spots(row),
              borderColor: look.quiet,
              backgroundColor: look.quiet,
              borderWidth: 0.8,
              pointRadius: 0,
              order: 2,
            })),
          ],
        }}
        options={{
          animation: false,
          maintainAspectRatio: false,
          parsing: false,
          scales: {
            x: {
              type: "linear",
              title: { display: true, text: "degrees from the nose", color: look.quiet, font: chartFont },
              ticks: { color: look.quiet, font: chartFont },
              grid: { color: look.line },
            },
            y: {
              title: { display: true, text: unit.symbol, color: look.quiet, font: chartFont },
              ticks: { color: look.quiet, font: chartFont },
              grid: { color: look.line },
            },
          },
          plugins: {
            legend: {
              position: "right",
              labels: { color: look.quiet, font: chartFont, boxWidth: 18, filter: ({ text }) => text !== "" },
            },
          },
        }}
      />
    </Box>
  );
}
