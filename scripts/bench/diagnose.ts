/**
 * What beliefs cost on the Orrinshaw 6M, and how soon the cause is found by what is looked at next: engines drawn from its
 * network with hidden causes, the same ones for every way to go.
 *
 *   tsx scripts/bench/diagnose.ts [ENGINES]
 */
import { orrinshaw } from "@/core/fixtures/load";
import { Inference, isRecordable, withPriors } from "@/core/diagnose/infer";
import { likelihoodOf, type Sighting } from "@/core/diagnose/sightings";
import { confirmingOf, gradesOfFinding, unfold, type FindingNode, type Network } from "@/core/diagnose/unfold";
import { fixNearlyCertain } from "@/core/numeric/belief/fix";
import { prepare, type Node } from "@/core/numeric/belief/network";
import { seeded } from "@/core/numeric/seeded";

const count = Number(process.argv[2] ?? 10);
const network = unfold(orrinshaw)!;
const { misses, settled } = network.diagnosis;
const findings = [...network.of.values()].filter((each): each is FindingNode => each.kind === "finding" && isRecordable(each)); // prettier-ignore
const hidden = [...network.of.values()].flatMap(({ kind, id }) => (kind === "finding" ? [] : [id]));
const roots = [...network.of.values()].flatMap(({ kind, id }) => (kind === "cause" ? [id] : []));
const isTold = ({ item }: FindingNode) => item.reads.some(({ is }) => is === "symptom");

const order: string[] = [];
{
  const done = new Set<string>();
  const visit = (id: string) => {
    if (done.has(id)) return;
    done.add(id);
    network.of.get(id)!.causes.forEach(visit);
    order.push(id);
  };
  [...network.nodes.keys()].forEach(visit);
}

/** One engine: every node as it truly is, and what each finding shows to whoever looks. */
interface Engine {
  readonly truly: ReadonlyMap<string, number>;
  readonly shown: ReadonlyMap<string, number>;
}

function drawEngine(nodes: ReadonlyMap<string, Node>, next: () => number): Engine {
  const pick = (shares: readonly number[]) => {
    let left = next();
    const at = shares.findIndex((share) => (left -= share) < 0);
    return at < 0 ? shares.length - 1 : at;
  };
  for (;;) {
    const truly = new Map<string, number>();
    for (const id of order) {
      const node = nodes.get(id)!;
      if (node.kind !== "max") throw new Error("tables are not drawn");
      truly.set(id, node.causes.reduce((worst, { of, effect }) => Math.max(worst, pick(effect[truly.get(of)!]!)), pick(node.leak))); // prettier-ignore
    }
    const shown = new Map(
      findings.map(({ id }) => {
        const grade = truly.get(id)!;
        return [id, grade > 0 && next() < misses.after ** grade ? 0 : grade] as const;
      }),
    );
    const isFailed = findings.some(({ id, item }) => item.severe && shown.get(id)! > 0);
    if (isFailed && roots.some((id) => truly.get(id)! > 0)) return { truly, shown };
  }
}

const sightingOf = ({ id, item }: FindingNode, grade: number): Sighting => ({
  node: id,
  grade,
  likelihood: likelihoodOf(grade, gradesOfFinding(item), misses.after),
  look: "after",
  parts: [],
  isDisputed: false,
});

/** A network of the same shape with other odds. */
function perturbed(nodes: ReadonlyMap<string, Node>, most: number, next: () => number): ReadonlyMap<string, Node> {
  const shift = (shares: readonly number[]) => {
    const times = most ** (2 * next() - 1);
    const there = shares.slice(1).reduce((sum, each) => sum + each, 0);
    if (there === 0) return shares;
    const now = (there * times) / (1 - there + there * times);
    return [1 - now, ...shares.slice(1).map((each) => (each * now) / there)];
  };
  return new Map([...nodes].map(([id, node]) => [id, node.kind === "max" ? { ...node, leak: shift(node.leak), causes: node.causes.map(({ of, effect }) => ({ of, effect: effect.map(shift) })) } : node])); // prettier-ignore
}

/** A network of another structure that shares only the findings: the few causes that bring one about most reach it straight. */
function flattened(of: Network, nodes: ReadonlyMap<string, Node>, next: () => number): Network {
  const strength = new Map(findings.map(({ id }) => [id, new Map<string, number>()]));
  for (const root of roots) {
    // How often each finding follows where this cause is there and no other: by drawing.
    const tries = 60;
    for (let at = 0; at < tries; at += 1) {
      const there = new Map<string, number>();
      for (const id of order) {
        const node = nodes.get(id)!;
        if (node.kind !== "max") continue;
        if (roots.includes(id)) there.set(id, Number(id === root));
        else {
          let grade = 0;
          for (const { of, effect } of node.causes) {
            if (there.get(of)! === 0) continue;
            let left = next();
            const drawn = effect[there.get(of)!]!.findIndex((share) => (left -= share) < 0);
            grade = Math.max(grade, drawn < 0 ? effect[1]!.length - 1 : drawn);
          }
          there.set(id, grade);
        }
      }
      for (const { id } of findings)
        if (there.get(id)! > 0) strength.get(id)!.set(root, (strength.get(id)!.get(root) ?? 0) + 1 / tries);
    }
  }
  const flat = new Map(nodes);
  const told = new Map(of.of);
  for (const [id, byCause] of strength) {
    const node = nodes.get(id)!;
    if (node.kind !== "max") continue;
    const none = node.leak.map((_, grade) => Number(grade === 0));
    const spread = (p: number) => node.leak.map((_, grade) => (grade === 0 ? 1 - p : p / (node.leak.length - 1)));
    const causes = [...byCause].sort((a, b) => b[1] - a[1]).slice(0, 2).filter(([, p]) => p > 0.25); // prettier-ignore
    flat.set(id, { ...node, causes: causes.map(([of, p]) => ({ of, effect: [none, spread(Math.min(0.97, p))] })) });
    told.set(id, { ...of.of.get(id)!, causes: causes.map(([cause]) => cause) });
  }
  return { ...of, nodes: flat, of: told };
}

type Policy = "next best test" | "list order" | "cheapest first";
interface Ended {
  readonly minutes: number;
  readonly settledOn: string | null;
}

/** Minutes it takes to sign a severe finding as older damage, with a reason. */
const toSign = 10;
/** Looks at so many things at most, and down the list of what to look at next at so many before it is asked anew. */
const [longest, atOnce] = [120, 4];

/** Looks at one engine until the cause is settled, or nothing is left to look at that would tell more. */
function work(engine: Engine, known: Network, policy: Policy): Ended {
  // It comes with what its owner tells, and with the damage that brought it: the worst that shows.
  const severe = findings.filter(({ id, item }) => item.severe && engine.shown.get(id)! > 0);
  const [worst] = severe.sort((a, b) => engine.shown.get(b.id)! - engine.shown.get(a.id)!);
  const seen = new Map(findings.filter((each) => isTold(each) || each === worst).map((each) => [each.id, sightingOf(each, engine.shown.get(each.id)!)])); // prettier-ignore
  const open = findings.filter(({ id }) => !seen.has(id));
  if (policy === "cheapest first") open.sort((a, b) => a.item.minutes - b.item.minutes);
  const infer = () => new Inference(known, new Map(), [...seen.values()]);
  const gate = (inference: Inference): string | null => {
    const [first] = inference.posterior().causes;
    const of = known.of.get(first!.node)!;
    if (of.kind !== "cause" || first!.probability < settled.probability) return null;
    if (!confirmingOf(known, of).some(({ id }) => (seen.get(id)?.grade ?? 0) > 0)) return null;
    // What it does not explain is signed as older damage, which takes its time.
    const unexplained = inference.chain().unexplained.filter((each) => (known.of.get(each) as FindingNode).item.severe);
    minutes += toSign * unexplained.length;
    return first!.node;
  };
  let minutes = 0;
  const look = (chosen: FindingNode): number => {
    const grade = engine.shown.get(chosen.id)!;
    seen.set(chosen.id, sightingOf(chosen, grade));
    minutes += chosen.item.minutes;
    return grade;
  };
  if (policy === "next best test") {
    // Down the list until something shows, then it is worked out anew.
    for (let step = 0; step < longest;) {
      const inference = infer();
      const on = gate(inference);
      if (on) return { minutes, settledOn: on };
      const best = inference.nextTests(8).slice(0, atOnce);
      if (best.length === 0) break;
      for (const { finding } of best) {
        step += 1;
        if (look(known.of.get(finding) as FindingNode) > 0) break;
      }
    }
    // What it still cannot tell, going through all that is left may.
    open.splice(0, Infinity, ...open.filter(({ id }) => !seen.has(id)));
  }
  // Beliefs are worked out only where they could settle anything, and at every fortieth look.
  const confirms = new Set(network.diagnosis.causes.flatMap(({ confirm }) => confirm));
  let canSettle = false;
  for (const [step, chosen] of open.entries()) {
    const isNews = look(chosen) > 0 && confirms.has(chosen.item.id);
    canSettle ||= isNews;
    const on = canSettle && (isNews || step % 40 === 0) ? gate(infer()) : null;
    if (on) return { minutes, settledOn: on };
  }
  return { minutes, settledOn: gate(infer()) };
}

const quantile = (values: readonly number[], q: number): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))] ?? NaN;
};
const mean = (values: readonly number[]): number => values.reduce((sum, each) => sum + each, 0) / Math.max(1, values.length); // prettier-ignore

/** How ways to go did on the same engines: minutes over those that all of them settled, the rest counted. */
function judge(engines: readonly Engine[], ways: readonly (readonly Ended[])[]) {
  const byAll = engines.flatMap((_, at) => (ways.every((ended) => ended[at]!.settledOn !== null) ? [at] : []));
  return ways.map((ended) => {
    const wrong = ended.filter(({ settledOn }, at) => settledOn !== null && engines[at]!.truly.get(settledOn) === 0).length; // prettier-ignore
    const left = ended.filter(({ settledOn }) => settledOn === null).length;
    const minutes = byAll.map((at) => ended[at]!.minutes);
    const spread = Math.sqrt(mean(minutes.map((each) => (each - mean(minutes)) ** 2)) / Math.max(1, minutes.length));
    const whole = mean(ended.map((each) => each.minutes));
    return { minutes: mean(minutes), whole, plusMinus: 2 * spread, of: byAll.length, right: engines.length - wrong - left, wrong, left }; // prettier-ignore
  });
}

/** Milliseconds of beliefs and ranking, with so large a share of all findings answered. */
function speed(share: number) {
  const { next } = seeded(Math.round(1000 * share) + 1);
  const nodes = withPriors(network, new Map());
  const [whole, fixed, ranked, widths]: number[][] = [[], [], [], []];
  const timed = <Result>(into: number[] | undefined, act: () => Result): Result => {
    const began = performance.now();
    const result = act();
    into?.push(performance.now() - began);
    return result;
  };
  let [asExact, open] = [0, 0];
  for (let at = 0; at < cases; at += 1) {
    const engine = drawEngine(nodes, next);
    const seen = findings.filter(() => next() < share).map((each) => sightingOf(each, engine.shown.get(each.id)!));
    const evidence = new Map(seen.map(({ node, likelihood }) => [node, likelihood]));
    const beliefs = timed(whole, () => {
      const ready = prepare(nodes, evidence, hidden);
      widths!.push(ready.width);
      return ready.beliefs();
    });
    const small = fixNearlyCertain(nodes, evidence, beliefs, 1e-2);
    const left = prepare(small.nodes, small.evidence, roots.filter((id) => !small.grades.has(id))); // prettier-ignore
    left.beliefs();
    timed(fixed, () => left.beliefs());
    const inference = new Inference(network, new Map(), seen);
    inference.posterior();
    const [first] = timed(ranked, () => inference.nextTests());
    // Nothing fixed, every root counted: what is best by that, and what the first of the quick list comes to.
    const exact = new Inference(network, new Map(), seen, 0).nextTests(Infinity);
    const best = exact.reduce((most, { perMinute }) => Math.max(most, perMinute), 0);
    const own = exact.find(({ finding }) => finding === first?.finding)?.perMinute ?? 0;
    if (best > 0) open += 1;
    if (best > 0 && own >= 0.98 * best) asExact += 1;
  }
  return { share, p95: quantile(whole!, 0.95), fixed: quantile(fixed!, 0.95), ranked: quantile(ranked!, 0.95), width: Math.max(...widths!), asExact, open }; // prettier-ignore
}

const cases = 8;
const speeds = [1, 0.5, 0.08].map(speed);
const truth = withPriors(network, new Map());
type Result = ReturnType<typeof judge>[number];
const worlds: Record<string, { policy: string; result: Result }[]> = {};
const run = (name: string, engines: readonly Engine[], ways: readonly [string, Network, Policy][]) => {
  const ended = ways.map(([policy, known, how]) => {
    const each = engines.map((engine) => work(engine, known, how));
    console.error(name, policy, each.map(({ minutes, settledOn }) => `${minutes}${settledOn ? "" : "-"}`).join(" "));
    return each;
  });
  const results = judge(engines, ended);
  worlds[name] = ways.map(([policy], at) => ({ policy, result: results[at]! }));
  console.error(JSON.stringify(worlds[name]));
};
{
  const { next } = seeded(2026);
  const engines = Array.from({ length: count }, () => drawEngine(truth, next));
  run("odds as they are", engines, [
    ["next best test", network, "next best test"],
    ["list order", network, "list order"],
    ["cheapest first", network, "cheapest first"],
  ]);
  const other = { ...network, nodes: perturbed(truth, 3, seeded(7).next) };
  run("every odds off by up to 3×", engines, [
    ["next best test", other, "next best test"],
    ["list order", other, "list order"],
    ["next best test that knows the true odds", network, "next best test"],
  ]);
  const flat = flattened(network, truth, seeded(11).next);
  const drawn = seeded(13).next;
  const strange = Array.from({ length: count }, () => drawEngine(withPriors(flat, new Map()), drawn));
  run("engines of another structure", strange, [
    ["next best test", network, "next best test"],
    ["list order", network, "list order"],
    ["next best test that knows the true odds", flat, "next best test"],
  ]);
}
console.log(JSON.stringify({ count, speeds, worlds, nodes: { hidden: hidden.length, findings: findings.length } }));
