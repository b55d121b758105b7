// Checks the locked packages against known advisories, and lists versions and licences in docs/dependencies.md.
import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { bin, root } from "./lib/paths.mjs";
import { runCommand } from "./lib/processes.mjs";
import { LaunchError, run, say } from "./lib/say.mjs";

const read = (file) => JSON.parse(readFileSync(path.resolve(root, file), "utf8"));

/** Why a package is not at its newest version. */
const reasons = {
  "@axe-core/playwright": "newer ones ask for Node.js 22",
  "@chakra-ui/react": "3.38.0 does not install: a package it pins is not to be had",
  "@types/node": "goes with the Node.js this runs on",
  canonicalize: "3 and later are rewritten; this one is what fingerprints were made with",
  "d3-polygon": "3.0.2 comes as another kind of module, which the tests' transform passes over",
  "dependency-cruiser": "17 reads its rules in another form",
  "iron-session": "9 asks for Node.js 22",
  "p-limit": "7 is for newer Node.js",
  "pdfjs-dist": "5 asks for Node.js 22; used by tests only",
  typescript: "7 breaks eslint-config-next; types are checked by 7, typescript-native",
};

/** Packages of the lock, as name, version and licence. */
function locked() {
  const { packages } = read("package-lock.json");
  return Object.entries(packages)
    .filter(([place]) => place.includes("node_modules/"))
    .map(([place, { version, license, dev = false, optional = false }]) => ({
      name: place.slice(place.lastIndexOf("node_modules/") + 13),
      version,
      license: license ?? "not said",
      dev,
      optional,
    }));
}

/** Advisories of a file, [{ "name", "vulnerable": "<1.2.3", "severity", "title" }], that hold for what is locked. */
async function against(file) {
  const { default: semver } = await import("semver");
  const advisories = read(file);
  return locked().flatMap(({ name, version }) =>
    advisories
      .filter((each) => each.name === name && semver.satisfies(version, each.vulnerable, { includePrerelease: true }))
      .map(({ severity, title }) => `${name} ${version}: ${severity}, ${title}`),
  );
}

/** What the registry knows; null where it cannot be asked. */
async function ofRegistry() {
  const { output } = await runCommand("npm", ["audit", "--json", "--omit=dev"], { quiet: true });
  try {
    const { vulnerabilities } = JSON.parse(output.slice(output.indexOf("{")));
    return vulnerabilities ? Object.values(vulnerabilities).map(({ name, severity, range }) => `${name} ${range}: ${severity}`) : null; // prettier-ignore
  } catch {
    return null;
  }
}

async function writeList() {
  const { dependencies, devDependencies } = read("package.json");
  const { packages } = read("package-lock.json");
  const row = (name) => {
    const { version = "not locked", license = "" } = packages[`node_modules/${name}`] ?? {};
    return `| ${name} | ${version} | ${license} | ${reasons[name] ?? ""} |`;
  };
  const table = (names) => ["| package | version | licence | not newer because |", "| --- | --- | --- | --- |", ...Object.keys(names).sort().map(row)]; // prettier-ignore
  const licences = new Map();
  for (const { license, dev } of locked()) if (!dev) licences.set(license, (licences.get(license) ?? 0) + 1);
  const file = path.join(root, "docs/dependencies.md");
  writeFileSync(
    file,
    [
      "# Packages, versions and licences",
      "",
      "Written by `npm run audit`. Versions are exact; the lock holds those of everything below them.",
      "",
      "## What the program runs on",
      "",
      ...table(dependencies),
      "",
      "## What it is built and tested with",
      "",
      ...table(devDependencies),
      "",
      "## Licences of all that ships, packages below packages included",
      "",
      ...[...licences].sort(([a], [b]) => a.localeCompare(b)).map(([license, count]) => `- ${license}: ${count}`),
      "",
    ].join("\n"),
  );
  await runCommand(bin("prettier"), ["--write", file], { quiet: true });
  say("docs/dependencies.md is written");
}

async function main() {
  const [word, file, ...more] = process.argv.slice(2);
  if (more.length || (word !== undefined && (word !== "--advisories" || !file)))
    throw new LaunchError("npm run audit, or npm run audit -- --advisories FILE.json");
  await writeList();
  const found = word ? await against(file) : await ofRegistry();
  if (found === null) {
    say(
      "the registry gives no advisories from here: the lock was NOT checked; give a file with --advisories FILE.json",
    );
    return;
  }
  for (const each of found) say(each);
  say(`${locked().length} locked packages, ${found.length} advisories hold`);
  if (found.length > 0) process.exit(1);
}

await run(main);
