import { Flex, chakra } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** A name and its value on one line, with a dotted leader below. */
export function Leader({ name, children }: { name: ReactNode; children: ReactNode }) {
  return (
    <Flex
      as="div"
      justify="space-between"
      align="center"
      gap="12px"
      py="5px"
      borderBottomWidth="1px"
      borderBottomStyle="dotted"
      borderColor="lineStrong"
      fontSize="14px"
    >
      <chakra.dt color="quiet">{name}</chakra.dt>
      <chakra.dd textAlign="right" whiteSpace="nowrap" fontVariantNumeric="tabular-nums">
        {children}
      </chakra.dd>
    </Flex>
  );
}
