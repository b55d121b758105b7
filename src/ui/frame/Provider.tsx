"use client";
import { ChakraProvider } from "@chakra-ui/react";
import { ThemeProvider } from "next-themes";
import type { ReactNode } from "react";
import { EmotionRegistry } from "./EmotionRegistry";
import { system } from "./theme";

/** The global styles come as a file, theme.css. */
const withoutGlobals = { ...system, _global: [] };

/** What every page stands in: styles, component library, theme. */
export function Provider({ nonce, children }: { nonce: string | undefined; children: ReactNode }) {
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
          {children}
        </ThemeProvider>
      </ChakraProvider>
    </EmotionRegistry>
  );
}
