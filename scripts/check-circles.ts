/** Refuses circles: of files, types included, and of the folders within a room. */
import { cruise } from "dependency-cruiser";
import extractTSConfig from "dependency-cruiser/config-utl/extract-ts-config";
import config from "../dependency-cruiser.config.mjs";
import { folderCircles } from "./lib/folder-circles";

const { forbidden, options } = config;

async function main(): Promise<void> {
  const { output } = await cruise(
    ["src", "cli"],
    { ...options, validate: true, ruleSet: { forbidden: forbidden ?? [] } },
    undefined,
    {
      tsConfig: extractTSConfig("tsconfig.json"),
    },
  );
  if (typeof output === "string") throw new Error(output);
  const { modules, summary } = output;
  const imports = modules.flatMap(({ source, dependencies }) =>
    dependencies.map(({ resolved }) => [source, resolved] as const),
  );
  const files = summary.violations.map(({ rule, from, cycle }) => `${rule.name}: ${[from, ...(cycle ?? []).map(({ name }) => name)].join(" → ")}`); // prettier-ignore
  const folders = ["src/core", "src/ui", "src/store"].flatMap((room) =>
    folderCircles(room, imports).map((circle) => `folders of ${room} that import each other: ${circle.join(", ")}`),
  );
  for (const line of [...files, ...folders]) console.error(line);
  console.log(
    `${modules.length} files, ${imports.length} imports, ${files.length} circles of files, ${folders.length} of folders`,
  );
  process.exitCode = files.length + folders.length > 0 ? 1 : 0;
}

void main();
