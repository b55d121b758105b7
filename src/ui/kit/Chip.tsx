"use client";
import { chakra } from "@chakra-ui/react";
import type { ReactNode } from "react";

interface Props {
  readonly isOn: boolean;
  readonly onClick: () => void;
  readonly disabled?: boolean;
  /** Said in passing: not knowing, skipping. */
  readonly isQuiet?: boolean;
  readonly label?: string | undefined;
  readonly title?: string | undefined;
  /** Colour of its edge while it is chosen. */
  readonly tone?: "ember" | "sound" | "near" | "out";
  readonly children: ReactNode;
}

/** One answer of several: large enough for a thumb. */
export function Chip({
  isOn,
  onClick,
  disabled = false,
  isQuiet = false,
  label,
  title,
  tone = "ember",
  children,
}: Props) {
  return (
    <chakra.button
      type="button"
      aria-pressed={isOn}
      aria-label={label}
      onClick={onClick}
      disabled={disabled}
      title={title}
      minHeight={{ base: "40px", md: "36px" }}
      px="12px"
      borderRadius="8px"
      fontSize="14px"
      textAlign="left"
      fontStyle={isQuiet ? "italic" : undefined}
      borderWidth={isOn ? "2px" : "1px"}
      borderColor={isOn ? tone : "line"}
      bg={isOn ? "emberWash" : "panel"}
      color={isOn || !isQuiet ? "ink" : "quiet"}
      cursor={disabled ? "default" : "pointer"}
      _hover={disabled ? undefined : { borderColor: "ember" }}
    >
      {children}
    </chakra.button>
  );
}
