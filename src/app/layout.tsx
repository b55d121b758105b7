import "@fontsource-variable/atkinson-hyperlegible-next";
import type { Metadata } from "next";
import { headers } from "next/headers";
import type { ReactNode } from "react";
import { frontHeaders } from "@/server/front";
import { shopDays } from "@/server/day-style";
import { room } from "@/server/room";
import { Provider } from "@/ui/frame/Provider";
import { RoomBanner } from "@/ui/frame/RoomBanner";

export const metadata: Metadata = {
  title: { default: "Ember Bench", template: "%s · Ember Bench" },
  description: "Engine rebuilding at the bench.",
};

export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get(frontHeaders.nonce) ?? undefined;
  const { style, zone } = await shopDays();
  return (
    <html lang="en" suppressHydrationWarning>
      <head>
        <link rel="stylesheet" href={`/theme.css?${process.env.EMBER_BUILD ?? ""}`} />
      </head>
      <body>
        <Provider nonce={nonce} days={style} zone={zone}>
          <RoomBanner room={await room()} />
          {children}
        </Provider>
      </body>
    </html>
  );
}
