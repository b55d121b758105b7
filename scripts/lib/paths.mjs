import { createHash } from "node:crypto";
import { chmodSync, lstatSync, mkdirSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { fileURLToPath } from "node:url";

/** The project's folder. */
export const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), "../..");

/** What a run keeps between starts: `.ember/demo` or `.ember/test`, never committed. */
export const stateDir = (name) => path.join(root, ".ember", name);

/** A command that one of the installed packages brings. */
export const bin = (name) => path.join(root, "node_modules", ".bin", name);

/** Makes a folder that nobody else looks into; refuses one that is another's. */
export function privateFolder(folder) {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const { uid, mode } = lstatSync(folder);
  if (process.getuid && uid !== process.getuid()) throw new Error(`${folder} belongs to somebody else`);
  if ((mode & 0o077) !== 0) chmodSync(folder, 0o700);
  return folder;
}

/** A Unix socket's path holds at most 107 bytes: a deeply nested checkout puts it in a folder of its own in the temporary one. */
export function socketPath(dataDir) {
  const beside = path.join(dataDir, "mariadb.sock");
  if (Buffer.byteLength(beside) <= 100) return beside;
  const short = createHash("sha256").update(dataDir).digest("hex").slice(0, 16);
  return path.join(privateFolder(path.join(tmpdir(), `ember-${short}`)), "db.sock");
}
