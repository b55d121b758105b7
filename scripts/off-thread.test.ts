import { execFileSync } from "node:child_process";

/** A thread that adds, never ends, eats memory, throws or dies, as it is asked. */
const worker = `
  import { parentPort } from "node:worker_threads";
  parentPort.on("message", ({ id, task, asked }) => {
    if (task === "spin") for (;;);
    if (task === "eat") { const all = []; for (;;) all.push({ of: new Array(1000).fill(all.length) }); }
    if (task === "die") process.exit(1);
    if (task === "throw") return parentPort.postMessage({ id, came: { is: "threw", trouble: "away", message: "gone" } });
    parentPort.postMessage({ id, came: { is: "done", value: asked + 1 } });
  });
  parentPort.postMessage({ isReady: true });`;

/** What a script that has such threads tells: modules of the launchers run in a process of their own. */
function told(limits: object, work: string, runs = worker): unknown {
  const script = `
    import { Threads } from "./scripts/lib/off-thread.mjs";
    const threads = new Threads(new URL("data:text/javascript," + encodeURIComponent(${JSON.stringify(runs)})), ${JSON.stringify({ threads: 2, waiting: 3, milliseconds: 1500, megabytes: 32, ...limits })});
    const ask = (task, of = 0) => threads.ask(task, of);
    const add = (of) => ask("add", of);
    setInterval(() => {}, 1000);
    console.log(JSON.stringify(await (async () => { ${work} })()));
    process.exit(0);`;
  const output = execFileSync(process.execPath, ["--input-type=module", "-e", script], { encoding: "utf8", stdio: ["ignore", "pipe", "ignore"], timeout: 60_000 }); // prettier-ignore
  return JSON.parse(output);
}

test("what comes to no end, eats memory or dies is told to whoever waits for it, and to nobody else; the next goes on", () => {
  const work = `
    const first = await add(1);
    const together = await Promise.all([ask("spin"), add(2), ask("eat")]);
    return [first, ...together, await ask("throw"), await ask("die"), ...(await Promise.all([add(3), add(4)]))];`;
  const done = (value: number) => ({ is: "done", value });
  expect(told({}, work)).toEqual([
    done(2),
    { is: "too-long", seconds: 1.5 },
    done(3),
    { is: "too-much" },
    { is: "threw", trouble: "away", message: "gone" },
    expect.objectContaining({ is: "threw", trouble: "other" }),
    done(4),
    done(5),
  ]);
});

test("no more waits than may, and one that never comes up keeps nobody waiting", () => {
  const five = "return (await Promise.all([0, 1, 2, 3, 4].map(add))).map(({ is }) => is);";
  expect(told({ threads: 1 }, five)).toEqual(["done", "done", "done", "busy", "busy"]);
  expect(told({}, "return add(1);", "throw new Error('no such thing')")).toMatchObject({ is: "threw" });
});
