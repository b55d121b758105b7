"use client";
import { useTheme } from "next-themes";
import { useSyncExternalStore } from "react";

export const themes = ["system", "dark", "light"] as const;
export type ThemeChoice = (typeof themes)[number];

export const themeWords: Readonly<Record<ThemeChoice, string>> = {
  system: "as the system",
  dark: "dark",
  light: "light",
};

const never = () => () => {};

/** The theme a person fixed, or the system's; the server does not know it. */
export function useThemeChoice(): {
  readonly choice: ThemeChoice;
  readonly next: ThemeChoice;
  readonly choose: (theme: ThemeChoice) => void;
} {
  const { theme, setTheme } = useTheme();
  const isHere = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  const choice = (isHere && themes.find((each) => each === theme)) || "system";
  return { choice, next: themes[(themes.indexOf(choice) + 1) % themes.length]!, choose: setTheme };
}
