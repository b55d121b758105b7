/**
 * Every layout of the trade library as a bare engine: that it composes without a fault, how wide its network of causes is,
 * and fifty random wrecks of it, with what is said of them that nobody would.
 *
 *     npx tsx scripts/bench/layouts.ts [wrecks] [layout …]
 */
import { bareEngines, bareSheet, library } from "@/core/fixtures/library";
import { TestBench } from "@/core/fixtures/bench";
import { judged } from "@/core/fixtures/choices";
import { judgedWreck, randomWreck } from "@/core/fixtures/random-wreck";
import { Inference } from "@/core/diagnose/infer";
import { readEngineText } from "@/core/library/read-engine-text";

const [wanted = "50", ...layouts] = process.argv.slice(2);
const wrecks = Number(wanted);

function widthOf(bench: TestBench): number {
  const { network, priors, sightings } = judged(bench).diagnosis;
  return new Inference(
    network!,
    new Map(priors.map(({ node, probability }) => [node, probability])),
    sightings,
  ).posterior().width;
}

let wrong = 0;
for (const [id, kind, answers] of bareEngines.filter(([layout]) => layouts.length === 0 || layouts.includes(layout))) {
  const { pack, faults } = readEngineText(library, JSON.stringify(bareSheet(id, answers)));
  if (!pack) {
    console.log(`${id}, ${kind}: ${faults.length} faults`);
    wrong += 1;
    continue;
  }
  const absurd = Array.from({ length: wrecks }, (_, seed) => judgedWreck(pack, seed)).flat();
  wrong += absurd.length;
  const widths = [new TestBench(pack), randomWreck(pack, 1), randomWreck(pack, 2)].map(widthOf);
  console.log(`${id}, ${kind}: ${pack.slots.size} slots, ${pack.pack.diagnosis!.causes.length} causes, width ${widths.join(", ")}, absurd of ${wrecks} wrecks: ${absurd.slice(0, 3).join("; ") || "none"}`); // prettier-ignore
}
if (wrong > 0) process.exitCode = 1;
