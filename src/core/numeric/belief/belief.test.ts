import fc from "fast-check";
import { json } from "../../fixtures/load";
import { seeded } from "../seeded";
import { fixNearlyCertain, withGrades } from "./fix";
import { mostProbable } from "./most-probable";
import { beliefsOf, gradesOf, widthOf, type Evidence, type Node } from "./network";
import { sampledBeliefs } from "./sample";

const network = (nodes: readonly Node[]) => new Map(nodes.map((node) => [node.id, node]));
const yes = (share: number) => [1 - share, share];

/** The grades of each node in every possible world, with how likely that world is: no cleverness at all. */
function* worlds(nodes: ReadonlyMap<string, Node>): Generator<{ grades: ReadonlyMap<string, number>; share: number }> {
  const all = [...nodes.values()];
  const counts = all.map((node) => (node.kind === "max" ? node.leak.length : node.rows[0]!.length));
  const size = counts.reduce((product, count) => product * count, 1);
  for (let world = 0; world < size; world += 1) {
    let rest = world;
    const grades = new Map<string, number>();
    all.forEach(({ id }, at) => {
      grades.set(id, rest % counts[at]!);
      rest = Math.floor(rest / counts[at]!);
    });
    const share = all.reduce((product, node) => product * shareOf(node, grades), 1);
    yield { grades, share };
  }
}

function shareOf(node: Node, grades: ReadonlyMap<string, number>): number {
  const grade = grades.get(node.id)!;
  if (node.kind === "table") {
    // Rows are told apart by the causes' grades, the last cause's changing fastest: all here have two.
    const row = node.causes.reduce((at, cause) => at * 2 + grades.get(cause)!, 0);
    return node.rows[row]![grade]!;
  }
  const upTo = (most: number) => {
    if (most < 0) return 0;
    const below = (shares: readonly number[]) => shares.slice(0, most + 1).reduce((sum, share) => sum + share, 0);
    return node.causes.reduce((product, { of, effect }) => product * below(effect[grades.get(of)!]!), below(node.leak));
  };
  return upTo(grade) - upTo(grade - 1);
}

function byHand(nodes: ReadonlyMap<string, Node>, evidence: Evidence, asked: string): readonly number[] | null {
  const sums: number[] = [];
  for (const { grades, share } of worlds(nodes)) {
    const likely = [...evidence].reduce((product, [id, each]) => product * each[grades.get(id)!]!, share);
    const grade = grades.get(asked)!;
    sums[grade] = (sums[grade] ?? 0) + likely;
  }
  const total = sums.reduce((sum, each) => sum + each, 0);
  return total > 0 ? sums.map((each) => each / total) : null;
}

/** Lauritzen and Spiegelhalter, Local computations with probabilities on graphical structures, JRSS B 50 (1988): the chest clinic. */
const clinic = network([
  { kind: "max", id: "asia", leak: yes(0.01), causes: [] },
  { kind: "table", id: "tub", causes: ["asia"], rows: [yes(0.01), yes(0.05)] },
  { kind: "max", id: "smoke", leak: yes(0.5), causes: [] },
  { kind: "table", id: "lung", causes: ["smoke"], rows: [yes(0.01), yes(0.1)] },
  { kind: "table", id: "bronc", causes: ["smoke"], rows: [yes(0.3), yes(0.6)] },
  // Either is whichever is there: noisy-OR without noise.
  { kind: "max", id: "either", leak: yes(0), causes: ["tub", "lung"].map((of) => ({ of, effect: [yes(0), yes(1)] })) },
  { kind: "table", id: "xray", causes: ["either"], rows: [yes(0.05), yes(0.98)] },
  { kind: "table", id: "dysp", causes: ["either", "bronc"], rows: [yes(0.1), yes(0.8), yes(0.7), yes(0.9)] },
]);

test("the chest clinic: what its authors publish, before anything is known and after a visit and short breath", () => {
  const of = (evidence: Evidence, id: string) => beliefsOf(clinic, evidence, [id]).of.get(id)![1]!;
  const before = { tub: 0.0104, lung: 0.055, bronc: 0.45, either: 0.0648, xray: 0.1103, dysp: 0.436 };
  for (const [id, share] of Object.entries(before)) expect(of(new Map(), id)).toBeCloseTo(share, 4);
  // The same figures stand in handbooks of the method; here from memory, and by adding up all worlds.
  const seen: Evidence = new Map([["asia", [0, 1]], ["dysp", [0, 1]]]); // prettier-ignore
  const after = { tub: 0.08775, lung: 0.09953, bronc: 0.8114 };
  for (const [id, share] of Object.entries(after)) expect(of(seen, id)).toBeCloseTo(share, 4);
  for (const id of clinic.keys()) expect(of(seen, id)).toBeCloseTo(byHand(clinic, seen, id)![1]!, 12);
  expect(Math.exp(beliefsOf(clinic, seen, []).logEvidence)).toBeCloseTo(0.01 * 0.45, 3);
});

/** A network of at most eight nodes of two or three grades, each caused by some before it, and evidence of any kind. */
function drawn(seed: number): { nodes: ReadonlyMap<string, Node>; evidence: Evidence } {
  const { next } = seeded(seed);
  const whole = (count: number) => Math.floor(next() * count);
  const shares = (count: number) => {
    const raw = Array.from({ length: count }, () => 0.02 + next());
    const sum = raw.reduce((total, each) => total + each, 0);
    return raw.map((each) => each / sum);
  };
  const nodes: Node[] = [];
  const count = 3 + whole(6);
  for (let at = 0; at < count; at += 1) {
    const grades = next() < 0.3 ? 3 : 2;
    const before = nodes.filter(() => next() < 0.5).slice(-4);
    const twos = before.every((node) => (node.kind === "max" ? node.leak.length : node.rows[0]!.length) === 2);
    nodes.push(
      twos && before.length > 0 && next() < 0.25
        ? { kind: "table", id: `n${at}`, causes: before.map(({ id }) => id), rows: Array.from({ length: 2 ** before.length }, () => shares(grades)) } // prettier-ignore
        : {
            kind: "max",
            id: `n${at}`,
            leak: shares(grades),
            causes: before.map((node) => ({
              of: node.id,
              effect: Array.from({ length: node.kind === "max" ? node.leak.length : node.rows[0]!.length }, () => shares(grades)), // prettier-ignore
            })),
          },
    );
  }
  const evidence = new Map(
    nodes
      .filter(() => next() < 0.5)
      .map((node): [string, number[]] => {
        const grades = node.kind === "max" ? node.leak.length : node.rows[0]!.length;
        const seen = whole(grades);
        return [node.id, Array.from({ length: grades }, (_, at) => (next() < 0.4 ? next() : at === seen ? 1 : 0))];
      }),
  );
  return { nodes: network(nodes), evidence };
}

test("any small network, with any evidence, is what adding up all its worlds gives", () => {
  for (let seed = 1; seed <= 80; seed += 1) {
    const { nodes, evidence } = drawn(seed);
    const { of, logEvidence } = beliefsOf(nodes, evidence, nodes.keys());
    for (const id of nodes.keys()) {
      const expected = byHand(nodes, evidence, id);
      if (expected === null) expect([seed, logEvidence]).toEqual([seed, -Infinity]);
      else expected.forEach((share, grade) => expect(of.get(id)![grade]).toBeCloseTo(share, 9));
    }
    // Asked for alone, and whatever the order of nodes and evidence.
    const turned = new Map([...nodes].reverse());
    const backwards = new Map([...evidence].reverse());
    for (const [id, shares] of of)
      beliefsOf(turned, backwards, [id])
        .of.get(id)!
        .forEach((share, at) => expect(share).toBeCloseTo(shares[at]!, 9));
  }
});

test("what everything explains equally well changes nothing, and what cannot be is said to be impossible", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 400 }), fc.double({ min: 0.01, max: 1, noNaN: true }), (seed, level) => {
      const { nodes } = drawn(seed);
      const [id] = nodes.keys();
      const before = beliefsOf(nodes, new Map(), nodes.keys());
      const after = beliefsOf(nodes, new Map([[id!, [level, level, level].slice(0, before.of.get(id!)!.length)]]), nodes.keys()); // prettier-ignore
      for (const [each, shares] of before.of)
        shares.forEach((share, at) => expect(after.of.get(each)![at]).toBeCloseTo(share, 9));
    }),
    { numRuns: 60, seed: 7 },
  );
  const impossible = beliefsOf(clinic, new Map([["tub", [0, 1]], ["either", [1, 0]]]), ["lung"]); // prettier-ignore
  expect([impossible.logEvidence, impossible.of.size]).toEqual([-Infinity, 0]);
});

test("a finding with a hundred causes is narrow, seen or not there; the same as a table would be a hundred wide", () => {
  const causes = Array.from({ length: 100 }, (_, at) => `c${at}`);
  const nodes = network([
    ...causes.map((id): Node => ({ kind: "max", id, leak: yes(0.03), causes: [] })),
    { kind: "max", id: "noise", leak: yes(0.01), causes: causes.map((of) => ({ of, effect: [yes(0), yes(0.6)] })) },
  ]);
  for (const seen of [[0, 1], [1, 0]]) expect(widthOf(nodes, new Map([["noise", seen]]), causes)).toBeLessThanOrEqual(2); // prettier-ignore
  const { of } = beliefsOf(nodes, new Map([["noise", [0, 1]]]), causes);
  // By Bayes: P(c | noise) = P(noise | c) P(c) / P(noise).
  const silent = (count: number) => 0.99 * (1 - 0.03 * 0.6) ** count;
  expect(of.get("c7")![1]).toBeCloseTo((0.03 * (1 - 0.4 * silent(99))) / (1 - silent(100)), 12);
  // Nobody looked: nothing is concluded, and nothing is worked out.
  expect(beliefsOf(nodes, new Map(), ["c7"])).toMatchObject({ of: new Map([["c7", yes(0.03)]]), width: 1 });
});

test("what is known goes out of a network exactly, and what is nearly known at a cost that is bounded", () => {
  for (let seed = 1; seed <= 60; seed += 1) {
    const { nodes, evidence } = drawn(seed);
    const { of, logEvidence } = beliefsOf(nodes, evidence, nodes.keys());
    if (!Number.isFinite(logEvidence)) continue;
    const ids = [...nodes.keys()];
    const known = ids[seed % ids.length]!;
    const grade = of.get(known)!.findIndex((share) => share > 1e-9);
    const told = new Map([...evidence, [known, of.get(known)!.map((_, at) => (at === grade ? (evidence.get(known)?.[at] ?? 1) : 0))]]); // prettier-ignore
    const without = withGrades(nodes, evidence, new Map([[known, grade]]));
    for (const id of ids.filter((each) => each !== known)) {
      const expected = beliefsOf(nodes, told, [id]).of.get(id)!;
      beliefsOf(without.nodes, without.evidence, [id]).of.get(id)!.forEach((share, at) => expect(share).toBeCloseTo(expected[at]!, 9)); // prettier-ignore
    }
    const fixed = fixNearlyCertain(nodes, evidence, { of }, 0.2);
    expect(fixed.doubt).toBeLessThanOrEqual(0.2);
    for (const id of ids.filter((each) => !fixed.grades.has(each))) {
      const after = beliefsOf(fixed.nodes, fixed.evidence, [id]).of.get(id)!;
      const distance = after.reduce((sum, share, at) => sum + Math.abs(share - of.get(id)![at]!), 0) / 2;
      expect(distance).toBeLessThanOrEqual(fixed.doubt + 1e-9);
    }
  }
});

test("the most probable explanation is the likeliest of all worlds", () => {
  for (let seed = 1; seed <= 60; seed += 1) {
    const { nodes, evidence } = drawn(seed);
    let best = { share: 0, grades: new Map<string, number>() as ReadonlyMap<string, number> };
    for (const { grades, share } of worlds(nodes)) {
      const likely = [...evidence].reduce((product, [id, each]) => product * each[grades.get(id)!]!, share);
      if (likely > best.share) best = { share: likely, grades };
    }
    const found = mostProbable(nodes, evidence);
    if (best.share === 0 || evidence.size === 0) continue;
    const own = [...evidence].reduce((product, [id, each]) => product * each[found!.grades.get(id)!]!, 1);
    const share = [...nodes.values()].reduce((product, node) => found!.grades.has(node.id) ? product * shareOf(node, found!.grades) : product, own); // prettier-ignore
    // Nodes that have no say are summed out, not chosen: of those that have, nothing is likelier.
    expect(found!.log).toBeCloseTo(Math.log(share), 9);
    if (found!.grades.size === nodes.size) expect(share).toBeCloseTo(best.share, 12);
  }
});

test("where a network is too wide, what is sampled is near the truth by its own error, and the same for the same seed", () => {
  const { nodes, evidence } = { nodes: clinic, evidence: new Map([["dysp", [0.1, 1]], ["xray", [0.2, 1]]]) as Evidence }; // prettier-ignore
  // Certainties do not mix: the chest clinic with a little noise in them.
  const loose = new Map([...nodes].map(([id, node]) => [id, node.kind === "max" && id === "either" ? { ...node, leak: yes(0.02), causes: node.causes.map(({ of }) => ({ of, effect: [yes(0), yes(0.95)] })) } : node])); // prettier-ignore
  const exact = beliefsOf(loose, evidence, loose.keys()).of;
  const sampled = sampledBeliefs(loose, evidence, loose.keys(), { sweeps: 1500, seed: 5 });
  for (const [id, shares] of sampled.of)
    expect(Math.abs(shares[0]! - exact.get(id)![0]!)).toBeLessThan(5 * sampled.errors.get(id)! + 0.01);
  expect(sampledBeliefs(loose, evidence, ["lung"], { sweeps: 200, seed: 5 })).toEqual(
    sampledBeliefs(loose, evidence, ["lung"], { sweeps: 200, seed: 5 }),
  );
  expect([...loose.values()].every((node) => gradesOf(node) === 2)).toBe(true);
});

interface Reference {
  readonly cases: readonly {
    readonly nodes: readonly {
      readonly id: string;
      readonly leak: number;
      readonly causes: readonly (readonly [string, number])[];
    }[];
    readonly given: Readonly<Record<string, "T" | "F">>;
    readonly there: Readonly<Record<string, number>>;
  }[];
}

// bayesjs 0.6.5, by enumeration; made by scripts/crosscheck/bayesjs.mjs.
test("networks of twelve nodes are what an independent library makes of them", () => {
  const { cases } = json("src/core/fixtures/reference/bayesjs.json") as Reference;
  for (const { nodes, given, there } of cases) {
    const own = network(
      nodes.map(({ id, leak, causes }): Node => ({
        kind: "max",
        id,
        leak: yes(leak),
        causes: causes.map(([of, p]) => ({ of, effect: [yes(0), yes(p)] })),
      })),
    );
    const evidence = new Map(Object.entries(given).map(([id, seen]) => [id, seen === "T" ? [0, 1] : [1, 0]]));
    const { of } = beliefsOf(own, evidence, own.keys());
    for (const [id, share] of Object.entries(there)) expect(of.get(id)![1]).toBeCloseTo(share, 9);
  }
  expect(cases).toHaveLength(12);
});
