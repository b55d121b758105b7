import path from "node:path";
import { setTimeout as delay } from "node:timers/promises";
import { root } from "./paths.mjs";
import { LaunchError } from "./say.mjs";

/** Starts one web process over a finished build and waits until it answers. */
export async function startWeb(
  processes,
  {
    host = "127.0.0.1",
    port,
    distDir,
    databaseUrl,
    sessionSecret,
    dataFolder = /** @type {string | undefined} */ (undefined),
    supplierUrl = /** @type {string | undefined} */ (undefined),
    log = /** @type {string | number} */ ("ignore"),
  },
) {
  const address = `http://${host === "0.0.0.0" ? "127.0.0.1" : host}:${port}`;
  const child = processes.start("the web process", process.execPath, [path.join(root, "scripts/serve.mjs")], {
    stdio: ["ignore", log, "inherit"],
    env: {
      EMBER_DIST: distDir,
      EMBER_HOST_NAME: host,
      EMBER_PORT_NUMBER: String(port),
      EMBER_DATABASE_URL: databaseUrl,
      EMBER_SESSION_SECRET: sessionSecret,
      // Its disk is watched.
      ...(dataFolder === undefined ? {} : { EMBER_DATA: dataFolder }),
      ...(supplierUrl === undefined ? {} : { EMBER_SUPPLIER_URL: supplierUrl }),
      NEXT_TELEMETRY_DISABLED: "1",
      NODE_ENV: "production",
    },
  });
  let ended = false;
  child.once("exit", () => (ended = true));
  for (let waited = 0; waited < 120_000 && !ended; waited += 100) {
    try {
      const answer = await fetch(`${address}/api/health`);
      if (answer.ok) return { child, address };
      const said = await answer.text();
      if (said.includes("unknown-schema")) throw new LaunchError(`The web process refuses to work: ${said}`);
    } catch (error) {
      if (error instanceof LaunchError) throw error;
    }
    await delay(100);
  }
  throw new LaunchError(`The web process did not answer at ${address}.`);
}
