import "@fontsource-variable/atkinson-hyperlegible-next";
import type { Metadata } from "next";
import type { ReactNode } from "react";
import { Provider } from "@/ui/frame/Provider";

export const metadata: Metadata = {
  title: { default: "Ember Bench", template: "%s · Ember Bench" },
  description: "Engine rebuilding at the bench.",
};

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <Provider>{children}</Provider>
      </body>
    </html>
  );
}
