import type { CrackResult } from "../crack/assess-crack";
import type { Job, Part } from "../entry/fold";
import type { FindingLine, FindingsResult, PartFindings } from "../findings/assess-findings";
import { gradeOf } from "../findings/finding";
import { standingObservations } from "../findings/standing-observations";
import type { LedgerResult } from "../fragments/ledger";
import { groupBy } from "../group";
import type { IdentityResult } from "../identify/assess-identity";
import { judgement } from "../judgement";
import type { JointResult } from "../measure/assess-joint";
import type { MeasureResult } from "../measure/assess-measure";
import type { RowResult } from "../measure/assess-row";
import { conformity, type Conformity } from "../measure/conformity";
import { normalCdf } from "../numeric/normal-cdf";
import type { Order } from "../order/order";
import type { CompiledPack } from "../pack/compile-pack";
import type { CauseFinding, Diagnosis, PlatePlace, Reads, ReadsOf } from "../pack/schema-diagnosis";
import { revisionOf } from "../part/part-situation";
import { keptBeside, keptByName } from "../same";
import type { CheckResult, StripResult } from "../strip/assess-strip";
import { gradesOfFinding, networkOf, type Network, type Unfolded } from "./unfold";

/** What other judgements know, as far as it speaks of causes. */
export interface SightingSources {
  readonly pack: CompiledPack;
  readonly job: Pick<Job, "parts" | "cameOut" | "answers">;
  readonly order: Order;
  readonly findings: FindingsResult;
  readonly measured: MeasureResult;
  readonly strip: StripResult | null;
  readonly crack: CrackResult;
  readonly ledger: LedgerResult;
  readonly identity: IdentityResult | null;
}

/** How something was looked at: what it can miss hangs on that. */
export type Look = "together" | "before" | "after" | "tested";

/** What was seen of one finding at one place. What nobody looked at has none. */
export interface Sighting {
  /** The node it is about. */
  readonly node: string;
  /** 0: looked, not there. */
  readonly grade: number;
  /** How likely what was recorded is, by what is truly there. */
  readonly likelihood: readonly number[];
  readonly look: Look;
  /** The parts it was seen on; none where it speaks of the engine. */
  readonly parts: readonly string[];
  /** It contradicts itself: two people differ. */
  readonly isDisputed: boolean;
}

const none: readonly never[] = [];

type Seen = Omit<Sighting, "node">;

/** What a person takes for the grade beside, and for something where nothing is: common practice, no source. */
const [besideGrade, farGrade, outOfNothing] = [0.15, 0.03, 0.01];

/**
 * How likely a record is, by what is truly there.
 *
 * @param seen    the grade recorded, 0 for nothing
 * @param grades  how many there are besides nothing
 * @param miss    how often such a look misses a trace; something worse is missed as often as that, to the power of its grade
 * @example likelihoodOf(0, 2, 0.2) // [1, 0.2, 0.04]; what was not seen may yet be there
 */
export const likelihoodOf = (seen: number, grades: number, miss: number): readonly number[] =>
  Array.from({ length: grades + 1 }, (_, truly) => {
    if (seen === 0) return Math.round(miss ** truly * 1e9) / 1e9;
    if (truly === 0) return outOfNothing;
    return truly === seen ? 1 : Math.abs(truly - seen) === 1 ? besideGrade : farGrade;
  });

/** A measured value is on one side of its limit, or the other, as likely as its uncertainty says; gauges slip too. */
const byProbability = (past: number, slip: number): readonly number[] => {
  const bounded = Math.min(1 - slip, Math.max(slip, past));
  return [1 - bounded, bounded];
};

const pastOrNot = (past: number, slip: number, parts: readonly string[]): Seen => ({
  grade: past > 0.5 ? 1 : 0,
  likelihood: byProbability(past, slip),
  look: "tested",
  parts,
  isDisputed: false,
});

/** Of a finding's own values, which step of them a grade is: 1 for the least that is listed. */
function rankOf({ kind }: FindingLine, grade: number): number {
  const grades = [...new Set(kind.values.map((value) => value.grade))].sort((a, b) => a - b);
  return grades.indexOf(grade as 1 | 2 | 3) + 1;
}

const keptLines = keptBeside<PartFindings, ReadonlyMap<string, readonly FindingLine[]>>();
const keptSeen = keptByName<Unfolded, Seen | null>();
const noLines: ReadonlyMap<string, readonly FindingLine[]> = new Map();

export class Sight {
  readonly #sources: SightingSources;
  readonly #diagnosis: Diagnosis;
  readonly #partsAt: (slot: string) => readonly Part[];
  readonly #cameFrom: ReadonlyMap<string, SightingSources["job"]["cameOut"]>;
  readonly #answers: ReadonlyMap<string, SightingSources["job"]["answers"]>;
  readonly #partsByClass = new Map<PlatePlace | null, ReadonlyMap<string, readonly Part[]>>();
  readonly #checkOf: ReadonlyMap<string, CheckResult>;
  readonly #rowsOf: ReadonlyMap<string, readonly RowResult[]>;
  readonly #jointsOf: ReadonlyMap<string, readonly JointResult[]>;
  /** Slots that several places of a plate share. */
  readonly #shared: ReadonlySet<string>;

  constructor(sources: SightingSources, { diagnosis }: Network) {
    this.#sources = sources;
    this.#diagnosis = diagnosis;
    const { parts, cameOut, answers } = sources.job;
    const out = groupBy(cameOut, ({ slot }) => slot);
    this.#cameFrom = groupBy(cameOut, ({ part }) => part);
    const inSlot = groupBy([...parts.values()], ({ slot }) => slot ?? "");
    // What came out of a slot is what failed; what was put there since did not.
    this.#partsAt = (slot) =>
      out.get(slot)?.flatMap(({ part }) => parts.get(part) ?? []) ?? (slot === "" ? [] : (inSlot.get(slot) ?? []));
    this.#answers = groupBy(answers, ({ finding, place }) => `${finding} ${place ?? ""}`);
    const checks = sources.strip?.steps.flatMap((step) => step.checks) ?? [];
    this.#checkOf = new Map(checks.map((each) => [each.check.id, each]));
    this.#rowsOf = groupBy(
      [...sources.measured.rows.values()],
      ({ row }) => `${row.partClass.id} ${row.at.feature.id}`,
    );
    this.#jointsOf = groupBy([...sources.measured.joints.values()], ({ row }) => row.joint.id);
    const times = new Map<string, number>();
    for (const { places } of diagnosis.plates)
      for (const { slots } of places) for (const slot of slots) times.set(slot, (times.get(slot) ?? 0) + 1);
    this.#shared = new Set([...times].flatMap(([slot, count]) => (count > 1 ? [slot] : [])));
  }

  /** What was seen of one finding at one place; null where nobody looked, or not at all of it. */
  of(node: Extract<Unfolded, { kind: "finding" }>): Sighting | null {
    const { id, item, place } = node;
    const seen = item.reads.map((reads, at) =>
      reads.is === "finding" ? this.#finding(node, reads, at) : this.#read(item, reads, place),
    );
    const answered = this.#answered(item, place);
    const all = item.ask === undefined ? seen : [...seen, answered];
    const there = all.filter((each): each is Seen => each !== null && each.grade > 0);
    const [worst] = there.sort((a, b) => b.grade - a.grade);
    if (worst) return { node: id, ...worst, parts: [...new Set(there.flatMap(({ parts }) => parts))] };
    // Not there only where every way to tell was gone, or a person says so here.
    if (answered) return { node: id, ...answered };
    if (seen.length === 0 || seen.includes(null)) return null;
    const [weakest] = (seen as Seen[]).sort((a, b) => b.likelihood[1]! - a.likelihood[1]!);
    return { node: id, ...weakest! };
  }

  #miss(item: CauseFinding, look: Look): number {
    const usual = this.#diagnosis.misses[look];
    return item.miss === undefined ? usual : Math.max(item.miss, look === "together" ? usual : 0);
  }

  #seen(item: CauseFinding, grade: number, look: Look, parts: readonly string[] = []): Seen {
    const grades = gradesOfFinding(item);
    const most = Math.min(grade, grades);
    return {
      grade: most,
      likelihood: likelihoodOf(most, grades, this.#miss(item, look)),
      look,
      parts,
      isDisputed: false,
    };
  }

  #answered(item: CauseFinding, place: PlatePlace | null): Seen | null {
    const answers = (this.#answers.get(`${item.id} ${place?.id ?? ""}`) ?? []).filter(({ grade }) => grade !== null);
    return this.#together(answers.map(({ grade }) => this.#seen(item, grade!, "tested")));
  }

  /** What several people say of one thing: where they differ, each may be right. */
  #together(said: readonly Seen[]): Seen | null {
    const [first] = said;
    if (!first) return null;
    const worst = said.reduce((most, each) => (each.grade > most.grade ? each : most));
    if (said.every(({ grade }) => grade === first.grade)) return worst;
    const likelihood = worst.likelihood.map(
      (_, grade) => said.reduce((sum, each) => sum + each.likelihood[grade]!, 0) / said.length,
    );
    return { ...worst, likelihood, isDisputed: true };
  }

  #partsOf(classes: readonly string[], place: PlatePlace | null): readonly Part[] {
    let byClass = this.#partsByClass.get(place);
    if (!byClass) {
      const slots = place?.slots ?? [...this.#sources.pack.slots.keys()];
      byClass = groupBy(
        slots.flatMap((slot) => this.#partsAt(slot)),
        (part) => part.class,
      );
      this.#partsByClass.set(place, byClass);
    }
    return classes.length === 1
      ? (byClass.get(classes[0]!) ?? none)
      : classes.flatMap((each) => byClass.get(each) ?? none);
  }

  /** What can be seen on a part, by kind; the same as before where nothing new was seen on it. */
  #linesOf(part: string): ReadonlyMap<string, readonly FindingLine[]> {
    const seen = this.#sources.findings.byPart.get(part);
    return seen ? keptLines(seen, [], () => groupBy(seen.lines, ({ kind }) => kind.id)) : noLines;
  }

  #isHere(id: string | null | undefined, place: PlatePlace | null): boolean {
    return place === null || (id !== null && id !== undefined && place.on.includes(id));
  }

  #read(item: CauseFinding, reads: Exclude<Reads, { is: "finding" }>, place: PlatePlace | null): Seen | null {
    switch (reads.is) {
      case "value":
        return this.#value(reads, place);
      case "fit":
        return this.#fit(reads, place);
      case "check":
        return this.#check(item, reads, place);
      case "test":
        return this.#test(reads, place);
      case "symptom": {
        const value = this.#sources.order.notes.value("symptom", reads.symptom);
        return typeof value === "boolean" ? this.#seen(item, Number(value), value ? "tested" : "together") : null;
      }
      case "crack":
        return this.#crack(item, reads, place);
      case "broken": {
        const parts = this.#partsOf(reads.classes, place).map(({ id }) => id);
        const { ledger } = this.#sources;
        const lost = parts.filter(
          (id) =>
            ledger.parts.some(({ part, lost: mass }) => part.id === id && (mass?.value ?? 0) > 0) ||
            ledger.fragments.some(({ parent }) => parent === id),
        );
        return lost.length > 0 ? this.#seen(item, 1, "tested", lost) : null;
      }
      case "account": {
        const ids = new Set(this.#partsOf(reads.classes, place).map(({ id }) => id));
        const accounts = this.#sources.ledger.parts.filter(({ part }) => ids.has(part.id));
        const open = accounts.filter(({ state }) => state === "open");
        if (open.length > 0) return this.#seen(item, 1, "tested", open.map(({ part }) => part.id)); // prettier-ignore
        return accounts.length > 0 && accounts.every(({ state }) => state === "closed") ? this.#seen(item, 0, "tested") : null; // prettier-ignore
      }
      case "identity": {
        const { identity } = this.#sources;
        if (!identity) return null;
        const isRead = identity.places.every(({ read }) => read.length > 0);
        return identity.contradiction ? this.#seen(item, 1, "tested") : isRead ? this.#seen(item, 0, "tested") : null;
      }
      case "revision": {
        const parts = this.#partsOf([reads.class], place);
        const partClass = this.#sources.pack.classes.get(reads.class);
        const known = parts.map((part) => (partClass ? revisionOf(part, partClass) : null));
        const there = parts.filter((_, at) => known[at] !== null && reads.revisions.includes(known[at]!.id));
        if (there.length > 0) return this.#seen(item, 1, "tested", there.map(({ id }) => id)); // prettier-ignore
        return parts.length > 0 && !known.includes(null) ? this.#seen(item, 0, "tested") : null;
      }
    }
  }

  /** What was seen on parts; of parts nobody saw anything new on, what was made of it before. */
  #finding(node: Extract<Unfolded, { kind: "finding" }>, reads: ReadsOf<"finding">, at: number): Seen | null {
    const parts = this.#partsOf(reads.classes, node.place);
    const { findings, job } = this.#sources;
    const basis = [job.cameOut, ...parts, ...parts.map(({ id }) => findings.byPart.get(id))];
    return keptSeen(node, String(at), basis, () => this.#lookedAt(node.item, reads, node.place, parts));
  }

  #lookedAt(
    item: CauseFinding,
    reads: ReadsOf<"finding">,
    place: PlatePlace | null,
    parts: readonly Part[],
  ): Seen | null {
    if (parts.length === 0) return null;
    const grades = gradesOfFinding(item);
    let isWhole = true;
    const looks = parts.flatMap((part) => {
      const lines = this.#linesOf(part.id).get(reads.finding) ?? none;
      const isShared = this.#isShared(part);
      const about = lines.filter(
        ({ place: at }) =>
          (!reads.places || (at !== null && reads.places.includes(at.id))) &&
          (!isShared || this.#isHere(at?.id, place)),
      );
      if (about.length === 0) isWhole = false;
      return about.flatMap((line): Seen[] => {
        const found = standingObservations(line, "as-found");
        const said = this.#together(
          found.flatMap(({ value, phase, together }) => {
            const look: Look = together ? "together" : phase === "after-cleaning" ? "after" : "before";
            const known = gradeOf(line.kind, value);
            if (known === null) return [];
            const isMeant = reads.values ? reads.values.includes(value) : known >= reads.from;
            const grade = known === 0 || !isMeant ? 0 : grades === 1 ? 1 : rankOf(line, known);
            return [this.#seen(item, grade, look, [part.id])];
          }),
        );
        if (!said) isWhole = false;
        return said ? [said] : [];
      });
    });
    return this.#worstOrNone(looks, isWhole);
  }

  /** The worst of what was seen; where nothing was, the weakest of the looks, and that only where all was looked at. */
  #worstOrNone(looks: readonly Seen[], isWhole: boolean): Seen | null {
    const there = looks.filter(({ grade }) => grade > 0);
    if (there.length > 0) {
      const worst = there.reduce((most, each) => (each.grade > most.grade ? each : most));
      return { ...worst, parts: there.flatMap(({ parts }) => parts) };
    }
    if (!isWhole || looks.length === 0) return null;
    return looks.reduce((weakest, each) => (each.likelihood.at(-1)! > weakest.likelihood.at(-1)! ? each : weakest));
  }

  #isShared(part: Part): boolean {
    const from = this.#cameFrom.get(part.id)?.map(({ slot }) => slot) ?? (part.slot === null ? [] : [part.slot]);
    return from.some((slot) => this.#shared.has(slot));
  }

  #past(held: Conformity | null, isComplete: boolean, parts: readonly string[]): Seen | null {
    if (!held) return null;
    const past = 1 - held.probability;
    // With points missing only what is past already can be told.
    return isComplete || past > 0.5 ? pastOrNot(past, this.#diagnosis.misses.tested / 10, parts) : null;
  }

  #value({ class: of, feature, past }: ReadsOf<"value">, place: PlatePlace | null): Seen | null {
    const failed = new Set(this.#partsOf([of], place).map(({ id }) => id));
    const looks: Seen[] = [];
    let isWhole = failed.size > 0;
    for (const result of this.#rowsOf.get(`${of} ${feature}`) ?? []) {
      const { row, part } = result;
      if (!part || !failed.has(part.id)) continue;
      if (place && this.#shared.has(row.slot.id) && !place.on.includes(row.at.id)) continue;
      // What was machined since is judged by what it was.
      const { governing } = result.before ?? result;
      const held =
        past === "limit"
          ? governing.conformity
          : governing.estimate &&
            conformity(governing.estimate, "above" in past ? { max: past.above } : { min: past.below });
      const seen = this.#past(held, governing.missing.length === 0, [part.id]);
      if (seen) looks.push(seen);
      else isWhole = false;
    }
    return this.#worstOrNone(looks, isWhole);
  }

  #fit({ joint, past }: ReadsOf<"fit">, place: PlatePlace | null): Seen | null {
    const looks: Seen[] = [];
    let isWhole = true;
    for (const { row, governing, ends } of this.#jointsOf.get(joint) ?? []) {
      const slots = Object.values(row.place.ends).map(({ slot }) => slot);
      const isHere = !place || slots.some((slot) => place.slots.includes(slot) && !this.#shared.has(slot));
      if (!isHere) continue;
      const parts = [...ends.values()].flatMap(({ part }) => (part ? [part.id] : []));
      const { conformity: held, missing } = governing;
      const isSide = past === "limit" || !held || held.bound === (past === "above" ? "max" : "min");
      const seen = isSide ? this.#past(held, missing.length === 0, parts) : pastOrNot(0, this.#diagnosis.misses.tested / 10, parts); // prettier-ignore
      if (seen) looks.push(seen);
      else isWhole = false;
    }
    return this.#worstOrNone(looks, isWhole);
  }

  #check(item: CauseFinding, reads: ReadsOf<"check">, place: PlatePlace | null): Seen | null {
    const found = this.#checkOf.get(reads.check);
    if (!found) return null;
    const here = found.places.filter(
      ({ id }) => place === null || id === null || this.#isHere(id, place) || found.check.places.find((each) => each.id === id)?.slots?.some((slot) => place.slots.includes(slot) && !this.#shared.has(slot)), // prettier-ignore
    );
    const looks = here.map(({ notes, amiss }): Seen | null => {
      const noted = notes.filter(({ skipped }) => skipped === null);
      if (noted.length === 0) return null;
      const isThere = reads.states
        ? noted.some(({ state }) => state !== null && reads.states!.includes(state))
        : amiss === true;
      if (!reads.states && amiss === null) return null;
      return this.#seen(item, Number(isThere), "tested");
    });
    return this.#worstOrNone(
      looks.flatMap((each) => each ?? []),
      !looks.includes(null),
    );
  }

  #test({ test, past }: ReadsOf<"test">, place: PlatePlace | null): Seen | null {
    const known = this.#sources.pack.pack.intake?.tests.find(({ id }) => id === test);
    const limit = past === "low" ? known?.low : known?.high;
    if (!known || limit === undefined) return null;
    const at = known.places.length === 0 ? [null] : known.places.map(({ id }) => id).filter((id) => this.#isHere(id, place)); // prettier-ignore
    const looks = at.map((each): Seen | null => {
      const value = this.#sources.order.notes.value("test", test, null, each);
      if (typeof value !== "number") return null;
      // Gauges of the trade read to a few per cent.
      const distance = (past === "low" ? limit - value : value - limit) / (0.03 * Math.max(1e-9, Math.abs(limit)));
      return pastOrNot(normalCdf(distance), this.#diagnosis.misses.tested, []);
    });
    return this.#worstOrNone(
      looks.flatMap((each) => each ?? []),
      !looks.includes(null),
    );
  }

  #crack(item: CauseFinding, { class: of, zones }: ReadsOf<"crack">, place: PlatePlace | null): Seen | null {
    const looks = this.#partsOf([of], place).map(({ id }): Seen | null => {
      const part = this.#sources.crack.byPart.get(id);
      if (!part) return null;
      const cracked = part.cracks.some(
        ({ verdict, zones: crossed }) =>
          verdict !== "harmless" && (!zones || crossed.some(({ zone }) => zones.includes(zone.id))),
      );
      return cracked ? this.#seen(item, 1, "after", [id]) : part.isChecked && !part.isUndrawn ? this.#seen(item, 0, "after", [id]) : null; // prettier-ignore
    });
    return this.#worstOrNone(
      looks.flatMap((each) => each ?? []),
      looks.length > 0 && !looks.includes(null),
    );
  }
}

/** All that was seen of what speaks of causes, by node, in the order of the pack. */
export function sightingsOf(sources: SightingSources, network: Network | null): readonly Sighting[] {
  if (!network) return none;
  const sight = new Sight(sources, network);
  return [...network.of.values()].flatMap((node) => (node.kind === "finding" ? (sight.of(node) ?? []) : []));
}

export const sightingsJudgement = judgement({
  lists: ["parts", "cameOut", "answers"],
  needs: ["order", "findings", "measured", "strip", "crack", "ledger", "identity"],
  assess: (pack: CompiledPack, job: SightingSources["job"], found: Omit<SightingSources, "pack" | "job">) =>
    sightingsOf({ pack, job, ...found }, networkOf(pack)),
  problems: () => [],
});
