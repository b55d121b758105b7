"use client";
import { Box, Button, Dialog, Flex, NativeSelect, Portal, chakra } from "@chakra-ui/react";
import { useRef, useState, type FormEvent, type PointerEvent } from "react";
import type { PhotoMark } from "@/core/entry/schema";
import { expandedUncertainty } from "@/core/measure/conformity";
import type { Spot } from "@/core/numeric/plane";
import type { Photo } from "@/core/photo/photos";
import { readMarks, type ReadMark } from "@/core/photo/read-marks";
import { sayProblem } from "@/words/say-problem";
import { useJob } from "../job/JobContext";
import { Chip } from "../kit/Chip";
import { readDecimal } from "../kit/decimal";
import { SmallInput } from "../kit/SmallInput";
import { withUncertainty } from "../kit/with-uncertainty";
import { photoPath } from "./SmallPhoto";

const Svg = chakra("svg");
const tools = ["ring", "arrow", "words", "scale", "length", "area"] as const;
type Tool = (typeof tools)[number];
const toolWords: Readonly<Record<Tool, { name: string; how: string }>> = {
  ring: { name: "Ring", how: "Press at the middle and pull out." },
  arrow: { name: "Arrow", how: "Press where it begins, let go at what it points to." },
  words: { name: "Words", how: "Type below, then press where they stand." },
  scale: { name: "Scale", how: "Press at one end of a known length, let go at the other." },
  length: { name: "Length", how: "Press at one end, let go at the other." },
  area: { name: "Area", how: "Press at each corner; press “Close” when round." },
};

const sayMeasure = ({ drawn: { mark }, measure }: ReadMark) =>
  measure
    ? `${withUncertainty(measure.value, expandedUncertainty(measure))} ${mark.kind === "area" ? "mm²" : "mm"}`
    : null;
const nameOf = (read: ReadMark): string => {
  const { mark } = read.drawn;
  if (mark.kind === "words") return `“${mark.text}”`;
  if (mark.kind === "scale") return `scale: ${mark.lengthMm} mm`;
  return [toolWords[mark.kind].name.toLowerCase(), sayMeasure(read)].filter(Boolean).join(" ");
};

/** One mark over the picture, in its pixels; a dark edge under every stroke keeps it readable on anything. */
function Mark({ mark, label, px }: { mark: PhotoMark; label: string | null; px: number }) {
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

type Draft = { readonly tool: Tool; readonly spots: readonly Spot[] };

const asMark = ({ tool, spots }: Draft): PhotoMark | null => {
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

/** How far the part may have been from square to the camera. */
const tilts = [
  [5, "square to the camera"],
  [15, "about square (up to 15°)"],
  [30, "at a slant (up to 30°)"],
] as const;

function ScaleForm({
  draft,
  onKeep,
  onLeave,
}: {
  draft: Draft;
  onKeep: (mark: PhotoMark) => void;
  onLeave: () => void;
}) {
  const [length, setLength] = useState("");
  const [doubt, setDoubt] = useState("0.2");
  const [tilt, setTilt] = useState(5);
  const [lengthMm, doubtMm] = [readDecimal(length), readDecimal(doubt)];
  const wrong = length !== "" && !(lengthMm !== null && lengthMm > 0);
  const keep = (event: FormEvent) => {
    event.preventDefault();
    const mark = asMark(draft);
    // What a person gives as ± is taken for two standard uncertainties.
    if (mark?.kind === "scale" && lengthMm !== null && lengthMm > 0)
      onKeep({ ...mark, lengthMm, standardMm: Math.max(0, doubtMm ?? 0) / 2, tiltDegrees: tilt });
  };
  return (
    <chakra.form onSubmit={keep} display="flex" gap="8px" alignItems="center" flexWrap="wrap" fontSize="14px">
      <span>That is</span>
      <SmallInput
        value={length}
        onChange={(event) => setLength(event.currentTarget.value)}
        aria-label="Known length, mm"
        width="84px"
        inputMode="decimal"
        autoFocus
        wrong={wrong}
      />
      <span>mm ±</span>
      <SmallInput
        value={doubt}
        onChange={(event) => setDoubt(event.currentTarget.value)}
        aria-label="Uncertainty of the known length, mm"
        width="70px"
        inputMode="decimal"
      />
      <NativeSelect.Root size="sm" width="220px">
        <NativeSelect.Field
          aria-label="How the part lay"
          value={tilt}
          onChange={(event) => setTilt(Number(event.currentTarget.value))}
        >
          {tilts.map(([degrees, words]) => (
            <option key={degrees} value={degrees}>
              {words}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      <Button type="submit" size="sm" bg="ember" color="onEmber" disabled={lengthMm === null || lengthMm <= 0}>
        Set the scale
      </Button>
      <Button size="sm" variant="ghost" onClick={onLeave}>
        Leave it
      </Button>
      {wrong && (
        <chakra.span role="alert" color="out" fontSize="13px">
          “{length}” is not a length in mm.
        </chakra.span>
      )}
    </chakra.form>
  );
}

/** One photo, whole, with what is drawn over it and what can be measured in it. */
export function PhotoView({ photo, onClose }: { photo: Photo; onClose: () => void }) {
  const { id, assessment, append, mayWrite, mayDecide, wording, nameOf: person } = useJob();
  const { job } = assessment;
  const { marks, scale } = readMarks(photo.id, job);
  const [tool, setTool] = useState<Tool | null>(null);
  const [draft, setDraft] = useState<Draft | null>(null);
  const [words, setWords] = useState("");
  const [asking, setAsking] = useState(false);
  const svg = useRef<SVGSVGElement>(null);
  const forOwner = job.photoChoices.filter((choice) => choice.photo === photo.id).at(-1)?.forOwner ?? false;
  const px = photo.width / 620;

  const spotOf = (event: PointerEvent): Spot => {
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.current!.getScreenCTM()!.inverse());
    const within = (value: number, most: number) => Math.round(Math.min(most, Math.max(0, value)) * 10) / 10;
    return [within(point.x, photo.width), within(point.y, photo.height)];
  };
  const keep = (mark: PhotoMark) => {
    append("photo-marked", { photo: photo.id, mark });
    setDraft(null);
    setAsking(false);
  };
  const onDown = (event: PointerEvent) => {
    if (!tool || asking) return;
    const spot = spotOf(event);
    if (tool === "words") {
      if (words.trim()) keep({ kind: "words", at: [...spot], text: words.trim() });
      return;
    }
    event.currentTarget.setPointerCapture(event.pointerId);
    setDraft(tool === "area" && draft ? { tool, spots: [...draft.spots, spot] } : { tool, spots: [spot] });
  };
  const onMove = (event: PointerEvent) => {
    if (draft && !asking && tool !== "area" && event.buttons > 0)
      setDraft({ ...draft, spots: [draft.spots[0]!, spotOf(event)] });
  };
  const onUp = () => {
    if (!draft || tool === "area") return;
    const mark = asMark(draft);
    if (!mark) return setDraft(null);
    if (mark.kind === "scale") setAsking(true);
    else keep(mark);
  };
  const shape = draft && asMark(draft);
  const choose = (next: Tool) => {
    setTool(tool === next ? null : next);
    setDraft(null);
    setAsking(false);
  };
  const measures = marks.filter((read) => read.drawn.mark.kind === "length" || read.drawn.mark.kind === "area");

  return (
    <Dialog.Root open onOpenChange={({ open }) => !open && onClose()} size="full">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="ground">
            <Dialog.Header py="10px" px="18px" alignItems="baseline" gap="12px" flexWrap="wrap">
              <Dialog.Title fontSize="17px">{photo.words ?? "Photo"}</Dialog.Title>
              <chakra.span fontSize="13px" color="quiet">
                {photo.part ? `${job.parts.get(photo.part)?.tag ?? ""} · ` : ""}
                {person(photo.author)}, {photo.at.slice(0, 10)}
              </chakra.span>
              <Flex ml="auto" gap="8px" align="center">
                {mayDecide && (
                  <Chip
                    isOn={forOwner}
                    onClick={() => append("photo-chosen", { photo: photo.id, forOwner: !forOwner })}
                  >
                    {forOwner ? "The owner sees it" : "Show the owner"}
                  </Chip>
                )}
                <Button size="sm" variant="outline" borderColor="lineStrong" color="ink" onClick={onClose}>
                  Close
                </Button>
              </Flex>
            </Dialog.Header>
            <Dialog.Body px="18px" pb="12px" display="flex" flexDirection="column" minHeight="0">
              <Box flex="1" minHeight="0" display="flex" justifyContent="center" bg="#0d0c0b" borderRadius="8px">
                <Svg
                  ref={svg}
                  viewBox={`0 0 ${photo.width} ${photo.height}`}
                  width="100%"
                  maxHeight={{ base: "56dvh", md: "calc(100dvh - 250px)" }}
                  role="img"
                  aria-label={`${photo.words ?? "Photo"}: ${marks.map(nameOf).join(", ") || "nothing drawn over it"}`}
                  cursor={tool ? "crosshair" : "default"}
                  touchAction={tool ? "none" : "auto"}
                  onPointerDown={onDown}
                  onPointerMove={onMove}
                  onPointerUp={onUp}
                >
                  <image href={photoPath(id, photo.photo, "full")} width={photo.width} height={photo.height} />
                  {marks.map((read) => (
                    <Mark
                      key={read.drawn.id}
                      mark={read.drawn.mark}
                      px={px}
                      label={read.drawn.mark.kind === "scale" ? `${read.drawn.mark.lengthMm} mm` : sayMeasure(read)}
                    />
                  ))}
                  {shape && <Mark mark={shape} px={px} label={null} />}
                  {draft?.tool === "area" &&
                    draft.spots.map(([x, y], at) => (
                      <circle
                        key={at}
                        cx={x}
                        cy={y}
                        r={4 * px}
                        fill="#ff9a55"
                        stroke="#171513"
                        strokeWidth={1.5 * px}
                      />
                    ))}
                </Svg>
              </Box>
              {mayWrite && (
                <Flex gap="6px" mt="10px" wrap="wrap" align="center">
                  {tools.map((each) => (
                    <Chip key={each} isOn={tool === each} onClick={() => choose(each)}>
                      {toolWords[each].name}
                    </Chip>
                  ))}
                  {tool && !asking && (
                    <chakra.span fontSize="13px" color="quiet">
                      {toolWords[tool].how}
                      {(tool === "length" || tool === "area") && !scale
                        ? " Without a scale it measures nothing: set one first."
                        : ""}
                    </chakra.span>
                  )}
                  {tool === "words" && (
                    <SmallInput
                      value={words}
                      onChange={(event) => setWords(event.currentTarget.value)}
                      aria-label="Words for the photo"
                      placeholder="words"
                      width="220px"
                      maxLength={200}
                      autoFocus
                    />
                  )}
                  {draft?.tool === "area" && (
                    <Button
                      size="sm"
                      bg="ember"
                      color="onEmber"
                      disabled={draft.spots.length < 3}
                      onClick={() => {
                        const mark = asMark(draft);
                        if (mark) keep(mark);
                      }}
                    >
                      Close the outline
                    </Button>
                  )}
                </Flex>
              )}
              {asking && draft && (
                <Box mt="8px">
                  <ScaleForm
                    draft={draft}
                    onKeep={keep}
                    onLeave={() => {
                      setAsking(false);
                      setDraft(null);
                    }}
                  />
                </Box>
              )}
              <Flex gap="8px" mt="8px" wrap="wrap" align="center" fontSize="13px">
                {marks.map((read) => (
                  <chakra.span
                    key={read.drawn.id}
                    display="inline-flex"
                    gap="6px"
                    alignItems="center"
                    borderWidth="1px"
                    borderColor="line"
                    borderRadius="7px"
                    px="8px"
                    py="2px"
                  >
                    {nameOf(read)}
                    {read.problem && <chakra.span color="out">{sayProblem(read.problem, wording)}</chakra.span>}
                    {mayWrite && (
                      <chakra.button
                        type="button"
                        aria-label={`Take away ${nameOf(read)}`}
                        minWidth="24px"
                        minHeight="28px"
                        color="quiet"
                        cursor="pointer"
                        _hover={{ color: "out" }}
                        onClick={() => append("entry-struck", { strikes: [read.drawn.id], undo: true })}
                      >
                        ×
                      </chakra.button>
                    )}
                  </chakra.span>
                ))}
              </Flex>
              {scale?.problems.map((found) => (
                <chakra.p key={found.code} fontSize="13px" color="near" mt="4px">
                  {sayProblem(found, wording)}
                </chakra.p>
              ))}
              {measures.length > 0 && scale && (
                <chakra.p fontSize="12px" color="quiet" mt="4px">
                  Measured in the plane of the scale, at 95 %: pointing, the known length and a tilt of{" "}
                  {scale.tiltDegrees.toFixed(0)}° are in it; the lens is not.
                </chakra.p>
              )}
            </Dialog.Body>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
