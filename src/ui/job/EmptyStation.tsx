import { Box, Heading, chakra } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** A station at which this engine's pack leaves nothing to do, and what follows from that. */
export const EmptyStation = ({ title, children }: { title: string; children: ReactNode }) => (
  <Box p="32px" maxWidth="560px">
    <Heading as="h1" fontSize="24px">
      {title}
    </Heading>
    <chakra.p mt="8px">{children}</chakra.p>
  </Box>
);
