// Starts Ember Bench with demo data. Uses only what Node brings until the packages are installed.
import { launch } from "./lib/launch.mjs";
import { LaunchError, run } from "./lib/say.mjs";

const known = ["--reset", "--demo-accounts"];

async function main() {
  const words = process.argv.slice(2);
  const unknown = words.filter((word) => !known.includes(word));
  if (unknown.length)
    throw new LaunchError(
      `What does ${unknown.join(" ")} mean? The demo knows --reset, to start over with fresh demo data, and --demo-accounts.`,
    );
  if (process.env.EMBER_DATABASE_URL && !words.includes("--demo-accounts")) {
    throw new LaunchError(
      "EMBER_DATABASE_URL names a server of yours, and the demo's accounts have passwords that everybody can read.\nUse npm start there, or say so with npm run demo -- --demo-accounts.",
    );
  }
  await launch({
    name: "demo",
    title: "The demo",
    prepare: ["--demo"],
    ports: { database: 33906, web: 4180 },
    reset: words.includes("--reset"),
    supplier: true,
    closing: "Ctrl-C stops it. Data is kept; npm run demo -- --reset starts over.",
  });
}

await run(main);
