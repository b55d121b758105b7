/** The launcher itself: whatever it started and dies is started again, and it stops for good when it is told to. */
import { spawn } from "node:child_process";
import { existsSync, readFileSync, rmSync } from "node:fs";
import path from "node:path";
import { root, stateDir } from "../lib/paths.mjs";
import { until, type Findings } from "./house";

const name = "attack-launcher";
const state = stateDir(name);

interface Run {
  readonly address?: string;
  readonly entries: readonly { readonly name: string; readonly pid: number }[];
}
const run = () => JSON.parse(readFileSync(path.join(state, "run.json"), "utf8")) as Run;
const pidOf = (part: string) => run().entries.findLast((each) => each.name === part)!.pid;
const isAlive = (pid: number) =>
  existsSync(`/proc/${pid}`) && !readFileSync(`/proc/${pid}/stat`, "utf8").includes(") Z ");
const isWell = async () => (await fetch(`${run().address}/api/health`)).ok;

export async function launcher(): Promise<Findings> {
  rmSync(state, { recursive: true, force: true });
  const words = `import { launch } from "./scripts/lib/launch.mjs"; await launch(${JSON.stringify({ name, title: "It", prepare: ["--demo"], ports: { database: 0, web: 0 }, closing: "" })});`;
  const child = spawn(process.execPath, ["--input-type=module", "-e", words], { cwd: root, stdio: "ignore" });
  const ended = new Promise<number | null>((resolve) => child.once("exit", resolve));
  const wrong: string[] = [];
  const check = (holds: boolean, words: string) => void (holds || wrong.push(words));
  try {
    check(await until(isWell, 180), "it did not start");
    for (const part of ["the web process", "the database"]) {
      const pid = pidOf(part);
      process.kill(pid, "SIGKILL");
      check(await until(async () => !isAlive(pid)), `${part} was not killed`);
      check(await until(async () => (await isWell()) && pidOf(part) !== pid, 60), `${part} did not come back`);
    }
    const log = existsSync(path.join(state, "launcher.log"))
      ? readFileSync(path.join(state, "launcher.log"), "utf8")
      : "";
    check(/the web process stopped.*time 1\n[^]*the database stopped.*time 1/u.test(log), "nothing was written down");
    const pids = run().entries.map(({ pid }) => pid);
    child.kill("SIGTERM");
    check((await ended) === 0, "it did not end well");
    check(!pids.some(isAlive), "something was left running");
  } finally {
    child.kill("SIGTERM");
    await ended;
  }
  return { said: [`web process and database killed under the launcher: ${wrong.length === 0 ? "both started again and written down; stopped for good when told to" : wrong.join("; ")}`], wrong }; // prettier-ignore
}
