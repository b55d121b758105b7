import { defineConfig } from "@chakra-ui/react";
import * as library from "@chakra-ui/react/theme";
import { roles } from "./theme";

/**
 * A page on paper: all of it, by daylight, without what only works on a screen. Lying, so that a table has the room that it has at
 * the bench; a sheet of its own stands upright.
 */
const paper = {
  "@page": { size: "landscape", margin: "10mm" },
  "@page upright": { size: "portrait", margin: "14mm" },
  "[data-sheet]": { page: "upright" },
  html: { colorScheme: "light !important", background: "white !important" },
  "html.dark, html.light": Object.fromEntries(
    Object.entries(roles).map(([role, { light }]) => [
      `--chakra-colors-${role.replace(/[A-Z]/gu, (letter) => `-${letter.toLowerCase()}`)}`,
      `${role === "ground" ? "#ffffff" : light} !important`,
    ]),
  ),
  // What scrolls on a screen is as long as it is.
  "html, body, body > div, body > div > div, main, main > div, main > div > div, main > div > aside, main > div > div > div":
    {
      height: "auto !important",
      maxHeight: "none !important",
      minHeight: "0 !important",
      overflow: "visible !important",
      // Room below the last line would be a page of its own.
      paddingBottom: "0 !important",
    },
  "[data-screen-only], nav, [role=status]:empty": { display: "none !important" },
  "tr, li, svg, section > h2, h3": { breakInside: "avoid" },
  "h1, h2, h3": { breakAfter: "avoid" },
  "*": { animation: "none !important", boxShadow: "none !important", printColorAdjust: "exact" },
} as const;

/** What every page stands on, whatever is on it: of no use to a component, and so not among what a browser is sent to run. */
export const grounds = defineConfig({
  preflight: true,
  globalCss: {
    ...library.globalCss,
    "html, body": { bg: "ground", color: "ink", height: "100%" },
    body: { fontSize: "15px", lineHeight: 1.4 },
    // A sheet of its own is all that is printed where there is one.
    "[data-sheet]": { display: "none", color: "black", bg: "white", _print: { display: "block" } },
    "body:has(> [data-sheet]) > *:not([data-sheet])": { _print: { display: "none !important" } },
    "@media print": paper,
    "*:focus-visible": { outline: "2px solid {colors.ember}", outlineOffset: "2px" },
  },
  theme: { keyframes: library.keyframes },
});
