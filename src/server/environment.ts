import { setTimeout as delay } from "node:timers/promises";
import { openDatabase, type Database } from "@/store/connection";
import { readSchemaVersion, schemaVersion } from "@/store/schema-version";

const required = (name: string): string => {
  const value = process.env[name];
  if (!value) throw new Error(`${name} is not set: start the program with npm start or npm run demo`);
  return value;
};

// Development reloads modules; the pool must outlive them.
const kept = globalThis as { emberDatabase?: Database; emberSchemaKnown?: boolean };

/** The one pool of this process. */
export const database = (): Database => (kept.emberDatabase ??= openDatabase(required("EMBER_DATABASE_URL")));

export const sessionSecret = (): string => required("EMBER_SESSION_SECRET");

/** Whether cookies may travel over https only. */
export const isHttps = (): boolean => process.env.EMBER_HTTPS === "1";

/** True once this process has seen that the database has the schema it was written for. */
export async function schemaIsKnown(): Promise<boolean> {
  kept.emberSchemaKnown ||= (await readSchemaVersion(database())) === schemaVersion;
  return kept.emberSchemaKnown;
}

const healthMs = 1500;

/** Whether the database answers at this moment; one that lets its caller wait does not. */
export const databaseAnswers = async (): Promise<boolean> =>
  Promise.race([
    readSchemaVersion(database()).then(
      (version) => version === schemaVersion,
      () => false,
    ),
    delay(healthMs, false, { ref: false }),
  ]);
