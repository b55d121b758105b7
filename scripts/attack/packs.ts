/** Files that are small and unfold to much, wrong in ways that are dear to tell, or long; and others who work meanwhile. */
import { connect } from "node:net";
import { setTimeout as delay } from "node:timers/promises";
import { ZipFile } from "yazl";
import { fingerprint } from "@/core/canonical";
import { demoJob } from "@/core/fixtures/load";
import { packAtEdge } from "@/core/fixtures/pack-at-edge";
import { packBounds, type PackBound } from "@/core/pack/unfolded-size";
import { send } from "./files";
import { newId, type Findings, type House } from "./house";

const json = { "Content-Type": "application/json" };
const ms = (value: number) => `${(value / 1000).toFixed(2)} s`;

/** What somebody else waited for a page of jobs, again and again, while something was under way. */
async function longestWait<T>(
  house: House,
  work: () => Promise<T>,
): Promise<{ readonly done: T; readonly waited: number; readonly p95: number }> {
  // prettier-ignore
  const waits: number[] = [];
  let isOver = false;
  const watch = (async () => {
    while (!isOver) {
      const began = performance.now();
      const answer = await house.ask("inspector", "/api/cards?from=0&most=5").catch(() => null);
      waits.push(answer?.ok ? performance.now() - began : Infinity);
    }
  })();
  const done = await work().finally(() => (isOver = true));
  await watch;
  const sorted = waits.sort((x, y) => x - y);
  return { done, waited: sorted.at(-1) ?? 0, p95: sorted[Math.floor(0.95 * sorted.length)] ?? 0 };
}

/** An archive of a demo's job that goes by another pack. */
async function archiveWith(pack: unknown): Promise<Buffer> {
  const sha256 = fingerprint(pack);
  const stream = newId();
  const record = demoJob("drainage-pump-3")
    .map((entry) => {
      const moved = { ...entry, id: newId(), stream };
      return entry.type === "job-opened" ? { ...moved, payload: { ...entry.payload, pack: { id: "fixture-edge", revision: 1, sha256 } } } : moved; // prettier-ignore
    })
    .filter(({ type }) => type === "job-opened")
    .map((entry) => `${JSON.stringify(entry)}\n`)
    .join("");
  const zip = new ZipFile();
  zip.addBuffer(Buffer.from(record), "record.ndjson");
  zip.addBuffer(Buffer.from(JSON.stringify(pack)), `packs/${sha256}.json`);
  zip.end();
  const parts: Buffer[] = [];
  for await (const part of zip.outputStream as AsyncIterable<Buffer>) parts.push(part);
  return Buffer.concat(parts);
}

/** What a server answers to bytes that no client would send. */
const raw = (house: House, bytes: string): Promise<string> =>
  new Promise((resolve) => {
    const { hostname, port } = new URL(house.address);
    const socket = connect(Number(port), hostname, () => socket.write(bytes));
    let said = "";
    socket.on("data", (data) => (said += data.toString("latin1")));
    socket.on("close", () => resolve(said.split("\r\n")[0] ?? ""));
    setTimeout(() => socket.destroy(), 3000);
  });

/** @param links  of the chain of numbers in the catalogue */
export async function packs(house: House, links: number): Promise<Findings> {
  const [said, wrong]: [string[], string[]] = [[], []];
  const check = (holds: boolean, words: string) => void (holds || wrong.push(words));

  const { p95: idle } = await longestWait(house, () => delay(3000));

  // A pack past each bound, in an archive; and one at it, which is let in and judged for the list.
  for (const what of Object.keys(packBounds) as PackBound[]) {
    const bomb = await archiveWith(packAtEdge(what, what === "consequences" || what === "walks" ? 1.5 : 20));
    const { done, waited } = await longestWait(house, () => send(house, bomb));
    said.push(`${what} past what may be, ${(bomb.length / 1e6).toFixed(3)} MB: ${done.codes.join(", ")} after ${ms(done.ms)}; others waited ${ms(waited)} at most`); // prettier-ignore
    check(done.codes.some((code) => code === "pack-unfolds-too-far" || code === "schema"), `${what}: ${done.codes.join(", ") || "taken"}`); // prettier-ignore
  }
  const { done, waited } = await longestWait(house, async () => send(house, await archiveWith(packAtEdge("rows", 1))));
  said.push(`as many rows as may be: ${done.codes.join(", ") || "taken"} after ${ms(done.ms)}; others waited ${ms(waited)} at most`); // prettier-ignore
  check(done.codes.length === 0, `a pack at its bound is refused: ${done.codes.join(", ")}`);
  const look = async () => {
    for (let turn = 0; turn < 10; turn += 1) await house.ask("lead", "/api/packs?look=only", { method: "POST", body: JSON.stringify(packAtEdge("rows", 1)) }); // prettier-ignore
  };
  const { p95 } = await longestWait(house, look);
  said.push(`while somebody looks at a pack at its bound, again and again, others wait ${(p95 / idle).toFixed(1)}× as long (p95 ${p95.toFixed(0)} ms, idle ${idle.toFixed(0)} ms; wanted at most 2×)`); // prettier-ignore

  // Wrong packs that are dear to tell what is wrong with.
  const base = packAtEdge("rows", 0.01) as { classes: { features: { governing: { expr: unknown } }[] }[] };
  const nested = structuredClone(base);
  for (let level = 0; level < 20; level += 1) {
    const { governing } = nested.classes[0]!.features[0]!;
    governing.expr = { end: "e", each: governing.expr };
  }
  const many = (count: number) => JSON.stringify({ ...base, ...Object.fromEntries(Array.from({ length: count }, (_, at) => [`oops-${at}`, at])) }); // prettier-ignore
  const cases: readonly (readonly [string, string])[] = [
    ["12,000 unknown properties", many(12_000)],
    ["5 MB of unknown properties", many(240_000)],
    ["a name of 300,000 letters", JSON.stringify({ ...base, ["x".repeat(300_000)]: 1 })],
    ["4,000 brackets", "[".repeat(4000)],
    ["an expression in itself, twenty times", JSON.stringify(nested)],
  ];
  for (const [name, text] of cases) {
    const look = () => house.ask("lead", "/api/packs?look=only", { method: "POST", body: text });
    const began = performance.now();
    const { done: answer, waited: others } = await longestWait(house, look);
    said.push(`${name}: ${answer.status} after ${ms(performance.now() - began)}; others waited ${ms(others)} at most`);
    check(answer.status === 422, `${name}: ${answer.status}`);
  }

  // A long catalogue in one chain.
  const chain = ["number,name,superseded-by", ...Array.from({ length: links }, (_, at) => `AT-${at},link,AT-${at + 1}`)].join("\n"); // prettier-ignore
  const { done: kept, waited: others } = await longestWait(house, () => house.ask("lead", "/api/catalogue", { method: "POST", body: chain })); // prettier-ignore
  said.push(
    `a catalogue of ${links} that took each other's place: ${kept.status}; others waited ${ms(others)} at most`,
  );
  check(kept.status === 200, `a long chain: ${kept.status}`);
  const { newest } = (await (await house.ask("lead", "/api/catalogue/AT-0")).json()) as { newest: { number: string } | null }; // prettier-ignore
  check(newest?.number === `AT-${links - 1}`, `the newest of a long chain: ${newest?.number}`);

  // More documents at once than are made.
  const { jobs } = (await (await house.ask("lead", "/api/jobs")).json()) as { jobs: { id: string; name: string }[] };
  const [job] = jobs.filter(({ name }) => name.includes("Drainage"));
  const pump = job!.id;
  const asked = await longestWait(house, () => Promise.all(Array.from({ length: 60 }, () => house.ask("viewer", `/api/jobs/${pump}/labels`).then(({ status }) => status)))); // prettier-ignore
  const count = (status: number) => asked.done.filter((each) => each === status).length;
  said.push(`60 documents at once: ${count(200)} made, ${count(503)} told to come again; others waited ${ms(asked.waited)} at most`); // prettier-ignore
  check(count(200) + count(503) === 60 && count(200) > 0, `documents: ${[...new Set(asked.done)].join(", ")}`);

  // What no client sends, and an entry that is wrong beside one that is not.
  const star = await raw(house, `GET * HTTP/1.1\r\nHost: ${new URL(house.address).host}\r\nConnection: close\r\n\r\n`);
  check(star.includes(" 400 "), `GET *: ${star}`);
  const entry = (at: string) => ({ id: newId(), stream: pump, type: "part-noted", v: 1, author: "x", at, payload: { part: newId(), item: "lies", feature: null, value: "bay 3" } }); // prettier-ignore
  const answers = await house.ask("lead", "/api/entries", { method: "POST", headers: json, body: JSON.stringify({ entries: [entry(`2026-01-01T00:00:00.${"1".repeat(60)}Z`), entry(new Date().toISOString())] }) }); // prettier-ignore
  const outcomes = ((await answers.json()) as { answers?: { outcome: string }[] }).answers?.map(
    ({ outcome }) => outcome,
  );
  check(outcomes?.join() === "refused,kept", `sixty digits in a time: ${answers.status} ${outcomes?.join()}`);
  said.push(`GET *: ${star}; sixty digits in a time beside a good entry: ${outcomes?.join(", ")}`);
  return { said, wrong };
}
