"use client";
import { Field, Input } from "@chakra-ui/react";
import type { ComponentProps, ReactNode } from "react";

/** A line to type into, with its name above it and, where it is wrong, why. */
export function TextField({
  label,
  onText,
  wrong = null,
  help,
  width,
  ...input
}: {
  readonly label: string;
  readonly onText: (text: string) => void;
  /** Said where it is wrong; null while it is not. */
  readonly wrong?: string | null;
  readonly help?: ReactNode;
  readonly width?: string;
} & Omit<ComponentProps<typeof Input>, "onChange" | "width">) {
  return (
    <Field.Root invalid={wrong !== null} width={width}>
      <Field.Label>{label}</Field.Label>
      <Input borderColor="lineStrong" {...input} onChange={(event) => onText(event.currentTarget.value)} />
      {help && <Field.HelperText>{help}</Field.HelperText>}
      <Field.ErrorText>{wrong}</Field.ErrorText>
    </Field.Root>
  );
}
