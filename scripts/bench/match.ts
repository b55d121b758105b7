/**
 * What matching costs on a made-up engine: checking it after one change, and choosing among many candidates beside the bare
 * solver on the very same linear program. Same seeds each time.
 *
 *   tsx scripts/bench/match.ts
 */
import { spawnSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import loadHighs from "highs";
import { createAssess } from "@/core/assess";
import { TestBench } from "@/core/fixtures/bench";
import { bring, note } from "@/core/fixtures/merge";
import { json } from "@/core/fixtures/load";
import { seeded } from "@/core/numeric/seeded";
import { matchJudgement } from "@/core/match/assess-match";
import { resolve } from "@/core/match/resolve";
import { linearProgram } from "@/core/numeric/linear-program";
import type { Constraint } from "@/core/numeric/bucket-elimination";
import type { CompiledPack } from "@/core/pack/compile-pack";
import { readPack } from "@/core/lint/read-pack";

const asOf = "2026-11-26T00:00:00Z";
const words = ["a", "b", "c", "d"];

/** An engine of many places, each of which meets a few others. */
function engine(places: number, meetings: number, seed: number, share: number): CompiledPack {
  const { next } = seeded(seed);
  const whole = (count: number) => Math.floor(next() * count);
  const base = json("src/core/fixtures/rotary-pack.json") as Record<string, unknown>;
  const ids = Array.from({ length: places }, (_, at) => `p${at}`);
  const classes = ids.map((id) => ({ id, name: id, tag: "P", expansionPerK: { value: 1.1e-5, ref: { source: "sheet" } }, features: [] })); // prettier-ignore
  const slots = ids.map((id) => ({ id, name: id, label: "P", class: id }));
  const attributes = Array.from({ length: 6 }, (_, at) => ({ id: `x${at}`, name: `x${at}`, values: words.map((id) => ({ id, name: id })), check: { text: "look", minutes: 2 } })); // prettier-ignore
  // A mating says the same of several pairs of places, near each other: an engine is no random graph.
  const each = Math.ceil(meetings / 300);
  const matings = Array.from({ length: Math.ceil(meetings / each) }, (_, at) => {
    const one = whole(places - each - 4);
    const other = one + 1 + whole(4);
    const ids = (from: number) => Array.from({ length: each }, (__, step) => `p${from + step}`);
    return {
      id: `m${at}`,
      is: "table",
      name: `m${at}`,
      one: { slots: ids(one) },
      other: { slots: ids(other) },
      attribute: `x${at % 6}`,
      pairs: words.flatMap((a) => words.filter(() => next() < share).map((b) => [a, b])).concat([["a", "a"]]),
      wrong: { looks: "it shakes" },
      ref: { source: "sheet" },
    };
  });
  const read = readPack({ ...base, id: "bench-match", classes, slots, joints: [], constraints: [], match: { attributes, known: [], matings } }); // prettier-ignore
  if (!read.ok) throw new Error(JSON.stringify(read.problems.slice(0, 3)));
  return read.value;
}

/** The same with candidates for every place, all looked at. */
function filled(pack: CompiledPack, candidates: number, seed: number): TestBench {
  const { next } = seeded(seed);
  const bench = new TestBench(pack);
  for (const slot of pack.pack.slots) {
    const all = [bench.partIn.get(slot.id)!, ...Array.from({ length: candidates - 2 }, (_, at) => bring(bench, slot.id, `${slot.id}-${at}`))]; // prettier-ignore
    for (const part of all)
      for (let at = 0; at < 6; at += 1) note(bench, part, `x${at}`, words[Math.floor(next() * words.length)]!);
  }
  return bench;
}

const quantile = (values: number[], q: number) => values.sort((a, b) => a - b)[Math.floor(q * (values.length - 1))]!;

// Check after one change.
const small = engine(120, 300, 5, 0.6);
const bench = filled(small, 8, 6);
const judge = createAssess(small);
judge(bench.entries, asOf);
const [times, whole]: [number[], number[]] = [[], []];
const { next } = seeded(7);
// A page that somebody works on is warm: the first rounds do not count.
const cold = 20;
for (let round = 0; round < cold + 100; round += 1) {
  const slot = small.pack.slots[Math.floor(next() * 120)]!.id;
  const before = bench.entries.findLast(({ type, payload }) => type === "attribute-read" && payload.part === bench.partIn.get(slot) && payload.attribute === "x1"); // prettier-ignore
  bench.add("attribute-read", { part: bench.partIn.get(slot)!, attribute: "x1", value: words[round % 4]!, how: "read", words: null, supersedes: before ? [before.id] : [] } as never); // prettier-ignore
  const entries = [...bench.entries];
  let began = performance.now();
  const { job, order, diagnosis, identity } = judge(entries, asOf);
  if (round >= cold) whole.push(performance.now() - began);
  began = performance.now();
  matchJudgement.assess(small, job, { order, sightings: diagnosis.sightings, meeting: [], identity });
  if (round >= cold) times.push(performance.now() - began);
}

// Choose: beside the bare solver on the same program.
const anything = () => ({ allowed: true, reasons: [] });
const highs = await loadHighs();
function choose(places: number, meetings: number, candidates: number, seed: number, share: number) {
  const pack = engine(places, meetings, seed, share);
  const { match } = createAssess(pack)(filled(pack, candidates, seed + 1).entries, asOf);
  const best = { ours: Infinity, bare: Infinity };
  let agree = true;
  let state = "";
  for (let round = 0; round < 3; round += 1) {
    let began = performance.now();
    const found = resolve(pack, match, new Map(), "fewest-changes", anything, { most: 1 });
    if (found.kind !== "too-large" || found.program === null) throw new Error("it was tabled");
    const solved = highs.solve(found.program);
    state = solved.Status;
    const columns = solved.Columns as Readonly<Record<string, { Primal: number }>>;
    const weight = state === "Optimal" ? found.solution((name) => columns[name]?.Primal ?? 0).weight : null;
    best.ours = Math.min(best.ours, performance.now() - began);
    began = performance.now();
    const bare = highs.solve(found.program);
    best.bare = Math.min(best.bare, performance.now() - began);
    agree &&= weight === null || Math.round(bare.ObjectiveValue) === weight;
  }
  return { places, candidates, meetings, oursMs: best.ours, bareMs: best.bare, agree, state };
}

// A hard family: sets of one kind across 40 places, conflicts, a tight budget, fewest changes; the very same file for both.
const seconds = 60;
function hard(seed: number) {
  const { next } = seeded(seed);
  const whole = (count: number) => Math.floor(next() * count);
  const [places, kinds, sets] = [160, 5, 4];
  const prices = Array.from({ length: places }, () => Array.from({ length: kinds }, () => 10 + whole(200)));
  const constraints: Constraint[] = [];
  for (let set = 0; set < sets; set += 1)
    for (let at = 0; at + 1 < places / sets; at += 1)
      constraints.push({ of: [set * 40 + at, set * 40 + at + 1], allows: ([a, b]) => a === b });
  for (let at = 0; at < 400; at += 1) {
    const one = whole(places - 50);
    const [a, b] = [whole(kinds), whole(kinds)];
    constraints.push({ of: [places + one, places + one + 1 + whole(48)], allows: ([x, y]) => x !== a || y !== b });
  }
  // Every place has a kind for its set and, apart from that, a grade of its own: the set costs what its places cost.
  const grades = Array.from({ length: places }, () => ({ costs: Array.from({ length: kinds }, (_, grade) => (grade === 0 ? 0 : 1_000_000)) })); // prettier-ignore
  const variables = [...prices.map((each) => ({ costs: each })), ...grades];
  for (let at = 0; at < places; at += 1)
    constraints.push({ of: [at, places + at], allows: ([kind, grade]) => (kind! + grade! + at) % 3 !== 0 });
  const program = linearProgram(variables, constraints)!;
  // Dearer the further from what is in it: a budget that leaves little of that.
  const spent = variables.flatMap(({ costs }, place) => costs.map((cost, option) => `${place < places ? cost : 40 * ((option * 7 + place) % 5)} x${place}_${option}`)); // prettier-ignore
  const least = highs.solve(program.replace(/ obj: [^]*?\nSubject To/u, ` obj: ${spent.join("\n  + ")}\nSubject To`), { time_limit: seconds }); // prettier-ignore
  if (least.Status !== "Optimal") throw new Error(`instance ${seed} is ${least.Status}`);
  const budget = Math.floor(least.ObjectiveValue * 1.05);
  const tight = program.replace("\nBinary", `\n budget: ${spent.join("\n  + ")} <= ${budget}\nBinary`);
  let began = performance.now();
  const ours = highs.solve(tight, { time_limit: seconds });
  const highsMs = performance.now() - began;
  const file = path.join(mkdtempSync(path.join(tmpdir(), "ember-")), "hard.lp");
  writeFileSync(file, tight);
  began = performance.now();
  const { stdout, error } = spawnSync("glpsol", ["--lp", file, "--tmlim", String(seconds)], { encoding: "utf8" });
  const glpsolMs = error ? null : performance.now() - began;
  const isThere = /INTEGER OPTIMAL SOLUTION FOUND/u.test(stdout ?? "");
  return { seed, state: ours.Status, highsMs, glpsolMs, glpsolState: error ? "not installed" : isThere ? "Optimal" : "not in time" }; // prettier-ignore
}

console.log(
  JSON.stringify({
    hard: [51, 52, 53, 54].map(hard),
    check: {
      places: 120,
      candidates: 8,
      p50: quantile(times, 0.5),
      p95: quantile(times, 0.95),
      whole: quantile(whole, 0.95),
    },
    choose: [choose(300, 1500, 8, 31, 0.93), choose(40, 60, 8, 41, 0.6)],
  }),
);
