"use client";
import { ChakraProvider } from "@chakra-ui/react";
import { ThemeProvider } from "next-themes";
import type { ReactNode } from "react";
import type { DayStyle } from "@/core/entry/schema";
import { DayProvider } from "../kit/day";
import { EmotionRegistry } from "./EmotionRegistry";
import { system } from "./theme";

/** The global styles come as a file, theme.css. */
const withoutGlobals = { ...system, _global: [] };

interface Props {
  readonly nonce: string | undefined;
  readonly days: DayStyle;
  /** Where the shop stands. */
  readonly zone: string | null;
  readonly children: ReactNode;
}

/** What every page stands in: styles, component library, theme, how days are written. */
export function Provider({ nonce, days, zone, children }: Props) {
  return (
    <EmotionRegistry nonce={nonce}>
      <ChakraProvider value={withoutGlobals}>
        <ThemeProvider
          attribute="class"
          defaultTheme="system"
          enableSystem
          disableTransitionOnChange
          {...(nonce === undefined ? {} : { nonce })}
        >
          <DayProvider style={days} zone={zone}>
            {children}
          </DayProvider>
        </ThemeProvider>
      </ChakraProvider>
    </EmotionRegistry>
  );
}
