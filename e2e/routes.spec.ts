import { readFileSync, readdirSync } from "node:fs";
import path from "node:path";
import { makeEntry } from "@/core/entry/make-entry";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { client, expect, test, TestBench, type Who } from "./bench";

const folder = "src/app/api";
const nobodyHere = "0190aaaa-0000-7000-8000-000000000000";

/** What each route is for. A route that is not in this list fails the test that reads the folder. */
const routes: Readonly<Record<string, Readonly<Record<string, { least: Who | "nobody"; ofJob?: boolean }>>>> = {
  "/api/cards": { GET: { least: "viewer" } },
  "/api/catalogue": { GET: { least: "viewer" }, POST: { least: "lead" } },
  "/api/catalogue/[number]": { GET: { least: "viewer" } },
  "/api/catalogue/[number]/quote": { GET: { least: "viewer" }, POST: { least: "inspector" } },
  "/api/entries": { POST: { least: "inspector" } },
  "/api/health": { GET: { least: "nobody" } },
  "/api/imports": { POST: { least: "lead" } },
  "/api/imports/[import]": { GET: { least: "lead" }, POST: { least: "lead" }, DELETE: { least: "lead" } },
  "/api/imports/[import]/[chunk]": { PUT: { least: "lead" } },
  "/api/jobs": { GET: { least: "viewer" }, POST: { least: "lead" } },
  "/api/jobs/[job]/archive": { GET: { least: "viewer", ofJob: true } },
  "/api/jobs/[job]/entries": { GET: { least: "viewer", ofJob: true } },
  "/api/jobs/[job]/labels": { GET: { least: "viewer", ofJob: true } },
  "/api/jobs/[job]/links": { GET: { least: "lead", ofJob: true }, POST: { least: "lead", ofJob: true } },
  "/api/jobs/[job]/links/[link]": { DELETE: { least: "lead", ofJob: true } },
  "/api/jobs/[job]/live": { GET: { least: "viewer", ofJob: true } },
  "/api/jobs/[job]/papers/[paper]": { GET: { least: "viewer", ofJob: true } },
  "/api/jobs/[job]/photos/[photo]/[size]": { GET: { least: "viewer", ofJob: true } },
  "/api/jobs/[job]/record": { GET: { least: "viewer", ofJob: true } },
  "/api/jobs/[job]/report": { GET: { least: "viewer", ofJob: true } },
  "/api/jobs/[job]/trend/[slot]/[feature]": { GET: { least: "viewer", ofJob: true } },
  "/api/jobs/[job]/try-again": { POST: { least: "lead", ofJob: true } },
  "/api/jobs/[job]/uploads": { POST: { least: "inspector", ofJob: true } },
  "/api/jobs/[job]/uploads/[upload]": {
    GET: { least: "inspector", ofJob: true },
    POST: { least: "inspector", ofJob: true },
  },
  "/api/jobs/[job]/uploads/[upload]/[chunk]": { PUT: { least: "inspector", ofJob: true } },
  "/api/me/unit": { PUT: { least: "viewer" } },
  "/api/me/password": { PUT: { least: "viewer" } },
  "/api/me/sessions": { DELETE: { least: "viewer" } },
  "/api/owner/[token]/answer": { POST: { least: "nobody" } },
  "/api/owner/[token]/mark": { GET: { least: "nobody" } },
  "/api/owner/[token]/photos/[photo]/[size]": { GET: { least: "nobody" } },
  "/api/owner/[token]/report": { GET: { least: "nobody" } },
  "/api/owners": { GET: { least: "viewer" }, POST: { least: "lead" } },
  "/api/owners/[owner]": { GET: { least: "viewer" }, PUT: { least: "lead" }, DELETE: { least: "lead" } },
  "/api/packs": { GET: { least: "viewer" }, POST: { least: "lead" } },
  "/api/packs/[pack]": { GET: { least: "viewer" } },
  "/api/packs/[pack]/offer": { POST: { least: "lead" } },
  "/api/packs/waiting": { GET: { least: "lead" } },
  "/api/people": { GET: { least: "lead" }, POST: { least: "lead" } },
  "/api/people/[person]": { PUT: { least: "lead" } },
  "/api/people/[person]/password": { POST: { least: "lead" } },
  "/api/shelf": { GET: { least: "viewer" }, POST: { least: "inspector" } },
  "/api/shelf/[part]": { GET: { least: "viewer" } },
  "/api/session": { POST: { least: "nobody" }, DELETE: { least: "nobody" } },
};

const found = (readdirSync(folder, { recursive: true }) as string[]).filter(
  (file) => path.basename(file) === "route.ts",
);
const each = Object.entries(routes).flatMap(([route, methods]) =>
  Object.entries(methods).map(([method, rule]) => ({ route, method, ...rule })),
);

/** Each role at each door is tried over http by the attack's matrix, by what the doors say; this is what they should say. */
test("every route is in the list, and every method of it goes through the one wrapper, for the least that is said there", () => {
  const seen = Object.fromEntries(
    found.map((file) => {
      const text = readFileSync(path.join(folder, file), "utf8");
      const exported = [...text.matchAll(/export (?:const|async function|function) (\w+)/g)].map((match) => match[1]!);
      const wrapped = [...text.matchAll(/export const (\w+) = route\(\s*\{[^}]*?role: "(\w+)"/g)];
      expect(
        wrapped.map(([, method]) => method),
        `${file} exports something that is not wrapped`,
      ).toEqual(exported);
      return [`/api/${path.dirname(file)}`, Object.fromEntries(wrapped.map(([, method, role]) => [method!, role!]))];
    }),
  );
  const leastOf = (methods: (typeof routes)[string]) =>
    Object.fromEntries(Object.entries(methods).map(([method, { least }]) => [method, least]));
  expect(seen).toEqual(Object.fromEntries(Object.entries(routes).map(([route, methods]) => [route, leastOf(methods)])));
});

const data = { entries: [{}] };
const at = (route: string, job = nobodyHere) =>
  route
    .replace("[job]", job)
    .replace(/\[(link|upload|part|import|owner|person)\]/u, nobodyHere)
    .replace("[pack]", "0".repeat(64))
    .replace("[chunk]", "0")
    .replace("[slot]", "liner-1")
    .replace("[feature]", "bore")
    .replace("[photo]", "a".repeat(64))
    .replace("[size]", "small")
    .replace("[paper]", "shopping")
    .replace("[token]", "x".repeat(22));
const bodyFor = (route: string) =>
  route.endsWith("/links")
    ? { days: 1, withReport: false }
    : route.endsWith("/uploads")
      ? { id: nobodyHere, bytes: 10 }
      : data;

test("who is not signed in is sent to the door, and what he is told is kept nowhere", async ({ shop }) => {
  const nobody = await client(shop.address, "nobody");
  expect((await nobody.get("/api/jobs")).headers()["cache-control"]).toBe("no-store");
  for (const page of ["/", `/jobs/${nobodyHere}/measure`])
    expect((await nobody.get(page)).url()).toBe(`${shop.address}/sign-in`);
  await nobody.dispose();
});

test("a job that is not there is not found, nor is a stream that is no job or an address that is no id", async ({
  shop,
}) => {
  const lead = await client(shop.address, "lead");
  const shopStream = JSON.parse(readFileSync("demo/shop.ndjson", "utf8").split("\n")[0]!) as { stream: string };
  for (const { route, method } of each.filter((rule) => rule.ofJob)) {
    for (const id of [nobodyHere, shopStream.stream, "..%2F..", "1", "%00"])
      expect(
        (
          await lead.fetch(at(route, id), {
            method,
            data: method === "POST" || method === "PUT" ? bodyFor(route) : undefined,
          })
        ).status(),
        `${route} ${id}`,
      ).toBe(404);
  }
  expect((await lead.get(`/jobs/${nobodyHere}/measure`)).status()).toBe(404);
  expect((await lead.get(`/jobs/${shopStream.stream}/nowhere`)).status()).toBe(404);
  await lead.dispose();
});

test("another site can neither write nor read", async ({ shop }) => {
  const job = JSON.parse(readFileSync("demo/ferry-marigold.ndjson", "utf8").split("\n")[0]!) as { stream: string };
  const lead = await client(shop.address, "lead");
  for (const { route, method } of each.filter((rule) => rule.route !== "/api/health")) {
    const there = at(route, job.stream);
    const body = method === "GET" ? undefined : data;
    for (const headers of [
      { Origin: "http://elsewhere.example" },
      { Origin: "null" },
      { "Sec-Fetch-Site": "cross-site", "Sec-Fetch-Mode": "cors" },
    ] as Record<string, string>[]) {
      expect(
        (await lead.fetch(there, { method, data: body, headers })).status(),
        `${method} ${route} ${JSON.stringify(headers)}`,
      ).toBe(403);
    }
    if (method !== "GET")
      expect(
        (
          await lead.fetch(there, {
            method,
            data: body,
            headers: { "Sec-Fetch-Site": "cross-site", "Sec-Fetch-Mode": "navigate" },
          })
        ).status(),
      ).toBe(403);
  }
  await lead.dispose();
});

test("a body that is too large, too deep or no JSON is refused before anything is done with it", async ({ shop }) => {
  const lead = await client(shop.address, "lead");
  const post = async (body: string) => {
    const answer = await lead.post("/api/entries", {
      data: Buffer.from(body),
      headers: { "Content-Type": "application/json" },
    });
    return [answer.status(), ((await answer.json()) as { problems: { code: string }[] }).problems[0]!.code];
  };
  expect(await post("{")).toEqual([400, "not-json"]);
  expect(await post(`{"entries":[${"[".repeat(40)}${"]".repeat(40)}]}`)).toEqual([400, "too-deep"]);
  expect(await post(JSON.stringify({ entries: ["x".repeat(5_000_000)] }))).toEqual([413, "too-large"]);
  expect(await post('{"entries":[]}')).toEqual([422, "schema"]);
  expect(await post('{"entries":[{}],"also":1}')).toEqual([422, "schema"]);
  await lead.dispose();
});

test("guessing a password is slowed down, for the one account and not on a device of its own; a wrong one tells nothing; a cookie of one's own making opens nothing", async ({
  shop,
}) => {
  const own = await client(shop.address, "viewer");
  const stranger = await client(shop.address, "nobody");
  const attempt = async (from: typeof own, account: string, password = "guess") => {
    const answer = await from.post("/api/session", {
      data: { account, password },
      // Whatever it makes up, it is counted by where it comes from.
      headers: { "X-Forwarded-For": `10.0.0.${Math.floor(Math.random() * 200)}`, "X-Ember-Address": "made up" },
    });
    return [answer.status(), ((await answer.json()) as { problems?: { code: string }[] }).problems?.[0]!.code];
  };
  expect(await attempt(stranger, "nobody-known")).toEqual([401, "bad-credentials"]);
  const tries = [];
  for (let again = 0; again < 7; again += 1) tries.push((await attempt(stranger, "pip"))[1]);
  expect(tries.slice(0, 5)).toEqual(Array(5).fill("bad-credentials"));
  expect(tries.slice(5)).toContain("too-many-attempts");
  // Pip's own device is not shut out, nor is anybody else's behind the same address.
  expect(await attempt(own, "pip", "tide-at-the-steps")).toEqual([200, undefined]);
  expect(await attempt(await client(shop.address, "inspector"), "sedge", "reed-by-the-weir")).toEqual([200, undefined]);
  // Names of letters that become two when they are made small, and of letters that are none.
  for (const account of ["İ".repeat(60), "\u0000", "\ud83d", "ß".repeat(61)])
    expect([401, 422]).toContain((await attempt(stranger, account))[0]);
  for (const cookie of ["ember-session=Fe26.2*1*forged", "ember-session=%ff; ember-device=%", "ember-session=Fe26.2*"])
    expect((await stranger.get(`/api/jobs/${nobodyHere}/record`, { headers: { Cookie: cookie } })).status()).toBe(401);
  await Promise.all([own.dispose(), stranger.dispose()]);
});

test("signing out ends the session at the server: a cookie that was copied before opens nothing", async ({ shop }) => {
  const viewer = await client(shop.address, "viewer");
  const { cookies } = await viewer.storageState();
  const thief = await client(shop.address, "nobody", {
    Cookie: cookies.map(({ name, value }) => `${name}=${value}`).join("; "),
  });
  const reach = async () => (await thief.get(`/api/jobs/${nobodyHere}/record`)).status();
  expect(await reach()).toBe(404);
  await viewer.delete("/api/session");
  expect(await reach()).toBe(401);
  await Promise.all([viewer.dispose(), thief.dispose()]);
});

test("two bodies under one id are answered each by its place, and one id for many jobs is kept in one", async ({
  shop,
}) => {
  const lead = await client(shop.address, "lead");
  const benches = [1, 2, 3, 4].map((n) => new TestBench(orrinshaw, { name: `One id ${n}` }));
  for (const bench of benches) await shop.keep(bench.entries);
  const estimate = (bench: TestBench, amount: number) =>
    makeEntry({ ...bench.maker, now: Date.now }, "estimate-made", { kind: "estimate", amount, words: "one id" });
  const post = async (entries: readonly object[]) => {
    const answer = await lead.post("/api/entries", { data: { entries } });
    const { answers } = (await answer.json()) as { answers: { outcome: string; problems?: { code: string }[] }[] };
    return answers.map(({ outcome, problems }) => problems?.[0]?.code ?? outcome);
  };
  const first = estimate(benches[0]!, 100);
  const other = { ...first, payload: { ...first.payload, amount: 200 } };
  const broken = { ...first, payload: {} };
  expect(await post([broken, first, other, first])).toEqual(["schema", "kept", "id-taken", "kept-before"]);
  expect((await shop.written(benches[0]!)).map(({ payload }) => payload.amount)).toEqual([100]);

  const shared = estimate(benches[1]!, 300);
  const all = await Promise.all(benches.map(({ maker }) => post([{ ...shared, stream: maker.stream }])));
  expect(all.flat().sort()).toEqual(["id-taken", "id-taken", "id-taken", "kept"]);
  await lead.dispose();
});

test("a session that was revoked ends at its next request, and signing out ends it too", async ({ shop }) => {
  const { change } = await import("@/store/connection");
  const viewer = await client(shop.address, "viewer");
  const reach = async () => (await viewer.get(`/api/jobs/${nobodyHere}/record`)).status();
  expect(await reach()).toBe(404);
  await viewer.delete("/api/session");
  expect(await reach()).toBe(401);
  const again = await client(shop.address, "viewer");
  await change(shop.database, "UPDATE person SET session_version = session_version + 1 WHERE account = 'pip'");
  expect((await again.get(`/api/jobs/${nobodyHere}/record`)).status()).toBe(401);
  await change(shop.database, "UPDATE person SET session_version = session_version - 1 WHERE account = 'pip'");
  await Promise.all([viewer.dispose(), again.dispose()]);
});
