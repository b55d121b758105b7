"use client";
import { Box, Flex, chakra } from "@chakra-ui/react";
import { useId, type ReactNode } from "react";
import { Chip } from "./Chip";
import { useOneStop } from "./use-one-stop";

export interface ChooseOption {
  readonly id: string;
  readonly name: string;
  readonly note?: string | undefined;
}

interface Props {
  readonly label: ReactNode;
  readonly hint?: ReactNode;
  readonly options: readonly ChooseOption[];
  /** The chosen one; null where 'unknown' was chosen, undefined where nothing was. */
  readonly value: string | null | undefined;
  readonly onChoose: (id: string | null) => void;
  /** What 'nobody knows' is called here; no such choice where it is left out. */
  readonly unknown?: string;
  readonly disabled: boolean;
  readonly children?: ReactNode;
}

/** A question with its answers side by side; not knowing is an answer. */
export function Choose({ label, hint, options, value, onChoose, unknown, disabled, children }: Props) {
  const id = useId();
  const { row, roam } = useOneStop();
  return (
    <Box
      py="9px"
      borderBottomWidth="1px"
      borderBottomStyle="dotted"
      borderColor="line"
      role="group"
      aria-labelledby={id}
    >
      <Flex columnGap="14px" align="baseline" wrap="wrap" mb="5px">
        <chakra.span id={id} fontSize="15px" fontWeight={600}>
          {label}
        </chakra.span>
        {hint && (
          <chakra.span fontSize="12px" color="quiet">
            {hint}
          </chakra.span>
        )}
      </Flex>
      <Flex gap="6px" wrap="wrap" ref={row} onKeyDown={roam}>
        {options.map((option) => (
          <Chip
            key={option.id}
            title={option.note}
            isOn={value === option.id}
            disabled={disabled}
            onClick={() => onChoose(option.id)}
          >
            {option.name}
          </Chip>
        ))}
        {unknown && (
          <Chip isQuiet isOn={value === null} disabled={disabled} onClick={() => onChoose(null)}>
            {unknown}
          </Chip>
        )}
      </Flex>
      {children}
    </Box>
  );
}
