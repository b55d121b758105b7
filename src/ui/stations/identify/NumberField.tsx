"use client";
import { Box, Flex, Input, chakra } from "@chakra-ui/react";
import { useState } from "react";
import { longestNumber, type Decoded } from "@/core/identify/decode-number";
import type { PlaceResult } from "@/core/identify/assess-identity";
import { capital } from "@/words/capital";
import { sayBuilt, sayRevision } from "@/words/say-identity";
import { sayRef } from "@/words/say-option";
import { sayProblem } from "@/words/say-problem";
import { useJob } from "../../job/JobContext";

/** How a number was read, sign by sign, and what it says. */
function DecodedNumber({ decoded }: { decoded: Decoded }) {
  const { pack, wording } = useJob();
  const nameOf = (id: string) => pack.pack.variants.find((variant) => variant.id === id)?.name ?? id;
  const { segments, variant, built, revisions, rule } = decoded;
  return (
    <Box mt="6px">
      <Flex gap="4px" wrap="wrap" aria-label="How it was read">
        {segments.map((segment, at) => (
          <Box key={at} borderWidth="1px" borderColor="line" borderRadius="6px" px="7px" py="2px" textAlign="center">
            <chakra.span display="block" fontSize="16px" fontVariantNumeric="tabular-nums">
              {segment.text}
            </chakra.span>
            <chakra.span display="block" fontSize="11px" color="quiet">
              {segment.is === "digits" || segment.is === "text"
                ? (segment.means ?? "")
                : segment.text === segment.means
                  ? segment.is
                  : `${segment.is} ${segment.means}`}
            </chakra.span>
          </Box>
        ))}
      </Flex>
      <chakra.p fontSize="13px" mt="4px">
        {variant && (
          <>
            <strong>{nameOf(variant.built)}</strong> as built
            {variant.now !== variant.built ? `, ${nameOf(variant.now)} by now` : ""}. {variant.note ?? ""}{" "}
          </>
        )}
        {built && <>{capital(sayBuilt(built))}. </>}
        <chakra.span color="quiet">
          Rule: {rule.name}, {sayRef(rule.ref, wording.sources)}
        </chakra.span>
      </chakra.p>
      {revisions.length > 0 && (
        <chakra.p fontSize="13px" color="quiet">
          As built: {revisions.map(sayRevision).join("; ")}
        </chakra.p>
      )}
    </Box>
  );
}

/** The number at one place of the engine, and what it says. */
export function NumberField({ result }: { result: PlaceResult }) {
  const { append, mayWrite, wording, nameOf } = useJob();
  const { place, read, reading } = result;
  const [draft, setDraft] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const write = (text: string) =>
    append("number-read", {
      place: place.id,
      text,
      ...(read.length > 0 ? { supersedes: read.map((each) => each.id) } : {}),
    });
  const keep = () => {
    const text = draft?.trim();
    if (!text || (read.length === 1 && text === read[0]!.text)) return setDraft(null);
    if (text.length > longestNumber)
      return setWrong(
        `That is ${text.length} signs; no number has more than ${longestNumber}. It stays here until you shorten it.`,
      );
    write(text);
    setDraft(null);
    setWrong(null);
  };
  return (
    <Box flex="1" minWidth="280px">
      <chakra.label display="block" fontSize="14px">
        <strong>{capital(place.name)}</strong>{" "}
        <chakra.span color="quiet" fontSize="12px">
          {place.where}
        </chakra.span>
        <Input
          value={draft ?? (read.length === 1 ? read[0]!.text : "")}
          onChange={(event) => setDraft(event.currentTarget.value)}
          onBlur={keep}
          disabled={!mayWrite}
          placeholder="as it stands there"
          borderColor={wrong ? "out" : "lineStrong"}
          mt="4px"
          fontSize="18px"
          fontVariantNumeric="tabular-nums"
          spellCheck={false}
          autoComplete="off"
          aria-invalid={wrong !== null}
          onKeyDown={(event) => {
            if (event.key === "Enter") keep();
            if (event.key === "Escape") {
              setDraft(null);
              setWrong(null);
            }
          }}
        />
      </chakra.label>
      {wrong && (
        <chakra.p role="alert" fontSize="13px" color="out">
          {wrong}
        </chakra.p>
      )}
      {read.length > 1 && (
        <chakra.p fontSize="13px" color="near">
          Read differently: {read.map((each) => `${each.text} by ${nameOf(each.author)}`).join(", ")}. Type the right
          one: it settles the rest.
        </chakra.p>
      )}
      {reading?.decoded.map((decoded) => (
        <DecodedNumber key={decoded.rule.id} decoded={decoded} />
      ))}
      {[...(reading?.problems ?? []), ...(reading?.decoded.flatMap((decoded) => decoded.problems) ?? [])].map(
        (found, at) => (
          <chakra.p key={at} fontSize="13px" color="near" mt="4px">
            {sayProblem(found, wording)}
          </chakra.p>
        ),
      )}
      {reading && reading.lookAlikes.length > 0 && (
        <Flex gap="6px" mt="6px" wrap="wrap" align="center" fontSize="13px">
          <chakra.span color="quiet">Could it be</chakra.span>
          {reading.lookAlikes.map(({ plain, decoded }) => (
            <chakra.button
              key={plain}
              type="button"
              disabled={!mayWrite}
              onClick={() => write(plain)}
              title={decoded.rule.name}
              minHeight="32px"
              px="9px"
              borderWidth="1px"
              borderColor="lineStrong"
              borderRadius="7px"
              cursor="pointer"
              _hover={{ borderColor: "ember" }}
            >
              {plain}
            </chakra.button>
          ))}
        </Flex>
      )}
    </Box>
  );
}
