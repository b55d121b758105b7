import { readFile } from "node:fs/promises";
import * as z from "@/core/z";
import { makeEntry, type Maker } from "@/core/entry/make-entry";
import { Gauge, SettingMaster } from "@/core/entry/schema";
import { appendEntries } from "@/store/append";
import { shopStream } from "@/store/shop-stream";
import { CommandError } from "./command-error";
import { newId, withDatabase } from "./with-database";

const Equipment = z.strictObject({
  gauges: z._default(z.array(Gauge), []),
  masters: z._default(z.array(SettingMaster), []),
});

/** Registers gauges and setting masters of the shop from a JSON file; a known id is registered anew, with its new calibration. */
export const addEquipment = (words: readonly string[]): Promise<void> =>
  withDatabase("add-equipment", words, async (database, [file, ...more]) => {
    if (!file || more.length > 0)
      throw new CommandError(
        'ember add-equipment FILE.json, with { "gauges": […], "masters": […] } as in docs/formats.md',
      );
    let json: unknown;
    try {
      json = JSON.parse(await readFile(file, "utf8"));
    } catch (error) {
      throw new CommandError(`${file}: ${(error as Error).message}`);
    }
    const parsed = Equipment.safeParse(json);
    if (!parsed.success)
      throw new CommandError(
        parsed.error.issues.map((issue) => `${file}: ${issue.path.join(".")}: ${issue.message}`).join("\n"),
      );
    const stream = await shopStream(database, newId, new Date());
    const maker: Maker = {
      stream,
      author: "shell",
      now: Date.now,
      random: () => crypto.getRandomValues(new Uint8Array(16)),
    };
    const { gauges, masters } = parsed.data;
    await appendEntries(
      database,
      stream,
      [
        ...gauges.map((gauge) => makeEntry(maker, "gauge-registered", { gauge })),
        ...masters.map((master) => makeEntry(maker, "master-registered", { master })),
      ],
      new Date(),
    );
    console.log(`${gauges.length} gauges and ${masters.length} masters registered`);
  });
