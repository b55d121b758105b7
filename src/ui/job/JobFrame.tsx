"use client";
import { Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { JobStrip } from "./JobStrip";
import { Notices } from "./Notices";
import { StationRail } from "./StationRail";

/** Strip above, rail at the left, the station beside it. The page itself does not scroll. */
export function JobFrame({ children }: { children: ReactNode }) {
  return (
    <Flex direction="column" height="100dvh" overflow="hidden">
      <JobStrip />
      <Notices />
      <Flex flex="1" minHeight="0" direction={{ base: "column", md: "row" }}>
        <StationRail />
        <Flex as="main" flex="1" minWidth="0" minHeight="0" direction="column">{children}</Flex>
      </Flex>
    </Flex>
  );
}
