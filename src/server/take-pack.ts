import { packDifferences, type PackChanges, type WaitingPack } from "@/core/pack/pack-differences";
import { done, problem, refused, type Outcome } from "@/core/problem/problem";
import type { Linted } from "@/core/lint/read-pack-text";
import { keepPack, listPacks, offerPack, readPackJson, type KeptPack } from "@/store/packs";
import { database } from "./environment";
import { openPack } from "./jobs";
import { offThread } from "./off-thread/off-thread";

/** What the linter says of a pack, and whether it was kept. */
export interface TakenPack {
  readonly v: 1;
  readonly faults: readonly Linted[];
  readonly warnings: readonly Linted[];
  /** There are more of them than are told. */
  readonly isCut: boolean;
  readonly pack: { readonly family: string; readonly revision: number; readonly sha256: string } | null;
  readonly kept: boolean;
  /** What is different in it from the revision that is offered now; null where none of this engine is. */
  readonly changes: PackChanges | null;
}

/** The newest revision of an engine that new jobs can be opened with. */
const offeredOf = (packs: readonly KeptPack[], id: string): KeptPack | undefined =>
  packs.filter((each) => each.id === id && each.offered).sort((a, b) => b.revision - a.revision)[0];

async function changesOf(json: unknown, sha256: string, current: KeptPack | undefined): Promise<PackChanges | null> {
  if (!current || current.sha256 === sha256) return null;
  const was = await readPackJson(database(), current.sha256);
  return { against: current.sha256, revision: current.revision, ...packDifferences(was, json) };
}

/** Another pack that is offered under the same id and revision: a revision is one thing for ever. */
const rivalOf = (packs: readonly KeptPack[], { id, revision, sha256 }: Omit<KeptPack, "offered">) =>
  packs.find((each) => each.offered && each.id === id && each.revision === revision && each.sha256 !== sha256);

/**
 * Reads a pack and keeps it where nothing is wrong with it. A revision is immutable: another pack under the same id and
 * revision is refused.
 *
 * @param look  only look: keep nothing
 */
export async function takePack(text: string, look: boolean): Promise<TakenPack> {
  const { json, pack, faults, warnings, isCut } = await offThread("lookAtPack", { text });
  if (!pack) return { v: 1, faults, warnings, isCut, pack: null, kept: false, changes: null };
  const { id, revision, family } = pack;
  const about = { family, revision, sha256: pack.sha256 };
  const packs = await listPacks(database());
  const changes = await changesOf(json, pack.sha256, offeredOf(packs, id));
  if (rivalOf(packs, { id, revision, sha256: pack.sha256 })) {
    const taken = { problem: problem("revision-taken", ["revision"], { id, revision }), at: "revision", line: null, column: null, meant: null }; // prettier-ignore
    return { v: 1, faults: [taken], warnings, isCut, pack: about, kept: false, changes };
  }
  if (!look) await keepPack(database(), { sha256: pack.sha256, id, revision, json }, new Date());
  return { v: 1, faults: [], warnings, isCut, pack: about, kept: !look, changes };
}

/** Packs that a lead may offer for new jobs, each with what it would change. Those this program refuses are left out. */
export async function waitingPacks(): Promise<readonly WaitingPack[]> {
  const packs = await listPacks(database());
  const waiting: WaitingPack[] = [];
  for (const kept of packs.filter(({ offered }) => !offered).slice(-mostWaiting)) {
    const opened = await openPack(kept.sha256).catch(() => null);
    if (!opened) continue;
    const { family, revision } = opened.pack.pack;
    const changes = await changesOf(opened.json, kept.sha256, offeredOf(packs, kept.id));
    waiting.push({ sha256: kept.sha256, family, revision, changes, isRival: rivalOf(packs, kept) !== undefined });
  }
  return waiting;
}

const mostWaiting = 20;

/**
 * Offers a pack for new jobs, once a lead has seen what it changes.
 *
 * @param against  the revision whose differences were shown; null where there was none
 * @returns  problems pack-not-here, revision-taken; offer-changed where another revision is offered meanwhile
 */
export async function offerWaitingPack(sha256: string, against: string | null): Promise<Outcome<null>> {
  const packs = await listPacks(database());
  const kept = packs.find((each) => each.sha256 === sha256);
  if (!kept) return refused(problem("pack-not-here", [], { sha256: sha256.slice(0, 12) }));
  const { id, revision } = kept;
  if (rivalOf(packs, kept)) return refused(problem("revision-taken", ["revision"], { id, revision }));
  const current = offeredOf(packs, id);
  if (!kept.offered && (current?.sha256 ?? null) !== against) return refused(problem("offer-changed"));
  await offerPack(database(), sha256);
  return done(null);
}
