"use client";
import { Box, Button, Dialog, Flex, Portal, chakra } from "@chakra-ui/react";
import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent, type ReactNode } from "react";
import type { PhotoMark } from "@/core/entry/schema";
import { expandedUncertainty } from "@/core/measure/conformity";
import type { Spot } from "@/core/numeric/plane";
import type { Photo } from "@/core/photo/photos";
import { readMarks, type ReadMark } from "@/core/photo/read-marks";
import { sayProblem } from "@/words/say-problem";
import type { Unit } from "@/core/quantity/units";
import { useJob } from "../job/JobContext";
import { Chip } from "../kit/Chip";
import { SmallInput } from "../kit/SmallInput";
import { withUncertainty } from "../kit/with-uncertainty";
import { DrawnMark, asMark, tools, type Draft, type Tool } from "./DrawnMark";
import { ScaleForm } from "./ScaleForm";
import { photoPath } from "./SmallPhoto";
import { useZoom } from "./use-zoom";
import { Day } from "../kit/day";

const Svg = chakra("svg");
const toolWords: Readonly<Record<Tool, { name: string; how: string }>> = {
  ring: { name: "Ring", how: "Press at the middle and pull out." },
  arrow: { name: "Arrow", how: "Press where it begins, let go at what it points to." },
  words: { name: "Words", how: "Type below, then press where they stand." },
  scale: { name: "Scale", how: "Press at one end of a known length, let go at the other." },
  length: { name: "Length", how: "Press at one end, let go at the other." },
  area: { name: "Area", how: "Press at each corner; press “Close” when round." },
};

/** A length or an area in the unit lengths are shown in. */
function sayMeasure({ drawn: { mark }, measure }: ReadMark, unit: Unit): string | null {
  if (!measure) return null;
  const [factor, symbol] = mark.kind === "area" ? [unit.factor ** 2, `${unit.symbol}²`] : [unit.factor, unit.symbol];
  return `${withUncertainty(measure.value / factor, expandedUncertainty(measure) / factor)} ${symbol}`;
}
const sayScale = ({ lengthMm, typed }: Extract<PhotoMark, { kind: "scale" }>) => typed ?? `${lengthMm} mm`;
function nameOf(read: ReadMark, unit: Unit): string {
  const { mark } = read.drawn;
  if (mark.kind === "words") return `“${mark.text}”`;
  if (mark.kind === "scale") return `scale: ${sayScale(mark)}`;
  return [toolWords[mark.kind].name.toLowerCase(), sayMeasure(read, unit)].filter(Boolean).join(" ");
}

const keysWords =
  "Plus and minus look nearer and further, arrows move; with a tool chosen arrows point and Enter presses.";
const keysHow = "Arrows point, with Shift ten times as far; Enter presses and lets go.";

function ZoomButton({ label, onClick, children }: { label: string; onClick: () => void; children: ReactNode }) {
  return (
    <chakra.button
      type="button"
      aria-label={label}
      title={label}
      onClick={onClick}
      minWidth="36px"
      minHeight="34px"
      px="6px"
      fontSize="13px"
      fontVariantNumeric="tabular-nums"
      borderRadius="6px"
      cursor="pointer"
      _hover={{ bg: "raised" }}
    >
      {children}
    </chakra.button>
  );
}

/** One photo, whole, with what is drawn over it and what can be measured in it. */
export function PhotoView({ photo, onClose }: { photo: Photo; onClose: () => void }) {
  const { id, assessment, append, mayWrite, mayDecide, wording, nameOf: person } = useJob();
  const { unit } = wording;
  const { job } = assessment;
  const { marks, scale } = readMarks(photo.id, job);
  const [tool, setTool] = useState<Tool | null>(null);
  const [draft, setDraft] = useState<Draft | null>(null);
  const [words, setWords] = useState("");
  const [asking, setAsking] = useState(false);
  const svg = useRef<SVGSVGElement>(null);
  const forOwner = job.photoChoices.filter((choice) => choice.photo === photo.id).at(-1)?.forOwner ?? false;
  const zoom = useZoom([photo.width, photo.height]);
  const px = photo.width / 620 / zoom.times;
  /** Where the keys point; null while a pointer does. */
  const [cross, setCross] = useState<Spot | null>(null);

  const inPicture = ([x, y]: Spot): Spot => {
    const within = (value: number, most: number) => Math.round(Math.min(most, Math.max(0, value)) * 10) / 10;
    return [within(x, photo.width), within(y, photo.height)];
  };
  const spotOf = (event: Pick<PointerEvent, "clientX" | "clientY">): Spot => {
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.current!.getScreenCTM()!.inverse());
    return inPicture([x, y]);
  };
  const keep = (mark: PhotoMark) => {
    append("photo-marked", { photo: photo.id, mark });
    setDraft(null);
    setAsking(false);
  };
  /** Fingers on the picture, where they were last. */
  const fingers = useRef(new Map<number, Spot>());
  const press = (spot: Spot) => {
    if (tool === "words") {
      if (words.trim()) keep({ kind: "words", at: [...spot], text: words.trim() });
    } else if (tool)
      setDraft(tool === "area" && draft ? { tool, spots: [...draft.spots, spot] } : { tool, spots: [spot] });
  };
  const letGo = () => {
    if (!draft || draft.tool === "area") return;
    const mark = asMark(draft);
    if (!mark) return setDraft(null);
    if (mark.kind === "scale") setAsking(true);
    else keep(mark);
  };
  const onDown = (event: PointerEvent) => {
    fingers.current.set(event.pointerId, [event.clientX, event.clientY]);
    event.currentTarget.setPointerCapture(event.pointerId);
    setCross(null);
    // A second finger looks nearer: what the first one began to draw was not meant.
    if (fingers.current.size > 1) setDraft(null);
    else if (tool && !asking) press(spotOf(event));
  };
  const onMove = (event: PointerEvent) => {
    const before = fingers.current.get(event.pointerId);
    if (!before) return;
    const here: Spot = [event.clientX, event.clientY];
    const scale = svg.current!.getScreenCTM()!.a;
    if (fingers.current.size === 2) {
      const [other] = [...fingers.current].filter(([finger]) => finger !== event.pointerId).map(([, at]) => at);
      const apart = ([x, y]: Spot) => Math.hypot(x - other![0], y - other![1]);
      const between = { clientX: (here[0] + other![0]) / 2, clientY: (here[1] + other![1]) / 2 };
      zoom.nearer(apart(here) / Math.max(1, apart(before)), spotOf(between));
      zoom.move([(before[0] - here[0]) / 2 / scale, (before[1] - here[1]) / 2 / scale]);
    } else if (!tool) zoom.move([(before[0] - here[0]) / scale, (before[1] - here[1]) / scale]);
    else if (draft && !asking && draft.tool !== "area") setDraft({ ...draft, spots: [draft.spots[0]!, spotOf(event)] });
    fingers.current.set(event.pointerId, here);
  };
  const onUp = (event: PointerEvent) => {
    fingers.current.delete(event.pointerId);
    letGo();
  };
  /** The browser took the finger for something else: nothing was meant to be drawn. */
  const onCancel = (event: PointerEvent) => {
    fingers.current.delete(event.pointerId);
    if (!asking && draft?.tool !== "area") setDraft(null);
  };
  const onKey = (event: KeyboardEvent) => {
    const step = (event.shiftKey ? 20 : 2) * px;
    const ways: Readonly<Record<string, Spot>> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    };
    const way = ways[event.key];
    if (way && !tool) zoom.move([way[0] * 5, way[1] * 5]);
    else if (way && !asking) {
      const [x, y] = cross ?? zoom.middle;
      const next = inPicture([x + way[0], y + way[1]]);
      setCross(next);
      zoom.show(next);
      if (draft && draft.tool !== "area") setDraft({ ...draft, spots: [draft.spots[0]!, next] });
    } else if ((event.key === "Enter" || event.key === " ") && tool && !asking) {
      const at = inPicture(cross ?? zoom.middle);
      setCross(at);
      if (draft && draft.tool !== "area") letGo();
      else press(at);
    } else if (event.key === "+" || event.key === "=") zoom.nearer(1.5, cross ?? undefined);
    else if (event.key === "-") zoom.nearer(1 / 1.5, cross ?? undefined);
    else if (event.key === "0") zoom.reset();
    else if (event.key === "Escape" && draft && !asking) setDraft(null);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const { nearer } = zoom;
  useEffect(() => {
    const picture = svg.current;
    // A wheel that looks nearer must not scroll as well: React's own listener could not stop that.
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(picture!.getScreenCTM()!.inverse());
      nearer(Math.exp(-event.deltaY / 400), [x, y]);
    };
    picture?.addEventListener("wheel", onWheel, { passive: false });
    return () => picture?.removeEventListener("wheel", onWheel);
  });
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
                {person(photo.author)}, <Day of={photo.at} />
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
              <Box
                flex="1"
                minHeight="0"
                display="flex"
                justifyContent="center"
                position="relative"
                bg="#0d0c0b"
                borderRadius="8px"
                overflow="hidden"
              >
                <Svg
                  ref={svg}
                  viewBox={zoom.viewBox}
                  width="100%"
                  height={{ base: "56dvh", md: "calc(100dvh - 250px)" }}
                  overflow="visible"
                  tabIndex={0}
                  role="application"
                  aria-label={`${photo.words ?? "Photo"}: ${marks.map((read) => nameOf(read, unit)).join(", ") || "nothing drawn over it"}. ${keysWords}`}
                  aria-roledescription="picture to point at"
                  cursor={tool ? "crosshair" : zoom.times > 1 ? "grab" : "default"}
                  touchAction="none"
                  onPointerDown={onDown}
                  onPointerMove={onMove}
                  onPointerUp={onUp}
                  onPointerCancel={onCancel}
                  onKeyDown={onKey}
                  _focusVisible={{ outline: "2px solid", outlineColor: "ember", outlineOffset: "-2px" }}
                >
                  <image href={photoPath(id, photo.photo, "full")} width={photo.width} height={photo.height} />
                  {marks.map((read) => (
                    <DrawnMark
                      key={read.drawn.id}
                      mark={read.drawn.mark}
                      px={px}
                      label={read.drawn.mark.kind === "scale" ? sayScale(read.drawn.mark) : sayMeasure(read, unit)}
                    />
                  ))}
                  {shape && <DrawnMark mark={shape} px={px} label={null} />}
                  {tool && cross && (
                    <path
                      d={`M${cross[0] - 14 * px} ${cross[1]}h${28 * px}M${cross[0]} ${cross[1] - 14 * px}v${28 * px}`}
                      stroke="#fff"
                      strokeWidth={1.6 * px}
                    />
                  )}
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
                <Flex position="absolute" right="8px" bottom="8px" gap="4px" bg="ground" borderRadius="8px" p="3px">
                  <ZoomButton label="Look further" onClick={() => zoom.nearer(1 / 1.5)}>
                    −
                  </ZoomButton>
                  <ZoomButton label="The whole photo" onClick={zoom.reset}>
                    {Math.round(zoom.times * 100)} %
                  </ZoomButton>
                  <ZoomButton label="Look nearer" onClick={() => zoom.nearer(1.5)}>
                    +
                  </ZoomButton>
                </Flex>
              </Box>
              <chakra.p srOnly aria-live="polite">
                {tool && cross ? `at ${Math.round(cross[0])}, ${Math.round(cross[1])}` : ""}
              </chakra.p>
              {mayWrite && (
                <Flex gap="6px" mt="10px" wrap="wrap" align="center">
                  {tools.map((each) => (
                    <Chip key={each} isOn={tool === each} onClick={() => choose(each)}>
                      {toolWords[each].name}
                    </Chip>
                  ))}
                  {tool && !asking && (
                    <chakra.span fontSize="13px" color="quiet">
                      {toolWords[tool].how} {cross && keysHow}
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
                    {nameOf(read, unit)}
                    {read.problem && <chakra.span color="out">{sayProblem(read.problem, wording)}</chakra.span>}
                    {mayWrite && (
                      <chakra.button
                        type="button"
                        aria-label={`Take away ${nameOf(read, unit)}`}
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
