import { createHash } from "node:crypto";
import { tmpdir } from "node:os";
import path from "node:path";
import { fileURLToPath } from "node:url";

/** The project's folder. */
export const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), "../..");

/** What a run keeps between starts: `.ember/demo` or `.ember/test`, never committed. */
export const stateDir = (name) => path.join(root, ".ember", name);

/** A command that one of the installed packages brings. */
export const bin = (name) => path.join(root, "node_modules", ".bin", name);

/** A Unix socket's path holds at most 107 bytes: a deeply nested checkout puts it in the temporary folder. */
export function socketPath(dataDir) {
  const beside = path.join(dataDir, "mariadb.sock");
  if (Buffer.byteLength(beside) <= 100) return beside;
  return path.join(tmpdir(), `ember-${createHash("sha256").update(dataDir).digest("hex").slice(0, 16)}.sock`);
}
