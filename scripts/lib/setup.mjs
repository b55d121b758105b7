import { createHash } from "node:crypto";
import { accessSync, constants, existsSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { root } from "./paths.mjs";
import { runCommand } from "./processes.mjs";
import { LaunchError, say } from "./say.mjs";

/** Finds a program on PATH or in Debian's places for servers. */
export function findProgram(name) {
  const folders = [...(process.env.PATH ?? "").split(":"), "/usr/sbin", "/usr/bin", "/usr/local/bin"];
  for (const folder of folders) {
    const file = path.join(folder, name);
    try {
      accessSync(file, constants.X_OK);
      return file;
    } catch {
      /* not here */
    }
  }
  return null;
}

/** Installs the npm packages when they are missing or the lock has changed since. */
export async function ensurePackages() {
  const wanted = createHash("sha256")
    .update(readFileSync(path.join(root, "package-lock.json")))
    .digest("hex");
  const stamp = path.join(root, "node_modules", ".ember-stamp");
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === wanted) return;
  say("installing npm packages (a minute or two)");
  const { code, output } = await runCommand("npm", ["install", "--no-audit", "--no-fund", "--no-save"], {
    quiet: true,
  });
  if (code !== 0) throw new LaunchError(`npm install failed:\n${output.trim()}`);
  writeFileSync(stamp, wanted);
}

/** Installs Debian packages when root on Debian; says what to install elsewhere. */
async function ensureDebian(programs, packages) {
  const missing = programs.filter((program) => !findProgram(program));
  if (missing.length === 0) return;
  const wish = `apt-get install -y --no-install-recommends ${packages.join(" ")}`;
  if (process.getuid?.() !== 0 || !findProgram("apt-get")) {
    throw new LaunchError(
      `${missing.join(" and ")} missing on this machine. Install ${packages.join(" and ")} and try again; on Debian, as root:\n  ${wish}`,
    );
  }
  say(`installing ${packages.join(" and ")} from Debian's packages`);
  const env = { DEBIAN_FRONTEND: "noninteractive" };
  const install = () =>
    runCommand("apt-get", ["install", "-y", "--no-install-recommends", ...packages], { env, quiet: true });
  // The package list of a fresh machine is empty or old: refresh it first.
  const update = await runCommand("apt-get", ["update"], { env, quiet: true });
  const { code, output } = await install();
  if (code !== 0)
    throw new LaunchError(
      `apt-get could not install ${packages.join(" and ")}:\n${update.code === 0 ? "" : update.output.trim()}\n${output.trim()}`,
    );
}

export const ensureMariadb = () => ensureDebian(["mariadbd", "mariadb-install-db"], ["mariadb-server"]);

/**
 * The browser that tests drive: Debian's headless one, which draws no window of its own; where it cannot be had and the whole
 * one is there, that.
 *
 * @returns  the program's path
 */
export async function ensureChromium() {
  const [headless, whole] = ["chromium-headless-shell", "chromium"];
  try {
    await ensureDebian([headless], [headless]);
    return findProgram(headless);
  } catch (error) {
    const found = findProgram(whole);
    if (found) return found;
    throw error;
  }
}
