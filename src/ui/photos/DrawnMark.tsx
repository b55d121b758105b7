import type { PhotoMark } from "@/core/entry/schema";
import type { Spot } from "@/core/numeric/plane";

export const tools = ["ring", "arrow", "words", "scale", "length", "area"] as const;
export type Tool = (typeof tools)[number];

/** A mark that is being drawn. */
export type Draft = { readonly tool: Tool; readonly spots: readonly Spot[] };

/** What a draft draws; null while it is not enough of it. */
export const asMark = ({ tool, spots }: Draft): PhotoMark | null => {
  const [from, to] = [spots[0], spots.at(-1)];
  if (!from || !to || spots.length < 2) return null;
  if (tool === "ring")
    return { kind: "ring", at: [...from], radius: Math.max(4, Math.hypot(to[0] - from[0], to[1] - from[1])) };
  if (tool === "area")
    return spots.length >= 3
      ? { kind: "area", corners: spots.map((spot) => [...spot]) }
      : { kind: "length", from: [...from], to: [...to] };
  if (tool === "words") return null;
  if (tool === "scale")
    return { kind: "scale", from: [...from], to: [...to], lengthMm: 1, standardMm: 0, tiltDegrees: 0 };
  return { kind: tool, from: [...from], to: [...to] };
};

/** One mark over the picture, in its pixels; a dark edge under every stroke keeps it readable on anything. */
export function DrawnMark({ mark, label, px }: { mark: PhotoMark; label: string | null; px: number }) {
  const stroke = { fill: "none", strokeLinecap: "round" as const, strokeLinejoin: "round" as const };
  const twice = (draw: (color: string, width: number) => React.ReactNode) => (
    <>
      {draw("#171513", 5 * px)}
      {draw(mark.kind === "scale" ? "#7fd0e8" : "#ff9a55", 2.4 * px)}
    </>
  );
  const text = (at: Spot, words: string) => (
    <text
      x={at[0]}
      y={at[1]}
      fontSize={15 * px}
      fontWeight={700}
      fill="#fff"
      stroke="#171513"
      strokeWidth={4 * px}
      paintOrder="stroke"
      strokeLinejoin="round"
    >
      {words}
    </text>
  );
  if (mark.kind === "ring")
    return twice((color, width) => (
      <circle cx={mark.at[0]} cy={mark.at[1]} r={mark.radius} stroke={color} strokeWidth={width} {...stroke} />
    ));
  if (mark.kind === "words") return text(mark.at, mark.text);
  if (mark.kind === "area") {
    const middle: Spot = [
      mark.corners.reduce((sum, [x]) => sum + x, 0) / mark.corners.length,
      mark.corners.reduce((sum, [, y]) => sum + y, 0) / mark.corners.length,
    ];
    return (
      <>
        {twice((color, width) => (
          <polygon
            points={mark.corners.join(" ")}
            stroke={color}
            strokeWidth={width}
            {...stroke}
            fill={color === "#171513" ? "none" : "#ff9a5533"}
          />
        ))}
        {label && text(middle, label)}
      </>
    );
  }
  const [from, to] = [mark.from, mark.to];
  const angle = Math.atan2(to[1] - from[1], to[0] - from[0]);
  const tip = (turn: number): Spot => [
    to[0] - 16 * px * Math.cos(angle + turn),
    to[1] - 16 * px * Math.sin(angle + turn),
  ];
  const end = (at: Spot) =>
    `M${at[0] - 8 * px * Math.sin(angle)} ${at[1] + 8 * px * Math.cos(angle)}L${at[0] + 8 * px * Math.sin(angle)} ${at[1] - 8 * px * Math.cos(angle)}`;
  const path = `M${from.join(" ")}L${to.join(" ")}${mark.kind === "arrow" ? `M${tip(0.5).join(" ")}L${to.join(" ")}L${tip(-0.5).join(" ")}` : end(from) + end(to)}`;
  return (
    <>
      {twice((color, width) => (
        <path d={path} stroke={color} strokeWidth={width} {...stroke} />
      ))}
      {label && text([(from[0] + to[0]) / 2 + 8 * px, (from[1] + to[1]) / 2 - 10 * px], label)}
    </>
  );
}
