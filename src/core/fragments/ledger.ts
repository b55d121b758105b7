import { downstreamOf } from "../circuits/downstream";
import type { Job, Part, Signed } from "../entry/fold";
import { byMoment } from "../entry/clock";
import { type FindingsResult } from "../findings/assess-findings";
import { hasPieces } from "../findings/finding";
import { standingObservations } from "../findings/standing-observations";
import { groupBy } from "../group";
import { judgement } from "../judgement";
import type { CompiledPack } from "../pack/compile-pack";
import type { Circuit } from "../pack/schema-teardown";
import { ranAt } from "../part/part-situation";
import { problem, type Problem } from "../problem/problem";
import { add, estimate, exact, multiply, standardUncertainty, subtract, type Estimate } from "../quantity/estimate";

export type Fragment = Signed<"fragment-found">;
export type Broken = Signed<"broken-weighed">;
export type Residue = Signed<"residue-found">;

/** A place where pieces may have gone and nobody has looked. */
export interface ToSearch {
  readonly circuit: Circuit;
  readonly node: Circuit["nodes"][number];
}

/** Whether nothing is left to look for: all there, some missing, more than was lost, or the weighing is too coarse to say. */
export const accountStates = ["closed", "open", "over", "cannot-tell"] as const;
export type AccountState = (typeof accountStates)[number];

/** One broken part: what it lost, what of it was found, what is still somewhere. In grams. */
export interface PartAccount {
  readonly part: Part;
  /** What was seen of it that says so, the first time; null where it was weighed alone. */
  readonly seen: { readonly finding: string; readonly at: string } | null;
  /** None where it was seen to be broken and nobody weighed what is left. */
  readonly weighings: readonly Broken[];
  /** Null where nobody weighed it, or the weighings contradict each other. */
  readonly lost: Estimate | null;
  readonly fragments: readonly Fragment[];
  readonly found: Estimate;
  readonly missing: Estimate | null;
  readonly state: AccountState;
  readonly toSearch: readonly ToSearch[];
  /** Whether any circuit tells where its pieces can go. */
  readonly isMapped: boolean;
}

/** The same account by material, with pieces of no known part and what the magnet drew out of the oil. */
export interface MaterialAccount {
  readonly material: string;
  readonly lost: Estimate;
  readonly found: Estimate;
  readonly missing: Estimate;
}

export interface LedgerResult {
  readonly parts: readonly PartAccount[];
  readonly materials: readonly MaterialAccount[];
  readonly fragments: readonly Fragment[];
  readonly residues: readonly Residue[];
  /** Places opened and searched, by circuit and node. */
  readonly searched: ReadonlySet<string>;
  /** Parts that broke: seen so, lighter than they were, or with a piece of them found. */
  readonly broken: readonly Part[];
  readonly isOpen: boolean;
  readonly problems: readonly Problem[];
}

export const coverage = 2;
const none = exact(0);
const sum = (terms: readonly Estimate[]): Estimate => (terms.length === 0 ? none : add(...terms));

/** Of each part that was seen to have lost pieces, what was seen first. */
function seenBroken({ byPart }: FindingsResult): ReadonlyMap<string, NonNullable<PartAccount["seen"]>> {
  return new Map(
    [...byPart].flatMap(([id, { lines }]) => {
      const seen = lines.flatMap((line) =>
        standingObservations(line, "as-is")
          .filter(({ value }) => hasPieces(line.kind, value))
          .map(({ at }) => ({ finding: line.kind.name, at })),
      );
      const [first] = seen.sort((a, b) => byMoment(a.at, b.at));
      return first ? [[id, first] as const] : [];
    }),
  );
}

export const placeKey = (circuit: string, node: string): string => `${circuit} ${node}`;

/** Each weighing stands by itself: what the balance's own error is at one of them says nothing of the next. */
const weighed = (grams: number, standard: number, id: string): Estimate =>
  estimate(grams, [[`weighing:${id}`, standard]]);

/** What a part lost by one weighing of it. */
export const lostOf = ({ wholeGrams, wholeStandard, leftGrams, leftStandard, id }: Broken): Estimate =>
  subtract(weighed(wholeGrams, wholeStandard, `${id}:whole`), weighed(leftGrams, leftStandard, `${id}:left`));

/** What an account comes to, where pieces below a mass do no harm. */
function stateOf(missing: Estimate | null, smallest: number): AccountState {
  if (!missing) return "cannot-tell";
  const expanded = coverage * standardUncertainty(missing);
  if (missing.value + expanded <= smallest) return missing.value + expanded < 0 ? "over" : "closed";
  return missing.value - expanded > 0 ? "open" : "cannot-tell";
}

function brokenAmong(
  job: Pick<Job, "parts" | "fragments">,
  accounts: readonly PartAccount[],
  smallest: number,
): readonly Part[] {
  const of = accounts.filter(
    ({ seen, weighings }) => seen !== null || weighings.some((each) => isLighter(lostOf(each), smallest)),
  );
  const parents = job.fragments.flatMap(({ parent }) => (parent === null ? [] : (job.parts.get(parent) ?? [])));
  return [...new Set([...of.map(({ part }) => part), ...parents])];
}

/** Whether a part surely lost more than does no harm. */
export const isLighter = (lost: Estimate, smallest: number): boolean =>
  lost.value - coverage * standardUncertainty(lost) > smallest;

/**
 * The account of broken parts: what each lost against what was found of it. An account that does not close names the
 * places its pieces can have been carried to and that nobody has opened.
 *
 * @source  conservation of mass; uncertainties by JCGM 100, independent weighings
 */
export function assessLedger(
  pack: CompiledPack,
  job: Pick<Job, "parts" | "broken" | "fragments" | "residues" | "searched">,
  { findings }: { readonly findings: FindingsResult },
): LedgerResult {
  const smallest = pack.pack.ledger?.smallestGrams ?? 0;
  const nodes = new Set(pack.pack.circuits.flatMap((circuit) => circuit.nodes.map((node) => node.id)));
  const searched = new Set(job.searched.map((each) => placeKey(each.circuit, each.node)));
  const byParent = groupBy(job.fragments, (fragment) => fragment.parent);
  const massOf = (fragments: readonly Fragment[]) =>
    sum(fragments.map((each) => weighed(each.grams, each.standard, each.fragment)));
  const materialOf = (part: Pick<Part, "class">) => pack.classes.get(part.class)?.material ?? null;

  const searchFor = (part: Part): Pick<PartAccount, "toSearch" | "isMapped"> => {
    const reached = pack.pack.circuits.map((circuit) => ({
      circuit,
      nodes: downstreamOf(
        circuit,
        circuit.nodes.filter((node) => ranAt(part).some((slot) => node.slots.includes(slot))).map((node) => node.id),
      ),
    }));
    return {
      isMapped: reached.some(({ nodes: ids }) => ids.size > 0),
      toSearch: reached.flatMap(({ circuit, nodes: ids }) =>
        circuit.nodes
          .filter((node) => ids.has(node.id) && !searched.has(placeKey(circuit.id, node.id)))
          .map((node) => ({ circuit, node })),
      ),
    };
  };

  const weighingsOf = groupBy(job.broken, (each) => each.part);
  const seenOf = seenBroken(findings);
  const parts = [...new Set([...weighingsOf.keys(), ...seenOf.keys()])].flatMap((id): PartAccount[] => {
    const part = job.parts.get(id);
    if (!part) return [];
    const weighings = weighingsOf.get(id) ?? [];
    const fragments = byParent.get(id) ?? [];
    const found = massOf(fragments);
    const lost = weighings.length === 1 ? lostOf(weighings[0]!) : null;
    const missing = lost && subtract(lost, found);
    const state = stateOf(missing, smallest);
    const ways = searchFor(part);
    return [
      {
        part,
        seen: seenOf.get(id) ?? null,
        weighings,
        lost,
        fragments,
        found,
        missing,
        state,
        isMapped: ways.isMapped,
        toSearch: state === "open" || state === "cannot-tell" ? ways.toSearch : [],
      },
    ];
  });

  const materialOfPiece = ({ material, parent }: Fragment) =>
    material ?? (parent === null ? null : materialOf(job.parts.get(parent) ?? { class: "" }));
  const materialIds = new Set(
    [...parts.map(({ part }) => materialOf(part)), ...job.fragments.map(materialOfPiece)].filter(
      (each) => each !== null,
    ),
  );
  const magnetic = pack.pack.materials.filter((each) => each.magnetic && materialIds.has(each.id));
  const materials = [...materialIds].map((material): MaterialAccount => {
    const lost = sum(
      parts.filter(({ part }) => materialOf(part) === material).flatMap((account) => account.lost ?? []),
    );
    // What a magnet draws is of the one magnetic material in play; of several it cannot be told which.
    const residue =
      magnetic.length === 1 && magnetic[0]!.id === material
        ? job.residues.flatMap((each) =>
            each.magneticShare === null
              ? []
              : [
                  multiply(
                    weighed(each.grams, each.standard, each.id),
                    estimate(each.magneticShare, [[`share:${each.id}`, each.shareStandard]]),
                  ),
                ],
          )
        : [];
    const found = add(massOf(job.fragments.filter((each) => materialOfPiece(each) === material)), sum(residue));
    return { material, lost, found, missing: subtract(lost, found) };
  });

  const problems = [
    ...parts.flatMap(({ part, seen, weighings, state, missing, toSearch, isMapped }): Problem[] => {
      const where = [part.id];
      if (weighings.length === 0) {
        const isSearched = isMapped && toSearch.length === 0;
        const said = { tag: part.tag, finding: seen!.finding, places: toSearch.length };
        return [problem(isSearched ? "pieces-searched-for" : "pieces-unaccounted", where, said)];
      }
      if (weighings.length > 1) return [problem("weighed-twice", where, { tag: part.tag, count: weighings.length })];
      const [weighing] = weighings;
      if (weighing!.leftGrams > weighing!.wholeGrams)
        return [
          problem("left-heavier-than-whole", where, {
            tag: part.tag,
            left: weighing!.leftGrams,
            whole: weighing!.wholeGrams,
          }),
        ];
      const figures = {
        tag: part.tag,
        grams: missing!.value,
        expanded: coverage * standardUncertainty(missing!),
        places: toSearch.length,
      };
      if (state === "over") return [problem("fragments-heavier", where, figures)];
      if (state === "closed") return [];
      // Wherever they can be somebody has looked: that is all that can be done.
      if (isMapped && toSearch.length === 0) return [problem("missing-after-search", where, figures)];
      return [problem(state === "open" ? "fragments-missing" : "account-too-coarse", where, figures)];
    }),
    ...job.fragments.flatMap((each) =>
      each.where !== null && !nodes.has(each.where) && !pack.slots.has(each.where)
        ? [problem("fragment-place-unknown", [each.fragment], { where: each.where })]
        : [],
    ),
    ...(job.residues.some(({ where }) => where === null)
      ? [problem("residue-of-nowhere", [], { count: job.residues.filter(({ where }) => where === null).length })]
      : []),
    ...(job.fragments.some((each) => each.parent === null)
      ? [
          problem("fragments-of-nothing", [], {
            count: job.fragments.filter((each) => each.parent === null).length,
          }),
        ]
      : []),
  ];
  return {
    parts,
    materials,
    fragments: job.fragments,
    residues: job.residues,
    searched,
    broken: brokenAmong(job, parts, smallest),
    isOpen: problems.some((each) => each.severity === "hold"),
    problems,
  };
}

export const fragmentsJudgement = judgement({
  lists: ["parts", "broken", "fragments", "residues", "searched"],
  needs: ["findings"],
  assess: assessLedger,
  problems: ({ problems }) => problems,
});
