"use client";
import { Flex, chakra } from "@chakra-ui/react";

export interface TabItem<T extends string> {
  readonly id: T;
  readonly name: string;
  /** What is there or to do, shown beside the name. */
  readonly count?: string;
  readonly isUrgent?: boolean;
}

/** The parts of a station side by side. */
export function TabRow<T extends string>({
  label,
  items,
  here,
  onChoose,
}: {
  label: string;
  items: readonly TabItem<T>[];
  here: T;
  onChoose: (id: T) => void;
}) {
  return (
    <Flex
      as="nav"
      aria-label={label}
      gap="2px"
      mt="8px"
      mb="12px"
      overflowX="auto"
      borderBottomWidth="1px"
      borderColor="line"
    >
      {items.map(({ id, name, count, isUrgent }) => (
        <chakra.button
          key={id}
          type="button"
          onClick={() => onChoose(id)}
          aria-current={id === here ? "true" : undefined}
          whiteSpace="nowrap"
          px="12px"
          minHeight="42px"
          fontSize="15px"
          fontWeight={id === here ? 700 : 400}
          color={id === here ? "ink" : "quiet"}
          borderBottomWidth="2px"
          borderColor={id === here ? "ember" : "transparent"}
          mb="-1px"
          cursor="pointer"
          _hover={{ color: "ink" }}
        >
          {name}{" "}
          {count && (
            <chakra.span
              fontSize="12px"
              fontWeight={400}
              color={isUrgent ? "near" : "quiet"}
              fontVariantNumeric="tabular-nums"
            >
              {count}
            </chakra.span>
          )}
        </chakra.button>
      ))}
    </Flex>
  );
}
