// Starts Ember Bench for a shop: no demo data, no demo accounts. See docs/running.md.
import { launch } from "./lib/launch.mjs";
import { LaunchError, run } from "./lib/say.mjs";

async function main() {
  const words = process.argv.slice(2);
  const lead = words[0] === "--first-lead" ? words.slice(1) : null;
  if ((words.length > 0 && !lead) || (lead && lead.length !== 2)) {
    throw new LaunchError(
      'npm start knows one thing, to be said the first time: npm start -- --first-lead ACCOUNT "FULL NAME"',
    );
  }
  await launch({
    name: "shop",
    title: "The shop's program",
    prepare: lead ? ["--first-lead", ...lead] : [], // Not 4190: browsers refuse that port.
    ports: { database: 33907, web: 4280 },
    closing: "Ctrl-C stops it. Data is kept in .ember/shop, or where EMBER_DATABASE_URL says.",
  });
}

await run(main);
