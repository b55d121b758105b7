import { Worker } from "node:worker_threads";

/**
 * Threads that do what may take long, one thing at a time each. One that comes to no end is ended, with what it was at; the
 * next begins anew. A thread is started when something waits for it, and stays.
 */
export class Threads {
  #file;
  #limits;
  #idle = [];
  #busy = new Map();
  #starting = 0;
  #waiting = [];
  #count = 0;

  /**
   * @param file    what a thread runs
   * @param limits  most threads, most that may wait, milliseconds and MB that one thing may take
   */
  constructor(file, { threads = 2, waiting = 40, milliseconds = 30_000, megabytes = 768 } = {}) {
    this.#file = file;
    this.#limits = { threads, waiting, milliseconds, megabytes };
  }

  /** Does something in a thread. Never rejects: what became of it is told. */
  ask(task, asked) {
    if (this.#waiting.length >= this.#limits.waiting) return Promise.resolve({ is: "busy" });
    return new Promise((tell) => {
      this.#waiting.push({ id: (this.#count += 1), task, asked, tell });
      this.#go();
    });
  }

  #go() {
    while (this.#waiting.length > 0 && this.#idle.length > 0) this.#begin(this.#idle.pop(), this.#waiting.shift());
    const all = this.#idle.length + this.#busy.size + this.#starting;
    if (this.#waiting.length > this.#starting && all < this.#limits.threads) this.#start();
  }

  #begin(worker, { id, task, asked, tell }) {
    const { milliseconds } = this.#limits;
    const clock = setTimeout(() => this.#end(worker, { is: "too-long", seconds: milliseconds / 1000 }), milliseconds);
    this.#busy.set(worker, { id, tell, clock });
    worker.ref();
    worker.postMessage({ id, task, asked });
  }

  /** Whoever waits is told, and the thread does nothing more. */
  #end(worker, came) {
    const at = this.#busy.get(worker);
    if (at) {
      clearTimeout(at.clock);
      this.#busy.delete(worker);
      at.tell(came);
    }
    this.#idle = this.#idle.filter((each) => each !== worker);
    void worker.terminate();
    this.#go();
  }

  #start() {
    this.#starting += 1;
    let isReady = false;
    const worker = new Worker(this.#file, { resourceLimits: { maxOldGenerationSizeMb: this.#limits.megabytes } });
    worker.unref();
    const started = () => {
      if (!isReady) this.#starting -= 1;
      isReady = true;
    };
    worker.on("message", ({ id, came }) => {
      started();
      const at = this.#busy.get(worker);
      if (id !== undefined && at?.id !== id) return;
      if (at) {
        clearTimeout(at.clock);
        this.#busy.delete(worker);
        at.tell(came);
      }
      worker.unref();
      this.#idle.push(worker);
      this.#go();
    });
    let fault = null;
    worker.on("error", (error) => (fault = error));
    worker.on("exit", () => {
      const hadStarted = isReady;
      started();
      const isMemory = fault?.code === "ERR_WORKER_OUT_OF_MEMORY";
      if (this.#busy.has(worker) || this.#idle.includes(worker))
        this.#end(worker, isMemory ? { is: "too-much" } : { is: "threw", trouble: "other", message: String(fault?.message ?? "the thread ended") }); // prettier-ignore
      // One that never came up: nobody waits for it for ever.
      else if (!hadStarted) this.#waiting.shift()?.tell({ is: "threw", trouble: "other", message: String(fault?.message ?? "no thread") }); // prettier-ignore
    });
  }
}
