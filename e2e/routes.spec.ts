import { readFileSync, readdirSync } from "node:fs";
import path from "node:path";
import { client, expect, test, type Who } from "./bench";

const folder = "src/app/api";
const nobodyHere = "0190aaaa-0000-7000-8000-000000000000";

/** What each route is for. A route that is not in this list fails the test that reads the folder. */
const routes: Readonly<Record<string, Readonly<Record<string, { least: Who | "nobody"; ofJob?: boolean }>>>> = {
  "/api/entries": { POST: { least: "inspector" } },
  "/api/health": { GET: { least: "nobody" } },
  "/api/imports": { POST: { least: "lead" } },
  "/api/jobs": { GET: { least: "viewer" }, POST: { least: "lead" } },
  "/api/jobs/[job]/archive": { GET: { least: "viewer", ofJob: true } },
  "/api/jobs/[job]/entries": { GET: { least: "viewer", ofJob: true } },
  "/api/jobs/[job]/labels": { GET: { least: "viewer", ofJob: true } },
  "/api/jobs/[job]/links": { GET: { least: "lead", ofJob: true }, POST: { least: "lead", ofJob: true } },
  "/api/jobs/[job]/links/[link]": { DELETE: { least: "lead", ofJob: true } },
  "/api/jobs/[job]/live": { GET: { least: "viewer", ofJob: true } },
  "/api/jobs/[job]/photos/[photo]/[size]": { GET: { least: "viewer", ofJob: true } },
  "/api/jobs/[job]/record": { GET: { least: "viewer", ofJob: true } },
  "/api/jobs/[job]/report": { GET: { least: "viewer", ofJob: true } },
  "/api/jobs/[job]/trend/[slot]/[feature]": { GET: { least: "viewer", ofJob: true } },
  "/api/jobs/[job]/uploads": { POST: { least: "inspector", ofJob: true } },
  "/api/jobs/[job]/uploads/[upload]": {
    GET: { least: "inspector", ofJob: true },
    POST: { least: "inspector", ofJob: true },
  },
  "/api/jobs/[job]/uploads/[upload]/[chunk]": { PUT: { least: "inspector", ofJob: true } },
  "/api/owner/[token]/photos/[photo]/[size]": { GET: { least: "nobody" } },
  "/api/owner/[token]/report": { GET: { least: "nobody" } },
  "/api/packs": { GET: { least: "viewer" }, POST: { least: "lead" } },
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

test("every route is in the list, and every method of it goes through the one wrapper", () => {
  const seen = Object.fromEntries(
    found.map((file) => {
      const text = readFileSync(path.join(folder, file), "utf8");
      const exported = [...text.matchAll(/export (?:const|async function|function) (\w+)/g)].map((match) => match[1]!);
      const wrapped = [...text.matchAll(/export const (\w+) = route\(/g)].map((match) => match[1]!);
      expect(wrapped, `${file} exports something that is not wrapped`).toEqual(exported);
      return [`/api/${path.dirname(file)}`, exported.sort()];
    }),
  );
  expect(seen).toEqual(
    Object.fromEntries(Object.entries(routes).map(([route, methods]) => [route, Object.keys(methods).sort()])),
  );
});

const data = { entries: [{}] };
const at = (route: string, job = nobodyHere) =>
  route
    .replace("[job]", job)
    .replace(/\[(link|upload|part)\]/u, nobodyHere)
    .replace("[chunk]", "0")
    .replace("[slot]", "liner-1")
    .replace("[feature]", "bore")
    .replace("[photo]", "a".repeat(64))
    .replace("[size]", "small")
    .replace("[token]", "x".repeat(22));
const bodyFor = (route: string) =>
  route.endsWith("/links")
    ? { days: 1, withReport: false }
    : route.endsWith("/uploads")
      ? { id: nobodyHere, bytes: 10 }
      : data;

test("nobody gets through a door that is not for everybody", async ({ shop }) => {
  const nobody = await client(shop.address, "nobody");
  for (const { route, method, least } of each.filter((rule) => rule.least !== "nobody")) {
    const answer = await nobody.fetch(at(route), { method, data: method === "GET" ? undefined : data });
    expect(answer.status(), `${method} ${route} as nobody, least ${least}`).toBe(401);
    expect(answer.headers()["cache-control"]).toBe("no-store");
  }
  for (const page of ["/", `/jobs/${nobodyHere}/measure`])
    expect((await nobody.get(page)).url()).toBe(`${shop.address}/sign-in`);
  await nobody.dispose();
});

const ranks = ["nobody", "viewer", "inspector", "lead"] as const;

for (const who of ["viewer", "inspector"] as const) {
  test(`a door for more than ${who} is shut to one`, async ({ shop }) => {
    const person = await client(shop.address, who);
    const shut = each.filter((rule) => ranks.indexOf(rule.least) > ranks.indexOf(who));
    expect(shut.length).toBeGreaterThan(0);
    for (const { route, method } of shut)
      expect((await person.fetch(at(route), { method, data })).status(), `${method} ${route}`).toBe(403);
    await person.dispose();
  });
}

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

test("guessing a password is stopped, a wrong one tells nothing about the account, and a cookie of one's own making opens nothing", async ({
  shop,
}) => {
  const nobody = await client(shop.address, "nobody");
  const attempt = async (account: string, password = "guess") => {
    const answer = await nobody.post("/api/session", {
      data: { account, password },
      headers: { "X-Forwarded-For": `10.0.0.${account.length}` },
    });
    return [answer.status(), ((await answer.json()) as { problems: { code: string }[] }).problems[0]!.code];
  };
  expect(await attempt("nobody-known")).toEqual([401, "bad-credentials"]);
  expect(await attempt("pip")).toEqual([401, "bad-credentials"]);
  for (let again = 0; again < 7; again += 1) await attempt("guesser-of-passwords");
  expect(await attempt("guesser-of-passwords")).toEqual([401, "bad-credentials"]);
  expect(await attempt("guesser-of-passwords")).toEqual([429, "too-many-attempts"]);
  expect(
    (
      await nobody.get(`/api/jobs/${nobodyHere}/record`, { headers: { Cookie: "ember-session=Fe26.2*1*forged" } })
    ).status(),
  ).toBe(401);
  await nobody.dispose();
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
