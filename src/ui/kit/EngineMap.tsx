"use client";
import { memo, useLayoutEffect, useMemo, useRef, useState, type KeyboardEvent } from "react";
import type { Pack } from "@/core/pack/schema";
import type { SlotState } from "@/core/views/slot-state";
import { labelSize, layOutMap, nextOnMap, type Direction, type Placed } from "./map-layout";
import { Path, Svg, Text } from "./svg";

interface Look {
  readonly stroke: string;
  readonly fill: string;
  readonly weight: number;
  readonly dash?: string;
  readonly words: string;
}

/** Stroke, dash, weight and fill together, so that the states differ in grey too. */
export const mapLooks: Readonly<Record<SlotState | "unjudged", Look>> = {
  open: { stroke: "lineStrong", fill: "transparent", weight: 1, words: "not measured" },
  partly: { stroke: "near", fill: "transparent", weight: 1.4, dash: "2.2 1.6", words: "cannot tell yet" },
  sound: { stroke: "sound", fill: "transparent", weight: 1.6, words: "may be used again" },
  refused: { stroke: "ember", fill: "emberWash", weight: 2.6, words: "not as it is" },
  unjudged: { stroke: "line", fill: "transparent", weight: 1, words: "nothing to decide" },
};

const directions: Readonly<Record<string, Direction>> = {
  ArrowLeft: "left",
  ArrowRight: "right",
  ArrowUp: "up",
  ArrowDown: "down",
};

interface Props {
  readonly pack: Pick<Pack, "slots" | "outlines">;
  /** What is known of what is in each slot; slots with nothing to decide are left out. */
  readonly states: ReadonlyMap<string, SlotState>;
  /** Height in pixels, or as much as the width allows. */
  readonly height: number | "auto";
  /** Every slot, with labels; otherwise only those that give the engine its shape. */
  readonly detail?: boolean;
  readonly chosen?: string | null;
  readonly onChoose?: (slot: string) => void;
  /** What the marks mean here, where that is something else than what becomes of parts. */
  readonly words?: Partial<Record<SlotState | "unjudged", string>>;
}

/**
 * This engine as its pack lays it out, each slot marked by what is known of it. Places stand on plain groups,
 * since the component library takes `transform` for a style.
 */
export const EngineMap = memo(function EngineMap({
  pack,
  states,
  height,
  detail = false,
  chosen = null,
  onChoose,
  words = {},
}: Props) {
  const layout = useMemo(() => layOutMap(pack, detail), [pack, detail]);
  const nodes = useRef(new Map<string, SVGGElement>());
  const [at, setAt] = useState<string | null>(null);
  const onChosen = useRef(onChoose);
  useLayoutEffect(() => void (onChosen.current = onChoose));
  const hands = useMemo<Hands>(
    () => ({
      register: (slot, node) => void (node ? nodes.current.set(slot, node) : nodes.current.delete(slot)),
      choose: (slot) => onChosen.current?.(slot),
      focus: setAt,
      key: (event, slot) => {
        const direction = directions[event.key];
        if (!direction && event.key !== "Enter" && event.key !== " ") return;
        event.preventDefault();
        event.stopPropagation();
        if (!direction) return onChosen.current?.(slot);
        const next = nextOnMap(layout?.placed ?? [], slot, direction);
        if (next) nodes.current.get(next)?.focus();
      },
    }),
    [layout],
  );
  if (!layout) return null;
  const { placed, viewBox } = layout;
  const lookOf = (slot: string) => {
    const state = states.get(slot) ?? "unjudged";
    const look = mapLooks[state];
    const meant = words[state];
    return meant === undefined ? look : { ...look, words: meant };
  };
  const size = {
    viewBox: `${viewBox.x} ${viewBox.y} ${viewBox.width} ${viewBox.height}`,
    ...(height === "auto" ? { width: "100%", maxHeight: "100%" } : { height: `${height}px` }),
  };

  if (!onChoose) {
    // A large engine drawn small must not fade: here a stroke is as wide as it says, whatever the scale.
    const summary = placed.map(({ slot }) => `${slot.name}: ${lookOf(slot.id).words}`).join("; ");
    return (
      <Svg {...size} role="img" aria-label={summary} flexShrink={0}>
        {placed.map(({ slot, path, x, y, turn }) => {
          const { stroke, fill, weight, dash } = lookOf(slot.id);
          return (
            <g key={slot.id} transform={`translate(${x} ${y}) rotate(${turn})`}>
              <Path
                d={path}
                stroke={stroke}
                fill={fill}
                strokeWidth={weight}
                strokeDasharray={dash}
                vectorEffect="non-scaling-stroke"
              />
            </g>
          );
        })}
      </Svg>
    );
  }

  // One stop for the Tab key: the arrows lead from slot to slot.
  const stop = placed.find(({ slot }) => slot.id === (at ?? chosen))?.slot.id ?? placed[0]!.slot.id;
  return (
    <Svg
      {...size}
      role="group"
      aria-label="Engine map"
      flexShrink={0}
      css={{
        "& g[role=button]": { cursor: "pointer" },
        "& g[role=button]:focus-visible": { outline: "none" },
        "& g[role=button]:focus-visible .reach": { stroke: "{colors.ember}", strokeOpacity: 0.55 },
      }}
    >
      {placed.map((place) => (
        <MapSlot
          key={place.slot.id}
          place={place}
          look={lookOf(place.slot.id)}
          isHere={place.slot.id === chosen}
          isStop={place.slot.id === stop}
          hands={hands}
        />
      ))}
    </Svg>
  );
});

interface Hands {
  readonly register: (slot: string, node: SVGGElement | null) => void;
  readonly choose: (slot: string) => void;
  readonly focus: (slot: string) => void;
  readonly key: (event: KeyboardEvent, slot: string) => void;
}

/** One slot on the map. Drawn again only when it changes: a map has more than a hundred of them. */
const MapSlot = memo(function MapSlot({
  place: { slot, path, x, y, turn, label },
  look: { stroke, fill, weight, dash, words },
  isHere,
  isStop,
  hands,
}: {
  place: Placed;
  look: Look;
  isHere: boolean;
  isStop: boolean;
  hands: Hands;
}) {
  return (
    <g transform={`translate(${x} ${y})`}>
      <g
        ref={(node) => hands.register(slot.id, node)}
        role="button"
        aria-label={`On the map: ${slot.name}, ${words}`}
        aria-pressed={isHere}
        tabIndex={isStop ? 0 : -1}
        onClick={() => hands.choose(slot.id)}
        onFocus={() => hands.focus(slot.id)}
        onKeyDown={(event) => hands.key(event, slot.id)}
      >
        <title>{`${slot.name}: ${words}`}</title>
        <g transform={`rotate(${turn})`}>
          <Path
            className="reach"
            d={path}
            fill="transparent"
            stroke="ember"
            strokeOpacity={isHere ? 0.35 : 0}
            strokeWidth={isHere ? 4.5 : 4}
            strokeLinejoin="round"
          />
          <Path
            d={path}
            stroke={isHere ? "ink" : stroke}
            fill={fill}
            strokeWidth={weight * 0.62}
            strokeDasharray={dash}
            strokeLinejoin="round"
          />
        </g>
        {label && (
          <Text
            x={label.x}
            y={label.y}
            fontSize={`${labelSize}px`}
            textAnchor="middle"
            fill="quiet"
            aria-hidden
            pointerEvents="none"
          >
            {slot.label}
          </Text>
        )}
      </g>
    </g>
  );
});
