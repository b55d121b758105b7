"use client";
import { Button, Flex, chakra } from "@chakra-ui/react";
import type { FormEvent, ReactNode } from "react";

/** A few fields in a line and the act they are for; what was wrong with them below, and they keep what was typed. */
export const SmallForm = ({
  label,
  act,
  wrong = null,
  onKeep,
  children,
}: {
  readonly label: string;
  readonly act: string;
  readonly wrong?: string | null;
  readonly onKeep: () => void;
  readonly children: ReactNode;
}) => (
  <chakra.form
    aria-label={label}
    mt="8px"
    onSubmit={(event: FormEvent) => {
      event.preventDefault();
      onKeep();
    }}
  >
    <Flex gap="8px" wrap="wrap" align="center" fontSize="14px">
      {children}
      <Button type="submit" size="sm" variant="outline" borderColor="lineStrong" color="ink" minHeight="38px">
        {act}
      </Button>
    </Flex>
    {wrong && (
      <chakra.p role="alert" fontSize="13px" color="out">
        {wrong}
      </chakra.p>
    )}
  </chakra.form>
);
