"use client";
import { chakra } from "@chakra-ui/react";
import { Monitor, Moon, Sun } from "lucide-react";
import { themeWords, useThemeChoice, type ThemeChoice } from "./use-theme-choice";

const icons: Readonly<Record<ThemeChoice, typeof Sun>> = { system: Monitor, dark: Moon, light: Sun };

/** Follows the system, or stays dark or light. */
export function ThemeButton() {
  const { choice, next, choose } = useThemeChoice();
  const Icon = icons[choice];
  return (
    <chakra.button
      type="button"
      onClick={() => choose(next)}
      aria-label={`Theme: ${themeWords[choice]}. Change to ${themeWords[next]}`}
      title={`Theme: ${themeWords[choice]}`}
      minWidth="28px"
      minHeight="28px"
      display="inline-flex"
      alignItems="center"
      justifyContent="center"
      cursor="pointer"
      color="quiet"
      _hover={{ color: "ink" }}
    >
      <Icon size={16} aria-hidden />
    </chakra.button>
  );
}
