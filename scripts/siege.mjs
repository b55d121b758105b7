// The long attacks, which no test run has time for: each with its seeds, and the last result kept in docs/siege.md.
import { writeFileSync } from "node:fs";
import path from "node:path";
import { root } from "./lib/paths.mjs";
import { runCommand } from "./lib/processes.mjs";
import { say } from "./lib/say.mjs";

const names = process.argv.slice(2);
say(`the long attacks${names.length > 0 ? `: ${names.join(", ")}` : ", some hours"}`);
const began = new Date();
const { code, output } = await runCommand(
  process.execPath,
  [path.join(root, "scripts/test.mjs"), "attack", "long", ...names],
  { quiet: true },
);
const lines = output.split("\n").filter((line) => line.startsWith("attack "));
process.stdout.write(`${lines.join("\n")}\n`);
writeFileSync(
  path.join(root, "docs/siege.md"),
  `# Siege

The long attacks of \`npm run siege\` on one machine, on loopback, with the seeds that stand in \`scripts/attack.ts\`; what each does is in
[security.md](security.md). Last run: ${began.toISOString().slice(0, 10)}, ${Math.round((Date.now() - began.getTime()) / 60_000)} minutes, ${code === 0 ? "all of it held" : "not all of it held"}${names.length > 0 ? `; of the attacks: ${names.join(", ")}` : ""}.

${lines.map((line) => `- ${line.replace(/^attack /u, "")}`).join("\n")}
`,
);
process.exitCode = code;
