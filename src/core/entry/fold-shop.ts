import { effectiveEntries } from "./effective";
import { readEntry } from "./read-entry";
import type { Envelope, Gauge, SettingMaster, ShopSettings } from "./schema";

/** The shop's own measuring equipment and what it counts by, as it stands now. */
export interface Shop {
  readonly gauges: readonly Gauge[];
  readonly masters: readonly SettingMaster[];
  /** Null where nobody said. */
  readonly settings: ShopSettings | null;
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
  for (const entry of entries) {
    if (entry.type === "gauge-registered") gauges.set(entry.payload.gauge.id, entry.payload.gauge);
    if (entry.type === "master-registered") masters.set(entry.payload.master.id, entry.payload.master);
    if (entry.type === "settings-changed") settings = entry.payload.settings;
  }
  return { gauges: [...gauges.values()], masters: [...masters.values()], settings };
}
