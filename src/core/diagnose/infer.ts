import { fixNearlyCertain, type Fixed } from "../numeric/belief/fix";
import { mostProbable } from "../numeric/belief/most-probable";
import { fromOneCause, prepare, type Evidence, type Node } from "../numeric/belief/network";
import { sampledBeliefs } from "../numeric/belief/sample";
import { keptByName } from "../same";
import type { Sighting } from "../causes/sightings";
import { confirmingOf, type FindingNode, type Network } from "../causes/unfold";

/** The widest table that is worked out in full, as two-state variables: beyond it beliefs are sampled. */
export const widest = 19;
/** What nearly certain nodes may be otherwise, all together: no belief that rests on fixing them is off by more. */
const usualDoubt = 1e-2;
const sampling = { sweeps: 1500, seed: 20 } as const;
/** A cause is still in question where it is not so many times less likely than the likeliest. */
const inQuestion = 20;

export interface RankedCause {
  readonly node: string;
  readonly probability: number;
  /** That it is there and brought the worst damage about; null where no severe damage is recorded, or it cannot be worked out. */
  readonly explains: number | null;
  /** Where it is there, the share of the worst damage that would not be without it; null likewise. */
  readonly accounts: number | null;
  /** Standard error, where it was sampled. */
  readonly error: number;
  /** Before anything was seen of this engine. */
  readonly before: number;
}

export interface Posterior {
  /** Root causes: those that most likely brought the worst damage about first; where none is recorded, the likeliest. */
  readonly causes: readonly RankedCause[];
  /** The worst damage that is recorded. */
  readonly worst: readonly string[];
  /** That no cause the network knows brought the worst damage about; null where none is recorded, or it cannot be worked out. */
  readonly noneOfThese: number | null;
  /** How likely each cause and event is. */
  readonly of: ReadonlyMap<string, number>;
  readonly method: "exact" | "sampled";
  readonly width: number;
  /** What could not be together with all else, and was left out. */
  readonly impossible: readonly string[];
  /** Whether a cause still in question is confirmed, or could be by a look nobody took yet: else none can be settled. */
  readonly isConfirmable: boolean;
}

/** How far gone a damage is where a cause is there, and where it is not: the share of each grade. */
interface Given {
  readonly there: readonly number[];
  readonly not: readonly number[];
}
const keptGiven = keptByName<Network, Map<string, Given>>();

/** How much something that was seen, or looked for and not found, speaks for a cause: a log likelihood ratio in nats. */
export interface Weight {
  readonly finding: string;
  readonly grade: number;
  readonly nats: number;
}

export interface NextTest {
  readonly finding: string;
  /** Expected gain about all root causes, in bits, and the same for each minute it takes. */
  readonly bits: number;
  readonly perMinute: number;
  /** The cause that is as good as found, and is confirmed if this is there; null for any other. */
  readonly confirms: string | null;
}

/** A finding by which two causes are told apart: how likely it is by the one and by the other. */
export interface Separation {
  readonly finding: string;
  /** Null where nobody looked yet. */
  readonly grade: number | null;
  readonly first: number;
  readonly second: number;
  readonly nats: number;
}

export interface ChainNode {
  readonly node: string;
  /** Nodes of the chain that brought it about. */
  readonly from: readonly string[];
}

export interface Chain {
  /** Causes before their effects. */
  readonly nodes: readonly ChainNode[];
  /** Recorded, and brought about by nothing in the chain. */
  readonly unexplained: readonly string[];
  /** How likely the least likely of its causes and events is by itself. */
  readonly weakest: number;
}

const testOf = (finding: string, minutes: number, bits: number, confirms: string | null = null): NextTest => ({
  finding,
  bits,
  perMinute: bits / minutes,
  confirms,
});

/** So many of the worst are explained, and so many causes asked about, of those that are at all likely. */
const [mostWorst, mostAsked, leastAsked] = [12, 24, 0.002];
/** What accounts for so much of the worst damage could have brought it about; what does not is a bystander, however true. Common practice, no source. */
export const enough = 1 / 3;
/** What accounts for hardly any of the worst damage still counts so much in what to look at next. */
const beside = 0.05;
/** The most that a finding can be graded. */
const gradesIn = (node: Node): number => (node.kind === "max" ? node.leak.length : node.rows[0]!.length) - 1;

const entropy = (shares: readonly number[]): number =>
  shares.reduce((sum, share) => (share > 0 ? sum - share * Math.log2(share) : sum), 0);

/** The network with the base rates that hold for one engine. */
export const withPriors = (network: Network, priors: ReadonlyMap<string, number>): ReadonlyMap<string, Node> =>
  new Map(
    [...network.nodes].map(([id, node]) => {
      const prior = priors.get(id);
      return [id, prior === undefined || node.kind !== "max" ? node : { ...node, leak: [1 - prior, prior] }] as const;
    }),
  );

/** What follows from what was seen of one engine: worked out step by step, as it is asked for. */
export class Inference {
  readonly #network: Network;
  readonly #nodes: ReadonlyMap<string, Node>;
  readonly #sightings: ReadonlyMap<string, Sighting>;
  readonly #hidden: readonly string[];
  readonly #doubt: number;
  readonly #older: ReadonlySet<string>;
  /** The base rates, to know them again by. */
  readonly #rates: string;
  #evidence: Evidence;
  #posterior: Posterior | null = null;
  #fixed: Fixed | null = null;
  #below: ReadonlyMap<string, ReadonlySet<string>> | null = null;

  /**
   * @param priors     base rates of the root causes of this engine, by node
   * @param sightings  what was seen; in any order
   * @param doubt      what nearly certain nodes may be otherwise, all together; 0 works everything out in full
   * @param older      severe findings that somebody signed as older damage: no cause is asked to account for them
   */
  constructor(
    network: Network,
    priors: ReadonlyMap<string, number>,
    sightings: readonly Sighting[],
    doubt: number = usualDoubt,
    older: ReadonlySet<string> = new Set(),
  ) {
    this.#doubt = doubt;
    this.#older = older;
    this.#network = network;
    this.#nodes = withPriors(network, priors);
    this.#rates = [...priors].map(([id, rate]) => `${id} ${rate}`).sort().join(); // prettier-ignore
    this.#sightings = new Map(sightings.map((each) => [each.node, each]));
    this.#evidence = new Map(sightings.map(({ node, likelihood }) => [node, likelihood]));
    this.#hidden = [...network.of.values()].flatMap(({ kind, id }) => (kind === "finding" ? [] : [id]));
  }

  /** How likely each cause is. */
  posterior(): Posterior {
    return (this.#posterior ??= this.#work());
  }

  #work(): Posterior {
    const impossible = this.#dropImpossible();
    const ready = prepare(this.#nodes, this.#evidence, this.#hidden);
    const isExact = ready.width <= widest;
    const exact = isExact ? ready.beliefs() : null;
    const sampled = exact ? null : sampledBeliefs(this.#nodes, this.#evidence, this.#hidden, sampling);
    const shares = (exact ?? sampled!).of;
    this.#fixed = fixNearlyCertain(this.#nodes, this.#evidence, { of: shares }, this.#doubt);
    const of = new Map(this.#hidden.map((id) => [id, 1 - shares.get(id)![0]!]));
    const causes = [...this.#network.of.values()].flatMap(({ kind, id }) => {
      const node = this.#nodes.get(id)!;
      if (kind !== "cause" || node.kind !== "max") return [];
      return [{ node: id, probability: of.get(id)!, error: sampled?.errors.get(id) ?? 0, before: node.leak[1]! }];
    });
    causes.sort((a, b) => b.probability - a.probability);
    const worst = this.#worst();
    const explained = this.#explaining(causes, worst);
    const ranked = causes.map((each): RankedCause => {
      // Of one too unlikely to be asked about it is not known; what no line leads from accounts for nothing.
      const below = this.#findingsBelow(each.node);
      const accounts = explained && (explained.get(each.node) ?? (worst.some((id) => below.has(id)) ? null : 0));
      return { ...each, accounts, explains: accounts === null ? null : accounts * each.probability };
    });
    ranked.sort((a, b) => (b.explains ?? 0) - (a.explains ?? 0) || b.probability - a.probability);
    return {
      causes: ranked,
      worst,
      noneOfThese: explained && ranked.reduce((none, { accounts, probability }) => ((accounts ?? 0) >= enough ? none * (1 - probability) : none), 1), // prettier-ignore
      isConfirmable: this.#isConfirmable(ranked),
      of,
      method: isExact ? "exact" : "sampled",
      width: ready.width,
      impossible,
    };
  }

  /** Severe damage that is recorded, as far gone as any of it: what broke at a place before what gathers from all of them. */
  #worst(): readonly string[] {
    const severe = [...this.#sightings.values()].flatMap(({ node, grade }) => {
      const of = this.#network.of.get(node);
      if (of?.kind !== "finding" || !of.item.severe || grade === 0 || this.#older.has(node)) return [];
      return [{ node, share: grade / gradesIn(this.#nodes.get(node)!), gathers: of.place === null }];
    });
    const most = Math.max(0, ...severe.map(({ share }) => share));
    return severe
      .filter(({ share }) => share >= most - 1e-9)
      .sort((a, b) => Number(a.gathers) - Number(b.gathers) || (a.node < b.node ? -1 : 1))
      .map(({ node }) => node)
      .slice(0, mostWorst);
  }

  /**
   * The share of the worst damage, where a cause is there, that would not be without it. Of several the one it accounts for best
   * counts. Null where the network is too wide.
   *
   * @source  attributable fraction among the exposed, Levin (1953), by the network with nothing seen
   */
  #explaining(
    causes: readonly { readonly node: string; readonly probability: number }[],
    worst: readonly string[],
  ): ReadonlyMap<string, number> | null {
    if (worst.length === 0) return null;
    const above = causes.filter(({ node, probability }) => probability >= leastAsked && worst.some((each) => this.#findingsBelow(node).has(each))).slice(0, mostAsked); // prettier-ignore
    const explained = new Map<string, number>();
    for (const damage of worst) {
      const asked = above.filter(({ node }) => this.#findingsBelow(node).has(damage)).map(({ node }) => node);
      const given = this.#seenGiven(damage, asked);
      if (!given) return null;
      const { likelihood } = this.#sightings.get(damage)!;
      const seen = (shares: readonly number[]) => shares.reduce((sum, share, grade) => sum + share * likelihood[grade]!, 0); // prettier-ignore
      for (const [node, { there, not }] of given)
        explained.set(
          node,
          Math.max(explained.get(node) ?? 0, 1 - seen(not) / Math.max(seen(there), Number.MIN_VALUE)),
        );
    }
    return explained;
  }

  /** How far gone a damage is, by what each cause is, with nothing seen: of one network and its base rates it is worked out once. */
  #seenGiven(damage: string, causes: readonly string[]): ReadonlyMap<string, Given> | null {
    const basis = [this.#rates];
    const before = keptGiven(this.#network, damage, basis, () => new Map<string, Given>());
    const missing = causes.filter((each) => !before.has(each));
    if (missing.length > 0) {
      const ready = prepare(this.#nodes, new Map(), [damage, ...missing]);
      if (ready.width > widest + 2) return null;
      for (const each of missing) {
        const [there, not] = [[0, 1], [1, 0]].map((is) => ready.beliefs(new Map([[each, is]])).of.get(damage)!); // prettier-ignore
        before.set(each, { there: there!, not: not! });
      }
    }
    return new Map(causes.map((each) => [each, before.get(each)!]));
  }

  #isConfirmable(causes: readonly RankedCause[]): boolean {
    const sayOf = ({ explains, probability }: RankedCause) => explains ?? probability;
    return causes.some((each) => {
      const { node } = each;
      const of = this.#network.of.get(node)!;
      if (of.kind !== "cause" || sayOf(each) * inQuestion < sayOf(causes[0]!)) return false;
      return confirmingOf(this.#network, of).some((each) => {
        const sighting = this.#sightings.get(each.id);
        return sighting ? sighting.grade > 0 : isRecordable(each);
      });
    });
  }

  /** Evidence that cannot be together is left out one by one, from the last on, until the rest is possible. */
  #dropImpossible(): readonly string[] {
    const dropped: string[] = [];
    // Only what rules a grade out for good can make anything impossible.
    const hard = [...this.#evidence].filter(([, likely]) => likely.includes(0));
    if (hard.length === 0) return dropped;
    const soft = new Map([...this.#evidence].filter(([, likely]) => !likely.includes(0)));
    for (const [id, likely] of hard) {
      const tried = new Map([...soft, [id, likely]]);
      const ready = prepare(this.#nodes, tried, []);
      if (ready.width > widest || Number.isFinite(ready.beliefs().logEvidence)) soft.set(id, likely);
      else dropped.push(id);
    }
    this.#evidence = soft;
    return dropped;
  }

  /** Findings that a cause has a say in, however far down. */
  #findingsBelow(cause: string): ReadonlySet<string> {
    if (!this.#below) {
      const below = new Map<string, Set<string>>();
      const into = (id: string): ReadonlySet<string> => {
        const known = below.get(id);
        if (known) return known;
        const found = new Set<string>();
        below.set(id, found);
        for (const effect of effects.get(id) ?? []) {
          if (this.#network.of.get(effect)!.kind === "finding") found.add(effect);
          else for (const each of into(effect)) found.add(each);
        }
        return found;
      };
      const effects = new Map<string, string[]>();
      for (const { id, causes } of this.#network.of.values())
        for (const each of causes) effects.set(each, [...(effects.get(each) ?? []), id]);
      for (const id of this.#hidden) into(id);
      this.#below = below;
    }
    return this.#below.get(cause) ?? new Set();
  }

  /** Beliefs of findings, each time with other causes taken as there or not; null where the network is too wide. */
  #given(
    taken: readonly ReadonlyMap<string, boolean>[],
    asked: readonly string[],
  ): readonly ReadonlyMap<string, readonly number[]>[] | null {
    const causes = taken.flatMap((each) => [...each.keys()]);
    const ready = prepare(this.#nodes, this.#evidence, [...asked, ...causes]);
    if (ready.width > widest + 2) return null;
    return taken.map((each) => ready.beliefs(new Map([...each].map(([id, isThere]) => [id, isThere ? [0, 1] : [1, 0]]))).of); // prettier-ignore
  }

  /** How likely what was recorded of a finding is, given all else: its own say is taken out of its belief. */
  #predicted(finding: string, shares: readonly number[]): number {
    const { likelihood } = this.#sightings.get(finding)!;
    const without = shares.map((share, grade) => share / likelihood[grade]!);
    const sum = without.reduce((total, each) => total + each, 0);
    return sum > 0 ? 1 / sum : 0;
  }

  /**
   * How much each thing recorded speaks for and against a cause, all else being as it is: the strongest first. Empty where
   * the network is too wide to tell.
   */
  weights(cause: string): readonly Weight[] {
    const asked = [...this.#findingsBelow(cause)].filter((id) => this.#evidence.has(id));
    const given = this.#given(
      [true, false].map((isThere) => new Map([[cause, isThere]])),
      asked,
    );
    if (!given) return [];
    const [there, not] = given as [(typeof given)[0], (typeof given)[0]];
    return asked
      .map((finding) => ({
        finding,
        grade: this.#sightings.get(finding)!.grade,
        nats: Math.log(this.#predicted(finding, there.get(finding)!) / this.#predicted(finding, not.get(finding)!)),
      }))
      .filter(({ nats }) => Number.isFinite(nats))
      .sort((a, b) => Math.abs(b.nats) - Math.abs(a.nats));
  }

  /** Which findings tell two causes apart: the strongest first, what was recorded and what is open alike. */
  compare(first: string, second: string): readonly Separation[] {
    const asked = [...new Set([...this.#findingsBelow(first), ...this.#findingsBelow(second)])];
    const given = this.#given(
      [true, false].map((isFirst) => new Map([[first, isFirst], [second, !isFirst]])), // prettier-ignore
      asked,
    );
    if (!given) return [];
    const [a, b] = given as [(typeof given)[0], (typeof given)[0]];
    return asked
      .map((finding): Separation => {
        const sighting = this.#sightings.get(finding);
        const [one, other] = [a.get(finding)!, b.get(finding)!];
        if (!sighting || !this.#evidence.has(finding)) {
          const [p, q] = [1 - one[0]!, 1 - other[0]!];
          // What looking would tell on average, whichever of the two it is.
          const nats = (p - q) * (Math.log(p / q) - Math.log((1 - p) / (1 - q)));
          return { finding, grade: null, first: p, second: q, nats: Math.sign(p - q) * Math.abs(nats) };
        }
        const [p, q] = [this.#predicted(finding, one), this.#predicted(finding, other)];
        return { finding, grade: sighting.grade, first: p, second: q, nats: Math.log(p / q) };
      })
      .filter(({ nats }) => Number.isFinite(nats) && Math.abs(nats) > 0.05)
      .sort((x, y) => Math.abs(y.nats) - Math.abs(x.nats));
  }

  /**
   * What to look at next: what would confirm a cause that is as good as found, the quickest first; then by the expected gain
   * about the root causes for each minute, each counted as it accounts for the worst damage, the best first.
   *
   * @param roots  so many of the least certain causes are counted
   */
  nextTests(roots = 16): readonly NextTest[] {
    const { causes } = this.posterior();
    const { nodes, evidence, grades } = this.#fixed!;
    const unsure = causes
      .filter(({ node }) => !grades.has(node))
      // What the worst damage would do without tells little of it, however unsure it is.
      .map((each) => ({ ...each, weight: Math.max(each.accounts ?? 1, beside) }))
      .map((each) => ({ ...each, bits: each.weight * entropy([each.probability, 1 - each.probability]) }))
      .sort((a, b) => b.bits - a.bits)
      .slice(0, roots);
    const above = new Set(unsure.flatMap(({ node }) => [...this.#findingsBelow(node)]));
    const open = [...this.#network.of.values()].filter(
      (each): each is FindingNode =>
        each.kind === "finding" && above.has(each.id) && !this.#sightings.has(each.id) && isRecordable(each),
    );
    // A finding that one open cause bears on follows from that; only where several do is it a node of its own.
    const asked = new Set(unsure.map(({ node }) => node));
    const followed = new Map<string, Extract<Node, { kind: "max" }>>();
    for (const { id } of open) {
      const node = nodes.get(id)!;
      if (node.kind === "max" && node.causes.length <= 1) followed.set(id, node);
      asked.add(followed.has(id) && node.kind === "max" ? (node.causes[0]?.of ?? unsure[0]!.node) : id);
    }
    const ready = prepare(nodes, evidence, asked);
    if (ready.width > widest) return this.#confirming(new Map());
    const tell = (of: ReadonlyMap<string, readonly number[]>, id: string): readonly number[] => {
      const node = followed.get(id);
      return node ? fromOneCause(node, of.get(node.causes[0]?.of ?? "") ?? []) : of.get(id)!;
    };
    const usual = ready.beliefs().of;
    const before = new Map(open.map(({ id }) => [id, tell(usual, id)]));
    const gain = new Map(open.map(({ id }) => [id, 0]));
    for (const { node, weight } of unsure) {
      const p = usual.get(node)![1]!;
      if (p < 1e-6 || p > 1 - 1e-6) continue;
      const there = ready.beliefs(new Map([[node, [0, 1]]])).of;
      for (const { id } of open) {
        const [all, given] = [before.get(id)!, tell(there, id)];
        const otherwise = all.map((share, grade) => Math.max(0, (share - p * given[grade]!) / (1 - p)));
        const told = Math.max(0, entropy(all) - p * entropy(given) - (1 - p) * entropy(otherwise));
        gain.set(id, gain.get(id)! + weight * told);
      }
    }
    const confirming = this.#confirming(gain);
    const others = open
      .map(({ id, item }) => testOf(id, item.minutes, gain.get(id)!))
      .filter(({ finding, bits }) => bits > 1e-4 && !confirming.some((each) => each.finding === finding));
    return [...confirming, ...others.sort((a, b) => b.perMinute - a.perMinute || (a.finding < b.finding ? -1 : 1))];
  }

  /** Looks that would confirm the likeliest cause, where it is likely enough to be settled and nothing has confirmed it. */
  #confirming(gain: ReadonlyMap<string, number>): readonly NextTest[] {
    const [first] = this.posterior().causes;
    const node = first && this.#network.of.get(first.node);
    if (node?.kind !== "cause" || first!.probability < this.#network.diagnosis.settled.probability) return [];
    const all = confirmingOf(this.#network, node);
    if (all.some(({ id }) => (this.#sightings.get(id)?.grade ?? 0) > 0)) return [];
    return all
      .filter((each) => !this.#sightings.has(each.id) && isRecordable(each))
      .sort((a, b) => a.item.minutes - b.item.minutes)
      .map(({ id, item }) => testOf(id, item.minutes, gain.get(id) ?? 0, node.id));
  }

  /**
   * The most probable explanation of all that is recorded, from the first causes to every damage.
   *
   * @param settled  what it is put down to: only what these brought about is explained then; all else is left over
   */
  chain(settled: readonly string[] = []): Chain {
    const { of } = this.posterior();
    const { nodes, evidence, grades } = this.#fixed!;
    const taken = settled.filter((id) => nodes.has(id));
    const best = mostProbable(nodes, new Map([...evidence, ...taken.map((id) => [id, [0, 1]] as const)]));
    // Where it cannot be worked out, what is likelier than not by itself.
    const isThere = (id: string) =>
      settled.includes(id) || (grades.get(id) ?? best?.grades.get(id) ?? ((of.get(id) ?? 0) > 0.5 ? 1 : 0)) > 0;
    const recorded = [...this.#sightings.values()].filter(({ grade }) => grade > 0).map(({ node }) => node);
    const from = new Map<string, readonly string[]>();
    const put = (id: string): void => {
      if (from.has(id)) return;
      const causes = this.#broughtBy(id, isThere);
      from.set(id, causes);
      causes.forEach(put);
    };
    recorded.forEach(put);
    const ordered: ChainNode[] = [];
    const done = new Set<string>();
    const order = (id: string): void => {
      if (done.has(id)) return;
      done.add(id);
      from.get(id)!.forEach(order);
      ordered.push({ node: id, from: from.get(id)! });
    };
    recorded.forEach(order);
    // What comes of the settled causes, however far down.
    const below = new Set(settled);
    if (settled.length > 0)
      for (const { node, from: causes } of ordered) if (causes.some((each) => below.has(each))) below.add(node);
    const isBelow = (id: string) => settled.length === 0 || below.has(id);
    const unexplained = recorded.filter((id) => from.get(id)!.length === 0 || !isBelow(id));
    const hidden = ordered.filter(({ node }) => isBelow(node) && this.#network.of.get(node)!.kind !== "finding");
    return {
      nodes: ordered
        .filter(({ node }) => !unexplained.includes(node) && isBelow(node))
        .map((each) => ({ ...each, from: each.from.filter(isBelow) })),
      unexplained,
      weakest: hidden.reduce((least, { node }) => Math.min(least, of.get(node) ?? 1), 1),
    };
  }

  /** Of what may bring a node about and is there, what does so most, and whatever does so nearly as much. */
  #broughtBy(id: string, isThere: (id: string) => boolean): readonly string[] {
    const node = this.#nodes.get(id)!;
    if (node.kind === "table") return node.causes.filter(isThere);
    const strengths = node.causes.flatMap(({ of, effect }) => (isThere(of) ? [{ of, p: 1 - effect[1]![0]! }] : []));
    const most = strengths.reduce((largest, { p }) => Math.max(largest, p), 0);
    const leak = 1 - node.leak[0]!;
    return strengths.filter(({ p }) => p >= most / 2 && p > leak).map(({ of }) => of);
  }
}

/** Whether anybody can say anything of a finding. */
export const isRecordable = ({ item }: FindingNode): boolean => item.reads.length > 0 || item.ask !== undefined;
