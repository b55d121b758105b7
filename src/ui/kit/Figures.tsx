import { chakra } from "@chakra-ui/react";

/** Figures that line up. */
export const Figures = chakra("span", { base: { fontVariantNumeric: "tabular-nums", whiteSpace: "nowrap" } });
