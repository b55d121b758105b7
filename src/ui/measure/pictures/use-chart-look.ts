"use client";
import { useTheme } from "next-themes";
import { useEffect, useState } from "react";

const roles = ["ink", "quiet", "line", "ember", "emberInk", "cool", "out", "sound", "near", "panel"] as const;
export type ChartLook = Readonly<Record<(typeof roles)[number], string>>;

const asCssName = (role: string) => role.replace(/[A-Z]/gu, (capital) => `-${capital.toLowerCase()}`);

/** The colours of the theme as a canvas needs them; null until they can be read. */
export function useChartLook(): ChartLook | null {
  const { resolvedTheme } = useTheme();
  const [look, setLook] = useState<ChartLook | null>(null);
  useEffect(() => {
    const frame = requestAnimationFrame(() => {
      const styles = getComputedStyle(document.documentElement);
      setLook(Object.fromEntries(roles.map((role) => [role, styles.getPropertyValue(`--chakra-colors-${asCssName(role)}`).trim()])) as unknown as ChartLook);
    });
    return () => cancelAnimationFrame(frame);
  }, [resolvedTheme]);
  return look;
}

export const chartFont = { family: "'Atkinson Hyperlegible Next Variable', sans-serif", size: 12 };
