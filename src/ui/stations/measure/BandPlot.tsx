import type { Estimate } from "@/core/quantity/estimate";
import { expandedUncertainty, type Conformity } from "@/core/measure/conformity";
import type { Limits } from "@/core/pack/schema";
import { formatNumber } from "@/core/quantity/format-quantity";
import type { Unit } from "@/core/quantity/units";
import { Circle, Line, Rect, Svg, Text } from "../../kit/svg";
import { markColor } from "../../kit/ConformityMark";

const width = 780;
const height = 150;
/** At the right the points leave room for the words of the bands. */
const pad = { left: 4, right: 132, top: 10, bottom: 20 };
const edge = width - 4;

/** Values that stand side by side under one label; a gap where there is none yet. */
export interface BandGroup {
  readonly id: string;
  readonly label: string;
  readonly values: readonly { readonly estimate: Estimate | null; readonly conformity: Conformity | null }[];
}

interface Props {
  readonly title: string;
  readonly limits: Limits;
  readonly groups: readonly BandGroup[];
  readonly unit: Unit;
}

/** Values in the band between new and limit, with their uncertainty. */
export function BandPlot({ title, limits: { new: fresh, reassembly }, groups, unit }: Props) {
  const marks = groups.flatMap(({ values }, at) =>
    values.flatMap(({ estimate, conformity }, index) =>
      estimate ? [{ conformity, at, index, value: estimate.value, reach: expandedUncertainty(estimate) }] : [],
    ),
  );
  const bounds = [fresh?.min, fresh?.max, reassembly?.min, reassembly?.max].filter((bound) => bound !== undefined);
  if (bounds.length === 0 || marks.length === 0) return null;

  const all = [...bounds, ...marks.flatMap(({ value, reach }) => [value - reach, value + reach])];
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const room = (high - low || 1) * 0.08;
  const y = (value: number) =>
    pad.top + ((high + room - value) / (high - low + 2 * room)) * (height - pad.top - pad.bottom);
  const group = (width - pad.left - pad.right) / groups.length;
  const step = group / (Math.max(...groups.map(({ values }) => values.length)) + 2);
  const x = (at: number, index: number) => pad.left + at * group + (index + 1.5) * step;
  const limit = reassembly?.max ?? reassembly?.min;
  const beyond =
    limit === undefined
      ? null
      : reassembly?.max !== undefined
        ? { from: pad.top, to: y(limit) }
        : { from: y(limit), to: height - pad.bottom };

  // On the side of the new band, unless that is so near that the words of both would lie on each other.
  const nearBand =
    limit !== undefined &&
    fresh !== undefined &&
    [fresh.min, fresh.max].some((bound) => bound !== undefined && Math.abs(y(bound) - y(limit)) < 30);
  const labelBelow = (reassembly?.max !== undefined) !== nearBand;

  return (
    <Svg
      viewBox={`0 0 ${width} ${height}`}
      width="100%"
      mt="12px"
      role="img"
      aria-label={`${title}: values between new and limit`}
      fontFamily="body"
      fontSize="12px"
    >
      {fresh?.min !== undefined && fresh.max !== undefined && (
        <>
          <Rect
            x={pad.left}
            width={edge - pad.left}
            y={y(fresh.max)}
            height={Math.max(1, y(fresh.min) - y(fresh.max))}
            fill="cool"
            opacity="0.22"
          />
          <Text x={edge - 6} y={y((fresh.min + fresh.max) / 2) + 4} textAnchor="end" fill="cool">
            new {formatNumber(fresh.min, unit)}–{formatNumber(fresh.max, unit)}
          </Text>
        </>
      )}
      {limit !== undefined && beyond && (
        <>
          <Rect
            x={pad.left}
            width={edge - pad.left}
            y={beyond.from}
            height={Math.max(0, beyond.to - beyond.from)}
            fill="out"
            opacity="0.12"
          />
          <Line x1={pad.left} x2={edge} y1={y(limit)} y2={y(limit)} stroke="out" strokeDasharray="5 4" />
          <Text x={edge - 6} y={y(limit) + (labelBelow ? 14 : -5)} textAnchor="end" fill="out">
            limit {formatNumber(limit, unit)}
          </Text>
        </>
      )}
      {marks.map(({ conformity, at, index, value, reach }) => (
        <g key={`${at}-${index}`}>
          <Line x1={x(at, index)} x2={x(at, index)} y1={y(value + reach)} y2={y(value - reach)} stroke="quiet" />
          <Circle
            cx={x(at, index)}
            cy={y(value)}
            r="3.2"
            fill={conformity && conformity.mark !== "inside" ? markColor[conformity.mark] : "ink"}
          />
        </g>
      ))}
      {groups.map(({ id, label }, at) => (
        <Text key={id} x={pad.left + (at + 0.5) * group} y={height - 4} textAnchor="middle" fill="quiet">
          {label}
        </Text>
      ))}
    </Svg>
  );
}
