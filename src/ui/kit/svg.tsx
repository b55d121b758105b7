import { chakra } from "@chakra-ui/react";
import type { SVGProps } from "react";
import { colorVariable } from "./color-variable";

/** What pictures are drawn in: takes the style props of the component library. */
export const Svg = chakra("svg");

const plain = new Set(["none", "transparent", "currentColor"]);

/** A role of the theme as a colour for a plain SVG attribute. */
const color = (role: string | undefined): string | undefined =>
  role === undefined || plain.has(role) ? role : `var(${colorVariable(role)})`;

const inRoles = <T extends { fill?: string | undefined; stroke?: string | undefined }>({
  fill,
  stroke,
  ...rest
}: T) => ({
  ...rest,
  ...(fill === undefined ? {} : { fill: color(fill) }),
  ...(stroke === undefined ? {} : { stroke: color(stroke) }),
});

// Shapes whose colours are roles. Plain elements: a picture has hundreds of them, and each styled one costs a style.
export const Line = (props: SVGProps<SVGLineElement>) => <line {...inRoles(props)} />;
export const Path = (props: SVGProps<SVGPathElement>) => <path {...inRoles(props)} />;
export const Rect = (props: SVGProps<SVGRectElement>) => <rect {...inRoles(props)} />;
export const Circle = (props: SVGProps<SVGCircleElement>) => <circle {...inRoles(props)} />;
/** Type by style: what the page says of all text is stronger than an attribute. */
export const Text = ({ fontSize, fontWeight, ...props }: SVGProps<SVGTextElement>) => (
  <text style={{ fontVariantNumeric: "tabular-nums", fontSize, fontWeight }} {...inRoles(props)} />
);
