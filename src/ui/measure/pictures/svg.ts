import { chakra } from "@chakra-ui/react";

/** What pictures at the bench are drawn with: names of roles as colours. */
export const Svg = chakra("svg");
export const Line = chakra("line");
export const Path = chakra("path");
export const Rect = chakra("rect");
export const Text = chakra("text");
export const Circle = chakra("circle");
