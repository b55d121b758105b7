import pino from "pino";

/**
 * An error without its words, in which others' values may stand: what kind it is, its code, and where it was thrown. Our
 * own errors of the store hold none.
 */
function describe(error: unknown): Record<string, unknown> {
  if (!(error instanceof Error)) return { type: typeof error };
  const { code, digest } = error as { code?: unknown; digest?: unknown };
  return {
    type: error.name,
    code,
    digest,
    // By its name: pages and routes are bundled apart, each with a class of its own.
    ...(error.name === "StoreError" ? { message: error.message } : {}),
    at: (error.stack ?? "")
      .split("\n")
      .filter((line) => /^\s+at /u.test(line))
      .slice(0, 12)
      .map((line) => line.trim()),
  };
}

/** Structured log on standard output: codes and ids, no names, no values, no secrets. */
export const log = pino({
  level: process.env.EMBER_LOG ?? "info",
  base: null,
  serializers: { err: describe },
});

/** What the framework prints of errors that pages throw goes the same way; its words stay out for the same reason. */
export function takeConsole(): void {
  for (const name of ["error", "warn"] as const)
    console[name] = (...words: unknown[]) => {
      const errors = words.filter((word) => word instanceof Error).map(describe);
      log[name]({ errors }, "the framework reports");
    };
}
