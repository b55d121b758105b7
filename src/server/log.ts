import pino from "pino";

/** Structured log on standard output: codes and ids, no names, no values, no secrets. */
export const log = pino({ level: process.env.EMBER_LOG ?? "info", base: null });
