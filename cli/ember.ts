/** Ember Bench from the shell: the same core, without a server. */
import { CommandError } from "./command-error";
import { evaluate } from "./evaluate";
import { lint } from "./lint";
import { prepare } from "./prepare";

const usage = `ember: engine rebuilding from the shell

  evaluate JOB.ndjson --pack PACK.json [--as-of MOMENT]   print the assessment of a job as JSON
  lint PACK.json                                          say what is wrong with a pack
  prepare [--demo]                                        bring the database of EMBER_DATABASE_URL up to date

MOMENT is ISO 8601, such as 2026-11-24T09:00:00Z; without it, now.`;

const commands: Readonly<Record<string, (words: readonly string[]) => Promise<void>>> = { evaluate, lint, prepare };

async function main([name, ...words]: readonly string[]): Promise<void> {
  if (name === undefined || name === "help" || name === "--help") {
    console.log(usage);
    return;
  }
  const command = Object.hasOwn(commands, name) ? commands[name] : undefined;
  if (!command) throw new CommandError(`ember: there is no command “${name}”\n\n${usage}`);
  await command(words);
}

main(process.argv.slice(2)).catch((error: unknown) => {
  process.stderr.write(`${error instanceof CommandError ? error.message : error instanceof Error ? error.stack : String(error)}\n`);
  process.exitCode = error instanceof CommandError ? 2 : 1;
});
