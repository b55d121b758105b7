"use client";
import { useTheme } from "next-themes";
import { useEffect, useState } from "react";
import { colorVariable } from "./color-variable";

const roles = ["ink", "quiet", "line", "ember", "emberInk", "cool", "out", "sound", "near", "panel"] as const;
export type ChartLook = Readonly<Record<(typeof roles)[number], string>>;

/** The colours of the theme as a canvas needs them; null until they can be read. */
export function useChartLook(): ChartLook | null {
  const { resolvedTheme } = useTheme();
  const [look, setLook] = useState<ChartLook | null>(null);
  useEffect(() => {
    const frame = requestAnimationFrame(() => {
      const styles = getComputedStyle(document.documentElement);
      setLook(
        Object.fromEntries(
          roles.map((role) => [role, styles.getPropertyValue(colorVariable(role)).trim()]),
        ) as unknown as ChartLook,
      );
    });
    return () => cancelAnimationFrame(frame);
  }, [resolvedTheme]);
  return look;
}

export const chartFont = { family: "'Atkinson Hyperlegible Next Variable', sans-serif", size: 12 };
