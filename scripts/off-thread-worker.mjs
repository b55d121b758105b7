// Beside the web process, in a thread of its own: what is judged for a request, so that no other request waits for it.
import { parentPort } from "node:worker_threads";
import { register } from "tsx/esm/api";

register();
const { log } = await import("../src/server/log.ts");
const { tasks } = await import("../src/server/off-thread/tasks.ts");
parentPort.on("message", async ({ id, task, asked }) => {
  try {
    const value = await tasks[task](asked);
    parentPort.postMessage({ id, came: { is: "done", value } });
  } catch (error) {
    log.error({ err: error, task }, "work in a thread failed");
    const { trouble = "other", message } = error;
    parentPort.postMessage({ id, came: { is: "threw", trouble, message: String(message).slice(0, 500) } });
  }
});
parentPort.postMessage({ isReady: true });
