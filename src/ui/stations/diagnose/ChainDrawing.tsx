"use client";
import { Box, chakra } from "@chakra-ui/react";
import { useMemo } from "react";
import { chainLineHeight, layOutChain, type ChainLine, type PlacedBox } from "@/core/diagnose/lay-out-chain";
import { Path, Rect, Svg, Text } from "../../kit/svg";

type Kind = ChainLine["kind"];

/** Shape, weight and edge together, so that the three differ in grey too. */
const looks: Readonly<
  Record<Kind, { stroke: string; fill: string; weight: number; radius: number; dash?: string; words: string }>
> = {
  cause: { stroke: "ember", fill: "emberWash", weight: 2.4, radius: 3, words: "failed first" },
  event: { stroke: "lineStrong", fill: "panel", weight: 1.2, radius: 12, words: "followed from it" },
  finding: { stroke: "lineStrong", fill: "raised", weight: 1.2, radius: 0, dash: "3 2", words: "recorded" },
};

/** One of the things in a box: a button of its own, since each leads to another part. */
function Item({
  item: { id, name, lines },
  kind,
  x,
  top,
  isOn,
  onChoose,
}: {
  item: PlacedBox["items"][number];
  kind: Kind;
  x: number;
  top: number;
  isOn: boolean;
  onChoose: (id: string) => void;
}) {
  return (
    <chakra.g
      role="button"
      tabIndex={0}
      aria-pressed={isOn}
      aria-label={`${name}, ${looks[kind].words}`}
      cursor="pointer"
      onClick={() => onChoose(id)}
      onKeyDown={(event) => {
        if (event.key !== "Enter" && event.key !== " ") return;
        event.preventDefault();
        onChoose(id);
      }}
      _focusVisible={{ outline: "2px solid {colors.ember}" }}
      _hover={{ textDecoration: "underline" }}
    >
      {lines.map((line, index) => (
        <Text
          key={line}
          x={x}
          y={top + (index + 0.75) * chainLineHeight}
          textAnchor="middle"
          fontSize={12}
          fontWeight={kind === "cause" ? 700 : 400}
          fill="ink"
        >
          {line}
        </Text>
      ))}
    </chakra.g>
  );
}

/** From the first cause to every damage, left to right in time. */
export function ChainDrawing({
  chain,
  chosen,
  onChoose,
}: {
  chain: readonly ChainLine[];
  chosen: string | null;
  onChoose: (id: string) => void;
}) {
  const { width, height, boxes, links } = useMemo(() => layOutChain(chain), [chain]);
  return (
    <Box overflow="auto" tabIndex={0} role="region" aria-label="Damage chain">
      <Svg viewBox={`0 0 ${width} ${height}`} width="100%" minWidth={`${width * 0.88}px`} maxWidth={`${width}px`}>
        {links.map((points, at) => (
          <Path
            key={at}
            d={`M${points.map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`).join("L")}`}
            stroke="quiet"
            strokeWidth={1.1}
            fill="none"
          />
        ))}
        {boxes.map(({ kind, x, y, width: wide, height: high, items }) => {
          const look = looks[kind];
          const isOn = items.some(({ id }) => id === chosen);
          let top = y - high / 2 + 4;
          return (
            <g key={items[0]!.id}>
              <Rect
                x={x - wide / 2}
                y={y - high / 2}
                width={wide}
                height={high}
                rx={look.radius}
                stroke={isOn ? "ember" : look.stroke}
                strokeWidth={isOn ? 2.4 : look.weight}
                strokeDasharray={look.dash}
                fill={look.fill}
              />
              {items.map((item) => {
                const at = top;
                top += item.lines.length * chainLineHeight + 4;
                return (
                  <Item
                    key={item.id}
                    item={item}
                    kind={kind}
                    x={x}
                    top={at}
                    isOn={item.id === chosen}
                    onChoose={onChoose}
                  />
                );
              })}
            </g>
          );
        })}
      </Svg>
    </Box>
  );
}

/** What the three shapes stand for. */
export const ChainLegend = () => (
  <chakra.p fontSize="13px" color="quiet" mb="8px">
    Left to right in time: what {looks.cause.words} (heavy), what {looks.event.words} (round), what is{" "}
    {looks.finding.words} (dashed). A box leads to its part.
  </chakra.p>
);
