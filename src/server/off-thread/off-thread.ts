import { randomBytes } from "node:crypto";
import { problem, type Problem } from "@/core/problem/problem";
import type { Answered, Asked, Task } from "./tasks";

/** What comes back from a thread beside the one that answers. */
export type Came =
  | { readonly is: "done"; readonly value: unknown }
  /** The store refused it, or it threw: as it would have here. */
  | { readonly is: "threw"; readonly message: string; readonly trouble: "away" | "full" | "other" }
  | { readonly is: "too-long"; readonly seconds: number }
  | { readonly is: "too-much" }
  | { readonly is: "busy" };

interface Threads {
  readonly ask: (task: string, asked: unknown) => Promise<Came>;
}

/** The web process has one; where there is none, as in a test or a shell, the work is done in place. */
const threads = (): Threads | undefined => (globalThis as { emberThreads?: Threads }).emberThreads;

/** Work that a thread did not do, and what whoever waits for it is told. */
export class NotDone extends Error {
  /** What a page that fails with it is told: the kind of trouble, and by what the log knows this one. */
  readonly digest: string;

  constructor(
    readonly status: number,
    readonly problem: Problem,
    message: string,
  ) {
    super(message);
    this.name = "NotDone";
    const trouble = { "database-unreachable": "away", "disk-full": "full" }[problem.code as string] ?? "other";
    this.digest = `${trouble}.${randomBytes(4).toString("hex")}`;
  }
}

function notDone(task: Task, came: Exclude<Came, { is: "done" }>): NotDone {
  switch (came.is) {
    case "too-long":
      return new NotDone(503, problem("judging-too-long", [], { seconds: came.seconds }), `${task} took longer than ${came.seconds} s`); // prettier-ignore
    case "too-much":
      return new NotDone(503, problem("judging-too-much"), `${task} took more memory than it may`);
    case "busy":
      return new NotDone(503, problem("judging-busy"), `too much waits before ${task}`);
    case "threw":
      if (came.trouble === "away") return new NotDone(503, problem("database-unreachable"), came.message);
      if (came.trouble === "full") return new NotDone(507, problem("disk-full"), came.message);
      return new NotDone(500, problem("server-error", [], { request: null }), came.message);
  }
}

/**
 * Does work that may take long in a thread of its own, with limits of time and memory: whatever becomes of it, the thread that
 * answers requests goes on.
 *
 * @throws  NotDone where it came to no end, or too much waits already
 */
export async function offThread<T extends Task>(task: T, asked: Asked<T>): Promise<Answered<T>> {
  const pool = threads();
  if (!pool) {
    const { tasks } = await import("./tasks");
    return (await tasks[task](asked as never)) as Answered<T>;
  }
  const came = await pool.ask(task, asked);
  if (came.is === "done") return came.value as Answered<T>;
  throw notDone(task, came);
}
