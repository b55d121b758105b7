/** Requests from all who may come: each role at each door, and malformed ones by the thousand. */
import fc from "fast-check";
import { connect } from "node:net";
import * as z from "@/core/z";
import { roles } from "@/core/entry/schema";
import { demoJob } from "@/core/fixtures/load";
import { type Findings, type House, newId, type Who } from "./house";
import { allDoors, fill, parametersOf, type Door } from "./routes";

const everybody = ["nobody", ...roles] as const;

/** What makes a document. */
const dear = /\/(?:report|labels|archive)$/u;

/** What stands in a path where it is well formed and leads nowhere. */
const harmless: Readonly<Record<string, string>> = {
  pack: "0".repeat(64),
  photo: "a".repeat(64),
  size: "small",
  chunk: "0",
  slot: "liner-1",
  feature: "bore",
  token: "x".repeat(22),
};

/** Doors behind which whoever asked is signed out. */
const endsSession = /^\/api\/(?:session|me)\b/u;

/** A body as a route asks for it, or nearly. */
const bodyOf = ({ options }: Door) => (options.body ? "{}" : options.bytes ? "x" : undefined);
const hasBody = ({ method }: Door) => method === "POST" || method === "PUT";

/** Lets a response go without reading a stream to an end that never comes. */
async function drop(answer: Response): Promise<void> {
  await answer.body?.cancel().catch(() => {});
}

/** Every role at every door, on a job that is here, one that is not, a stream that is no job and an id that is none. */
export async function matrix(house: House): Promise<Findings> {
  const wrong: string[] = [];
  let asked = 0;
  const doors = await allDoors();
  const { jobs } = (await (await house.ask("lead", "/api/jobs")).json()) as { jobs: { id: string }[] };
  const targets = { here: jobs[0]!.id, elsewhere: newId(), "no id": "..%2F.." };
  for (const door of doors)
    for (const [target, id] of Object.entries(targets))
      for (const who of everybody) {
        // A document takes seconds to make: of those who may have it, one is enough.
        if (dear.test(door.path) && target === "here" && who !== door.options.role && who !== "nobody") continue;
        const ids = Object.fromEntries(parametersOf(door).map((name) => [name, harmless[name] ?? id]));
        const { status, ...answer } = await house
          .ask(who, fill(door, ids), {
            method: door.method,
            headers: hasBody(door) ? { "Content-Type": "application/json" } : {},
            body: hasBody(door) ? (bodyOf(door) ?? "{}") : null,
          })
          .then(async (each) => (await drop(each), { status: each.status, headers: each.headers }));
        asked += 1;
        if (endsSession.test(door.path)) house.forget(who);
        const isShort = everybody.indexOf(who) < everybody.indexOf(door.options.role);
        const expected = !isShort ? [200, 201, 202, 400, 401, 404, 409, 422] : who === "nobody" ? [401] : [403];
        // Who signs in with an empty hand is told so, not sent away.
        const isRight = expected.includes(status) && (isShort || status !== 401 || door.path === "/api/session");
        if (!isRight) wrong.push(`${door.method} ${door.path} (${target}) as ${who}: ${status}`);
        if (!answer.headers.get("x-request-id")) wrong.push(`${door.method} ${door.path}: no id`);
      }
  return {
    said: [
      `${doors.length} doors × ${everybody.length} roles × ${Object.keys(targets).length} targets: ${asked} requests, ${wrong.length} answered as they should not be`,
    ],
    wrong,
  };
}

type Json = fc.JsonValue;
interface Shape {
  readonly type?: string;
  readonly properties?: Readonly<Record<string, Shape>>;
  readonly required?: readonly string[];
  readonly items?: Shape;
  readonly enum?: readonly Json[];
  readonly const?: Json;
  readonly anyOf?: readonly Shape[];
  readonly oneOf?: readonly Shape[];
  readonly allOf?: readonly Shape[];
  readonly format?: string;
  readonly pattern?: string;
  readonly minimum?: number;
  readonly maximum?: number;
}

const nasty = fc.oneof(
  fc.constantFrom(
    "",
    "\u0000",
    "\ud800",
    "__proto__",
    "constructor",
    "İ".repeat(60),
    "ﬀ".repeat(60),
    "x".repeat(70_000),
    "'; DROP TABLE entry; --",
    "../../../etc/passwd",
    "%ff%fe",
    "<script>alert(1)</script>",
    "=cmd()",
    "‮gnitset",
    "9999-99-99T99:99:99Z",
    "NaN",
    "1e999",
  ),
  fc.string({ unit: "binary", maxLength: 80 }),
);
/** Half letters cannot travel in an address. */
const wellFormed = (text: string) => text.replace(/[\ud800-\udfff]/gu, "");

const anyNumber = fc.oneof(
  fc.constantFrom(0, -0, -1, 1e308, -1e308, 5e-324, 2 ** 53, -(2 ** 31) - 1, 1.5),
  fc.integer(),
);
const anything = fc.oneof(
  nasty,
  anyNumber,
  fc.constantFrom(null, true, false, [], {}),
  fc.jsonValue({ maxDepth: 3 }),
) as fc.Arbitrary<Json>;

/** Values of a shape, more or less: right in most places, wrong in some. */
function near(shape: Shape, depth = 0): fc.Arbitrary<Json> {
  const right = (): fc.Arbitrary<Json> => {
    if (depth > 6) return anything;
    if (shape.const !== undefined) return fc.constant(shape.const);
    if (shape.enum) return fc.constantFrom(...shape.enum);
    const choices = shape.anyOf ?? shape.oneOf ?? shape.allOf;
    if (choices?.length) return fc.oneof(...choices.map((each) => near(each, depth + 1)));
    if (shape.properties) {
      const properties = Object.fromEntries(
        Object.entries(shape.properties).map(([name, each]) => [name, near(each, depth + 1)]),
      );
      return fc.oneof(
        { weight: 6, arbitrary: fc.record(properties) as fc.Arbitrary<Json> },
        { weight: 1, arbitrary: fc.record(properties, { requiredKeys: [] }) as fc.Arbitrary<Json> },
        {
          weight: 1,
          arbitrary: fc
            .tuple(fc.record(properties), nasty, anything)
            .map(([made, name, more]) => ({ ...made, [name]: more })) as fc.Arbitrary<Json>,
        },
      );
    }
    if (shape.type === "array")
      return fc.array(near(shape.items ?? {}, depth + 1), { maxLength: 4 }) as fc.Arbitrary<Json>;
    if (shape.type === "boolean") return fc.boolean();
    if (shape.type === "null") return fc.constant(null);
    if (shape.type === "integer" || shape.type === "number") return anyNumber;
    if (shape.type !== "string") return anything;
    if (shape.format === "uuid") return fc.uuid();
    if (shape.pattern?.includes("64")) return fc.stringMatching(/^[0-9a-f]{64}$/u);
    return fc.oneof(fc.string({ maxLength: 40 }), nasty);
  };
  return fc.oneof({ weight: 8, arbitrary: right() }, { weight: 1, arbitrary: anything });
}

/** An entry of a kind that exists, with something in it replaced. */
function entries(stream: string): fc.Arbitrary<Json> {
  const byType = new Map(
    [...demoJob("ferry-marigold"), ...demoJob("hovercraft-heron")].map((each) => [each.type, each]),
  );
  const replace = (value: unknown, at: number, by: unknown): unknown => {
    let place = 0;
    const walk = (each: unknown): unknown => {
      if ((place += 1) === at) return by;
      if (Array.isArray(each)) return each.map(walk);
      if (typeof each === "object" && each !== null)
        return Object.fromEntries(Object.entries(each).map(([name, inner]) => [name, walk(inner)]));
      return each;
    };
    return walk(value);
  };
  return fc
    .tuple(fc.constantFrom(...byType.values()), fc.uuid({ version: 7 }), fc.nat(40), anything, fc.boolean())
    .map(([{ stamp: _, ...entry }, id, at, by, isOurs]) =>
      replace({ ...entry, id, stream: isOurs ? stream : entry.stream }, at + 1, by),
    ) as fc.Arbitrary<Json>;
}

interface Malformed {
  readonly who: Who | "nobody";
  readonly to: string;
  readonly method: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly body: string | null;
}

function malformed(doors: readonly Door[], job: string): fc.Arbitrary<Malformed> {
  const name = fc.oneof(
    { weight: 3, arbitrary: fc.constant(job) },
    { weight: 1, arbitrary: fc.uuid() },
    {
      weight: 2,
      arbitrary: fc.oneof(
        nasty
          .filter((text) => !/[\ud800-\udfff]/u.test(text) && text.length < 5000)
          .map((text) => encodeURIComponent(wellFormed(text))),
        fc.constantFrom("%ff", "%00", "%", "..", "%2e%2e%2f", "-1", "1e9", "0".repeat(64), "a".repeat(64)),
      ),
    },
  );
  const header = fc.constantFrom<Readonly<Record<string, string>>>(
    {},
    {},
    {},
    { "Content-Type": "text/plain" },
    { "Content-Type": "application/json; charset=\u00ff" },
    { "X-Forwarded-For": "\u00fc, 10.0.0.1, ' OR 1=1" },
    { "X-Ember-Address": "made up", "X-Ember-Nonce": "made up" },
    { "Last-Event-ID": "-1e9" },
    { Cookie: "ember-session=Fe26.2*1*%ff; ember-device=\u00e9%" },
    { Cookie: `ember-session=${"x".repeat(4000)}` },
    { Origin: "not an origin" },
    { "Sec-Fetch-Site": "cross-site" },
    { "If-None-Match": "\u00ff" },
    { Range: "bytes=0-,5-1" },
    { "Next-Action": "0".repeat(40) },
    { RSC: "1", "Next-Router-State-Tree": "%5B%22" },
    { "x-middleware-subrequest": "src/middleware" },
  );
  const ofDoor = (door: Door): fc.Arbitrary<Malformed> => {
    const body = !hasBody(door)
      ? fc.constant(null)
      : fc.oneof(
          {
            weight: 5,
            arbitrary:
              door.path === "/api/entries"
                ? fc.array(entries(job), { maxLength: 3 }).map((each) => JSON.stringify({ entries: each }))
                : near(
                    door.options.body
                      ? (z.toJSONSchema(door.options.body, { unrepresentable: "any", io: "input" }) as Shape)
                      : {},
                  ).map((each) => JSON.stringify(each)),
          },
          { weight: 1, arbitrary: fc.constantFrom("", "{", "null", "[]", '"x"', "[".repeat(5000), '{"a":1,}') },
        );
    return fc
      .tuple(
        fc.constantFrom<Who | "nobody">("lead", "lead", "inspector", "viewer", "nobody"),
        fc.array(name, { minLength: 6, maxLength: 6 }),
        header,
        body,
        fc.oneof({ weight: 4, arbitrary: fc.constant("") }, { weight: 1, arbitrary: nasty.map((text) => `?from=${encodeURIComponent(wellFormed(text).slice(0, 2000))}&most=-1&text=%25&look=only`) }), // prettier-ignore
      )
      .map(([who, names, headers, made, query]) => ({
        who,
        to: fill(door, Object.fromEntries(parametersOf(door).map((each, at) => [each, names[at]!]))) + query,
        method: door.method,
        headers: hasBody(door) ? { "Content-Type": "application/json", ...headers } : headers,
        body: made,
      }));
  };
  const page = fc
    .tuple(
      fc.constantFrom<Who | "nobody">("lead", "nobody"),
      fc.constantFrom("/", "/jobs/", "/owner/", "/shelf", "/settings", "/jobs/x/", "/_next/static/", "/theme.css/"),
      name,
      header,
    ) // prettier-ignore
    .map(([who, at, rest, headers]) => ({ who, to: `${at}${rest}`, method: "GET", headers, body: null }));
  // They come, and not as often.
  return fc.oneof(...doors.map((door) => ({ weight: dear.test(door.path) ? 1 : 8, arbitrary: ofDoor(door) })), {
    weight: 8,
    arbitrary: page,
  });
}

/** What no client library would send: bytes on the wire. */
const raw = [
  "TRACE / HTTP/1.1\r\nHost: x\r\n\r\n",
  "PATCH /api/jobs HTTP/1.1\r\nHost: x\r\n\r\n",
  "FOO / HTTP/1.1\r\nHost: x\r\n\r\n",
  "PROPFIND /api/entries HTTP/1.1\r\nHost: x\r\n\r\n",
  "POST / HTTP/1.1\r\nHost: x\r\nContent-Length: 0\r\n\r\n",
  "GET /%ff HTTP/1.1\r\nHost: x\r\n\r\n",
  "GET /jobs/%ff/measure HTTP/1.1\r\nHost: x\r\n\r\n",
  "GET /\u00e9 HTTP/1.1\r\nHost: x\r\n\r\n",
  "GET //// HTTP/1.1\r\nHost: x\r\n\r\n",
  "GET http://elsewhere/api/health HTTP/1.1\r\nHost: x\r\n\r\n",
  "GET /api/health HTTP/1.1\r\nHost: \u00fc\r\nCookie: \u00ff=\u00ff\r\n\r\n",
  "GET /api/health HTTP/1.1\r\nHost: x\r\nContent-Length: 5\r\nTransfer-Encoding: chunked\r\n\r\n0\r\n\r\n",
  `GET /api/health HTTP/1.1\r\nHost: x\r\nX: ${"y".repeat(20_000)}\r\n\r\n`,
  "GET /api/health HTTP/1.1\r\n\r\n",
  "\x16\x03\x01\x02\x00\x01\x00\x01\xfc\x03\x03",
];

function speak(house: House, words: string): Promise<number> {
  const { hostname, port } = new URL(house.address);
  return new Promise((resolve) => {
    const socket = connect(Number(port), hostname, () => socket.write(Buffer.from(words, "latin1")));
    let said = "";
    const end = () => {
      socket.destroy();
      resolve(Number(/^HTTP\/1\.1 (\d+)/u.exec(said)?.[1] ?? 0));
    };
    socket.on("data", (data) => {
      said += data.toString("latin1");
      if (said.includes("\r\n")) end();
    });
    socket.on("close", end).on("error", end);
    socket.setTimeout(5000, end);
  });
}

const atOnce = 8;

/** Thousands of malformed requests: none is answered with a fault of the server, and its memory stays what it was. */
export async function malformedRequests(house: House, count: number, seeds: readonly number[]): Promise<Findings> {
  const [said, wrong]: [string[], string[]] = [[], []];
  const doors = await allDoors();
  // From devices of their own: what is guessed at the door by others does not shut them out.
  for (const who of roles) await house.cookieOf(who);
  const { jobs } = (await (await house.ask("lead", "/api/jobs")).json()) as { jobs: { id: string; name: string }[] };
  const job = jobs.find(({ name }) => name === "Drainage pump 3")!.id;
  const requests = malformed(doors, job);
  const statuses = new Map<number, number>();
  const send = async ({ who, to, method, headers, body }: Malformed) => {
    try {
      const answer = await house.ask(who, to, { method, headers, body, signal: AbortSignal.timeout(60_000) });
      const { status } = answer;
      if (endsSession.test(to)) house.forget(who);
      statuses.set(status, (statuses.get(status) ?? 0) + 1);
      if (status >= 500)
        wrong.push(
          `${status} ${method} ${to.slice(0, 200)} as ${who} ${JSON.stringify(headers).slice(0, 120)}: ${(body ?? "").slice(0, 400)}`,
        );
      await drop(answer);
    } catch (error) {
      wrong.push(`${method} ${to.slice(0, 200)}: ${(error as Error).message} ${String((error as Error).cause ?? "")}`);
    }
  };
  const run = async (all: readonly Malformed[]) => {
    const open = [...all];
    await Promise.all(
      Array.from({ length: atOnce }, async () => {
        for (let next = open.pop(); next; next = open.pop()) await send(next);
      }),
    );
  };
  // The first ones load what every later one uses: documents are asked for seldom, and are the largest part of it.
  const first = Math.max(400, Math.ceil(count / 6));
  await run(fc.sample(requests, { numRuns: first, seed: 1 }));
  const before = house.memory();
  const along: number[] = [];
  for (const seed of seeds) {
    await run(fc.sample(requests, { numRuns: Math.ceil(count / seeds.length), seed }));
    along.push(house.memory());
  }
  for (const words of raw) {
    const status = await speak(house, words);
    if (status >= 500 || (status >= 200 && status < 300 && !words.includes("/api/health")))
      wrong.push(`${status} for ${JSON.stringify(words.slice(0, 60))}`);
  }
  const after = house.memory();
  said.push(
    `${count + first} malformed requests of seeds ${[1, ...seeds].join(", ")} and ${raw.length} that no client would send: ${[
      ...statuses,
    ]
      .sort(([a], [b]) => a - b)
      .map(([status, n]) => `${n} × ${status}`)
      .join(", ")}`,
    `memory of the web process ${before.toFixed(0)} MB before, ${along.map((each) => each.toFixed(0)).join(", ")} along the way, ${after.toFixed(0)} MB after (${(after / before).toFixed(2)}×, wanted at most 1.5×)`,
  );
  if (after / before > 1.5) wrong.push("the web process grew");
  const health = await house.ask("nobody", "/api/health");
  if (!health.ok) wrong.push("it is not well afterwards");
  return { said, wrong };
}
