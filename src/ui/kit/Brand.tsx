import { chakra } from "@chakra-ui/react";

const Svg = chakra("svg");

/** The program's sign: an ember. */
export const Brand = ({ size = 14 }: { size?: number }) => (
  <Svg width={`${size}px`} height={`${size}px`} viewBox="0 0 14 14" color="ember" flexShrink={0} aria-hidden>
    <path d="M7 1L13 13H1Z" fill="currentColor" />
  </Svg>
);
