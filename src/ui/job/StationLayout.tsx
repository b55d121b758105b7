"use client";
import { Box, Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";

interface Props {
  readonly children: ReactNode;
  /** The part tag at the right, or what stands in its place. */
  readonly aside: ReactNode;
  /** What the aside is called. */
  readonly label?: string;
  /** The bar along the bottom. */
  readonly bar?: ReactNode;
}

/** A station's work surface with the part tag at its right and a bar along the bottom. */
export function StationLayout({ children, aside, label = "Part tag", bar }: Props) {
  return (
    <>
      <Flex
        flex="1"
        minHeight="0"
        direction={{ base: "column", lg: "row" }}
        overflowY={{ base: "auto", lg: "visible" }}
      >
        <Box flex="1" minWidth="0" overflowY={{ lg: "auto" }} px={{ base: "14px", md: "20px" }} py="14px">
          {children}
        </Box>
        {aside && (
          <Box
            as="aside"
            aria-label={label}
            width={{ base: "auto", lg: "284px" }}
            flexShrink={0}
            overflowY={{ lg: "auto" }}
            borderLeftWidth={{ lg: "1px" }}
            borderColor="line"
            px="18px"
            py="16px"
          >
            {aside}
          </Box>
        )}
      </Flex>
      {bar}
    </>
  );
}
