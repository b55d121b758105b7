// Beside the web process, in a thread of its own: what the list of jobs shows is worked out here, so that no request waits for it.
import { setTimeout as delay } from "node:timers/promises";
import { parentPort, workerData } from "node:worker_threads";
import { register } from "tsx/esm/api";

register();
const { CardMaker } = await import("../src/server/cards.ts");
const maker = new CardMaker(workerData.ended, (id) => parentPort.postMessage(id));
const [restMs, troubleMs] = [500, 5000];
for (;;) {
  const made = await maker.round().catch(() => null);
  if (made === null) await delay(troubleMs);
  else if (made === 0) await delay(restMs);
}
