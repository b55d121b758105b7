"use client";
import { Box, Flex, chakra } from "@chakra-ui/react";
import { useId, type ReactNode } from "react";

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

function Option({ name, isOn, isQuiet = false, disabled, onClick, title }: { name: string; isOn: boolean; isQuiet?: boolean; disabled: boolean; onClick: () => void; title?: string | undefined }) {
  return (
    <chakra.button
      type="button" aria-pressed={isOn} onClick={onClick} disabled={disabled} title={title} minHeight="36px" px="12px" borderRadius="8px" fontSize="14px" textAlign="left" fontStyle={isQuiet ? "italic" : undefined}
      borderWidth={isOn ? "2px" : "1px"} borderColor={isOn ? "ember" : "line"} bg={isOn ? "emberWash" : "panel"} color={isOn || !isQuiet ? "ink" : "quiet"} cursor={disabled ? "default" : "pointer"} _hover={disabled ? undefined : { borderColor: "ember" }}
    >
      {name}
    </chakra.button>
  );
}

/** A question with its answers side by side; not knowing is an answer. */
export function Choose({ label, hint, options, value, onChoose, unknown, disabled, children }: Props) {
  const id = useId();
  return (
    <Box py="9px" borderBottomWidth="1px" borderBottomStyle="dotted" borderColor="line" role="group" aria-labelledby={id}>
      <Flex columnGap="14px" align="baseline" wrap="wrap" mb="5px">
        <chakra.span id={id} fontSize="15px" fontWeight={600}>{label}</chakra.span>
        {hint && <chakra.span fontSize="12px" color="quiet">{hint}</chakra.span>}
      </Flex>
      <Flex gap="6px" wrap="wrap">
        {options.map((option) => <Option key={option.id} name={option.name} title={option.note} isOn={value === option.id} disabled={disabled} onClick={() => onChoose(option.id)} />)}
        {unknown && <Option name={unknown} isQuiet isOn={value === null} disabled={disabled} onClick={() => onChoose(null)} />}
      </Flex>
      {children}
    </Box>
  );
}
