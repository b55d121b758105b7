/** Entries that stream in while a house is attacked, as an outbox sends them: again, with the same ids, until they are answered. */
import { randomBytes } from "node:crypto";
import { setTimeout as delay } from "node:timers/promises";
import { makeEntry } from "@/core/entry/make-entry";
import type { Envelope } from "@/core/entry/schema";
import { select } from "@/store/connection";
import { beginStream } from "@/store/streams";
import { clock, newId, type House } from "./house";

export class Writers {
  readonly stream = newId();
  readonly acknowledged: string[] = [];
  readonly counts = { again: 0, lostAnswers: 0 };
  readonly statuses = new Map<number, number>();
  #isStreaming = true;
  #running: Promise<void>[] = [];

  private constructor(private readonly house: House) {}

  static async begin(house: House, count = 3): Promise<Writers> {
    const writers = new Writers(house);
    const pool = house.pool();
    await beginStream(pool, writers.stream, "job", new Date());
    await pool.end();
    const cookie = await house.cookieOf("lead");
    writers.#running = Array.from({ length: count }, () => writers.#write(cookie));
    return writers;
  }

  /** Every tenth time the answer is thrown away, as a dying network does. */
  async #write(cookie: string): Promise<void> {
    while (this.#isStreaming) {
      const part = newId();
      const entry: Envelope = makeEntry({ stream: this.stream, author: "attack", ...clock }, "part-removed", { part });
      for (let attempt = 0; ; attempt += 1) {
        if (attempt > 0) this.counts.again += 1;
        try {
          const answer = await fetch(`${this.house.address}/api/entries`, {
            method: "POST",
            headers: { "Content-Type": "application/json", cookie },
            body: JSON.stringify({ entries: [entry] }),
            signal: AbortSignal.timeout(20_000),
          });
          this.statuses.set(answer.status, (this.statuses.get(answer.status) ?? 0) + 1);
          if (answer.ok && attempt === 0 && randomBytes(1)[0]! < 26) {
            this.counts.lostAnswers += 1;
            continue;
          }
          const body = (await answer.json()) as { answers?: { outcome: string }[] };
          const outcome = answer.ok ? body.answers?.[0]?.outcome : undefined;
          if (outcome === "kept" || outcome === "kept-before") {
            this.acknowledged.push(entry.id);
            break;
          }
          if (outcome === "refused") throw new Error(`refused: ${JSON.stringify(body)}`);
        } catch (error) {
          if ((error as Error).message.startsWith("refused")) throw error;
        }
        await delay(20);
      }
    }
  }

  /** Ends the streaming, and counts what of it is kept. */
  async end(): Promise<{ lost: number; doubled: number; gaps: number; more: number }> {
    this.#isStreaming = false;
    await Promise.all(this.#running);
    const pool = this.house.pool();
    const rows = await select<{ id: string; seq: number }>(
      pool,
      "SELECT id, seq FROM entry WHERE stream_id = ? ORDER BY seq",
      [this.stream],
    );
    const [head] = await select<{ head_seq: number }>(pool, "SELECT head_seq FROM stream WHERE id = ?", [this.stream]);
    await pool.end();
    const stored = new Set(rows.map((row) => row.id));
    return {
      lost: this.acknowledged.filter((id) => !stored.has(id)).length,
      doubled: rows.length - stored.size,
      gaps:
        rows.filter((row, at) => Number(row.seq) !== at + 1).length + (Number(head?.head_seq) === rows.length ? 0 : 1),
      more: rows.length - this.acknowledged.length,
    };
  }
}
