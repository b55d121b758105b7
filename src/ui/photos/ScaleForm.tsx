"use client";
import { Button, NativeSelect, chakra } from "@chakra-ui/react";
import { useState, type FormEvent } from "react";
import type { PhotoMark } from "@/core/entry/schema";
import { useNumberIn } from "../job/use-number-in";
import { SmallInput } from "../kit/SmallInput";
import { asMark, type Draft } from "./DrawnMark";

/** How far the part may have been from square to the camera. */
const tilts = [
  [5, "square to the camera"],
  [15, "about square (up to 15°)"],
  [30, "at a slant (up to 30°)"],
] as const;

/** The known length between the two ends that were pointed at, and how the part lay. */
export function ScaleForm({
  draft,
  onKeep,
  onLeave,
}: {
  draft: Draft;
  onKeep: (mark: PhotoMark) => void;
  onLeave: () => void;
}) {
  const [length, setLength] = useState("");
  const { unit, read, show } = useNumberIn()("mm");
  const [doubt, setDoubt] = useState(() => show(0.2));
  const [tilt, setTilt] = useState(5);
  const [known, within] = [read(length), read(doubt)];
  const isKnown = "value" in known && known.value > 0;
  const wrong =
    length.trim() === "" || isKnown
      ? "wrong" in within || within.value < 0
        ? `“${doubt}” is no uncertainty.`
        : null
      : "wrong" in known
        ? known.wrong
        : `“${length}” is no length.`;
  const keep = (event: FormEvent) => {
    event.preventDefault();
    const mark = asMark(draft);
    // What a person gives as ± is taken for two standard uncertainties.
    if (mark?.kind !== "scale" || !isKnown || "wrong" in within || within.value < 0) return;
    const { value: lengthMm, ...typed } = known;
    onKeep({ ...mark, lengthMm, ...typed, standardMm: within.value / 2, tiltDegrees: tilt });
  };
  return (
    <chakra.form onSubmit={keep} display="flex" gap="8px" alignItems="center" flexWrap="wrap" fontSize="14px">
      <span>That is</span>
      <SmallInput
        value={length}
        onChange={(event) => setLength(event.currentTarget.value)}
        aria-label={`Known length, ${unit.symbol}`}
        width="84px"
        autoFocus
        wrong={length.trim() !== "" && !isKnown}
      />
      <span>{unit.symbol} ±</span>
      <SmallInput
        value={doubt}
        onChange={(event) => setDoubt(event.currentTarget.value)}
        aria-label={`Uncertainty of the known length, ${unit.symbol}`}
        width="70px"
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
      <Button type="submit" size="sm" bg="ember" color="onEmber" disabled={!isKnown || wrong !== null}>
        Set the scale
      </Button>
      <Button size="sm" variant="ghost" onClick={onLeave}>
        Leave it
      </Button>
      {wrong && (
        <chakra.span role="alert" color="out" fontSize="13px">
          {wrong}
        </chakra.span>
      )}
    </chakra.form>
  );
}
