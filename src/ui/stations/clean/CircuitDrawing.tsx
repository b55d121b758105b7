"use client";
import { chakra } from "@chakra-ui/react";
import type { KeyboardEvent } from "react";
import type { PassageResult } from "@/core/clean/assess-clean";
import type { Circuit } from "@/core/pack/schema-teardown";

const Svg = chakra("svg");
const Path = chakra("path");
const Text = chakra("text");
const Circle = chakra("circle");
const Group = chakra("g");

interface Props {
  readonly circuit: Circuit;
  /** Passages of the part in hand: only these can be chosen. */
  readonly passages: readonly PassageResult[];
  readonly chosen: string | null;
  readonly onChoose: (passage: string) => void;
}

const looks = {
  clear: { stroke: "sound", dash: undefined, weight: 1.1, words: "clear" },
  blocked: { stroke: "out", dash: "0.4 1.6", weight: 1.6, words: "not clear" },
  open: { stroke: "near", dash: "2 1.4", weight: 1.1, words: "not proven" },
} as const;

/** A circuit as its pack lays it out; the passages of the part in hand marked by what is proven of them. */
export function CircuitDrawing({ circuit, passages, chosen, onChoose }: Props) {
  const at = new Map(circuit.nodes.map((node) => [node.id, node]));
  const xs = circuit.nodes.map((node) => node.x);
  const ys = circuit.nodes.map((node) => node.y);
  const [left, top] = [Math.min(...xs) - 9, Math.min(...ys) - 9];
  const resultOf = new Map(passages.map((each) => [each.passage.id, each]));
  const line = ({ from, to }: Circuit["passages"][number]) => {
    const [a, b] = [at.get(from)!, at.get(to)!];
    return `M${a.x} ${a.y}L${b.x} ${b.y}`;
  };
  return (
    <Svg
      viewBox={`${left} ${top} ${Math.max(...xs) + 9 - left} ${Math.max(...ys) + 6 - top}`}
      width="100%"
      maxHeight="340px"
      role="group"
      aria-label={`Circuit: ${circuit.name}`}
    >
      {circuit.passages
        .filter((passage) => !resultOf.has(passage.id))
        .map((passage) => (
          <Path key={passage.id} d={line(passage)} stroke="line" strokeWidth="0.6" fill="none" />
        ))}
      {passages.map(({ passage, clear }) => {
        const look = looks[clear === null ? "open" : clear ? "clear" : "blocked"];
        const isHere = passage.id === chosen;
        return (
          <Group
            key={passage.id}
            role="button"
            tabIndex={0}
            aria-label={`${passage.name}, ${look.words}`}
            aria-pressed={isHere}
            cursor="pointer"
            onClick={() => onChoose(passage.id)}
            _focusVisible={{ outline: "none", "& .reach": { strokeOpacity: 0.5 } }}
            onKeyDown={(event: KeyboardEvent) => {
              if (event.key === "Enter" || event.key === " ") {
                event.preventDefault();
                onChoose(passage.id);
              }
            }}
          >
            <title>{`${passage.name}: ${look.words}`}</title>
            <Path
              className="reach"
              d={line(passage)}
              stroke="ember"
              strokeWidth="4"
              strokeOpacity={isHere ? 0.45 : 0}
              fill="none"
              strokeLinecap="round"
            />
            <Path
              d={line(passage)}
              stroke={look.stroke}
              strokeWidth={look.weight}
              strokeDasharray={look.dash}
              fill="none"
            />
          </Group>
        );
      })}
      {circuit.nodes.map((node) => (
        <g key={node.id}>
          <Circle
            cx={node.x}
            cy={node.y}
            r="3.6"
            fill="panel"
            stroke="lineStrong"
            strokeWidth={node.stops ? 1.1 : 0.6}
            strokeDasharray={node.stops ? "1 0.7" : undefined}
            pointerEvents="none"
          />
          <Text x={node.x} y={node.y + 1.1} fontSize="2.9px" textAnchor="middle" fill="ink" pointerEvents="none">
            {node.label.length <= 3 ? node.label : ""}
          </Text>
          {node.label.length > 3 && (
            <Text x={node.x} y={node.y - 4.6} fontSize="3.1px" textAnchor="middle" fill="quiet" pointerEvents="none">
              {node.label}
            </Text>
          )}
        </g>
      ))}
    </Svg>
  );
}
