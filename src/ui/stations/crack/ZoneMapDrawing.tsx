"use client";
import { chakra } from "@chakra-ui/react";
import { useRef, type MouseEvent } from "react";
import type { JudgedCrack, ZoneState } from "@/core/crack/assess-crack";
import type { Spot } from "@/core/numeric/plane";
import type { ZoneMap } from "@/core/pack/schema-teardown";
import { crackStateWords } from "@/words/words-for";

const Svg = chakra("svg");
const Polygon = chakra("polygon");
const Path = chakra("path");
const Circle = chakra("circle");
const Rect = chakra("rect");

/** Stroke, dash and fill by what is known of a zone; the states differ in grey too. */
export const zoneLooks: Readonly<Record<string, { stroke: string; fill: string; dash?: string; weight: number }>> = {
  "not-checked": { stroke: "lineStrong", fill: "transparent", dash: "4 4", weight: 1 },
  clear: { stroke: "sound", fill: "transparent", weight: 1.4 },
  harmless: { stroke: "sound", fill: "raised", weight: 2 },
  watch: { stroke: "near", fill: "raised", weight: 2 },
  repairable: { stroke: "ember", fill: "emberWash", weight: 2.4 },
  scrap: { stroke: "out", fill: "emberWash", weight: 3.4 },
};
const unknownLook = { stroke: "near", fill: "transparent", dash: "1.5 3", weight: 2 };

export const sayZoneState = (state: ZoneState): string => (state === null ? "cannot tell yet" : crackStateWords[state]);

interface Props {
  readonly map: ZoneMap;
  readonly zones: ReadonlyMap<string, ZoneState>;
  readonly cracks: readonly JudgedCrack[];
  readonly chosenCrack: string | null;
  readonly onChooseCrack: (crack: string) => void;
  /** The line being drawn. */
  readonly draft: readonly Spot[];
  /** Where a person pressed, in the map's millimetres; null while nothing is drawn. */
  readonly onSpot: ((spot: Spot) => void) | null;
  readonly onZone: (zone: string) => void;
  readonly chosenZones: ReadonlySet<string>;
}

/** A casting's zones as its pack draws them, with the cracks that were found. */
export function ZoneMapDrawing({
  map,
  zones,
  cracks,
  chosenCrack,
  onChooseCrack,
  draft,
  onSpot,
  onZone,
  chosenZones,
}: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const px = map.width / 780;
  const onClick = (event: MouseEvent) => {
    if (!onSpot || !svg.current) return;
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.current.getScreenCTM()!.inverse());
    onSpot([Math.round(point.x * 10) / 10, Math.round(point.y * 10) / 10]);
  };
  const path = (line: readonly Spot[]) => `M${line.map(([x, y]) => `${x} ${y}`).join("L")}`;
  return (
    <Svg
      ref={svg}
      viewBox={`${-8 * px} ${-8 * px} ${map.width + 16 * px} ${map.height + 16 * px}`}
      width="100%"
      maxHeight="400px"
      role="group"
      aria-label={`Zones: ${map.view}`}
      cursor={onSpot ? "crosshair" : undefined}
      onClick={onClick}
    >
      <Rect
        x="0"
        y="0"
        width={map.width}
        height={map.height}
        rx={6 * px}
        fill="panel"
        stroke="line"
        strokeWidth={1.2 * px}
      />
      {map.zones.map((zone) => {
        const state = zones.get(zone.id) ?? null;
        const look = state === null ? unknownLook : (zoneLooks[state] ?? unknownLook);
        const isChosen = chosenZones.has(zone.id);
        return (
          <Polygon
            key={zone.id}
            points={zone.polygon.join(" ")}
            stroke={isChosen ? "ink" : look.stroke}
            fill={look.fill}
            strokeWidth={look.weight * px}
            strokeDasharray={look.dash
              ?.split(" ")
              .map((dash) => Number(dash) * px)
              .join(" ")}
            strokeLinejoin="round"
            cursor={onSpot ? "crosshair" : "pointer"}
            role="button"
            tabIndex={onSpot ? -1 : 0}
            aria-pressed={isChosen}
            aria-label={`Zone: ${zone.name}, ${sayZoneState(state)}`}
            onClick={() => !onSpot && onZone(zone.id)}
            onKeyDown={(event) => {
              if (event.key === "Enter" || event.key === " ") {
                event.preventDefault();
                onZone(zone.id);
              }
            }}
          >
            <title>{`${zone.name}: ${sayZoneState(state)}`}</title>
          </Polygon>
        );
      })}
      {cracks.map(({ crack, verdict }) => (
        <g
          key={crack.id}
          role="button"
          tabIndex={-1}
          onClick={(event) => {
            if (!onSpot) {
              event.stopPropagation();
              onChooseCrack(crack.id);
            }
          }}
          style={{ cursor: "pointer" }}
        >
          <Path d={path(crack.line)} fill="none" stroke="ground" strokeWidth={9 * px} strokeLinecap="round" />
          <Path
            d={path(crack.line)}
            fill="none"
            stroke={verdict === "scrap" ? "out" : verdict === "repairable" ? "ember" : "ink"}
            strokeWidth={(crack.id === chosenCrack ? 5.5 : 3.6) * px}
            strokeLinecap="round"
            strokeDasharray={verdict === null ? `${5 * px} ${5 * px}` : undefined}
          />
        </g>
      ))}
      {draft.length > 0 && (
        <Path
          d={path(draft)}
          fill="none"
          stroke="ember"
          strokeWidth={4 * px}
          strokeLinecap="round"
          pointerEvents="none"
        />
      )}
      {draft.map(([x, y], at) => (
        <Circle key={at} cx={x} cy={y} r={5 * px} fill="ember" pointerEvents="none" />
      ))}
    </Svg>
  );
}
