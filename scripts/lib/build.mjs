import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, readdirSync, writeFileSync } from "node:fs";
import path from "node:path";
import { isPacked, packFiles } from "./packed.mjs";
import { bin, root } from "./paths.mjs";
import { runCommand } from "./processes.mjs";
import { LaunchError, say } from "./say.mjs";

const sources = [
  "src",
  "scripts/write-theme.ts",
  "scripts/lib/packed.mjs",
  "package.json",
  "package-lock.json",
  "next.config.ts",
  "tsconfig.json",
];

function* files(place) {
  const full = path.join(root, place);
  if (!existsSync(full)) return;
  const entries = readdirSync(path.dirname(full), { withFileTypes: true });
  const self = entries.find((entry) => entry.name === path.basename(full));
  if (self.isFile()) yield place;
  else for (const name of readdirSync(full).sort()) yield* files(path.join(place, name));
}

/** SHA-256 over the names and contents of everything that goes into the build. */
function sourceDigest() {
  const digest = createHash("sha256");
  for (const place of sources) {
    for (const file of files(place)) {
      if (/\.test\.tsx?$/.test(file)) continue;
      digest
        .update(file)
        .update("\0")
        .update(readFileSync(path.join(root, file)))
        .update("\0");
    }
  }
  return digest.digest("hex");
}

/** Writes the service worker of a finished build: it keeps all files of the build by name, the styles, and the page for "no network". */
async function writeServiceWorker(distDir) {
  const build = readFileSync(path.join(root, distDir, "BUILD_ID"), "utf8");
  const loose = [...files(path.join(distDir, "static"))].filter((file) => !isPacked(file));
  const named = loose.map((file) => ({
    url: `/_next/${path.relative(distDir, file).split(path.sep).join("/")}`,
    revision: null,
  }));
  const kept = [...named, { url: `/theme.css?${build}`, revision: null }, { url: "/away", revision: build }];
  // Not there yet when this file is read on a fresh machine.
  const { build: bundle } = await import("esbuild");
  await bundle({
    entryPoints: [path.join(root, "src/ui/away/service-worker.ts")],
    outfile: path.join(root, distDir, "service-worker.js"),
    bundle: true,
    minify: true,
    format: "iife",
    target: "es2022",
    define: { emberFiles: JSON.stringify(kept), "process.env.NODE_ENV": '"production"' },
    logLevel: "silent",
  });
}

/** Builds the web application into `distDir` unless what is there was built from these sources. */
export async function ensureBuild(distDir) {
  const stamp = path.join(root, distDir, "ember-stamp");
  const wanted = sourceDigest();
  // A build whose public files are gone is none, whatever its stamp says.
  const made = [path.join(distDir, "BUILD_ID"), path.join(distDir, "service-worker.js"), "public/theme.css"];
  const isWhole = made.every((file) => existsSync(path.join(root, file)));
  if (isWhole && existsSync(stamp) && readFileSync(stamp, "utf8") === wanted) return;
  say("building (half a minute to two minutes)");
  const theme = await runCommand(bin("tsx"), ["scripts/write-theme.ts"], { quiet: true });
  if (theme.code !== 0) throw new LaunchError(`The styles could not be written:\n${theme.output.trim()}`);
  const { code, output } = await runCommand(bin("next"), ["build"], {
    quiet: true,
    env: { EMBER_DIST: distDir, NEXT_TELEMETRY_DISABLED: "1", NODE_ENV: "production" },
  });
  if (code !== 0) throw new LaunchError(`The build failed:\n${output.trim()}`);
  await writeServiceWorker(distDir);
  await packFiles(path.join(root, distDir, "static"));
  mkdirSync(path.dirname(stamp), { recursive: true });
  writeFileSync(stamp, wanted);
}
