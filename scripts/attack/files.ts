/** Archives that are small and mean harm, people who listen and do not read, and the longest chain that is allowed. */
import { randomBytes } from "node:crypto";
import { connect } from "node:net";
import { setTimeout as delay } from "node:timers/promises";
import sharp from "sharp";
import { ZipFile } from "yazl";
import { makeEntry } from "@/core/entry/make-entry";
import { demoJob } from "@/core/fixtures/load";
import { chunkBytes, chunkCount, photoLimits } from "@/core/photo/photo-limits";
import { stations } from "@/core/stations";
import { longestChain } from "@/store/append";
import { clock, type Findings, type House, newId, until } from "./house";

const json = { "Content-Type": "application/json" };

async function bytesOf(zip: ZipFile): Promise<Buffer> {
  zip.end();
  const parts: Buffer[] = [];
  for await (const part of zip.outputStream as AsyncIterable<Buffer>) parts.push(part);
  return Buffer.concat(parts);
}

async function ask(
  house: House,
  to: string,
  method: string,
  body: string | Uint8Array<ArrayBuffer> | null,
  headers = json,
) {
  const answer = await house.ask("lead", to, { method, headers, body });
  return (await answer.json()) as { stage?: string; photo?: string; problems?: { code: string }[] };
}

/** Sends the pieces of a file as the page does; by what it is known there. */
async function sendPieces(house: House, base: string, data: Buffer): Promise<string> {
  const id = newId();
  await ask(house, base, "POST", JSON.stringify({ id, bytes: data.length }));
  for (let n = 0; n < chunkCount(data.length); n += 1) {
    const from = n * photoLimits.chunk;
    const piece = new Uint8Array(data.subarray(from, from + chunkBytes(data.length, n)));
    await ask(house, `${base}/${id}/${n}`, "PUT", piece, { "Content-Type": "application/octet-stream" });
  }
  return id;
}

/** Sends an archive as the page does; how it ended, and how long the server worked on it. */
export async function send(house: House, data: Buffer): Promise<{ codes: string[]; ms: number }> {
  const id = await sendPieces(house, "/api/imports", data);
  const began = performance.now();
  await ask(house, `/api/imports/${id}`, "POST", JSON.stringify({ agreed: null }));
  let ended = await ask(house, `/api/imports/${id}`, "GET", null);
  await until(async () => {
    ended = await ask(house, `/api/imports/${id}`, "GET", null);
    return ended.stage !== "working";
  }, 600);
  return { codes: (ended.problems ?? []).map(({ code }) => code), ms: performance.now() - began };
}

export async function archives(house: House): Promise<Findings> {
  const [said, wrong]: [string[], string[]] = [[], []];
  const record = demoJob("drainage-pump-3")
    .map((entry) => `${JSON.stringify(entry)}\n`)
    .join("");
  const zip = () => {
    const made = new ZipFile();
    made.addBuffer(Buffer.from(record), "record.ndjson");
    return made;
  };
  const blanks = new ZipFile();
  blanks.addBuffer(Buffer.concat([Buffer.from(record), Buffer.alloc(40_000_000, 10)]), "record.ndjson");
  const flat = await sharp({ create: { width: 2000, height: 2000, channels: 3, background: "#fff" } }).png({ compressionLevel: 0 }).toBuffer(); // prettier-ignore
  const photos = zip();
  for (let at = 0; at < 25; at += 1) photos.addBuffer(flat, `photos/${at.toString(16).padStart(64, "0")}.jpg`);
  const many = zip();
  for (let at = 0; at < 6000; at += 1) many.addBuffer(Buffer.alloc(0), `photos/${at}`);
  const twice = zip();
  twice.addBuffer(Buffer.from(record), "record.ndjson");
  const cases: [string, Buffer, string][] = [
    ["40 million blank lines", await bytesOf(blanks), "unpacks-too-large"],
    ["300 MB of photos", await bytesOf(photos), "unpacks-too-large"],
    ["6,000 members", await bytesOf(many), "too-many-members"],
    ["a name twice", await bytesOf(twice), "member-twice"],
    ["2 MB of noise", randomBytes(2_000_000), "not-a-zip"],
  ];
  for (const [name, data, code] of cases) {
    const { codes, ms } = await send(house, data);
    said.push(
      `${name}, ${(data.length / 1e6).toFixed(2)} MB: ${codes.join(", ") || "taken"} after ${(ms / 1000).toFixed(2)} s (wanted within 2 s)`,
    );
    if (codes[0] !== code) wrong.push(`${name}: ${codes.join(", ") || "taken"}`);
  }
  return { said, wrong };
}

/** Large photos that are all finished at one moment: one is unpacked at a time, and the others wait holding nothing. */
export async function uploads(house: House, count: number): Promise<Findings> {
  const { jobs } = (await (await house.ask("lead", "/api/jobs")).json()) as { jobs: { id: string; name: string }[] };
  const base = `/api/jobs/${jobs[0]!.id}/uploads`;
  const ids: string[] = [];
  for (let at = 0; at < count; at += 1) {
    // Twelve million points each, and no two alike.
    const background = { r: 7 * at, g: 90, b: 200 - 5 * at };
    const data = await sharp({ create: { width: 4000, height: 3000, channels: 3, background } })
      .jpeg()
      .toBuffer();
    ids.push(await sendPieces(house, base, data));
  }
  const before = house.memory();
  let peak = before;
  const watch = setInterval(() => (peak = Math.max(peak, house.memory())), 20);
  const ended = await Promise.all(ids.map((id) => ask(house, `${base}/${id}`, "POST", "{}")));
  clearInterval(watch);
  const taken = ended.filter(({ photo }) => photo).length;
  return {
    said: [
      `${count} photos of 12 million points finished at one moment: ${taken} taken; memory ${before.toFixed(0)} MB before, ${peak.toFixed(0)} MB at most`,
    ],
    wrong: [
      ...(taken < count
        ? [`${count - taken} photos were not taken: ${JSON.stringify(ended.find(({ photo }) => !photo))}`]
        : []),
      // All unpacked at once would be 36 MB each, several times over.
      ...(peak - before > Math.max(300, 12 * count) ? ["photos that wait are held"] : []),
    ],
  };
}

const [listeners, deaf] = [50, 10];

/** Opens a line and reads it, or does not. */
function listen(house: House, cookie: string, job: string, isDeaf: boolean) {
  const { hostname, port } = new URL(house.address);
  const heard = { bytes: 0, isClosed: false };
  const socket = connect(Number(port), hostname, () =>
    socket.write(
      `GET /api/jobs/${job}/live?after=0 HTTP/1.1\r\nHost: ${hostname}:${port}\r\nCookie: ${cookie}\r\n\r\n`,
    ),
  );
  if (isDeaf) socket.pause();
  else socket.on("data", (data) => (heard.bytes += data.length));
  socket.on("close", () => (heard.isClosed = true)).on("error", () => {});
  return { socket, heard };
}

/** A job by its name, as soon as the worker beside the web process has made its card. */
async function named(house: House, name: string): Promise<string> {
  for (let tries = 0; tries < 240; tries += 1) {
    const { jobs } = (await (await house.ask("lead", "/api/jobs")).json()) as { jobs: { id: string; name: string }[] };
    const job = jobs.find((each) => each.name === name);
    if (job) return job.id;
    await delay(500);
  }
  throw new Error(`no job is called ${name}`);
}

export async function deafListeners(house: House, rounds: number): Promise<Findings> {
  const [said, wrong]: [string[], string[]] = [[], []];
  const cookie = await house.cookieOf("lead");
  const job = await named(house, "Drainage pump 3");
  const lines = Array.from({ length: listeners }, (_, at) => listen(house, cookie, job, at < deaf));
  await delay(1500);
  const before = house.memory();
  const words = "x".repeat(1900);
  let written = 0;
  for (let round = 0; round < rounds; round += 1) {
    const entries = Array.from({ length: 100 }, () =>
      makeEntry({ stream: job, author: "attack", ...clock }, "estimate-made", { kind: "estimate", amount: 1, words }),
    );
    const answer = await house.ask("lead", "/api/entries", {
      method: "POST",
      headers: json,
      body: JSON.stringify({ entries }),
    });
    if (!answer.ok) throw new Error(`entries: ${answer.status} ${await answer.text()}`);
    written += entries.length;
  }
  const told = written * words.length;
  const all = await until(
    async () => lines.slice(deaf).every(({ heard }) => heard.bytes >= told || heard.isClosed),
    120,
  );
  const after = house.memory();
  const hearing = lines.slice(deaf).filter(({ heard }) => heard.bytes >= told).length;
  said.push(
    `${listeners} listeners of whom ${deaf} never read, ${(told / 1e6).toFixed(0)} MB of news for each: ${hearing} heard all of it; memory ${before.toFixed(0)} MB before, ${after.toFixed(0)} MB after`,
  );
  if (!all || hearing < listeners - deaf) wrong.push("some who listened did not hear");
  // Unbounded it would hold all that the deaf ones were not told.
  const held = (deaf * told) / 2 ** 20;
  if (after - before > Math.max(200, held)) wrong.push("what is not read is held");
  for (const { socket } of lines) socket.destroy();
  return { said, wrong };
}

export async function longChain(house: House): Promise<Findings> {
  const [said, wrong]: [string[], string[]] = [[], []];
  const { jobs } = (await (await house.ask("lead", "/api/jobs")).json()) as { jobs: { id: string; name: string }[] };
  const job = jobs.find(({ name }) => name === "Ferry Marigold")!.id;
  const maker = { stream: job, author: "attack", ...clock };
  const first = makeEntry(maker, "estimate-made", { kind: "estimate", amount: 1, words: "the chain" });
  const chain = [first];
  for (let link = 0; link < longestChain; link += 1)
    chain.push(makeEntry(maker, "entry-struck", { strikes: [chain.at(-1)!.id] }) as never);
  let kept = 0;
  for (let at = 0; at < chain.length; at += 200) {
    const answer = await house.ask("lead", "/api/entries", {
      method: "POST",
      headers: json,
      body: JSON.stringify({ entries: chain.slice(at, at + 200) }),
    });
    const { answers } = (await answer.json()) as { answers: { outcome: string }[] };
    kept += answers.filter(({ outcome }) => outcome === "kept").length;
  }
  const over = makeEntry(maker, "entry-struck", { strikes: [chain.at(-1)!.id] });
  const refused = await house.ask("lead", "/api/entries", {
    method: "POST",
    headers: json,
    body: JSON.stringify({ entries: [over] }),
  });
  const isRefused = (await refused.text()).includes("chain-too-long");
  const pages = ["/", `/jobs/${job}/parts`, ...stations.map((station) => `/jobs/${job}/${station}`)];
  const statuses = await Promise.all(pages.map(async (page) => (await house.ask("lead", page)).status));
  const bad = pages.filter((_, at) => statuses[at] !== 200);
  said.push(
    `a chain of ${kept} links, one more ${isRefused ? "refused" : "taken"}: ${pages.length - bad.length} of ${pages.length} pages answer`,
  );
  if (kept !== chain.length || !isRefused || bad.length > 0) wrong.push(`the longest chain: ${bad.join(", ")}`);
  return { said, wrong };
}
