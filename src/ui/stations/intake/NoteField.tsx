"use client";
import { Box, Flex, Input, Textarea, chakra } from "@chakra-ui/react";
import { useState } from "react";
import type { Note, Section } from "@/core/entry/notes";
import { moveOn } from "../../kit/move-on";
import { useJob } from "../../job/JobContext";
import type { NumberIn } from "../../job/use-number-in";
import { quantityNote, readNote, type NoteKind } from "./read-note";
import { useNote } from "../../job/use-note";

interface Props {
  readonly section: Section;
  readonly item: string;
  readonly label: string;
  readonly kind: NoteKind;
  /** What stands beside it. */
  readonly unit?: string;
  /** How it is shown and typed, where it is a quantity of the pack. */
  readonly quantity?: NumberIn;
  readonly place?: string;
  /** The part it is about, where it is not the whole engine. */
  readonly part?: string;
  /** What holds as long as nobody says otherwise here. */
  readonly fallback?: Note["value"];
  readonly width?: string;
}

/** One line of the ledger: typed and kept with Enter or by going on; unknown is one of its answers. */
export function NoteField({
  section,
  item,
  label,
  kind,
  unit = "",
  quantity,
  place,
  part,
  fallback,
  width = "112px",
}: Props) {
  const { assessment, mayWrite } = useJob();
  const note = useNote();
  const stored = assessment.order.notes.value(section, item, part ?? null, place ?? null);
  const shown = stored === undefined ? (fallback ?? null) : stored;
  const [draft, setDraft] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const read = (text: string) => (quantity ? quantityNote(quantity, text) : readNote(kind, text.trim()));
  /** Leaving a field keeps it: Enter goes on to the next one, and stays where nothing can be made of what was typed. */
  const goOn = (field: HTMLInputElement) => {
    const isFine = draft === null || draft.trim() === "" || !("wrong" in read(draft));
    if (!isFine || !moveOn(field)) keep();
  };
  const keep = () => {
    if (draft === null) return;
    if (draft.trim() === "") return setDraft(null);
    const made = read(draft);
    if ("wrong" in made) return setWrong(made.wrong);
    setDraft(null);
    setWrong(null);
    if (made.value !== stored) note(section, item, made.value, { place, part, typed: made.typed });
  };
  return (
    <Box py="5px">
      <Flex align="center" gap="10px" wrap="wrap">
        <chakra.label display="flex" alignItems="center" gap="10px" fontSize="14px" flex="1" minWidth="200px">
          <chakra.span flex="1">{label}</chakra.span>
          {kind === "words" ? (
            <Textarea
              value={draft ?? (shown === null ? "" : String(shown))}
              onChange={(event) => setDraft(event.currentTarget.value)}
              onBlur={keep}
              disabled={!mayWrite}
              maxLength={2000}
              rows={2}
              autoresize
              width={width}
              placeholder={stored === null ? "unknown" : "·"}
              borderColor="lineStrong"
            />
          ) : (
            <Input
              value={
                draft ??
                (shown === null ? "" : quantity && typeof shown === "number" ? quantity.show(shown) : String(shown))
              }
              onChange={(event) => setDraft(event.currentTarget.value)}
              onBlur={keep}
              disabled={!mayWrite}
              aria-invalid={wrong !== null}
              maxLength={40}
              onKeyDown={(event) => {
                if (event.key === "Enter") goOn(event.currentTarget);
                if (event.key === "Escape") {
                  setDraft(null);
                  setWrong(null);
                }
              }}
              size="sm"
              width={width}
              inputMode={kind === "number" && !quantity ? "decimal" : undefined}
              placeholder={stored === null ? "unknown" : "·"}
              borderColor={wrong ? "out" : "lineStrong"}
              fontVariantNumeric="tabular-nums"
            />
          )}
        </chakra.label>
        <chakra.span fontSize="13px" color="quiet" width="32px">
          {quantity ? quantity.unit.symbol : unit}
        </chakra.span>
        <chakra.button
          type="button"
          aria-pressed={stored === null}
          aria-label={`${label}: unknown`}
          disabled={!mayWrite}
          onClick={() => note(section, item, null, { place, part })}
          fontSize="13px"
          fontStyle="italic"
          minHeight="32px"
          px="8px"
          borderRadius="7px"
          borderWidth="1px"
          borderColor={stored === null ? "ember" : "transparent"}
          color={stored === null ? "ink" : "quiet"}
          cursor="pointer"
          _hover={{ color: "ink" }}
        >
          unknown
        </chakra.button>
      </Flex>
      {wrong && (
        <chakra.p role="alert" fontSize="13px" color="out">
          {wrong} What stood here before still stands.
        </chakra.p>
      )}
    </Box>
  );
}
