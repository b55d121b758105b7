/** What beliefs and their ranking cost on the Orrinshaw 6M: `tsx scripts/bench/diagnose.ts`. */
import { Inference, withPriors } from "@/core/diagnose/infer";
import { fixNearlyCertain } from "@/core/numeric/belief/fix";
import { prepare } from "@/core/numeric/belief/network";
import { seeded } from "@/core/numeric/seeded";
import { drawEngine, findings, hidden, network, roots, sightingOf } from "./failed-engines";

const quantile = (values: readonly number[], q: number): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))] ?? NaN;
};

const cases = 8;

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

const speeds = [1, 0.5, 0.08].map(speed);
console.log(JSON.stringify({ speeds, nodes: { hidden: hidden.length, findings: findings.length } }));
