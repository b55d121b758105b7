import { Box } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** A card with a punched corner. */
export function Tag({ children }: { children: ReactNode }) {
  return (
    <Box
      position="relative"
      borderWidth="1px"
      borderColor="lineStrong"
      borderRadius="14px"
      borderTopLeftRadius="3px"
      bg="panel"
      px="16px"
      pt="14px"
      pb="12px"
    >
      <Box
        position="absolute"
        top="12px"
        right="12px"
        width="14px"
        height="14px"
        borderRadius="full"
        borderWidth="2px"
        borderColor="lineStrong"
        bg="ground"
        aria-hidden
      />
      {children}
    </Box>
  );
}
