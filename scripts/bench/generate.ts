import { makeEntry, makeId, type Maker } from "@/core/entry/make-entry";
import type { EntryType, Envelope, Payload } from "@/core/entry/schema";
import { hashText, seeded } from "@/core/numeric/seeded";
import type { CompiledPack } from "@/core/pack/compile-pack";
import { testGauge } from "@/core/fixtures/bench";

/**
 * A job of about so many entries, always the same one: parts in all slots, then readings round and round over every
 * point, a new occasion for each round of a sheet, one in ten a correction, one in fifty struck.
 */
export function generateJob(pack: CompiledPack, count: number): Envelope[] {
  const { next, normal } = seeded(hashText("bench"));
  let now = Date.parse("2026-01-05T07:00:00Z");
  const random = () => Uint8Array.from({ length: 16 }, () => Math.floor(next() * 256));
  const clock = { now: () => now, random };
  const maker: Maker = { ...clock, stream: makeId(clock), author: "bench" };
  const entries: Envelope[] = [];
  const add = <T extends EntryType>(type: T, payload: Payload<T>): Envelope => {
    now += 1000;
    const entry = makeEntry(maker, type, payload);
    entries.push(entry);
    return entry;
  };
  add("job-opened", {
    name: "Bench",
    engine: { number: null, variant: null },
    pack: { id: pack.pack.id, revision: pack.pack.revision, sha256: pack.sha256 },
    application: { kind: null, words: null },
    hoursWanted: null,
    budget: null,
    wantedBy: null,
    unit: "mm",
    decisionRule: "simple",
  });
  const partIn = new Map<string, string>();
  for (const slot of pack.pack.slots) {
    const part = makeId(maker);
    partIn.set(slot.id, part);
    add("part-tagged", { part, class: slot.class, tag: slot.id.slice(0, 24), origin: "engine" });
    add("part-installed", { part, slot: slot.id });
  }
  for (;;) {
    for (const sheet of pack.sheets) {
      const { feature } = sheet;
      const fresh = feature.governing.limits.new;
      const middle = ((fresh?.min ?? 0) + (fresh?.max ?? 0)) / 2;
      const occasion = makeId(maker);
      add("occasion-opened", {
        occasion,
        phase: "cleaned",
        gauge: { ...testGauge, method: "direct", quantities: [feature.quantity] },
        master: null,
        temperatures: { partC: 21, gaugeC: 21, masterC: null, standardK: 0.5 },
      });
      for (const row of sheet.rows) {
        for (const point of feature.points) {
          if (entries.length >= count) return entries;
          const value = Number(((point.nominal ?? middle) + 0.003 * normal()).toFixed(3));
          const reading = {
            occasion,
            part: partIn.get(row.slot.id)!,
            feature: row.at.id,
            point: point.id,
            value,
            typed: value.toFixed(3),
            unit: feature.unit,
          };
          const taken = add("reading-taken", reading);
          if (next() < 0.1) add("reading-taken", { ...reading, supersedes: [taken.id] });
          else if (next() < 0.02) add("entry-struck", { strikes: [taken.id] });
        }
      }
    }
  }
}

/** The same entries as other objects, as though they had just come over the wire: nothing is remembered of them. */
export const fresh = (entries: readonly Envelope[]): Envelope[] => JSON.parse(JSON.stringify(entries)) as Envelope[];
