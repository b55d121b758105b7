import { masked, namesIn, type Mask } from "@/core/entry/masks";
import type { Envelope } from "@/core/entry/schema";
import { change, marksFor, select, toDateTime, type Connection, type Database } from "./connection";

/** By entry, the fields of these that are masked. Only entries that can hold a name are asked for. */
export async function masksOf(
  on: Database | Connection,
  envelopes: readonly Pick<Envelope, "id" | "type">[],
): Promise<ReadonlyMap<string, readonly string[]>> {
  const ids = envelopes.filter((each) => namesIn(each).length > 0).map(({ id }) => id);
  const found = new Map<string, string[]>();
  for (let at = 0; at < ids.length; at += 1000) {
    const some = ids.slice(at, at + 1000);
    const rows = await select<{ id: string; field: string }>(on, `SELECT entry_id AS id, field FROM masked_name WHERE entry_id IN (${marksFor(some)}) ORDER BY entry_id, field`, some); // prettier-ignore
    for (const { id, field } of rows) found.set(id, [...(found.get(id) ?? []), field]);
  }
  return found;
}

/** The same as a list, for what is taken out. */
export const maskList = async (on: Database | Connection, envelopes: readonly Envelope[]): Promise<readonly Mask[]> =>
  [...(await masksOf(on, envelopes))].flatMap(([entry, fields]) => fields.map((field) => ({ entry, field })));

/** Entries as they may be shown: what was erased is masked. */
export async function withMasks(on: Database | Connection, envelopes: readonly Envelope[]): Promise<Envelope[]> {
  const masks = await masksOf(on, envelopes);
  return masks.size === 0 ? [...envelopes] : envelopes.map((each) => masked(each, masks.get(each.id) ?? []));
}

/** Masks names for good, wherever their entries are read from now on. */
export async function maskNames(on: Connection, owner: string, masks: readonly Mask[], now: Date): Promise<void> {
  for (let at = 0; at < masks.length; at += 500) {
    const some = masks.slice(at, at + 500);
    await change(
      on,
      `INSERT IGNORE INTO masked_name (entry_id, field, owner, masked_at) VALUES ${some.map(() => "(?, ?, ?, ?)").join(", ")}`,
      some.flatMap(({ entry, field }) => [entry, field, owner, toDateTime(now)]),
    );
  }
}
