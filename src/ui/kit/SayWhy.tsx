"use client";
import { Button, Flex, chakra, type ConditionalValue } from "@chakra-ui/react";
import { useState, type FormEvent, type ReactNode } from "react";
import { SmallInput } from "./SmallInput";

/** A step that is seldom taken: words that can be pressed. */
export function QuietButton({
  children,
  onClick,
  ml,
  disabled,
}: {
  children: ReactNode;
  onClick: () => void;
  ml?: string;
  disabled?: boolean;
}) {
  return (
    <chakra.button
      type="button"
      ml={ml}
      disabled={disabled}
      fontSize="13px"
      color="quiet"
      textDecoration="underline"
      textUnderlineOffset="3px"
      cursor="pointer"
      minHeight="28px"
      _hover={{ color: "ink" }}
      onClick={onClick}
    >
      {children}
    </chakra.button>
  );
}

/** A line for a reason, without which the step is not taken. */
export function SayWhy({
  label,
  placeholder,
  act,
  onSay,
  onLeave,
  maxWidth,
}: {
  /** The name of the field, for those who do not see where it stands. */
  readonly label: string;
  readonly placeholder: string;
  /** What the button does. */
  readonly act: string;
  readonly onSay: (why: string) => void;
  readonly onLeave: () => void;
  readonly maxWidth?: ConditionalValue<string>;
}) {
  const [why, setWhy] = useState("");
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (why.trim()) onSay(why.trim());
  };
  return (
    <chakra.form onSubmit={submit} mt="4px" maxWidth={maxWidth}>
      <Flex gap="6px">
        <SmallInput
          value={why}
          onChange={(event) => setWhy(event.currentTarget.value)}
          onKeyDown={(event) => event.key === "Escape" && onLeave()}
          placeholder={placeholder}
          aria-label={label}
          autoFocus
          flex="1"
        />
        <Button
          type="submit"
          size="sm"
          variant="outline"
          borderColor="lineStrong"
          color="ink"
          disabled={why.trim() === ""}
        >
          {act}
        </Button>
        <Button size="sm" variant="ghost" onClick={onLeave}>
          Leave it
        </Button>
      </Flex>
    </chakra.form>
  );
}
