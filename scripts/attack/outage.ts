/** The database killed, the database frozen, the disk full: the program answers meanwhile, comes back by itself, and has lost nothing. */
import { execFileSync } from "node:child_process";
import { rmSync, writeFileSync } from "node:fs";
import { statfs } from "node:fs/promises";
import path from "node:path";
import { setTimeout as delay } from "node:timers/promises";
import { House, until, type Findings } from "./house";
import { Writers } from "./stream";

const wholeSeconds = (ms: number) => (ms / 1000).toFixed(1);

/** Health while something is away: how long its answer took, and what it was. */
async function health(house: House): Promise<{ status: number; ms: number }> {
  const began = performance.now();
  const answer = await fetch(`${house.address}/api/health`);
  await answer.text();
  return { status: answer.status, ms: performance.now() - began };
}

/** Waits until as many more entries were acknowledged. */
const goesOn = (writers: Writers, more = 5) => {
  const before = writers.acknowledged.length;
  return until(async () => writers.acknowledged.length >= before + more);
};

export async function outage(house: House, seconds: number): Promise<Findings> {
  const [said, wrong]: [string[], string[]] = [[], []];
  const writers = await Writers.begin(house);
  await goesOn(writers);
  const pages = async () => (await house.ask("lead", "/")).status;

  const frozen = house.database.child.pid!;
  process.kill(frozen, "SIGSTOP");
  await delay(500);
  const whileFrozen = await health(house);
  await delay(seconds * 1000);
  process.kill(frozen, "SIGCONT");
  const thawed = (await goesOn(writers)) && (await pages()) === 200;
  said.push(
    `database frozen for ${seconds} s: health answered ${whileFrozen.status} after ${wholeSeconds(whileFrozen.ms)} s; ${thawed ? "back" : "not back"} without a restart`,
  );
  if (whileFrozen.status !== 503 || !thawed) wrong.push("a frozen database was not survived");

  await house.kill(house.database.child);
  const whileAway = await health(house);
  await delay(seconds * 1000);
  await house.startDatabase();
  const back = (await goesOn(writers)) && (await pages()) === 200;
  said.push(
    `database away for ${seconds} s: health answered ${whileAway.status} after ${wholeSeconds(whileAway.ms)} s; ${back ? "back" : "not back"} without a restart`,
  );
  if (whileAway.status !== 503 || !back) wrong.push("a database that was away was not survived");

  const { lost, doubled, gaps } = await writers.end();
  said.push(
    `${writers.acknowledged.length} entries acknowledged: ${lost} lost, ${doubled} doubled, ${gaps} gaps; answers ${[...writers.statuses].map(([status, count]) => `${count} × ${status}`).join(", ")}`,
  );
  if (lost + doubled + gaps > 0) wrong.push("entries were lost, doubled or misnumbered");
  if (writers.statuses.has(500)) wrong.push("a database that does not answer was answered with 500");
  return { said, wrong };
}

/** Whether this machine lets us make a small disk. */
function canMount(): boolean {
  if (process.getuid?.() !== 0) return false;
  try {
    execFileSync("unshare", ["-m", "true"], { stdio: "ignore" });
    return true;
  } catch {
    return false;
  }
}

const MiB = 1024 * 1024;

export async function fullDisk(): Promise<Findings> {
  if (!canMount()) return { said: ["disk full: not tried, a small disk cannot be made here without root"], wrong: [] };
  const [said, wrong]: [string[], string[]] = [[], []];
  const house = await House.open("disk", 900);
  try {
    const writers = await Writers.begin(house, 2);
    await goesOn(writers);
    const filler = path.join(house.data, "filler");
    const fill = async (left: number) => {
      const { bavail, bsize } = await statfs(house.data);
      writeFileSync(filler, Buffer.alloc(Math.max(0, bavail * bsize - left)), { flag: "a" });
    };
    const job = ((await (await house.ask("lead", "/api/jobs")).json()) as { jobs: { id: string }[] }).jobs[0]!.id;
    const begin = async () => {
      const answer = await house.ask("inspector", `/api/jobs/${job}/uploads`, {
        method: "POST",
        headers: { "Content-Type": "application/json" },
        body: JSON.stringify({ id: crypto.randomUUID(), bytes: 1000 }),
      });
      return answer.status;
    };
    // Photos stop first: readings are still taken, and the page says how it stands.
    await fill(100 * MiB);
    const photos = await until(async () => (await begin()) === 507, 10);
    const readings = await goesOn(writers);
    const isSaid = (await (await house.ask("lead", "/")).text()).includes("nearly full");
    said.push(
      `100 MB free: photos ${photos ? "refused" : "taken"}, readings ${readings ? "taken" : "refused"}, the page ${isSaid ? "says so" : "does not say so"}`,
    );
    if (!photos || !readings || !isSaid) wrong.push("photos did not stop before readings");

    await fill(0);
    const refused = await until(async () => (writers.statuses.get(507) ?? 0) > 0, 20);
    const meanwhile = await health(house);
    rmSync(filler);
    const back = await goesOn(writers);
    const { lost, doubled, gaps } = await writers.end();
    said.push(
      `disk full: entries ${refused ? "refused with 507" : "not refused"}, health ${meanwhile.status}; with room again ${back ? "back" : "not back"} without a restart; ${writers.acknowledged.length} acknowledged, ${lost} lost, ${doubled} doubled, ${gaps} gaps`,
    );
    if (!refused || !back || lost + doubled + gaps > 0) wrong.push("a full disk was not survived");
  } finally {
    await house.close();
  }
  return { said, wrong };
}
