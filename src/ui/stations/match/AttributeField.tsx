"use client";
import { Box, Flex, chakra } from "@chakra-ui/react";
import { useState, type FormEvent } from "react";
import { readAs, valueWords, type End } from "@/core/match/ends";
import { useJob } from "../../job/JobContext";
import { useNumberIn } from "../../job/use-number-in";
import { Chip } from "../../kit/Chip";
import { fromWords } from "./words";
import { QuietButton } from "../../kit/SayWhy";
import { SmallInput } from "../../kit/SmallInput";

/** What an attribute of a part is, or of what the engine goes into: as it is known, and as somebody reads it now. */
export function AttributeField({ of, attribute: id }: { of: End; attribute: string }) {
  const { assessment, append, mayWrite, wording } = useJob();
  const { match, told } = assessment.match;
  const [typed, setTyped] = useState("");
  const [wrong, setWrong] = useState<string | null>(null);
  const attribute = match!.attributes.find((each) => each.id === id)!;
  const part = readAs(of);
  const readings = assessment.job.attributes.filter((each) => each.part === part && each.attribute === id);
  const known = told(of, id);
  const numberIn = useNumberIn();
  const quantity = attribute.unit === undefined ? null : numberIn(attribute.unit);
  const unit = quantity && quantity.unit;
  const note = (value: string | number | null, typed?: string) => {
    if (part === undefined) return;
    const [first] = readings;
    // The same once more takes it back.
    if (readings.length === 1 && first!.value === value) append("entry-struck", { strikes: [first!.id], undo: true });
    else
      append("attribute-read", {
        part,
        attribute: id,
        value,
        how: unit === null ? "read" : unit.dimension === "number" ? "counted" : "measured",
        words: null,
        ...(typed === undefined ? {} : { typed }),
        ...(readings.length > 0 ? { supersedes: readings.map((each) => each.id) } : {}),
      });
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const read = quantity!.read(typed);
    if ("wrong" in read) return setWrong(read.wrong);
    setWrong(null);
    setTyped("");
    note(read.value, read.typed);
  };
  return (
    <Box py="8px" borderBottomWidth="1px" borderBottomStyle="dotted" borderColor="line">
      <chakra.p fontSize="14px" fontWeight={600}>
        {attribute.name}
      </chakra.p>
      <chakra.p fontSize="13px" color="quiet">
        {known
          ? `${valueWords(attribute, known.value, wording.unit)}, ${fromWords[known.from]}`
          : readings.length > 1
            ? "read differently by two people"
            : "not known"}
        {part === undefined && of !== "built" ? "" : `. ${attribute.check.text} ${attribute.check.minutes} min`}
      </chakra.p>
      {part !== undefined && unit === null && (
        <Flex gap="6px" wrap="wrap" mt="5px" role="group" aria-label={attribute.name}>
          {attribute.values.map((value) => (
            <Chip
              key={value.id}
              isOn={readings.some((each) => each.value === value.id)}
              disabled={!mayWrite}
              onClick={() => note(value.id)}
            >
              {value.name}
            </Chip>
          ))}
          <Chip
            isQuiet
            isOn={readings.some((each) => each.value === null)}
            disabled={!mayWrite}
            onClick={() => note(null)}
          >
            cannot be told
          </Chip>
        </Flex>
      )}
      {part !== undefined && unit !== null && mayWrite && (
        <chakra.form onSubmit={submit} mt="5px">
          <SmallInput
            value={typed}
            wrong={wrong !== null}
            onChange={(event) => setTyped(event.currentTarget.value)}
            placeholder={unit.symbol ? `in ${unit.symbol}, and ⏎` : "how many, and ⏎"}
            aria-label={attribute.name}
          />
          {wrong && (
            <chakra.p role="alert" fontSize="13px" color="out">
              {wrong}
            </chakra.p>
          )}
          {readings.length > 0 && <QuietButton onClick={() => note(readings[0]!.value)}>take it back</QuietButton>}
        </chakra.form>
      )}
    </Box>
  );
}
