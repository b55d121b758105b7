import { byMoment } from "../entry/clock";
import type { CleanResult } from "../clean/assess-clean";
import { evidence, type Evidence } from "../evidence/evidence";
import type { Job, Part, Signed } from "../entry/fold";
import { type FindingsResult } from "../findings/assess-findings";
import { gradeOf } from "../findings/finding";
import type { LedgerResult } from "../fragments/ledger";
import { groupBy } from "../group";
import { judgement } from "../judgement";
import type { Order } from "../order/order";
import type { CompiledPack } from "../pack/compile-pack";
import type { PartClass } from "../pack/schema";
import type { Circuit } from "../pack/schema-teardown";
import { problem } from "../problem/problem";

/** Where pieces got into a circuit, and when that was last seen. */
export interface Source {
  readonly circuit: Circuit;
  readonly node: string;
  /** Size of most of the pieces in mm; null where nobody can tell: they pass whatever lets anything pass. */
  readonly mm: number | null;
  /** The part they came of, where it is known. */
  readonly part: Part | null;
  readonly what: string;
  readonly at: string;
}

type Way = NonNullable<PartClass["harbours"]>["proven"][number];

/** A part that pieces can have reached, and where it stands. */
export interface Suspect {
  readonly part: Part;
  readonly partClass: PartClass;
  readonly circuit: Circuit;
  readonly node: string;
  readonly sources: readonly Source[];
  /** Cleared by a recorded check; open; looked into and pieces left in it; or of a kind that cannot be proven clean. */
  readonly state: "cleared" | "open" | "fouled" | "unprovable";
  /** The checks that count in this shop. */
  readonly ways: readonly Way[];
  readonly check: Signed<"suspect-checked"> | null;
  /** Somebody found pieces in it, and somebody else that it is clean, with nothing done to it in between. */
  readonly isDisputed: boolean;
}

export interface Contamination {
  readonly sources: readonly Source[];
  readonly suspects: readonly Suspect[];
  /** By circuit, the nodes that pieces can have reached. */
  readonly reached: ReadonlyMap<string, ReadonlySet<string>>;
  /** Parts in which pieces were found though nothing is known to have brought any there. */
  readonly unexpected: readonly { readonly part: Part; readonly circuit: Circuit }[];
}

/**
 * Where pieces of a size can be carried from a node: with the flow, against it where they travel so, and past a barrier
 * that they are too small for, or that has a bypass. A circuit may loop.
 *
 * @param mm  null for pieces nobody can tell the size of: they are taken to be small enough
 */
export function carriedTo(circuit: Circuit, start: string, mm: number | null): ReadonlySet<string> {
  const nodes = new Map(circuit.nodes.map((node) => [node.id, node]));
  const next = groupBy(
    circuit.passages.flatMap(({ from, to, backwards }) => [
      { from, to },
      ...(backwards ? [{ from: to, to: from }] : []),
    ]),
    ({ from }) => from,
  );
  const passes = (id: string) => {
    const node = nodes.get(id);
    if (!node?.stops || node.bypass) return true;
    return node.mesh !== undefined && (mm === null || mm < node.mesh);
  };
  const reached = new Set([start]);
  const open = [start];
  for (let at = open.pop(); at !== undefined; at = open.pop()) {
    if (!passes(at)) continue;
    for (const { to } of next.get(at) ?? []) {
      if (reached.has(to)) continue;
      reached.add(to);
      open.push(to);
    }
  }
  return reached;
}

type Read = Pick<Job, "parts" | "cameOut" | "scrapped" | "suspectChecks">;

/** Where a part was when the engine came. */
const slotOf = ({ cameOut }: Read, part: Part): string | null =>
  cameOut.find((each) => each.part === part.id)?.slot ?? (part.origin === "engine" ? part.first : null) ?? part.slot;

/** Residue that holds no metal fouls nothing. */
const isMetal = ({ magneticShare }: LedgerResult["residues"][number]) => magneticShare !== 0;

function sourcesOf(pack: CompiledPack, job: Read, findings: FindingsResult, ledger: LedgerResult): readonly Source[] {
  return pack.pack.circuits.flatMap((circuit): Source[] => {
    const nodeOf = new Map(circuit.nodes.flatMap(({ id, slots }) => slots.map((slot) => [slot, id] as const)));
    const nodeFor = (part: Part | undefined) => (part ? nodeOf.get(slotOf(job, part) ?? "") : undefined);
    const nodeNamed = (where: string | null) => circuit.nodes.find(({ id }) => id === where)?.id;
    const shed = [...findings.byPart.values()].flatMap(({ part, lines }) =>
      lines.flatMap(({ kind, findings: made }): Source[] => {
        const rule = circuit.sheds.find((each) => each.class === part.class && each.finding === kind.id);
        const node = nodeFor(part);
        if (!rule || node === undefined) return [];
        const seen = made.filter(({ value }) => (gradeOf(kind, value) ?? 3) >= rule.from);
        const last = seen.at(-1);
        return last ? [{ circuit, node, mm: rule.mm, part, what: kind.name, at: last.at }] : [];
      }),
    );
    const isShedding = new Set(shed.map(({ part }) => part));
    // A part that broke is where its pieces came from, whether any of them was found or not; nobody knows how large they are.
    const broken = ledger.parts.flatMap(({ part, seen, weighings, missing, state }): Source[] => {
      const node = nodeFor(part);
      const isLosing = seen !== null || (missing?.value ?? 0) > 0;
      if (!isLosing || state === "closed" || node === undefined || isShedding.has(part)) return [];
      const what = seen?.finding ?? "pieces of it missing";
      return [{ circuit, node, mm: null, part, what, at: (seen ?? weighings.at(-1)!).at }];
    });
    const known = [...shed, ...broken];
    // A piece that lay where its part's pieces can have come says nothing new of where they went.
    const isToldBy = ({ node, mm, part }: Source) => {
      const from = known.filter((each) => each.part === part && part !== null);
      return from.some((each) => carriedTo(circuit, each.node, null).has(node) && (each.mm === null || mm === null || each.mm <= mm)); // prettier-ignore
    };
    const pieces = ledger.fragments.flatMap((piece): Source[] => {
      const part = piece.parent === null ? undefined : job.parts.get(piece.parent);
      const node = nodeNamed(piece.where) ?? nodeFor(part);
      return node === undefined ? [] : [{ circuit, node, mm: piece.mm ?? null, part: part ?? null, what: piece.words ?? "a piece", at: piece.at }]; // prettier-ignore
    });
    const fines = ledger.residues.filter(isMetal).flatMap((residue): Source[] => {
      const node = nodeNamed(residue.where);
      return node === undefined ? [] : [{ circuit, node, mm: null, part: null, what: residue.words ?? "metal in what was drawn off", at: residue.at }]; // prettier-ignore
    });
    return [...known, ...pieces.filter((each) => !isToldBy(each)), ...fines];
  });
}

interface Seen {
  readonly order: Order;
  readonly findings: FindingsResult;
  readonly ledger: LedgerResult;
  readonly clean: CleanResult;
}

/** What pieces have fouled: every part they can have reached and can stay in unseen, until a recorded check clears it. */
export function assessContamination(
  pack: CompiledPack,
  job: Read,
  { order, findings, ledger, clean }: Seen,
): Contamination {
  const sources = sourcesOf(pack, job, findings, ledger);
  const reachedOf = new Map(sources.map((source) => [source, carriedTo(source.circuit, source.node, source.mm)]));
  const passagesOf = new Map(clean.parts.map(({ part, passages }) => [part.id, passages]));
  const cleanedOf = new Map(clean.parts.map(({ part, cleaned }) => [part.id, cleaned]));
  const checks = groupBy(job.suspectChecks, ({ part }) => part);
  const gone = new Set(job.scrapped.map(({ part }) => part));
  const suspects = pack.pack.circuits.flatMap((circuit): Suspect[] => {
    const into = sources.filter((source) => source.circuit === circuit);
    if (into.length === 0) return [];
    const inside = groupBy(circuit.passages, (passage) => passage.in ?? "");
    return [...job.parts.values()].flatMap((part): Suspect[] => {
      const partClass = pack.classes.get(part.class);
      const slot = slotOf(job, part);
      // What came new since never was downstream of anything, and what is scrapped is used by nobody.
      if (!partClass?.harbours || slot === null || part.origin === "supplier" || gone.has(part.id)) return [];
      const own = [
        ...circuit.nodes.filter(({ slots }) => slots.includes(slot)).map(({ id }) => id),
        ...(inside.get(slot) ?? []).map(({ from }) => from),
      ];
      const here = into.filter((source) => own.some((node) => reachedOf.get(source)!.has(node)));
      if (here.length === 0) return [];
      const node = own.find((each) => here.some((source) => reachedOf.get(source)!.has(each)))!;
      const ways = partClass.harbours.proven.filter(
        ({ school }) => !school || order.schools.get(school.school) === school.option,
      );
      const since = here
        .map(({ at }) => at)
        .sort(byMoment)
        .at(-1);
      const isLater = (at: string) => since === undefined || byMoment(at, since) > 0;
      const made = (checks.get(part.id) ?? []).filter((each) => each.circuit === circuit.id);
      const check = made.at(-1) ?? null;
      const washings = cleanedOf.get(part.id) ?? [];
      const isDisputed =
        check !== null &&
        made.some(
          (each) =>
            each.clean !== check.clean &&
            each.author !== check.author &&
            isLater(each.at) &&
            !washings.some(({ at }) => byMoment(each.at, at) <= 0 && byMoment(at, check.at) <= 0),
        );
      const isChecked =
        !isDisputed && check !== null && check.clean && isLater(check.at) && ways.some(({ how }) => how === check.how);
      const isFouled = check !== null && (isDisputed || !check.clean) && isLater(check.at);
      const passages = (passagesOf.get(part.id) ?? []).filter((each) => each.circuit.id === circuit.id);
      const isProven = (at: string) => isLater(at) && (!isFouled || byMoment(at, check.at) > 0);
      const isOpened = passages.length > 0 && passages.every(({ clear, proofs }) => clear === true && isProven(proofs.at(-1)!.at)); // prettier-ignore
      const state = ways.length === 0 ? "unprovable" : isChecked || isOpened ? "cleared" : isFouled ? "fouled" : "open";
      return [{ part, partClass, circuit, node, sources: here, state, ways, check, isDisputed }];
    });
  });
  const reached = new Map(
    pack.pack.circuits.map((circuit) => [
      circuit.id,
      new Set(sources.filter((each) => each.circuit === circuit).flatMap((source) => [...reachedOf.get(source)!])),
    ]),
  );
  const unexpected = pack.pack.circuits.flatMap((circuit) =>
    [...checks].flatMap(([id, all]) => {
      const part = job.parts.get(id);
      const isOpen = all.filter((each) => each.circuit === circuit.id).at(-1)?.clean === false;
      const isSuspect = suspects.some((each) => each.part.id === id && each.circuit === circuit);
      // Scrapped it still says that metal was there.
      return part && isOpen && !isSuspect ? [{ part, circuit }] : [];
    }),
  );
  return { sources, suspects, reached, unexpected };
}

/**
 * How often one of several comes true.
 *
 * @example eitherOf([0.1, 0.5]) // 0.55
 */
export const eitherOf = (chances: readonly number[]): number =>
  1 - chances.reduce((none, chance) => none * (1 - chance), 1);

/** A way to prove a part clean, with the school behind it: “flushed backwards (90 min; An oil cooler that metal has reached: flush it)”. */
function sayWay({ name, minutes, school }: Way, schools: Schools): string {
  const of = school && schools.find(({ id }) => id === school.school);
  const option = of?.options.find(({ id }) => id === school!.option);
  return `${name} (${minutes} min${option ? `; ${of!.name}: ${option.name}` : ""})`;
}

type Schools = NonNullable<CompiledPack["pack"]["intake"]>["schools"];

/**
 * What a suspicion says of using a part again. Proven clean it may be. As it is a person may take the chance of an open one,
 * which has its price, where no failure of it hurts people; what pieces were left in, and what cannot be proven clean, is not
 * used as it is.
 *
 * @param schools  those of the pack, by which ways are told apart
 */
export function suspicionOf(
  { part, partClass, circuit, sources, state, ways }: Suspect,
  schools: Schools = [],
): Evidence {
  const { chance, accessHours, why } = partClass.harbours!;
  const from = [
    ...new Set(sources.map((source) => (source.part ? `${source.part.tag}, ${source.what}` : source.what))),
  ];
  const params = {
    tag: part.tag,
    circuit: circuit.name,
    from: from.slice(0, 3).join("; ") + (from.length > 3 ? "; …" : ""),
    why,
  };
  const where = [part.id, circuit.id];
  const checks = ways.map((way) => sayWay(way, schools)).join(", or ");
  const hurts = partClass.rule !== undefined;
  const reason =
    state === "cleared"
      ? problem("suspect-cleared", where, params)
      : state === "unprovable"
        ? problem("suspect-unprovable", where, params)
        : state === "fouled"
          ? problem("suspect-fouled", where, { ...params, checks })
          : hurts
            ? problem("suspect-refused", where, { ...params, checks })
            : problem("suspect-open", where, { ...params, checks, chance, hours: accessHours });
  const mayBeProven = state === "open" || state === "fouled";
  return evidence(reason, {
    cleans: mayBeProven,
    ...(mayBeProven
      ? {
          proof: {
            reason: problem("suspect-to-prove", where, { tag: part.tag, circuit: circuit.name, checks }),
            minutes: Math.min(...ways.map(({ minutes }) => minutes)),
          },
        }
      : {}),
    ...(state === "open" && !hurts ? { doubt: { chance, hours: accessHours } } : {}),
  });
}

export const contaminationJudgement = judgement({
  lists: ["parts", "cameOut", "scrapped", "suspectChecks"],
  needs: ["order", "findings", "ledger", "clean"],
  assess: assessContamination,
  problems: ({ sources, suspects, unexpected }) => [
    ...unexpected.map(({ part, circuit }) =>
      problem("metal-found", [circuit.id, part.id], { circuit: circuit.name, what: `pieces in ${part.tag}` }),
    ),
    ...suspects.flatMap(({ part, circuit, isDisputed }) =>
      isDisputed ? [problem("suspect-disputed", [part.id, circuit.id], { tag: part.tag, circuit: circuit.name })] : [],
    ),
    // Metal that no part is suspected of harbouring came of something all the same, whatever else is suspected of other metal.
    ...[...groupBy(sources, ({ circuit }) => circuit)].flatMap(([circuit, all]) => {
      const mine = suspects.filter((each) => each.circuit === circuit);
      const unheard = mine.length === 0 ? all : all.filter((source) => source.part === null && !mine.some((each) => each.sources.includes(source))); // prettier-ignore
      return unheard.slice(0, 1).map(({ what }) => problem("metal-found", [circuit.id], { circuit: circuit.name, what })); // prettier-ignore
    }),
  ],
});
