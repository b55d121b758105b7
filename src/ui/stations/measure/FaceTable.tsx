"use client";
import { Box, Flex, Heading, chakra } from "@chakra-ui/react";
import type { RowResult } from "@/core/measure/assess-row";
import { leastSquaresWeights } from "@/core/numeric/linear-fit";
import { spansPlane, type Height } from "@/core/numeric/minimum-zone";
import type { Sheet } from "@/core/pack/compile-pack";
import type { Feature } from "@/core/pack/schema";
import { formatNumber } from "@/core/quantity/format-quantity";
import { capital } from "@/words/capital";
import { useJob, useMeasuring } from "../../job/JobContext";
import { Rect, Svg, Text } from "../../kit/svg";
import { BenchTable } from "./BenchTable";
import { ReadingCell } from "./ReadingCell";
import { VerdictCell } from "./SheetTable";
import { cellKey, type SheetHands } from "./use-sheet";

/** The two axes along which the points of a feature form a grid; null where they do not. */
export function gridOf({ points }: Feature): { readonly down: string; readonly across: string } | null {
  const [down, across, ...more] = Object.keys(points[0]!.at);
  if (points.length < 9 || !down || !across || more.length > 0 || points.some((point) => !point.place)) return null;
  return { down, across };
}

const unique = (values: readonly string[]) => [...new Set(values)];

/** Heights over the best plane through them, drawn as the face lies: dark is low, light is high, figures say how much. */
function FlatnessMap({ row }: { row: RowResult }) {
  const { unit } = useJob();
  const there = row.points.flatMap(({ point, estimate }) => {
    const place = row.row.at.feature.points.find((each) => each.id === point)?.place;
    return estimate && place?.x !== undefined && place.y !== undefined
      ? [{ id: point, height: [place.x, place.y, estimate.value] as Height }]
      : [];
  });
  const heights = there.map(({ height }) => height);
  const weights = spansPlane(heights) ? leastSquaresWeights(heights.map(([x, y]) => [1, x, y])) : null;
  if (!weights || heights.length < 4) return null;
  const plane = weights.map((each) => each.reduce((sum, weight, at) => sum + weight * heights[at]![2], 0));
  const left = heights.map(([x, y, z]) => z - plane[0]! - plane[1]! * x - plane[2]! * y);
  const reach = Math.max(...left.map(Math.abs)) || 1;
  const xs = heights.map(([x]) => x);
  const ys = heights.map(([, y]) => y);
  const columns = new Set(xs).size;
  const side = Math.min(150, (560 / Math.max(1, columns - 1)) * 0.94);
  const scale = 560 / (Math.max(...xs) - Math.min(...xs) + 1);
  const at = ([x, y]: Height) =>
    [(x - Math.min(...xs)) * scale + side / 2, (y - Math.min(...ys)) * Math.min(scale, 0.44) + 22] as const;
  const bottom = Math.max(...heights.map((height) => at(height)[1])) + 22;
  return (
    <Svg
      viewBox={`0 0 ${560 + side} ${bottom}`}
      width="100%"
      maxWidth="700px"
      maxHeight="170px"
      role="img"
      aria-label={`Heights over the best plane: ${there.map(({ id }, index) => `${id} ${formatNumber(left[index]!, unit)}`).join(", ")}`}
    >
      {heights.map((height, index) => {
        const [x, y] = at(height);
        const share = left[index]! / reach;
        return (
          <g key={there[index]!.id}>
            <Rect
              x={x - side / 2 + 2}
              y={y - 19}
              width={side - 4}
              height={38}
              rx="6"
              fill={share >= 0 ? "ember" : "cool"}
              fillOpacity={0.08 + 0.5 * Math.abs(share)}
              stroke="line"
              strokeWidth="1"
            />
            <Text
              x={x}
              y={y + 5}
              fontSize="14px"
              textAnchor="middle"
              fill="ink"
            >{`${left[index]! >= 0 ? "+" : "−"}${formatNumber(Math.abs(left[index]!), unit)}`}</Text>
          </g>
        );
      })}
    </Svg>
  );
}

/** A face at the bench: its points as they lie on it, part by part, with its shape below. */
export function FaceTable({ sheet, hands }: { sheet: Sheet; hands: SheetHands }) {
  const { unit } = useJob();
  const { rows } = useMeasuring();
  const { feature } = sheet;
  const { down, across } = gridOf(feature)!;
  const [lines, columns] = [
    unique(feature.points.map((point) => point.at[down]!)),
    unique(feature.points.map((point) => point.at[across]!)),
  ];
  const cellOf = new Map(hands.cells.map((cell) => [cell.key, cell]));
  return sheet.rows.map(({ id, name }) => {
    const row = rows.get(id)!;
    return (
      <Box key={id} mb="14px">
        <Flex align="center" gap="14px" wrap="wrap">
          <Heading as="h2" fontSize="16px">
            {capital(name)}
          </Heading>
          <VerdictCell governing={row.governing} toGo={row.points.length - row.measured} measured={row.measured} />
          {[row.governing, ...row.derived].map(
            (result) =>
              result.estimate && (
                <chakra.span
                  key={result.characteristic.id}
                  fontSize="13px"
                  color={result.accepted === false ? "out" : "quiet"}
                >
                  {result.characteristic.short}{" "}
                  <chakra.span fontVariantNumeric="tabular-nums">
                    {formatNumber(result.estimate.value, unit)}
                  </chakra.span>
                </chakra.span>
              ),
          )}
        </Flex>
        <Box overflowX="auto">
          <BenchTable aria-label={`${feature.title}: ${name}`} mt="4px">
            <tbody>
              {lines.map((line) => (
                <tr key={line}>
                  {columns.map((column) => {
                    const point = feature.points.find((each) => each.at[down] === line && each.at[across] === column);
                    if (!point) return <td key={column} />;
                    const key = cellKey(id, point.id);
                    return (
                      <td key={column} data-reading="">
                        <ReadingCell
                          cell={cellOf.get(key)!}
                          draft={hands.draftOf(key)}
                          isActive={hands.active.key === key}
                          name={`${name}, ${point.name}`}
                          acts={hands.acts}
                          caption={point.short}
                        />
                      </td>
                    );
                  })}
                </tr>
              ))}
            </tbody>
          </BenchTable>
        </Box>
        <Box hideBelow="md" mt="8px">
          <FlatnessMap row={row} />
        </Box>
      </Box>
    );
  });
}
