/** What routes say when there is no database, or another program's. The rest of the wrapper is tried over http. */
import * as environment from "@/server/environment";
import { GET as health } from "@/app/api/health/route";
import { answer, route } from "@/server/route";

jest.mock("@/server/environment", () => ({
  schemaIsKnown: jest.fn(async () => true),
  databaseAnswers: jest.fn(async () => false),
}));
jest.mock("@/server/session", () => ({ currentPerson: async () => null }));
jest.mock("@/server/log", () => ({ log: { info: () => {}, debug: () => {}, error: () => {} } }));

const ask = async (handler: ReturnType<typeof route>) => {
  const response = await handler(new Request("http://bench.local/api/x"), { params: Promise.resolve({}) });
  return [response.status, ((await response.json()) as { problems?: { code: string }[] }).problems?.[0]?.code];
};

test("a process whose database is gone is not well, and says why", async () =>
  expect(await ask(health)).toEqual([503, "database-unreachable"]));

test("a process over another program's schema refuses everything", async () => {
  jest.mocked(environment.schemaIsKnown).mockResolvedValueOnce(false);
  const anything = route({ role: "nobody" }, async () => answer({}));
  expect(await ask(anything)).toEqual([503, "unknown-schema"]);
  expect(await ask(anything)).toEqual([200, undefined]);
});
