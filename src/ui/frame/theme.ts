import { createSystem, defaultBaseConfig, defineConfig } from "@chakra-ui/react";
import * as library from "@chakra-ui/react/theme";

/**
 * The looks of the library's components that are used: each page carries them along, and all of them are many times as much. A
 * component more needs its own here.
 */
const components = defineConfig({
  preflight: true,
  cssVarsPrefix: library.cssVarsPrefix,
  cssVarsRoot: library.cssVarsRoot,
  globalCss: library.globalCss,
  theme: {
    breakpoints: library.breakpoints,
    keyframes: library.keyframes,
    tokens: library.tokens,
    semanticTokens: library.semanticTokens,
    textStyles: library.textStyles,
    layerStyles: library.layerStyles,
    animationStyles: library.animationStyles,
    recipes: {
      button: library.buttonRecipe,
      checkmark: library.checkmarkRecipe,
      heading: library.headingRecipe,
      input: library.inputRecipe,
      spinner: library.spinnerRecipe,
      textarea: library.textareaRecipe,
    },
    slotRecipes: {
      checkbox: library.checkboxSlotRecipe,
      dialog: library.dialogSlotRecipe,
      field: library.fieldSlotRecipe,
      menu: library.menuSlotRecipe,
      nativeSelect: library.nativeSelectSlotRecipe,
      progress: library.progressSlotRecipe,
      table: library.tableSlotRecipe,
    },
  },
});

/** Every colour once, by the role it plays. A theme is nothing but these values. */
const roles = {
  ground: { light: "#faf7f2", dark: "#171513" },
  panel: { light: "#ffffff", dark: "#1e1b18" },
  raised: { light: "#f1ebe2", dark: "#26221e" },
  line: { light: "#e2dad0", dark: "#35302b" },
  lineStrong: { light: "#b3a698", dark: "#5a5149" },
  ink: { light: "#231d18", dark: "#f1ebe3" },
  quiet: { light: "#6d6258", dark: "#a89e92" },
  ember: { light: "#d9540b", dark: "#ff7a2f" },
  emberInk: { light: "#b23f00", dark: "#ff8c49" },
  onEmber: { light: "#1a0d04", dark: "#1a0d04" },
  emberWash: { light: "#fdeee2", dark: "#2b1d14" },
  cool: { light: "#3f6f82", dark: "#7fa6b5" },
  sound: { light: "#37734d", dark: "#8fbf9f" },
  near: { light: "#9a6500", dark: "#f0b34a" },
  out: { light: "#b8291c", dark: "#ef5b4c" },
  ash: { light: "#8d8379", dark: "#8a8078" },
} as const;

const both = ({ light, dark }: { light: string; dark: string }) => ({ value: { _light: light, _dark: dark } });

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

const config = defineConfig({
  globalCss: {
    "html, body": { bg: "ground", color: "ink", height: "100%" },
    body: { fontSize: "15px", lineHeight: 1.4 },
    // A sheet of its own is all that is printed where there is one.
    "[data-sheet]": { display: "none", color: "black", bg: "white", _print: { display: "block" } },
    "body:has(> [data-sheet]) > *:not([data-sheet])": { _print: { display: "none !important" } },
    "@media print": paper,
    "*:focus-visible": { outline: "2px solid {colors.ember}", outlineOffset: "2px" },
  },
  theme: {
    tokens: {
      fonts: {
        heading: { value: "'Atkinson Hyperlegible Next Variable', sans-serif" },
        body: { value: "'Atkinson Hyperlegible Next Variable', sans-serif" },
      },
    },
    semanticTokens: {
      colors: {
        ...Object.fromEntries(Object.entries(roles).map(([role, values]) => [role, both(values)])),
        // What the component library asks for, in our roles.
        bg: {
          DEFAULT: both(roles.ground),
          panel: both(roles.panel),
          subtle: both(roles.panel),
          muted: both(roles.raised),
        },
        fg: { DEFAULT: both(roles.ink), muted: both(roles.quiet), subtle: both(roles.quiet), error: both(roles.out) },
        border: { DEFAULT: both(roles.line), error: both(roles.out) },
      },
    },
  },
});

export const system = createSystem(defaultBaseConfig, components, config);
