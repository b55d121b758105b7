"use client";
import { Field } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { SmallInput } from "../../kit/SmallInput";

interface Props {
  readonly label: string;
  readonly value: string;
  readonly onType: (text: string) => void;
  readonly wrong?: string | undefined;
  readonly help?: ReactNode;
  readonly type?: "text" | "date";
  readonly placeholder?: string;
  /** The hands begin here; where it is out of sight the page goes to it. */
  readonly isFirst?: boolean;
}

/** A labelled field that keeps what was typed and says what is wrong with it. */
export const TypedField = ({
  label,
  value,
  onType,
  wrong,
  help,
  type = "text",
  placeholder = "",
  isFirst = false,
}: Props) => (
  <Field.Root invalid={wrong !== undefined}>
    <Field.Label fontSize="13px" color="quiet" mb="-2px">
      {label}
    </Field.Label>
    <SmallInput
      wrong={wrong !== undefined}
      value={value}
      type={type}
      placeholder={placeholder}
      autoFocus={isFirst}
      onChange={(event) => onType(event.currentTarget.value)}
    />
    {help && wrong === undefined && <Field.HelperText fontSize="12px">{help}</Field.HelperText>}
    <Field.ErrorText fontSize="12px" color="out">
      {wrong}
    </Field.ErrorText>
  </Field.Root>
);
