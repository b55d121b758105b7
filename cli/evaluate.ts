import { parseArgs } from "node:util";
import { assess } from "@/core/assess";
import { toAssessmentJson } from "@/core/json/assessment-json";
import { moneyJson } from "@/core/json/money-json";
import { CommandError } from "./command-error";
import { packFromFile, recordFromFile } from "./read-files";

function parse(words: readonly string[]) {
  try {
    return parseArgs({
      args: [...words],
      allowPositionals: true,
      options: { pack: { type: "string" }, "as-of": { type: "string" } },
    });
  } catch (error) {
    throw new CommandError(`ember evaluate: ${(error as Error).message}`);
  }
}

/** Prints the assessment of a record as JSON. */
export async function evaluate(words: readonly string[]): Promise<void> {
  const { positionals, values } = parse(words);
  const [file, ...more] = positionals;
  if (!file || more.length > 0) throw new CommandError("ember evaluate: name one record, such as job.ndjson");
  if (!values.pack) throw new CommandError("ember evaluate: name the engine pack with --pack PACK.json");
  const asOf = values["as-of"] ?? new Date().toISOString();
  if (Number.isNaN(Date.parse(asOf)))
    throw new CommandError(`ember evaluate: --as-of ${asOf} is not a moment; write for example 2026-11-24T09:00:00Z`);

  const { pack } = await packFromFile(values.pack);
  const entries = await recordFromFile(file);
  const assessment = assess(pack, entries, asOf);
  const differs = assessment.holds.find((hold) => hold.code === "pack-differs");
  if (differs)
    process.stderr.write(
      `${file}: pinned to pack ${String(differs.params.pinned).slice(0, 12)}, but ${values.pack} is ${pack.sha256.slice(0, 12)}: the verdicts are not the job's own\n`,
    );
  process.stdout.write(
    `${JSON.stringify({ ...toAssessmentJson(assessment), money: moneyJson(pack, assessment) }, null, 2)}\n`,
  );
}
