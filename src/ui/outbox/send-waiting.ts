import type { Envelope } from "@/core/entry/schema";
import { answersFor, type Send } from "./answers";
import type { Outbox } from "./outbox";

/**
 * Sends what earlier visits left in the outbox, of all jobs of one person, with the ids they always had.
 *
 * @returns  what still waits, because the server cannot be reached or does not know who asks
 */
export async function sendWaiting(outbox: Outbox, author: string, send: Send): Promise<readonly Envelope[]> {
  let { waiting } = await outbox.load(author);
  while (waiting.length > 0) {
    const batch = waiting.slice(0, 100);
    const answers = answersFor(batch, await send(batch));
    if ("later" in answers) return waiting;
    for (const entry of batch) {
      const answer = answers.find((each) => each.id === entry.id);
      if (answer?.outcome === "refused") await outbox.refuse({ entry, problems: answer.problems ?? [] });
      else if (answer) await outbox.forget([entry.id]);
    }
    const left = (await outbox.load(author)).waiting;
    // An answer that says nothing of what was sent would be asked for again for ever.
    if (left.length >= waiting.length) return left;
    waiting = left;
  }
  return [];
}
