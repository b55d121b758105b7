import type { RowResult } from "@/core/measure/assess-row";
import { axisAlong } from "@/core/pack/fit-points";
import { formatNumber } from "@/core/quantity/format-quantity";
import type { Unit } from "@/core/quantity/units";
import { Circle, Line, Path, Svg, Text } from "../../../kit/svg";

const width = 780;
const height = 176;
const left = 40;
const right = 560;
const axisY = 78;
const reach = 56;

/** The axis of a shaft between its ends: how far it is off at each station, and to which side. */
export function AxisPlot({ row, unit }: { row: RowResult; unit: Unit }) {
  const { points, governing } = row.row.at.feature;
  const placed = row.points.flatMap(({ point, estimate }) => {
    const place = points.find((each) => each.id === point)?.place;
    return estimate && place ? [{ place, value: estimate.value }] : [];
  });
  const axis = axisAlong(placed);
  if (!axis) return null;
  const off = axis.map(({ station, x, y }) => ({
    station,
    size: Math.hypot(x.value, y.value),
    towards: ((Math.atan2(y.value, x.value) * 180) / Math.PI + 360) % 360,
  }));
  const limit = governing.limits.reassembly?.max;
  const most = Math.max(...off.map(({ size }) => size), limit ?? 0, 1e-9);
  const longest = Math.max(...off.map(({ size }) => size), 1e-9);
  const [first, last] = [off[0]!.station, off.at(-1)!.station];
  const x = (station: number) => left + ((station - first) / (last - first)) * (right - left);
  const y = (size: number) => axisY - (size / most) * reach;
  return (
    <Svg
      viewBox={`0 0 ${width} ${height}`}
      width="100%"
      mt="12px"
      role="img"
      aria-label={`${row.row.name}: ${off.map(({ station, size, towards }) => `at ${station} mm ${formatNumber(size, unit)} towards ${Math.round(towards)} degrees`).join(", ")}`}
      fontFamily="body"
      fontSize="12px"
    >
      <Line x1={left} x2={right} y1={axisY} y2={axisY} stroke="lineStrong" />
      {limit !== undefined && (
        <>
          <Line x1={left} x2={right} y1={y(limit)} y2={y(limit)} stroke="out" strokeDasharray="5 4" />
          <Text x={right + 8} y={y(limit) + 4} fill="out">
            limit {formatNumber(limit, unit)}
          </Text>
        </>
      )}
      <Path
        d={off.map(({ station, size }, at) => `${at === 0 ? "M" : "L"}${x(station)} ${y(size)}`).join("")}
        fill="none"
        stroke="emberInk"
        strokeWidth="2"
      />
      {off.map(({ station, size, towards }) => {
        const turn = (towards * Math.PI) / 180;
        const [cx, cy] = [x(station), axisY + 44];
        return (
          <g key={station}>
            <Circle cx={x(station)} cy={y(size)} r="4" fill="ink" />
            {size > most / 50 && (
              <Text x={x(station)} y={y(size) - 9} textAnchor="middle" fill="ink">
                {formatNumber(size, unit)}
              </Text>
            )}
            <Circle cx={cx} cy={cy} r="22" fill="none" stroke="line" />
            <Line
              x1={cx}
              y1={cy}
              x2={cx + (20 * size * Math.sin(turn)) / longest}
              y2={cy - (20 * size * Math.cos(turn)) / longest}
              stroke="cool"
              strokeWidth="2.5"
            />
            <Text x={cx} y={cy + 38} textAnchor="middle" fill="quiet">
              {station} mm
            </Text>
          </g>
        );
      })}
      <Text x={right + 40} y={axisY + 40} fill="quiet">
        to which side, seen from
      </Text>
      <Text x={right + 40} y={axisY + 55} fill="quiet">
        the first station; 0° up
      </Text>
    </Svg>
  );
}
