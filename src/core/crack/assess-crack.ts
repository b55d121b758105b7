import type { Job, Part, Signed } from "../entry/fold";
import { groupBy } from "../group";
import type { LedgerResult } from "../fragments/ledger";
import { judgement } from "../judgement";
import type { Order } from "../order/order";
import type { CompiledPack } from "../pack/compile-pack";
import type { PartClass } from "../pack/schema";
import type { Zone, ZoneMap } from "../pack/schema-teardown";
import { problem, type Problem } from "../problem/problem";
import {
  crackVerdict,
  crackWords,
  drawnLength,
  zoneMapOf,
  zonesCrossed,
  type CrackVerdict,
  type CrackWord,
} from "./crack-verdict";

export type CrackCheck = Signed<"crack-checked">;
export type CrackFound = Signed<"crack-found">;

/** Why a check says nothing about a part. */
export type CheckFlaw = "dirty" | "blind" | "unknown-method";

export interface JudgedCheck {
  readonly check: CrackCheck;
  readonly flaw: CheckFlaw | null;
}

export interface JudgedCrack extends CrackVerdict {
  readonly crack: CrackFound;
  /** As measured, or as drawn where nobody measured it. */
  readonly lengthMm: number;
  readonly isMeasured: boolean;
}

export interface ThreadCount {
  readonly zone: Zone;
  readonly inserts: number;
  readonly damaged: number;
  readonly most: number;
  /** What there would be if every damaged hole got an insert. */
  readonly withinLimit: boolean;
}

/** Studs that are still to come out, and how many of them are likely to break. */
export interface StudPlan {
  readonly part: Part;
  readonly zone: Zone;
  readonly left: number;
  readonly expected: number;
  /** Standard deviation of the count that breaks. */
  readonly deviation: number;
  readonly broken: number;
  readonly cost: number;
  readonly minutes: number;
}

/** Not checked, checked and nothing found there, or the worst that is in it; null where a crack cannot be judged yet. */
export type ZoneState = "not-checked" | "clear" | CrackWord | null;

export interface CrackPart {
  readonly part: Part;
  /** Where its cracks are drawn: the pack's zones, or a plain outline. */
  readonly map: ZoneMap;
  readonly partClass: PartClass;
  /** One of its kind that broke beside it: then it is crack-checked whatever is usual for its kind. */
  readonly sister: Part | null;
  readonly checks: readonly JudgedCheck[];
  readonly cracks: readonly JudgedCrack[];
  readonly zones: ReadonlyMap<string, ZoneState>;
  readonly threads: readonly ThreadCount[];
  /** Holes whose threads are damaged, or in which a stud is broken. */
  readonly hurt: readonly Signed<"thread-found">[];
  /** Somebody found cracks, and nobody drew any: what it means nobody can tell. */
  readonly isUndrawn: boolean;
  /** Whether a check that counts covers all of it. */
  readonly isChecked: boolean;
  /** Whether it was checked again after it was ground. */
  readonly isCheckedAfter: boolean;
  /** The worst of its cracks and threads; null where one of them cannot be judged. */
  readonly worst: CrackWord | "none" | null;
}

export interface CrackResult {
  readonly parts: readonly CrackPart[];
  readonly byPart: ReadonlyMap<string, CrackPart>;
  readonly studs: readonly StudPlan[];
  readonly scrapped: ReadonlyMap<string, Signed<"part-scrapped">>;
  readonly problems: readonly Problem[];
  readonly progress: { readonly done: number; readonly total: number };
}

/** A crack-check on a dirty part proves nothing, and none on a material that it cannot see into. */
function flawOf(
  pack: CompiledPack,
  partClass: PartClass,
  check: CrackCheck,
  cleanedAt: string | undefined,
): CheckFlaw | null {
  const method = pack.pack.crackMethods.find((each) => each.id === check.method);
  const material = pack.pack.materials.find((each) => each.id === partClass.material);
  if (!method) return "unknown-method";
  if (method.magneticOnly && material?.magnetic !== true) return "blind";
  return cleanedAt === undefined || cleanedAt > check.at ? "dirty" : null;
}

type Thread = Signed<"thread-found">;
const threadKey = ({ zone, hole }: Thread) => `${zone} ${hole}`;
const isHurt = ({ state }: Thread) => state === "damaged" || state === "stud-broken";

/** What a hole is: as it was seen last; one that was damaged is sound again by an insert, and by nobody's second look. */
const standingThread = (all: readonly Thread[]): Thread =>
  all.at(-1)!.state === "sound" ? (all.findLast(isHurt) ?? all.at(-1)!) : all.at(-1)!;

/** A hole that one took for damaged, and one, later, for sound. */
const isThreadDisputed = (all: readonly Thread[]) => standingThread(all) !== all.at(-1);

function threadCounts(partClass: PartClass, threads: readonly Signed<"thread-found">[]): ThreadCount[] {
  const latest = [...groupBy(threads, threadKey).values()].map(standingThread);
  return (partClass.zoneMap?.zones ?? []).flatMap((zone) => {
    if (!zone.threads) return [];
    const here = latest.filter((each) => each.zone === zone.id);
    const inserts = here.filter((each) => each.state === "insert").length;
    const damaged = here.filter(isHurt).length;
    return [{ zone, inserts, damaged, most: zone.threads.most, withinLimit: inserts + damaged <= zone.threads.most }];
  });
}

/** @source  mean and standard deviation of a binomial count */
function studPlans(part: Part, partClass: PartClass, threads: readonly Signed<"thread-found">[]): StudPlan[] {
  return (partClass.zoneMap?.zones ?? []).flatMap((zone) => {
    if (!zone.studs) return [];
    const { count, breakShare, costEach, minutesEach } = zone.studs;
    const here = groupBy(
      threads.filter((each) => each.zone === zone.id),
      (each) => each.hole,
    );
    const broken = [...here.values()].filter((all) => all.some((each) => each.state === "stud-broken")).length;
    const left = Math.max(0, count - here.size);
    const expected = left * breakShare;
    return [
      {
        part,
        zone,
        left,
        expected,
        deviation: Math.sqrt(left * breakShare * (1 - breakShare)),
        broken,
        cost: (expected + broken) * costEach,
        minutes: (expected + broken) * minutesEach,
      },
    ];
  });
}

function crackPart(
  pack: CompiledPack,
  part: Part,
  partClass: PartClass,
  job: Pick<Job, "crackChecks" | "cracks" | "threads">,
  cleanedAt: string | undefined,
  schools: ReadonlyMap<string, string | null>,
  sister: Part | null,
): CrackPart {
  const map = zoneMapOf(partClass);
  const checks = job.crackChecks.map((check): JudgedCheck => ({
    check,
    flaw: flawOf(pack, partClass, check, cleanedAt),
  }));
  const cracks = job.cracks.map((crack): JudgedCrack => {
    return {
      ...crackVerdict(map, crack, schools),
      crack,
      lengthMm: crack.lengthMm ?? drawnLength(crack),
      isMeasured: crack.lengthMm !== null,
    };
  });
  const counting = checks.filter(({ flaw }) => flaw === null).map(({ check }) => check);
  const zoneIds = map.zones.map((zone) => zone.id);
  const covers = (all: readonly CrackCheck[]) =>
    all.some((check) => check.zones.length === 0) ||
    zoneIds.every((id) => all.some((check) => check.zones.includes(id)));
  const isCovered = (id: string) => counting.some((check) => check.zones.length === 0 || check.zones.includes(id));
  const worstOf = (words: readonly (CrackWord | null)[]): CrackWord | null =>
    words.includes("scrap")
      ? "scrap"
      : words.includes(null)
        ? null
        : crackWords[Math.max(...words.map((word) => crackWords.indexOf(word!)))]!;
  // One that somebody found and nobody drew is there all the same: what it means nobody can tell yet.
  const isUndrawn = cracks.length === 0 && job.crackChecks.some(({ found }) => found === "cracks");
  const zones = new Map(
    zoneIds.map((id): [string, ZoneState] => {
      const here = cracks.flatMap((crack) =>
        crack.zones.filter(({ zone }) => zone.id === id).map(({ rule }) => rule?.verdict ?? null),
      );
      const isLeftOpen = isUndrawn && isCovered(id);
      return [id, here.length > 0 ? worstOf(here) : isLeftOpen ? null : isCovered(id) ? "clear" : "not-checked"];
    }),
  );
  const threads = threadCounts(partClass, job.threads);
  const words = [
    ...cracks.map((crack) => crack.verdict),
    ...(isUndrawn ? [null] : []),
    ...(threads.some((each) => !each.withinLimit) ? ["scrap" as const] : []),
  ];
  return {
    part,
    map,
    partClass,
    sister,
    checks,
    cracks,
    zones,
    threads,
    hurt: [...groupBy(job.threads, threadKey).values()].map(standingThread).filter(isHurt),
    isUndrawn,
    isChecked: covers(counting),
    isCheckedAfter: covers(counting.filter((check) => check.when === "after-grinding")),
    worst: words.length === 0 ? "none" : worstOf(words),
  };
}

/** Any other part, taken in hand to be checked: nothing was looked for on it yet. */
export const uncheckedPart = (pack: CompiledPack, part: Part, partClass: PartClass): CrackPart =>
  crackPart(pack, part, partClass, { crackChecks: [], cracks: [], threads: [] }, undefined, new Map(), null);

/** What crack-checks found, what it means where it is, and what was never checked. */
export function assessCrack(
  pack: CompiledPack,
  job: Pick<Job, "parts" | "cleaned" | "crackChecks" | "cracks" | "threads" | "scrapped">,
  {
    order: { schools },
    ledger: { broken },
  }: { readonly order: Pick<Order, "schools">; readonly ledger: Pick<LedgerResult, "broken"> },
): CrackResult {
  const of = <T extends { readonly part: string }>(all: readonly T[]) => groupBy(all, (each) => each.part);
  const [checks, cracks, threads, cleaned] = [of(job.crackChecks), of(job.cracks), of(job.threads), of(job.cleaned)];
  const scrapped = new Map(job.scrapped.map((each) => [each.part, each]));
  const brokenOf = groupBy(broken, (part) => part.class);
  /** What ran beside it in this engine and broke; of what broke itself nobody asks. */
  const sisterOf = (part: Part) => {
    const all = brokenOf.get(part.class) ?? [];
    return part.origin === "engine" && !all.includes(part)
      ? (all.find(({ origin }) => origin === "engine") ?? null)
      : null;
  };
  const parts = [...job.parts.values()].flatMap((part): CrackPart[] => {
    const partClass = pack.classes.get(part.class);
    const sister = sisterOf(part);
    const concerns =
      partClass &&
      (partClass.zoneMap || partClass.crackCheck || sister || checks.has(part.id) || cracks.has(part.id) || threads.has(part.id)); // prettier-ignore
    if (!concerns) return [];
    const cleanedAt = cleaned
      .get(part.id)
      ?.map((each) => each.at)
      .sort()[0];
    return [
      crackPart(
        pack,
        part,
        partClass,
        {
          crackChecks: checks.get(part.id) ?? [],
          cracks: cracks.get(part.id) ?? [],
          threads: threads.get(part.id) ?? [],
        },
        cleanedAt,
        schools,
        sister,
      ),
    ];
  });

  const problems = parts.flatMap(
    ({ part, cracks: found, checks: made, threads: holes, worst, partClass }): Problem[] => {
      const where = [part.id];
      const tag = part.tag;
      return [
        ...made.flatMap(({ check, flaw }) =>
          flaw === null
            ? []
            : [
                problem(`check-${flaw}`, where, {
                  tag,
                  method: pack.pack.crackMethods.find((each) => each.id === check.method)?.name ?? check.method,
                }),
              ],
        ),
        ...found.flatMap((crack): Problem[] => {
          if (!partClass.zoneMap) return [problem("crack-without-zones", where, { tag })];
          if (zonesCrossed(partClass.zoneMap, crack.crack.line).size === 0)
            return [problem("crack-outside-zones", where, { tag })];
          const open = [...new Set(crack.zones.flatMap((zone) => zone.unknown))];
          return crack.verdict === null
            ? [
                problem("crack-unjudged", where, {
                  tag,
                  zones: crack.zones.map(({ zone }) => zone.name).join(", "),
                  missing: open.join(", "),
                }),
              ]
            : [];
        }),
        ...holes.flatMap(({ zone, inserts, damaged, most, withinLimit }) =>
          withinLimit ? [] : [problem("threads-past-limit", where, { tag, zone: zone.name, inserts, damaged, most })],
        ),
        ...[...groupBy(threads.get(part.id) ?? [], threadKey).values()]
          .filter(isThreadDisputed)
          .map(([first]) => problem("thread-seen-differently", [part.id, first!.zone], { tag, hole: first!.hole })),
        ...(found.length === 0 && made.some(({ check }) => check.found === "cracks")
          ? [problem("cracks-not-drawn", where, { tag })]
          : []),
        ...(worst === "scrap" && !scrapped.has(part.id) ? [problem("scrap-record-missing", where, { tag })] : []),
      ];
    },
  );
  const asked = parts.filter(({ part, partClass, sister }) => part.slot !== null && (partClass.crackCheck || sister));
  return {
    parts,
    byPart: new Map(parts.map((each) => [each.part.id, each])),
    studs: parts.flatMap(({ part, partClass }) => studPlans(part, partClass, threads.get(part.id) ?? [])),
    scrapped,
    problems,
    progress: {
      done: asked.filter((each) => (each.isChecked && !each.isUndrawn) || scrapped.has(each.part.id)).length,
      total: asked.length,
    },
  };
}

export const crackJudgement = judgement({
  lists: ["parts", "cleaned", "crackChecks", "cracks", "threads", "scrapped"],
  needs: ["order", "ledger"],
  assess: assessCrack,
  problems: ({ problems }) => problems,
  stations: { "crack-check": ({ progress }) => (progress.total > 0 ? progress : null) },
});
