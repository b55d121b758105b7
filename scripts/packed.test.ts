import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { spawn, type ChildProcess } from "node:child_process";
import { get, type IncomingHttpHeaders } from "node:http";
import { tmpdir } from "node:os";
import path from "node:path";
import { brotliDecompressSync, gunzipSync } from "node:zlib";

const folder = mkdtempSync(path.join(tmpdir(), "ember-packed-"));
const text = "what a page is sent, ".repeat(400);
/** A server in a few lines: modules of the launchers run in a process of their own. */
const script = `
  import { createServer } from "node:http";
  import { packFiles, packedFiles } from "./scripts/lib/packed.mjs";
  await packFiles(${JSON.stringify(folder)});
  const sendPacked = packedFiles(${JSON.stringify(folder)}, "/at/");
  const server = createServer((request, response) => sendPacked(request, response) || response.end("to the next"));
  server.listen(0, "127.0.0.1", () => console.log(server.address().port));`;
let server: ChildProcess;
let port: number;
beforeAll(async () => {
  writeFileSync(path.join(folder, "a.js"), text);
  writeFileSync(path.join(folder, "a.woff2"), text);
  server = spawn(process.execPath, ["--input-type=module", "-e", script], { stdio: ["ignore", "pipe", "inherit"] });
  port = await new Promise((resolve) =>
    server.stdout!.once("data", (data: Buffer) => resolve(Number(data.toString()))),
  );
});
afterAll(() => {
  server.kill();
  rmSync(folder, { recursive: true });
});

const ask = (place: string, accepted?: string) =>
  new Promise<{ status: number; headers: IncomingHttpHeaders; body: Buffer }>((resolve) =>
    get(
      {
        port,
        path: place,
        headers: accepted === undefined ? {} : { "accept-encoding": accepted },
      },
      (response) => {
        const parts: Buffer[] = [];
        response.on("data", (part: Buffer) => parts.push(part));
        response.on("end", () =>
          resolve({ status: response.statusCode!, headers: response.headers, body: Buffer.concat(parts) }),
        );
      },
    ),
  );

test("a script is sent as its asker unpacks it, the smallest way that both know", async () => {
  const small = await ask("/at/a.js?v=1", "gzip, deflate, br;q=0.5");
  expect(small.headers).toMatchObject({ "content-encoding": "br", vary: "Accept-Encoding" });
  expect(small.headers["cache-control"]).toContain("immutable");
  expect(brotliDecompressSync(small.body).toString()).toBe(text);
  const other = await ask("/at/a.js", "gzip, br;q=0");
  expect(other.headers["content-encoding"]).toBe("gzip");
  expect(gunzipSync(other.body).toString()).toBe(text);
});

test.each([
  ["who unpacks nothing", "/at/a.js", undefined],
  ["what is no script", "/at/a.woff2", "br"],
  ["what is not there", "/at/../a.js", "br"],
])("%s is left to the next", async (_, place, accepted) =>
  expect((await ask(place, accepted)).body.toString()).toBe("to the next"),
);
