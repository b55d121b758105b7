// Makes the results of outside reference programs anew, where they are installed, and says whether they are what is committed.
import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import path from "node:path";
import { root } from "./lib/paths.mjs";

const committed = JSON.parse(readFileSync(path.join(root, "src/core/fixtures/reference/scipy.json"), "utf8"));
let fresh;
try {
  fresh = JSON.parse(
    execFileSync("/usr/bin/python3", [path.join(root, "scripts/crosscheck/reference.py")], { encoding: "utf8" }),
  );
} catch (error) {
  console.log(
    `scipy is not installed here (apt-get install python3-scipy): nothing was compared. ${String(error.message).split("\n")[0]}`,
  );
  process.exit(0);
}

/** The largest relative difference between two results of one shape; null where the shapes differ. */
function apart(a, b) {
  if (typeof a === "number" && typeof b === "number") return Math.abs(a - b) / Math.max(1e-9, Math.abs(a), Math.abs(b));
  if (typeof a !== "object" || typeof b !== "object" || Object.keys(a).join() !== Object.keys(b).join())
    return a === b ? 0 : null;
  const inner = Object.keys(a).map((key) => apart(a[key], b[key]));
  return inner.includes(null) ? null : Math.max(0, ...inner);
}
const { made, ...results } = committed;
const { made: madeNow, ...resultsNow } = fresh;
const difference = apart(results, resultsNow);
console.log(
  `committed: scipy ${made.scipy}, numpy ${made.numpy}; here: scipy ${madeNow.scipy}, numpy ${madeNow.numpy}`,
);
console.log(
  difference === null
    ? "The results have another shape."
    : `Largest relative difference: ${difference.toExponential(1)}`,
);
process.exitCode = difference !== null && difference < 1e-6 ? 0 : 1;
