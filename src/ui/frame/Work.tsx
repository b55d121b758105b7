"use client";
import { chakra } from "@chakra-ui/react";
import type { ComponentProps } from "react";

/** Where the work of a page of the shop is: what the skip link leads to. */
export const Work = (look: ComponentProps<typeof chakra.main>) => (
  <chakra.main id="work" tabIndex={-1} outline="none" px={{ base: "14px", md: "26px" }} py="20px" {...look} />
);

/** The same with two columns, one under the other where there is no room. */
export const WorkColumns = (look: ComponentProps<typeof chakra.main>) => (
  <Work display="flex" flexDirection={{ base: "column", lg: "row" }} gap="28px" {...look} />
);
