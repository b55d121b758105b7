"use client";
import { Box, Flex, chakra } from "@chakra-ui/react";
import { Chart, Legend, LinearScale, LineElement, PointElement, Tooltip } from "chart.js";
import { Scatter } from "react-chartjs-2";
import type { RowResult } from "@/core/measure/assess-row";
import { changesAlong, rankAmong, trendOf, type PastReading, type TrendPoint, type Visit } from "@/core/measure/trend";
import { formatNumber, formatQuantity } from "@/core/quantity/format-quantity";
import { standardUncertainty } from "@/core/quantity/estimate";
import { fromCore, unitById } from "@/core/quantity/units";
import { grouped } from "@/words/grouped";
import { percent } from "@/words/percent";
import { useJob } from "../../../job/JobContext";
import { Small } from "../../../kit/Small";
import { useFetched } from "../../../kit/use-fetched";
import { chartFont, useChartLook } from "../../../kit/use-chart-look";
import { useDay } from "../../../kit/day";

Chart.register(LinearScale, LineElement, PointElement, Tooltip, Legend);

interface Past {
  readonly ofEngine: readonly PastReading[];
  readonly ofAll: readonly PastReading[];
  readonly visits: readonly Visit[];
}

const yearOf = (iso: string) => new Date(iso).getTime() / (365.25 * 86_400_000) + 1970;

/**
 * How well an earlier value is known, where only what was read is kept of it: as though by a good gauge of the shop. Common
 * practice, no source.
 */
const earlierStandardMm = 0.003;

/** Earlier visits are taken into the job by a person, who knows whether it is the same part: from then on they say how it wears. */
function TakeVisits({ row, earlier }: { row: RowResult; earlier: readonly TrendPoint[] }) {
  const { assessment, append, mayWrite } = useJob();
  const { part } = row;
  const { id: feature, feature: measured } = row.row.at;
  const usable = earlier.flatMap(({ visit, value }) => (visit.hours === null ? [] : [{ ...visit, hours: visit.hours, value }])); // prettier-ignore
  if (!part || usable.length === 0) return null;
  const taken = assessment.job.visitsTaken.filter((each) => each.part === part.id && each.feature === feature);
  const isOther = usable.length !== (taken.at(-1)?.visits.length ?? 0);
  const standard = Math.max(
    unitById(measured.governing.unit)?.dimension === "length" ? earlierStandardMm : 0,
    row.governing.estimate ? standardUncertainty(row.governing.estimate) : 0,
  );
  const take = () =>
    append("visits-taken", {
      part: part.id,
      feature,
      ...(taken.length > 0 ? { supersedes: taken.map(({ id }) => id) } : {}),
      visits: usable.slice(-20).map(({ name, openedAt, hours, value }) => ({ name, on: openedAt.slice(0, 10), hours, value, standard })), // prettier-ignore
    });
  const leave = () => append("entry-struck", { strikes: taken.map(({ id }) => id), undo: true });
  return (
    <Flex mt="4px" gap="10px" align="baseline" wrap="wrap" fontSize="12px" color="quiet">
      {taken.length > 0
        ? `Its wear is reckoned by ${taken.at(-1)!.visits.length} earlier ${taken.at(-1)!.visits.length === 1 ? "visit" : "visits"}.`
        : "Its wear is reckoned by its age alone."}
      {mayWrite && isOther && <Small onClick={take}>It is the same part: reckon by these visits</Small>}
      {mayWrite && taken.length > 0 && <Small onClick={leave}>Leave them out</Small>}
    </Flex>
  );
}

/** The same place at earlier visits of this engine, among all engines of its kind in the shop. */
export function Trend({ row }: { row: RowResult }) {
  const day = useDay();
  const { id, pack, unitFor, assessment } = useJob();
  const { slot, at } = row.row;
  const { feature } = at;
  const past = useFetched<Past>(`/api/jobs/${id}/trend/${slot.id}/${at.id}`);
  const look = useChartLook();
  const unit = unitFor(feature.governing.unit);
  if (!past || !look)
    return (
      <Box height="190px" pt="60px" textAlign="center" fontSize="13px" color="quiet">
        Looking through the shop’s readings…
      </Box>
    );

  const number = assessment.job.header?.engine.number ?? null;
  const mine = trendOf(feature, past.ofEngine, past.visits, pack.facts);
  const others = trendOf(
    feature,
    past.ofAll,
    past.visits.filter(({ engine, stream }) => stream !== id && (engine === null || engine !== number)),
    pack.facts,
  );
  if (mine.length + others.length === 0)
    return (
      <chakra.p mt="16px" fontSize="13px" color="quiet">
        Nobody has measured this through here before: there is nothing to compare it with yet.
      </chakra.p>
    );

  const changes = changesAlong(mine, feature.wearsTowards);
  const now = row.governing.estimate && row.governing.missing.length === 0 ? row.governing.estimate.value : null;
  const rank = now === null ? null : rankAmong(now, others, feature.wearsTowards);
  const spot = ({ visit, value }: TrendPoint) => ({
    x: yearOf(visit.openedAt),
    y: fromCore(value, unit),
    name: `${visit.name}, ${day(visit.openedAt)}${visit.hours === null ? "" : `, ${grouped(visit.hours)} h`}`,
  });
  const limit = feature.governing.limits.reassembly;
  const bound = feature.wearsTowards === "larger" ? limit?.max : limit?.min;
  const spots = [...mine, ...others].map(spot);
  const [from, to] = [Math.min(...spots.map(({ x }) => x)) - 0.3, Math.max(...spots.map(({ x }) => x)) + 0.3];
  return (
    <Box mt="6px">
      <Box
        height="124px"
        role="img"
        aria-label={`${row.row.name} over time: ${mine.map((each) => `${day(each.visit.openedAt)} ${formatNumber(each.value, unit)}`).join(", ") || "not measured through at any visit of this engine"}`}
      >
        <Scatter
          aria-hidden
          data={{
            datasets: [
              {
                label: "this engine",
                data: mine.map(spot),
                showLine: true,
                borderColor: look.ember,
                backgroundColor: look.ember,
                borderWidth: 2,
                pointRadius: 5,
              },
              {
                label: "other engines",
                data: others.map(spot),
                borderColor: look.quiet,
                backgroundColor: look.quiet,
                pointRadius: 3,
              },
              ...(bound === undefined
                ? []
                : [
                    {
                      label: "limit",
                      data: [from, to].map((x) => ({ x, y: fromCore(bound, unit), name: "limit for reassembly" })),
                      showLine: true,
                      borderColor: look.out,
                      backgroundColor: look.out,
                      borderDash: [5, 4],
                      borderWidth: 1.2,
                      pointRadius: 0,
                    },
                  ]),
            ],
          }}
          options={{
            animation: false,
            maintainAspectRatio: false,
            scales: {
              x: {
                min: from,
                max: to,
                ticks: {
                  color: look.quiet,
                  font: chartFont,
                  stepSize: 1,
                  callback: (value) => (Number.isInteger(Number(value)) ? String(value) : ""),
                },
                grid: { color: look.line },
              },
              y: {
                ticks: { color: look.quiet, font: chartFont },
                grid: { color: look.line },
                title: { display: true, text: unit.symbol, color: look.quiet, font: chartFont },
              },
            },
            plugins: {
              legend: { position: "right", labels: { color: look.quiet, font: chartFont, boxWidth: 14 } },
              tooltip: {
                callbacks: {
                  label: ({ raw, parsed }) =>
                    `${(raw as { name: string }).name}: ${(parsed.y ?? 0).toFixed(unit.decimals)}`,
                },
              },
            },
          }}
        />
      </Box>
      <chakra.p fontSize="12px" color="quiet" mt="2px">
        {changes
          .map(
            ({ from: then, worn, hours }) =>
              `${worn >= 0 ? "Worn" : "Grown back, or another part:"} ${formatQuantity(Math.abs(worn), unit)} since ${then.openedAt.slice(0, 4)}${hours === null ? "" : `, in ${grouped(hours)} h`}. `,
          )
          .join("")}
        {mine.length < 2 && "No earlier visit of this engine has it measured through. "}
        {rank !== null && `Worn further than ${percent(rank)} of ${others.length} others. `}
        As last read at each visit, of whatever part was in this place.
      </chakra.p>
      <TakeVisits row={row} earlier={mine.filter(({ visit }) => visit.stream !== id)} />
    </Box>
  );
}
