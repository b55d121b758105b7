import type { RowResult } from "@/core/measure/assess-row";
import { circleBasis, leastSquaresWeights } from "@/core/numeric/linear-fit";
import { formatNumber } from "@/core/quantity/format-quantity";
import type { Unit } from "@/core/quantity/units";
import { Circle, Line, Path, Svg, Text } from "../../../kit/svg";

const size = 250;
const middle = size / 2;
const radius = 70;
const reach = 30;

/** Dial readings round an axis with the least-squares circle through them, deviations drawn larger than they are. */
export function PolarPlot({ row, unit }: { row: RowResult; unit: Unit }) {
  const { points } = row.row.at.feature;
  const there = row.points.flatMap(({ point, estimate }) => {
    const angle = points.find((each) => each.id === point)?.place?.angle;
    return estimate && angle !== undefined ? [{ angle, value: estimate.value }] : [];
  });
  const weights = leastSquaresWeights(circleBasis(there.map(({ angle }) => angle)));
  if (!weights) return null;
  const [mean, a, b] = weights.map((line) => line.reduce((sum, weight, at) => sum + weight * there[at]!.value, 0)) as [
    number,
    number,
    number,
  ];
  const largest = Math.max(...there.map(({ value }) => Math.abs(value - mean)), 1e-9);
  const scale = reach / largest;
  const spot = (angle: number, distance: number): readonly [number, number] => [
    middle + distance * Math.sin((angle * Math.PI) / 180),
    middle - distance * Math.cos((angle * Math.PI) / 180),
  ];
  const trace = [...there]
    .sort((one, other) => one.angle - other.angle)
    .map(({ angle, value }) => spot(angle, radius + scale * (value - mean)));
  const shift = Math.hypot(a, b);
  const towards = ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360;
  const [tipX, tipY] = spot(towards, scale * shift);
  return (
    <Svg
      viewBox={`-14 0 444 ${size}`}
      width="100%"
      maxWidth="560px"
      mt="10px"
      role="img"
      aria-label={`${row.row.name}: centre shifted by ${formatNumber(shift, unit)} ${unit.symbol} towards ${Math.round(towards)} degrees`}
      fontFamily="body"
      fontSize="12px"
    >
      <Circle cx={middle} cy={middle} r={radius} fill="none" stroke="line" />
      {[0, 90, 180, 270].map((angle) => {
        const [x, y] = spot(angle, radius + reach + 11);
        const [x1, y1] = spot(angle, radius + reach);
        return (
          <g key={angle}>
            <Line x1={middle} y1={middle} x2={x1} y2={y1} stroke="line" strokeDasharray="2 4" />
            <Text x={x} y={y + 4} textAnchor="middle" fill="quiet">
              {angle}°
            </Text>
          </g>
        );
      })}
      <Circle cx={tipX} cy={tipY} r={radius} fill="none" stroke="cool" strokeDasharray="5 4" />
      <Path
        d={trace.map(([x, y], at) => `${at === 0 ? "M" : "L"}${x} ${y}`).join("") + "Z"}
        fill="ember"
        fillOpacity="0.12"
        stroke="emberInk"
        strokeWidth="1.6"
      />
      {trace.map(([x, y], at) => (
        <Circle key={at} cx={x} cy={y} r="2.8" fill="ink" />
      ))}
      <Line x1={middle} y1={middle} x2={tipX} y2={tipY} stroke="cool" strokeWidth="2.5" />
      <Circle cx={middle} cy={middle} r="2" fill="quiet" />
      <Text x={size + 8} y={middle - 20} fill="ink" fontSize="14px">
        Centre {formatNumber(shift, unit)} {unit.symbol}
      </Text>
      <Text x={size + 8} y={middle - 2} fill="quiet">
        towards {Math.round(towards)}°
      </Text>
      <Text x={size + 8} y={middle + 20} fill="quiet">
        dashed: least-squares circle
      </Text>
      <Text x={size + 8} y={middle + 36} fill="quiet">
        deviations {Math.round(scale * 10) / 10 >= 10 ? Math.round(scale) : scale.toFixed(1)} px per mm
      </Text>
    </Svg>
  );
}
