"use client";
import { Button, Flex, chakra } from "@chakra-ui/react";
import { useState, type FormEvent, type ReactNode } from "react";
import { SmallInput } from "../../kit/SmallInput";

/** A day within the years that entries have. */
const isDay = (text: string) => /^20\d\d-\d\d-\d\d$/u.test(text) && !Number.isNaN(Date.parse(text));

/** To whom something goes and until when, for all that is ticked: the bar that keeps it. */
export function WhomAndDay({
  name,
  told,
  whom,
  day,
  act,
  or,
  usual,
  onKeep,
}: {
  /** The name of the form. */
  readonly name: string;
  /** What it is about, before the names of its two fields. */
  readonly told: string;
  /** How the two are called, and what stands before the day. */
  readonly whom: string;
  readonly day: { readonly label: string; readonly before: string };
  readonly act: string;
  /** Another way to go, beside it. */
  readonly or?: ReactNode;
  /** What they are while nobody typed anything. */
  readonly usual: { readonly whom: string; readonly day: string };
  readonly onKeep: (whom: string, day: string | null) => void;
}) {
  const [typedWhom, setWhom] = useState<string | null>(null);
  const [typedDay, setDay] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const [to, on] = [(typedWhom ?? usual.whom).trim(), (typedDay ?? usual.day).trim()];
  const keep = (event: FormEvent) => {
    event.preventDefault();
    if (to === "") return setWrong(`Say which ${whom.toLowerCase()}.`);
    if (on !== "" && !isDay(on)) return setWrong(`“${on}” is no day: 2026-12-24, or nothing.`);
    onKeep(to, on === "" ? null : on);
  };
  return (
    <chakra.form
      onSubmit={keep}
      aria-label={name}
      position="sticky"
      bottom="0"
      bg="panel"
      borderTopWidth="1px"
      borderColor="line"
      mt="14px"
      p="10px 12px"
    >
      <Flex gap="10px" align="center" wrap="wrap" fontSize="14px">
        <span>{told}</span>
        <SmallInput
          width="190px"
          value={typedWhom ?? usual.whom}
          maxLength={200}
          aria-label={whom}
          placeholder={whom.toLowerCase()}
          onChange={(event) => setWhom(event.currentTarget.value)}
        />
        <span>{day.before}</span>
        <SmallInput
          width="126px"
          value={typedDay ?? usual.day}
          maxLength={10}
          aria-label={day.label}
          placeholder="day, if told"
          onChange={(event) => setDay(event.currentTarget.value)}
        />
        <Button type="submit" size="sm" minHeight="38px" bg="ember" color="onEmber" fontWeight={700}>
          {act}
        </Button>
        {or}
        {wrong && (
          <chakra.span role="alert" color="out" fontSize="13px">
            {wrong}
          </chakra.span>
        )}
      </Flex>
    </chakra.form>
  );
}
