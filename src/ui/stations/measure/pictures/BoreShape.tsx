import type { RowResult } from "@/core/measure/assess-row";
import type { Sheet } from "@/core/pack/compile-pack";
import { formatNumber } from "@/core/quantity/format-quantity";
import type { Unit } from "@/core/quantity/units";
import { Line, Path, Svg, Text } from "../../../kit/svg";

const width = 780;
const height = 152;
const top = 12;
const foot = 34;

const unique = (values: readonly string[]) => [...new Set(values)];

/** The walls of bores and journals, side by side: what they are off the new size is drawn many times larger than what they are. */
export function BoreShape({
  sheet,
  rows,
  chosen,
  unit,
}: {
  sheet: Sheet;
  rows: readonly RowResult[];
  chosen: string;
  unit: Unit;
}) {
  const { points, governing } = sheet.feature;
  const [along, across] = Object.keys(points[0]!.at) as [string, string];
  const [stations, directions] = [
    unique(points.map(({ at }) => at[along]!)),
    unique(points.map(({ at }) => at[across]!)),
  ];
  const valueAt = (row: RowResult, station: string, direction: string) =>
    row.points.find(({ point }) => {
      const spec = points.find((each) => each.id === point)!;
      return spec.at[along] === station && spec.at[across] === direction;
    })?.estimate?.value;
  const values = rows.flatMap((row) => row.points.flatMap(({ estimate }) => estimate?.value ?? []));
  if (values.length < 2) return null;
  const { new: fresh, reassembly } = governing.limits;
  const marks = [fresh?.min, fresh?.max, reassembly?.max ?? reassembly?.min].filter((each) => each !== undefined);
  const [low, high] = [Math.min(...values, ...marks), Math.max(...values, ...marks)];
  const group = (width - 8) / rows.length;
  const room = Math.min(group * 0.36, 62);
  /** Half the width that stands for a diameter: from a third of the room to all of it. */
  const half = (value: number) => room * (0.34 + (0.66 * (value - low)) / (high - low || 1));
  const y = (at: number) => top + (at * (height - top - foot)) / Math.max(1, stations.length - 1);
  const outline = (middle: number, walls: readonly { at: number; value: number }[]) =>
    [
      ...walls.map(({ at, value }) => `${middle - half(value)} ${y(at)}`),
      ...[...walls].reverse().map(({ at, value }) => `${middle + half(value)} ${y(at)}`),
    ]
      .map((spot, index) => `${index === 0 ? "M" : "L"}${spot}`)
      .join("") + "Z";

  return (
    <Svg
      viewBox={`0 0 ${width} ${height}`}
      width="100%"
      mt="12px"
      role="img"
      aria-label={`${sheet.feature.title}: shape of each, ${directions.join(" and ")}`}
      fontFamily="body"
      fontSize="12px"
    >
      {rows.map((row, at) => {
        const middle = 4 + (at + 0.5) * group;
        const wallsOf = (direction: string) =>
          stations.flatMap((station, index) => {
            const value = valueAt(row, station, direction);
            return value === undefined ? [] : [{ at: index, value }];
          });
        return (
          <g key={row.row.id}>
            {marks.map((mark, index) =>
              [-1, 1].map((side) => (
                <Line
                  key={`${index}${side}`}
                  x1={middle + side * half(mark)}
                  x2={middle + side * half(mark)}
                  y1={top - 6}
                  y2={height - foot + 6}
                  stroke={index === marks.length - 1 && reassembly ? "out" : "cool"}
                  strokeDasharray={index === marks.length - 1 && reassembly ? "4 3" : "1 3"}
                  strokeWidth="1"
                />
              )),
            )}
            {directions.map((direction, index) => {
              const walls = wallsOf(direction);
              return (
                walls.length > 1 && (
                  <Path
                    key={direction}
                    d={outline(middle, walls)}
                    fill={index === 0 ? "ember" : "none"}
                    fillOpacity={row.row.id === chosen ? 0.3 : 0.14}
                    stroke={index === 0 ? "emberInk" : "ink"}
                    strokeWidth={row.row.id === chosen ? 2 : 1.2}
                    strokeDasharray={index === 0 ? undefined : "5 3"}
                  />
                )
              );
            })}
            <Text
              x={middle}
              y={height - 16}
              textAnchor="middle"
              fill={row.row.id === chosen ? "ink" : "quiet"}
              fontWeight={row.row.id === chosen ? 700 : 400}
            >
              {row.row.label}
            </Text>
          </g>
        );
      })}
      <Text x="4" y={height - 2} fill="quiet">
        filled: {directions[0]}
        {directions[1] ? ` · dashed outline: ${directions[1]}` : ""} · dotted: new{" "}
        {fresh?.min === undefined ? "" : formatNumber(fresh.min, unit)}
        {fresh?.max === undefined ? "" : `–${formatNumber(fresh.max, unit)}`}
        {reassembly ? ` · red: limit ${formatNumber((reassembly.max ?? reassembly.min)!, unit)}` : ""} · {stations[0]}{" "}
        uppermost, only the difference is to scale
      </Text>
    </Svg>
  );
}
