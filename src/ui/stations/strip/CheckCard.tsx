"use client";
import { Box, Button, Flex, Grid, chakra } from "@chakra-ui/react";
import { useState } from "react";
import type { CheckPlace, CheckResult } from "@/core/strip/assess-strip";
import { capital } from "@/words/capital";
import { sayRef } from "@/words/say-option";
import { useJob } from "../../job/JobContext";
import { useNumberIn, type NumberIn } from "../../job/use-number-in";
import { Chip } from "../../kit/Chip";
import { moveOn } from "../../kit/move-on";
import { SmallInput } from "../../kit/SmallInput";

type Noted = Partial<{ state: string; value: number; typed: string; skipped: string }>;

/** Notes one place of a check; what stood there before gives way. */
function useNoteCheck({ check }: CheckResult): (place: CheckPlace, noted: Noted) => void {
  const { append } = useJob();
  return (place, noted) => {
    const [before] = place.notes.length === 1 ? place.notes : [];
    const kept =
      noted.skipped === undefined
        ? {
            state: before?.state ?? null,
            value: before?.value ?? null,
            ...(before?.typed === undefined || noted.value !== undefined ? {} : { typed: before.typed }),
          }
        : { state: null, value: null };
    append("check-noted", {
      check: check.id,
      place: place.id,
      skipped: null,
      ...kept,
      ...noted,
      ...(place.notes.length > 0 ? { supersedes: place.notes.map((note) => note.id) } : {}),
    });
  };
}

function Place({
  result,
  place,
  note,
}: {
  result: CheckResult;
  place: CheckPlace;
  note: (place: CheckPlace, noted: Noted) => void;
}) {
  const { mayWrite, nameOf } = useJob();
  const numberIn = useNumberIn();
  const { check } = result;
  const figure = check.figure && numberIn(check.figure.unit);
  const [draft, setDraft] = useState<string | null>(null);
  const [stands] = place.notes.length === 1 ? place.notes : [];
  const read = draft === null || draft.trim() === "" ? null : (figure?.read(draft) ?? null);
  const wrong = read !== null && "wrong" in read ? read.wrong : null;
  const keep = () => {
    if (read !== null && "wrong" in read) return;
    if (read !== null && read.value !== stands?.value) note(place, read);
    setDraft(null);
  };
  const label = check.places.length > 0 ? capital(place.name) : check.name;
  return (
    <Box>
      <Flex gap="6px" align="center" wrap="wrap" py="3px" role="group" aria-label={label}>
        <chakra.span
          fontSize="14px"
          minWidth={check.places.length > 0 ? "74px" : "0"}
          color={place.amiss ? "out" : stands ? "ink" : "quiet"}
          fontWeight={place.amiss ? 700 : 400}
        >
          {check.places.length > 0 ? label : ""}
        </chakra.span>
        {figure && (
          <>
            <SmallInput
              value={draft ?? (stands?.value == null ? "" : figure.show(stands.value))}
              onChange={(event) => setDraft(event.currentTarget.value)}
              onBlur={keep}
              onKeyDown={(event) => {
                // Going on keeps it; what makes no sense holds the hands where it is.
                if (event.key === "Enter" && (wrong !== null || !moveOn(event.currentTarget))) keep();
              }}
              wrong={wrong !== null}
              disabled={!mayWrite}
              width="78px"
              aria-label={`${label}, ${figure.unit.symbol}`}
              title={stands?.typed === undefined ? undefined : `typed ${stands.typed}`}
              fontVariantNumeric="tabular-nums"
              placeholder={stands?.skipped ? "skipped" : ""}
            />
            <chakra.span fontSize="12px" color="quiet">
              {figure.unit.symbol}
            </chakra.span>
          </>
        )}
        {check.states?.map((state, at) => (
          <Chip
            key={state.id}
            isOn={stands?.state === state.id}
            tone={at === 0 ? "sound" : "out"}
            disabled={!mayWrite}
            onClick={() => note(place, { state: state.id })}
          >
            {state.name}
          </Chip>
        ))}
        {place.amiss && (
          <chakra.span fontSize="12px" color="out">
            not as it should be
          </chakra.span>
        )}
      </Flex>
      {wrong && (
        <chakra.p role="alert" fontSize="12px" color="out">
          {wrong} What you typed stays here until you correct it.
        </chakra.p>
      )}
      {place.notes.length > 1 && (
        <chakra.p fontSize="12px" color="near">
          Noted differently:{" "}
          {place.notes
            .map(
              (each) =>
                `${[each.value, check.states?.find((state) => state.id === each.state)?.name].filter((part) => part != null).join(" ")} by ${nameOf(each.author)}`,
            )
            .join("; ")}
          . Note it again.
        </chakra.p>
      )}
    </Box>
  );
}

/** Between what a figure should lie, in the unit it is shown in. */
function sayBounds(
  { low, high }: NonNullable<CheckResult["check"]["figure"]>,
  { show, unit }: NumberIn,
): string | null {
  if (low !== undefined && high !== undefined) return `${show(low)} to ${show(high)} ${unit.symbol}`;
  if (low !== undefined) return `at least ${show(low)} ${unit.symbol}`;
  return high === undefined ? null : `at most ${show(high)} ${unit.symbol}`;
}

/** Something to look at while it can still be: offered before the step that ends it. */
export function CheckCard({ result }: { result: CheckResult }) {
  const { mayWrite, wording } = useJob();
  const numberIn = useNumberIn();
  const note = useNoteCheck(result);
  const [skipping, setSkipping] = useState<string | null>(null);
  const { check, places, state } = result;
  const open = places.filter((place) => place.notes.length === 0);
  const [asItShould] = check.states ?? [];
  const within = check.figure && sayBounds(check.figure, numberIn(check.figure.unit));
  const skip = () => {
    for (const place of open) note(place, { skipped: skipping!.trim() || "skipped" });
    setSkipping(null);
  };
  return (
    <Box py="10px" borderTopWidth="1px" borderColor="line" id={`check-${check.id}`}>
      <Flex justify="space-between" align="baseline" gap="10px" wrap="wrap">
        <chakra.h3 fontSize="15px" fontWeight={700}>
          {check.name}
        </chakra.h3>
        <chakra.span fontSize="12px" color={state === "open" ? "near" : state === "lost" ? "out" : "quiet"}>
          {state === "open"
            ? `${open.length} to note before this step`
            : state === "lost"
              ? "can never be known"
              : state}
        </chakra.span>
      </Flex>
      <chakra.p fontSize="13px" color="quiet">
        {check.how}
        {within ? ` As it should be: ${within}.` : ""} {sayRef(check.ref, wording.sources)}
      </chakra.p>
      {check.caution && (
        <chakra.p fontSize="12px" color="near">
          {check.caution}
        </chakra.p>
      )}
      <Grid
        templateColumns={{ base: "1fr", xl: places.length > 5 && !check.states ? "1fr 1fr" : "1fr" }}
        columnGap="18px"
        mt="4px"
      >
        {places.map((place) => (
          <Place key={place.id ?? ""} result={result} place={place} note={note} />
        ))}
      </Grid>
      {mayWrite && open.length > 0 && (
        <Flex gap="8px" mt="6px" wrap="wrap" align="center">
          {asItShould && open.length > 1 && (
            <Button
              size="sm"
              variant="outline"
              borderColor="lineStrong"
              color="ink"
              onClick={() => open.forEach((place) => note(place, { state: asItShould.id }))}
            >
              All {open.length}: {asItShould.name}
            </Button>
          )}
          {skipping === null ? (
            <Button size="sm" variant="ghost" onClick={() => setSkipping("")}>
              Skip {open.length > 1 ? "the rest" : "it"}
            </Button>
          ) : (
            <>
              <SmallInput
                value={skipping}
                onChange={(event) => setSkipping(event.currentTarget.value)}
                onKeyDown={(event) => event.key === "Enter" && skip()}
                placeholder="why it is skipped"
                aria-label="Why it is skipped"
                width="220px"
                autoFocus
              />
              <Button size="sm" variant="outline" borderColor="lineStrong" color="ink" onClick={skip}>
                Skip
              </Button>
            </>
          )}
        </Flex>
      )}
    </Box>
  );
}
