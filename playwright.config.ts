import { defineConfig } from "@playwright/test";

const long = ["screens", "journey", "away", "keys", "print", "archive", "versions", "plan"].map(
  (name) => `${name}.spec.ts`,
);

export default defineConfig({
  testDir: "e2e",
  testMatch: "*.spec.ts",
  workers: Number(process.env.EMBER_WORKERS ?? 2),
  // The long ones first, each of their tests by itself, so that neither worker is left with one at the end.
  projects: [
    { name: "long", testMatch: long, fullyParallel: true },
    { name: "others", testIgnore: long },
  ],
  forbidOnly: true,
  timeout: 180_000,
  expect: { timeout: 20_000 },
  reporter: [["list"], ["json"]],
  outputDir: "test-results",
  use: {
    viewport: { width: 1280, height: 800 },
    // A trace pictures the page at every key, and hundreds are typed.
    trace: "off",
    screenshot: "only-on-failure",
    launchOptions: {
      executablePath: process.env.EMBER_CHROMIUM,
      args: [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
  },
});
