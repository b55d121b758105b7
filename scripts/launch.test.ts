import { execFile, spawn, type ChildProcess } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import path from "node:path";

const state = mkdtempSync(path.join(tmpdir(), "ember-launch-"));
const started: ChildProcess[] = [];
afterAll(() => {
  started.forEach((child) => child.kill("SIGKILL"));
  rmSync(state, { recursive: true });
});

/** A launcher in a few lines: the same module the real ones use, in a process of its own. */
const script = (body: string) => [
  "--input-type=module",
  "-e",
  `import { Processes } from "./scripts/lib/processes.mjs"; import { freePort } from "./scripts/lib/ports.mjs"; const processes = new Processes(${JSON.stringify(state)}); ${body}`,
];

const runToEnd = (body: string) =>
  new Promise<{ out: string; err: string }>((resolve) =>
    execFile(process.execPath, script(body), (_, out, err) => resolve({ out: out.trim(), err })),
  );

/** Starts a launcher that starts one long sleep, and waits until it has written it down. */
function launch(): Promise<{ launcher: ChildProcess; sleeper: number }> {
  const launcher = spawn(
    process.execPath,
    script(
      'await processes.takeOver("It"); processes.announce("http://here"); console.log(processes.start("a sleep", "sleep", ["600"]).pid); setInterval(() => {}, 1000);',
    ),
    { stdio: ["ignore", "pipe", "inherit"] },
  );
  started.push(launcher);
  return new Promise((resolve) =>
    launcher.stdout!.once("data", (data: Buffer) => resolve({ launcher, sleeper: Number(data.toString()) })),
  );
}

const isAlive = (pid: number) => {
  try {
    return !readFileSync(`/proc/${pid}/stat`, "utf8").includes(") Z ");
  } catch {
    return false;
  }
};
const ended = (child: ChildProcess) => new Promise((resolve) => child.once("exit", resolve));

test("a second launcher is refused while the first one lives, and clears up after it when it was killed", async () => {
  const { launcher, sleeper } = await launch();
  const refused = await runToEnd('await processes.takeOver("It").catch((error) => console.log(error.message));');
  expect(refused.out).toContain("It is already running at http://here");
  expect(isAlive(sleeper)).toBe(true);

  const gone = ended(launcher);
  launcher.kill("SIGKILL");
  await gone;
  expect(isAlive(sleeper)).toBe(true);
  expect((await runToEnd('await processes.takeOver("It"); await processes.stopAll();')).out).toContain(
    "clearing a sleep",
  );
  expect(isAlive(sleeper)).toBe(false);
}, 60_000);

test("of many launchers started at the same moment one lives", async () => {
  const go = Date.now() + 1500;
  const all = await Promise.all(
    Array.from({ length: 6 }, () =>
      runToEnd(
        `await new Promise((go) => setTimeout(go, ${go} - Date.now())); await processes.takeOver("It").then(() => console.log("lives"), () => console.log("refused")); await new Promise((end) => setTimeout(end, 3000));`,
      ),
    ),
  );
  expect(all.map(({ out }) => out).sort()).toEqual(["lives", ...Array<string>(5).fill("refused")]);
}, 60_000);

test("a process that only has the number of one of ours is left alone", async () => {
  const innocent = spawn("sleep", ["600"]);
  started.push(innocent);
  const began = "1";
  writeFileSync(
    path.join(state, "run.json"),
    JSON.stringify({
      launcher: { pid: innocent.pid, began },
      entries: [{ name: "a stranger", pid: innocent.pid, began }],
    }),
  );
  expect((await runToEnd('await processes.takeOver("It"); await processes.stopAll();')).out).toBe("");
  expect(isAlive(innocent.pid!)).toBe(true);
}, 60_000);

test("stopping stops what was started and nothing else", async () => {
  const bystander = spawn("sleep", ["600"]);
  started.push(bystander);
  const { out } = await runToEnd(
    'const child = processes.start("a sleep", "sleep", ["600"]); await processes.stopAll(); console.log(child.pid);',
  );
  expect([isAlive(Number(out)), isAlive(bystander.pid!)]).toEqual([false, true]);
}, 60_000);

test("a port that is taken is not taken from its holder: another one is found", async () => {
  const holder = createServer();
  const port = await new Promise<number>((resolve) =>
    holder.listen(0, "127.0.0.1", () => resolve((holder.address() as { port: number }).port)),
  );
  const other = Number((await runToEnd(`console.log(await freePort(${port}));`)).out);
  holder.close();
  expect(other).toBeGreaterThan(0);
  expect(other).not.toBe(port);
}, 60_000);
