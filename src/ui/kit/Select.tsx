"use client";
import { NativeSelect } from "@chakra-ui/react";

interface Props {
  /** What is chosen, where no label stands above it. */
  readonly label?: string;
  readonly value: string;
  /** What each is called, by what it is; in the order they are offered. */
  readonly options: Readonly<Record<string, string>>;
  readonly onChoose: (value: string) => void;
  /** A small one stands in a line of others. */
  readonly width?: string;
}

/** One of a few, as the device offers it. */
export const Select = ({ label, value, options, onChoose, width }: Props) => (
  <NativeSelect.Root size={width === undefined ? "md" : "sm"} width={width ?? "100%"}>
    <NativeSelect.Field
      aria-label={label}
      value={value}
      minHeight={width === undefined ? undefined : "38px"}
      borderColor="lineStrong"
      onChange={(event) => onChoose(event.currentTarget.value)}
    >
      {Object.entries(options).map(([id, name]) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </NativeSelect.Field>
    <NativeSelect.Indicator />
  </NativeSelect.Root>
);
