import { Box, chakra } from "@chakra-ui/react";
import { memo } from "react";
import type { Sheet } from "@/core/pack/compile-pack";
import { useJob } from "../../job/JobContext";
import { Circle, Line, Path, Svg } from "../../kit/svg";

/** Where the gauge goes for the point in hand, on a sketch of the part; the other points are faint. */
export const GaugePlace = memo(function GaugePlace({ sheet: { feature }, point }: { sheet: Sheet; point: string }) {
  const { pack } = useJob();
  const { drawing } = feature;
  const sketch = drawing && pack.pack.drawings.find((each) => each.id === drawing.id);
  const spec = feature.points.find((each) => each.id === point);
  if (!drawing || !sketch || !spec) return null;
  return (
    <Box mt="10px">
      <Svg
        viewBox={`0 0 ${sketch.width} ${sketch.height}`}
        width="100%"
        maxHeight="112px"
        role="img"
        aria-label={`Where the gauge goes: ${spec.name}`}
      >
        {sketch.paths.map(({ path, filled }, at) => (
          <Path
            key={at}
            d={path}
            fill={filled ? "raised" : "none"}
            stroke="lineStrong"
            strokeWidth="1.2"
            strokeLinejoin="round"
          />
        ))}
        {Object.entries(drawing.marks)
          .filter(([id]) => id !== point)
          .flatMap(([id, lines]) =>
            lines.map(([x1, y1, x2, y2], at) => (
              <Line
                key={`${id}${at}`}
                x1={x1}
                y1={y1}
                x2={x2}
                y2={y2}
                stroke="quiet"
                strokeWidth="0.7"
                strokeDasharray="1.5 2.5"
                opacity="0.7"
              />
            )),
          )}
        {(drawing.marks[point] ?? []).map(([x1, y1, x2, y2], at) => (
          <g key={at}>
            <Line x1={x1} y1={y1} x2={x2} y2={y2} stroke="ember" strokeWidth="2.2" />
            {x1 === x2 && y1 === y2 ? (
              <Circle cx={x1} cy={y1} r="4.5" fill="none" stroke="ember" strokeWidth="2" />
            ) : null}
            <Circle cx={x1} cy={y1} r="2.2" fill="ember" />
            <Circle cx={x2} cy={y2} r="2.2" fill="ember" />
          </g>
        ))}
      </Svg>
      <chakra.p fontSize="12px" color="quiet" textAlign="center">
        {spec.name}
      </chakra.p>
    </Box>
  );
});
