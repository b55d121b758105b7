// The web process: the application's handler behind what is settled before any page or route is reached.
import { randomBytes, randomUUID } from "node:crypto";
import { createServer } from "node:http";
import { BlockList, isIP } from "node:net";
import { existsSync, readFileSync } from "node:fs";
import path from "node:path";
import { Worker } from "node:worker_threads";
import next from "next";
import { Threads } from "./lib/off-thread.mjs";
import { packedFiles } from "./lib/packed.mjs";

const { EMBER_HOST_NAME: hostname = "127.0.0.1", EMBER_PORT_NUMBER, EMBER_HTTPS, EMBER_PROXIES = "" } = process.env;
const port = Number(EMBER_PORT_NUMBER);
const isHttps = EMBER_HTTPS === "1";

/** Addresses whose word for where a request came from is taken: `EMBER_PROXIES=127.0.0.1,10.0.0.0/8`. */
const proxies = new BlockList();
for (const each of EMBER_PROXIES.split(",").map((word) => word.trim())) {
  if (each === "") continue;
  const [address, bits] = each.split("/");
  const family = { 4: "ipv4", 6: "ipv6" }[isIP(address)];
  if (!family) throw new Error(`EMBER_PROXIES: ${each} is no address`);
  if (bits === undefined) proxies.addAddress(address, family);
  else proxies.addSubnet(address, Number(bits), family);
}
const isProxy = (address) => isIP(address) > 0 && proxies.check(address, isIP(address) === 6 ? "ipv6" : "ipv4");
const plain = (address) => (address ?? "").replace(/^::ffff:/u, "");

/** Where a request came from: the nearest address that is not one of our own proxies'. */
function addressOf({ socket, headers }) {
  const direct = plain(socket.remoteAddress);
  if (!isProxy(direct)) return direct || "unknown";
  const told = String(headers["x-forwarded-for"] ?? "")
    .split(",")
    .map((each) => plain(each.trim()))
    .filter((each) => isIP(each) > 0);
  return told.findLast((each) => !isProxy(each)) ?? direct;
}

const policy = (nonce) =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'`,
    `style-src 'self' 'nonce-${nonce}'`,
    // Attributes only: where a bar ends and a label stands is worked out as the page is drawn.
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "frame-src 'none'",
    "frame-ancestors 'none'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "manifest-src 'self'",
  ].join("; ");

/** What a file of the build needs; it is thirty times on the way to one page, and the rest speaks of pages. */
const ofFiles = {
  "X-Content-Type-Options": "nosniff",
  "Cross-Origin-Embedder-Policy": "require-corp",
  "Cross-Origin-Resource-Policy": "same-origin",
  ...(isHttps ? { "Strict-Transport-Security": "max-age=31536000; includeSubDomains" } : {}),
};
const ofAnswers = {
  ...ofFiles,
  "X-Frame-Options": "DENY",
  "Referrer-Policy": "same-origin",
  "Permissions-Policy":
    "serial=(self), camera=(self), geolocation=(), microphone=(), payment=(), usb=(), display-capture=()",
  "Cross-Origin-Opener-Policy": "same-origin",
};

const pageMethods = ["GET", "HEAD"];
const routeMethods = [...pageMethods, "POST", "PUT", "DELETE"];

function refuse(response, status, words, headers = {}) {
  response.writeHead(status, { "Content-Type": "text/plain; charset=utf-8", "Cache-Control": "no-store", ...headers });
  response.end(`${words}\n`);
}

function isReadable(url) {
  try {
    decodeURIComponent(url);
    return url.startsWith("/") && !/[^\x21-\x7e]/u.test(url);
  } catch {
    return false;
  }
}

/** What the pages' own client says of where it is; made up it would be a fault of ours. */
function isTree(text) {
  if (text === undefined) return true;
  try {
    return Array.isArray(JSON.parse(decodeURIComponent(String(text))));
  } catch {
    return false;
  }
}

/** The service worker of this build, which stands at the root so that all pages are its own. */
const workerFile = path.join(process.env.EMBER_DIST ?? ".next", "service-worker.js");
const serviceWorker = existsSync(workerFile) ? readFileSync(workerFile) : null;

function sendServiceWorker(response) {
  if (!serviceWorker) return refuse(response, 404, "There is no service worker in this build.");
  response.writeHead(200, {
    "Content-Type": "text/javascript; charset=utf-8",
    "Content-Security-Policy": "default-src 'none'; script-src 'self'; connect-src 'self'; frame-ancestors 'none'",
    "Cache-Control": "no-cache",
  });
  response.end(serviceWorker);
}

const sendPacked = packedFiles(path.join(process.env.EMBER_DIST ?? ".next", "static"), "/_next/static/");

// What is judged for a request is judged beside the thread that answers: its pages find the threads here.
globalThis.emberThreads = new Threads(new URL("off-thread-worker.mjs", import.meta.url));

const app = next({ dev: false, hostname, port });
const handle = app.getRequestHandler();

const server = createServer((request, response) => {
  const id = randomUUID();
  const isFile = request.url.startsWith("/_next/static/");
  for (const [name, value] of Object.entries(isFile ? ofFiles : ofAnswers)) response.setHeader(name, value);
  if (!isFile) response.setHeader("X-Request-Id", id);
  if (!isReadable(request.url) || !isTree(request.headers["next-router-state-tree"]))
    return refuse(response, 400, "This request cannot be read.");
  const methods = request.url.startsWith("/api/") ? routeMethods : pageMethods;
  if (!methods.includes(request.method))
    return refuse(response, 405, "This cannot be done here.", { Allow: methods.join(", ") });

  if (request.url === "/service-worker.js") return sendServiceWorker(response);

  const { headers } = request;
  // What only this front may say.
  for (const name of Object.keys(headers)) if (name.startsWith("x-ember-")) delete headers[name];
  headers["x-ember-address"] = addressOf(request);
  headers["x-ember-request"] = id;
  if (!request.url.startsWith("/_next/") && !request.url.startsWith("/api/")) {
    const nonce = randomBytes(16).toString("base64");
    headers["x-ember-nonce"] = nonce;
    headers["content-security-policy"] = policy(nonce);
    response.setHeader("Content-Security-Policy", policy(nonce));
  } else {
    delete headers["content-security-policy"];
    // Whatever is opened by itself from here runs nothing; a page's worker loads the pieces of its own build, and the
    // solver among them is compiled code.
    const isScript = /^\/_next\/static\/[^?]+\.js(?:\?|$)/u.test(request.url);
    response.setHeader(
      "Content-Security-Policy",
      isScript
        ? "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; connect-src 'self'; frame-ancestors 'none'"
        : "default-src 'none'; frame-ancestors 'none'; sandbox",
    );
    if (sendPacked(request, response)) return;
  }
  return handle(request, response).catch(() => {
    if (!response.headersSent) refuse(response, 500, "The server could not do this.");
    else response.destroy();
  });
});
server.headersTimeout = 20_000;
server.requestTimeout = 15 * 60_000;
server.keepAliveTimeout = 10_000;
server.on("clientError", (_, socket) => {
  if (socket.writable) socket.end("HTTP/1.1 400 Bad Request\r\nConnection: close\r\n\r\n");
});

await app.prepare();
server.listen(port, hostname);

/** By which what an older build has worked out is told from this one's. */
const buildFile = path.join(process.env.EMBER_DIST ?? ".next", "BUILD_ID");
const build = existsSync(buildFile) ? readFileSync(buildFile, "utf8") : "";
process.env.EMBER_BUILD = build;

/** What judging one job for the list may take; more of it sets the job aside. */
const [longestMs, mostMegabytes] = [60_000, 768];
let cardWorkers = 0;
function startCardWorker(ended = null) {
  let judging = null;
  let clock;
  let by = "ended";
  const worker = new Worker(new URL("card-worker.mjs", import.meta.url), {
    workerData: { ended },
    resourceLimits: { maxOldGenerationSizeMb: mostMegabytes },
  });
  worker.on("message", (job) => {
    clearTimeout(clock);
    judging = job;
    if (job === null) return;
    clock = setTimeout(() => {
      by = "too-long";
      void worker.terminate();
    }, longestMs);
    clock.unref();
  });
  worker.on("error", (error) => {
    if (error.code === "ERR_WORKER_OUT_OF_MEMORY") by = "too-much";
    process.stderr.write(`ember · the list's worker ended: ${error.name}\n`);
  });
  // Without it the list only falls behind: it comes back, later each time.
  worker.on("exit", () => {
    clearTimeout(clock);
    const last = judging === null ? null : { job: judging, by };
    setTimeout(() => startCardWorker(last), Math.min(60_000, 1000 * 2 ** cardWorkers++)).unref();
  });
  worker.unref();
}
startCardWorker();
for (const signal of ["SIGTERM", "SIGINT"])
  process.once(signal, () => {
    // Pages that listen are let go by the application; what is under way ends.
    server.close(() => process.exit(0));
    server.closeIdleConnections();
    setTimeout(() => process.exit(0), 10_000).unref();
  });
