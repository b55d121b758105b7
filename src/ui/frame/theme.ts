import { createSystem, defaultBaseConfig, defineConfig } from "@chakra-ui/react";
import * as library from "@chakra-ui/react/theme";

/**
 * The looks of the library's components that are used: each page carries them along, and all of them are many times as much. A
 * component more needs its own here.
 */
const components = defineConfig({
  cssVarsPrefix: library.cssVarsPrefix,
  cssVarsRoot: library.cssVarsRoot,
  theme: {
    breakpoints: library.breakpoints,
    tokens: library.tokens,
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
export const roles = {
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
  near: { light: "#8e5c00", dark: "#f0b34a" },
  out: { light: "#b8291c", dark: "#ef5b4c" },
  ash: { light: "#8d8379", dark: "#8a8078" },
} as const;

const both = ({ light, dark }: { light: string; dark: string }) => ({ value: { _light: light, _dark: dark } });

const config = defineConfig({
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
          emphasized: both(roles.line),
        },
        fg: { DEFAULT: both(roles.ink), muted: both(roles.quiet), subtle: both(roles.quiet), error: both(roles.out) },
        border: { DEFAULT: both(roles.line), emphasized: both(roles.lineStrong), error: both(roles.out) },
        // Its palette where none is named.
        gray: {
          contrast: both(roles.ground),
          fg: both(roles.ink),
          subtle: both(roles.raised),
          muted: both(roles.raised),
          emphasized: both(roles.line),
          solid: both(roles.ink),
          focusRing: both(roles.ember),
          border: both(roles.line),
        },
      },
      radii: { l1: { value: "{radii.xs}" }, l2: { value: "{radii.sm}" }, l3: { value: "{radii.md}" } },
      shadows: {
        lg: { value: "0 8px 16px {colors.black/20}, 0 0 1px {colors.black/40}" },
        inset: { value: "inset 0 0 0 1px {colors.black/5}" },
      },
    },
  },
});

/** What a component asks for by name. What a page stands on, `grounds.ts` and the values of these names, comes as a file. */
export const looks = [defaultBaseConfig, components, config] as const;
export const system = createSystem(...looks);
