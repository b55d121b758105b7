/**
 * How soon the cause is found by what is looked at next: engines drawn with hidden causes, the same ones for every way to go.
 * What it measured is kept beside it, world by world: it takes hours.
 *
 *   tsx scripts/bench/yardstick.ts [ENGINES] [WORLD...]
 */
import { createHash } from "node:crypto";
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { enough, Inference, withPriors } from "@/core/diagnose/infer";
import { confirmingOf, type FindingNode, type Network } from "@/core/causes/unfold";
import type { Node } from "@/core/numeric/belief/network";
import { seeded } from "@/core/numeric/seeded";
import { coreVersion } from "@/core/version";
import { openStories } from "./stories/open";
import { sealedStories } from "./stories/sealed";
import type { Story } from "./stories/story";
import { drawEngine, findings, network, order, roots, sightingOf, type Engine } from "./failed-engines";

const count = Number(process.argv[2] ?? 10);
const wanted = process.argv.slice(3);
const { settled } = network.diagnosis;
const isTold = ({ item }: FindingNode) => item.reads.some(({ is }) => is === "symptom");

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
  /** The cause; null where it was signed that it cannot be determined. */
  readonly settledOn: string | null;
}

/** Minutes it takes to sign anything with a reason: a severe finding as older damage, a cause as not to be determined. */
const toSign = 10;
/** Down the list of what to look at next, at so many before it is asked anew. */
const atOnce = 8;
/** With any other order it is asked after each of the first looks, and then whenever something shows or so many showed nothing. */
const [firstLooks, askedAt] = [30, 6];

/**
 * Looks at one engine until the gate opens: the cause is settled, or nothing still open would confirm any cause in question
 * and it is signed that it cannot be determined. The program says so to everybody alike, whatever the order of looking.
 */
function work(engine: Engine, known: Network, policy: Policy): Ended {
  // It comes with what its owner tells, and with the damage that brought it: the worst that shows.
  const seen = new Map(findings.filter((each) => isTold(each) || each.id === engine.worst).map((each) => [each.id, sightingOf(each, engine.shown.get(each.id)!)])); // prettier-ignore
  const open = findings.filter(({ id }) => !seen.has(id));
  if (policy === "cheapest first") open.sort((a, b) => a.item.minutes - b.item.minutes);
  // Who goes down a list begins where the damage is.
  const { place } = known.of.get(engine.worst)!;
  if (policy === "list order" && place) open.sort((a, b) => Number(b.place?.id === place.id) - Number(a.place?.id === place.id)); // prettier-ignore
  let minutes = 0;
  const gate = (): { readonly ended: Ended | null; readonly inference: Inference } => {
    const inference = new Inference(known, new Map(), [...seen.values()]);
    const { causes, isConfirmable } = inference.posterior();
    const [first] = causes;
    const of = known.of.get(first!.node)!;
    // What the worst damage would do without is settled by nobody.
    if (first!.accounts !== null && first!.accounts < enough) return { ended: null, inference };
    if (!isConfirmable) return { ended: { minutes: minutes + toSign, settledOn: null }, inference };
    if (of.kind !== "cause" || first!.probability < settled.probability) return { ended: null, inference };
    if (!confirmingOf(known, of).some(({ id }) => (seen.get(id)?.grade ?? 0) > 0)) return { ended: null, inference };
    // What it does not explain is signed as older damage, which takes its time.
    const unexplained = inference
      .chain([first!.node])
      .unexplained.filter((each) => (known.of.get(each) as FindingNode).item.severe);
    return { ended: { minutes: minutes + toSign * unexplained.length, settledOn: first!.node }, inference };
  };
  const look = (chosen: FindingNode): number => {
    const grade = engine.shown.get(chosen.id)!;
    seen.set(chosen.id, sightingOf(chosen, grade));
    minutes += chosen.item.minutes;
    return grade;
  };
  if (policy === "next best test")
    // Down the list until something shows, then it is worked out anew.
    for (;;) {
      const { ended, inference } = gate();
      const best = ended ? [] : inference.nextTests(8).slice(0, atOnce);
      if (best.length === 0) return ended ?? { minutes: minutes + toSign, settledOn: null };
      for (const { finding } of best) if (look(known.of.get(finding) as FindingNode) > 0) break;
    }
  let since = 0;
  for (const [step, chosen] of open.entries()) {
    since = look(chosen) > 0 ? askedAt : since + 1;
    if (step >= firstLooks && since < askedAt) continue;
    since = 0;
    const { ended } = gate();
    if (ended) return ended;
  }
  return gate().ended ?? { minutes: minutes + toSign, settledOn: null };
}

const mean = (values: readonly number[]): number => values.reduce((sum, each) => sum + each, 0) / Math.max(1, values.length); // prettier-ignore

/** Where a rate lies that was counted, 95 %: Wilson's interval (1927), in percent. */
function wilson(times: number, of: number): readonly [number, number] {
  const z = 1.96;
  const [p, denominator] = [times / of, 1 + (z * z) / of];
  const middle = (p + (z * z) / (2 * of)) / denominator;
  const half = (z / denominator) * Math.sqrt((p * (1 - p)) / of + (z * z) / (4 * of * of));
  return [100 * (middle - half), 100 * (middle + half)];
}

/** How ways to go did on the same engines: over all of them, and over those that every way settled. */
function judge(engines: readonly Engine[], ways: readonly (readonly Ended[])[]) {
  const told = (minutes: readonly number[]) => {
    const middle = mean(minutes);
    const spread = Math.sqrt(mean(minutes.map((each) => (each - middle) ** 2)) / Math.max(1, minutes.length));
    return { minutes: middle, plusMinus: 1.96 * spread };
  };
  const byAll = engines.flatMap((_, at) => (ways.every((ended) => ended[at]!.settledOn !== null) ? [at] : []));
  return ways.map((ended) => {
    // Right is what brought the worst damage about; a bystander that is there is not.
    const wrong = ended.filter(({ settledOn }, at) => settledOn !== null && !engines[at]!.began.has(settledOn)).length;
    const left = ended.filter(({ settledOn }) => settledOn === null).length;
    const right = engines.length - wrong - left;
    return {
      all: told(ended.map(({ minutes }) => minutes)),
      settledByAll: { engines: byAll.length, ...told(byAll.map((at) => ended[at]!.minutes)) },
      right,
      rightBetween: wilson(right, engines.length),
      wrong,
      wrongBetween: wilson(wrong, engines.length),
      undetermined: left,
    };
  });
}

const truth = withPriors(network, new Map());
type Way = readonly [name: string, known: Network, policy: Policy];
interface World {
  readonly engines: readonly Engine[];
  readonly ways: readonly Way[];
}

const drawn = (nodes: ReadonlyMap<string, Node>, seed: number): readonly Engine[] => {
  const { next } = seeded(seed);
  return Array.from({ length: count }, () => drawEngine(nodes, next));
};
const plain = drawn(truth, 2026);
const knowing = "next best test that knows the true odds";
const worlds: Readonly<Record<string, () => World>> = {
  "as-they-are": () => ({
    engines: plain,
    ways: [
      ["next best test", network, "next best test"],
      ["list order", network, "list order"],
      ["cheapest first", network, "cheapest first"],
    ],
  }),
  perturbed: () => {
    const other = { ...network, nodes: perturbed(truth, 3, seeded(7).next) };
    return {
      engines: plain,
      ways: [
        ["next best test", other, "next best test"],
        ["list order", other, "list order"],
        [knowing, network, "next best test"],
      ],
    };
  },
  "stories told": () => byStories(openStories),
  "stories sealed": () => byStories(sealed()),
  "other-structure": () => {
    const flat = flattened(network, truth, seeded(11).next);
    return {
      engines: drawn(withPriors(flat, new Map()), 13),
      ways: [
        ["next best test", network, "next best test"],
        ["list order", network, "list order"],
        [knowing, flat, "next best test"],
      ],
    };
  },
};

/** What was worked through before: the way that knows the true odds is the same in two worlds. */
const before = new Map<readonly Engine[], { known: Network; policy: Policy; ended: readonly Ended[] }[]>();
function workAll(engines: readonly Engine[], known: Network, policy: Policy): readonly Ended[] {
  const done = before.get(engines) ?? [];
  const same = done.find((each) => each.known === known && each.policy === policy);
  if (same) return same.ended;
  const ended = engines.map((engine) => work(engine, known, policy));
  before.set(engines, [...done, { known, policy, ended }]);
  return ended;
}

/** A story as an engine: what it does not show is not there; of what nobody knows began it nothing is right but to say so. */
function told({ began, worst, shows }: Story): Engine {
  const unknown = [...Object.keys(shows), worst, ...began].filter((id) => !network.of.has(id));
  if (unknown.length > 0) throw new Error(`The network has no ${unknown.join(", ")}`);
  const shown = new Map(findings.map(({ id }) => [id, shows[id] ?? 0]));
  return { truly: shown, shown, worst, began: new Set(began) };
}

/** Of the stories nobody may look at while the ranking is made. */
const seal = "4322cd0d137c7864698de406a6b49db3b2d1ae20a866cc9c1395a1e992326d70";
function sealed(): readonly Story[] {
  const text = readFileSync(path.join(import.meta.dirname, "stories/sealed.ts"));
  if (createHash("sha256").update(text).digest("hex") !== seal) throw new Error("the seal of the stories is broken");
  return sealedStories;
}
const byStories = (stories: readonly Story[]): World => ({
  engines: stories.map(told),
  ways: [
    ["next best test", network, "next best test"],
    ["list order", network, "list order"],
  ],
});

const file = path.join(import.meta.dirname, "yardstick.json");
for (const [name, world] of Object.entries(worlds)) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  const { engines, ways } = world();
  const ended = ways.map(([policy, known, how]) => {
    const each = workAll(engines, known, how);
    console.error(name, policy, each.map(({ minutes, settledOn }) => `${minutes}${settledOn ? "" : "-"}`).join(" "));
    return each;
  });
  const results = judge(engines, ended);
  const kept = existsSync(file) ? (JSON.parse(readFileSync(file, "utf8")) as Record<string, unknown>) : {};
  kept[name] = {
    engines: engines.length,
    unknown: engines.filter(({ began }) => began.size === 0).length,
    core: coreVersion,
    ways: ways.map(([policy], at) => ({ policy, ...results[at]! })),
  };
  writeFileSync(file, `${JSON.stringify(kept, null, 2)}\n`);
}
console.log(readFileSync(file, "utf8"));
