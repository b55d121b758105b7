import { createAssess } from "@/core/assess";
import { fold } from "@/core/entry/fold";
import { orrinshaw as pack } from "@/core/fixtures/packs/orrinshaw";
import { fresh, generateJob } from "./generate";
import { quickest } from "./quickest";

const asOf = "2026-11-24T08:00:00Z";

const [small, large] = [generateJob(pack, 2000), generateJob(pack, 20_000)];
const foldMs = (entries: typeof small) =>
  quickest(
    30,
    () => fresh(entries),
    (each) => fold(each),
  );
const assessMs = (entries: typeof small) =>
  quickest(
    30,
    () => fresh(entries),
    (each) => createAssess(pack)(each, asOf),
  );

// Once over both, so that neither is measured while the engine still compiles.
for (const entries of [small, large]) createAssess(pack)(fresh(entries), asOf);
const folds = { small: foldMs(small), large: foldMs(large) };
const wholes = { small: assessMs(small), large: assessMs(large) };

/** One more entry on a job that is already assessed, as at the bench; the last of the job, taken on again and again. */
const appendMs = quickest(
  60,
  () => {
    const judge = createAssess(pack);
    const entries = fresh(small);
    judge(entries.slice(0, -1), asOf);
    return { judge, entries };
  },
  ({ judge, entries }) => judge(entries, asOf),
);

console.log(
  JSON.stringify({
    entries: { small: small.length, large: large.length },
    foldMs: folds,
    metrologyMs: { small: wholes.small - folds.small, large: wholes.large - folds.large },
    wholeMs: wholes,
    appendMs,
  }),
);
