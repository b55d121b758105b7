import { groupBy } from "../group";
import { effectiveEntries } from "./effective";
import { readEntry } from "./read-entry";
import type { Envelope, Gauge, Payload, SettingMaster, ShopSettings } from "./schema";

/** The shop's own measuring equipment and what it counts by, as it stands now. */
export interface Shop {
  /** Its stream; null while nothing was ever written there. */
  readonly stream: string | null;
  readonly gauges: readonly Gauge[];
  readonly masters: readonly SettingMaster[];
  /** Null where nobody said. */
  readonly settings: ShopSettings | null;
  /** Failed engines by their pack: what each turned out to have. */
  readonly failures: ReadonlyMap<string, readonly { readonly job: string; readonly causes: readonly string[] }[]>;
  /** How long parts lasted, by their pack, of all engines that were counted. */
  readonly lifetimes: ReadonlyMap<string, Payload<"lives-counted">["lifetimes"]>;
}

/** The equipment from the shop's stream: of each gauge and master the newest registration. */
export function foldShop(envelopes: readonly Envelope[]): Shop {
  const { entries } = effectiveEntries(
    envelopes.flatMap((envelope) => {
      const read = readEntry(envelope);
      return read.ok ? [read.value] : [];
    }),
  );
  const gauges = new Map<string, Gauge>();
  const masters = new Map<string, SettingMaster>();
  let settings: ShopSettings | null = null;
  // Each job once, as it was counted last.
  const counted = new Map<
    string,
    { readonly job: string; readonly pack: string; readonly causes: readonly string[] }
  >();
  const lived = new Map<string, Payload<"lives-counted">>();
  for (const entry of entries) {
    if (entry.type === "gauge-registered") gauges.set(entry.payload.gauge.id, entry.payload.gauge);
    if (entry.type === "master-registered") masters.set(entry.payload.master.id, entry.payload.master);
    if (entry.type === "settings-changed") settings = entry.payload.settings;
    if (entry.type === "cause-counted") counted.set(entry.payload.job, entry.payload);
    if (entry.type === "lives-counted") lived.set(entry.payload.job, entry.payload);
  }
  const failures = groupBy([...counted.values()], ({ pack }) => pack);
  return {
    stream: envelopes[0]?.stream ?? null,
    gauges: [...gauges.values()],
    masters: [...masters.values()],
    settings,
    failures,
    lifetimes: new Map(
      [...groupBy([...lived.values()], ({ pack }) => pack)].map(([pack, of]) => [
        pack,
        of.flatMap(({ lifetimes }) => lifetimes),
      ]),
    ),
  };
}

/** A gauge or setting master that was taken out of use, and the strikes to strike so that it comes back. */
export interface RetiredGauge {
  readonly kind: "gauge" | "master";
  readonly id: string;
  readonly name: string;
  readonly since: string;
  readonly strikes: readonly string[];
}

/** What is out of use: registered once, and every registration of it struck. */
export function retiredIn(envelopes: readonly Envelope[]): readonly RetiredGauge[] {
  const shop = foldShop(envelopes);
  const inUse = new Set([...shop.gauges, ...shop.masters].map(({ id }) => id));
  const entries = envelopes.flatMap((envelope) => {
    const read = readEntry(envelope);
    return read.ok ? [read.value] : [];
  });
  const struck = new Set(entries.flatMap((entry) => (entry.type === "entry-struck" ? entry.payload.strikes : [])));
  const retired = new Map<string, RetiredGauge>();
  for (const entry of entries) {
    if (entry.type !== "gauge-registered" && entry.type !== "master-registered") continue;
    const kind = entry.type === "gauge-registered" ? "gauge" : "master";
    const { id, name } = entry.type === "gauge-registered" ? entry.payload.gauge : entry.payload.master;
    if (inUse.has(id)) continue;
    // Those strikes of it that stand: one that was itself taken back is behind.
    const strikes = entries.filter(
      (each) => each.type === "entry-struck" && each.payload.strikes.includes(entry.id) && !struck.has(each.id),
    );
    const before = retired.get(id);
    retired.set(id, {
      kind,
      id,
      name,
      since:
        strikes
          .map(({ at }) => at)
          .sort()
          .at(-1) ??
        before?.since ??
        entry.at,
      strikes: [...new Set([...(before?.strikes ?? []), ...strikes.map((each) => each.id)])],
    });
  }
  return [...retired.values()];
}
