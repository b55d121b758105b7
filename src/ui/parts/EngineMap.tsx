import { chakra } from "@chakra-ui/react";
import type { Assessment } from "@/core/assess";
import type { Pack } from "@/core/pack/schema";
import { slotState, type SlotState } from "./slot-state";

const Svg = chakra("svg");
const Path = chakra("path");

/** Colour, stroke and fill together, so that the states differ in grey too. */
const looks: Readonly<Record<SlotState, { stroke: string; fill: string; dash?: string; words: string }>> = {
  open: { stroke: "lineStrong", fill: "transparent", words: "not measured" },
  partly: { stroke: "near", fill: "transparent", dash: "3 2", words: "cannot tell yet" },
  sound: { stroke: "sound", fill: "transparent", words: "within limits" },
  worn: { stroke: "ember", fill: "emberWash", words: "outside a limit" },
};

interface Props {
  readonly pack: Pick<Pack, "slots" | "outlines">;
  readonly assessment: Assessment;
  readonly height: number;
  readonly chosen?: string | null;
  readonly onChoose?: (slot: string) => void;
}

/** This engine as its pack lays it out, each slot marked by what is known of it. */
export function EngineMap({ pack, assessment, height, chosen = null, onChoose }: Props) {
  const outlines = new Map(pack.outlines.map((outline) => [outline.id, outline.path]));
  const placed = pack.slots.flatMap((slot) => (slot.map ? [{ ...slot, map: slot.map }] : []));
  if (placed.length === 0) return null;
  const margin = 14;
  const xs = placed.map((slot) => slot.map.x);
  const ys = placed.map((slot) => slot.map.y);
  const [left, top] = [Math.min(...xs) - margin, Math.min(...ys) - margin];
  const [width, depth] = [Math.max(...xs) + margin - left, Math.max(...ys) + margin - top];
  const summary = placed.map((slot) => `${slot.name}: ${looks[slotState(assessment, slot.id)].words}`).join("; ");

  return (
    <Svg height={`${height}px`} viewBox={`${left} ${top} ${width} ${depth}`} role="img" aria-label={summary} flexShrink={0} overflow="visible">
      {placed.map((slot) => {
        const look = looks[slotState(assessment, slot.id)];
        return (
          <g key={slot.id} transform={`translate(${slot.map.x} ${slot.map.y})`}>
            <Path
              d={outlines.get(slot.map.outline)!}
              stroke={slot.id === chosen ? "ink" : look.stroke}
              fill={look.fill}
              strokeWidth={slot.id === chosen ? 2.6 : 1.8}
              strokeDasharray={look.dash}
              cursor={onChoose ? "pointer" : undefined}
              onClick={onChoose && (() => onChoose(slot.id))}
            >
              <title>{`${slot.name}: ${look.words}`}</title>
            </Path>
          </g>
        );
      })}
    </Svg>
  );
}
