"use client";
import { Flex, Heading, chakra } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** Lines that belong together, with what they come to and what can be done with all of them. */
export function Section({
  title,
  told,
  acts,
  children,
}: {
  title: string;
  told: string;
  acts?: ReactNode;
  children: ReactNode;
}) {
  return (
    <chakra.section aria-label={title} mt="18px">
      <Flex
        justify="space-between"
        align="baseline"
        gap="12px"
        wrap="wrap"
        borderBottomWidth="1px"
        borderColor="lineStrong"
        pb="5px"
      >
        <Heading as="h2" fontSize="16px">
          {title}
        </Heading>
        <Flex gap="14px" align="baseline" wrap="wrap" fontSize="13px" color="quiet">
          {told}
          {acts}
        </Flex>
      </Flex>
      <ul>{children}</ul>
    </chakra.section>
  );
}

/** A small fact at the right of a line. */
export const Right = ({ children, color = "quiet" }: { children: ReactNode; color?: string }) => (
  <chakra.span textAlign="right" fontSize="13px" color={color} fontVariantNumeric="tabular-nums">
    {children}
  </chakra.span>
);
