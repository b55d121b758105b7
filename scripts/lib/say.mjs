/** One line to the person at the terminal. */
export function say(text) {
  process.stdout.write(`ember · ${text}\n`);
}

/** A failure the person can act on: printed without a stack, exit code 1. */
export class LaunchError extends Error {}

/** Runs a launcher's main function and turns failures into one readable message. */
export async function run(main) {
  try {
    await main();
  } catch (error) {
    process.stderr.write(`\nember · ${error instanceof LaunchError ? error.message : error.stack}\n`);
    process.exitCode = 1;
  }
}
