import { problem } from "@/core/problem/problem";
import { readPackText, type Linted } from "@/core/pack/read-pack-text";
import { keepPack, listPacks } from "@/store/packs";
import { database } from "./environment";

/** What the linter says of a pack, and whether it was kept. */
export interface TakenPack {
  readonly v: 1;
  readonly faults: readonly Linted[];
  readonly warnings: readonly Linted[];
  readonly pack: { readonly family: string; readonly revision: number; readonly sha256: string } | null;
  readonly kept: boolean;
}

/**
 * Reads a pack and keeps it where nothing is wrong with it. A revision is immutable: another pack under the same id and
 * revision is refused.
 *
 * @param look  only look: keep nothing
 */
export async function takePack(text: string, look: boolean): Promise<TakenPack> {
  const { json, pack, faults, warnings } = readPackText(text);
  if (!pack) return { v: 1, faults, warnings, pack: null, kept: false };
  const { id, revision, family } = pack.pack;
  const about = { family, revision, sha256: pack.sha256 };
  const rival = (await listPacks(database())).find(
    (each) => each.id === id && each.revision === revision && each.sha256 !== pack.sha256,
  );
  if (rival) {
    const taken = { problem: problem("revision-taken", ["revision"], { id, revision }), at: "revision", line: null, column: null, meant: null }; // prettier-ignore
    return { v: 1, faults: [taken], warnings, pack: about, kept: false };
  }
  if (!look) await keepPack(database(), { sha256: pack.sha256, id, revision, json }, new Date());
  return { v: 1, faults: [], warnings, pack: about, kept: !look };
}
