import type { Metadata } from "next";

/** A page whose address is a secret: found by no search, and told to no other page. */
export const privatePage = (title: string): Metadata => ({
  title,
  robots: { index: false, follow: false },
  referrer: "no-referrer",
});
