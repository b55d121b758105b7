import { plainWording } from "@/words/plain-wording";
import { sayProblem } from "@/words/say-problem";
import { pageTrouble } from "./page-trouble";

const of = (message: string, digest?: string) =>
  pageTrouble(Object.assign(new Error(message), digest === undefined ? {} : { digest }));

test("what broke in the browser is not laid to the server, and nothing is said to be lost that is kept", () => {
  expect(of("Too many renders")).toMatchObject({ code: "page-broke", params: { why: "Too many renders" } });
  expect(sayProblem(of("Too many renders"), plainWording)).toMatch(
    /broke in the browser: Too many renders\..* is kept/u,
  );
  expect(["away.1", "full.2", "unknown-schema", "other.r-17", "r-18"].map((digest) => of("", digest))).toMatchObject([
    { code: "database-unreachable" },
    { code: "disk-full" },
    { code: "unknown-schema" },
    { code: "server-error", params: { request: "r-17" } },
    { code: "server-error", params: { request: "r-18" } },
  ]);
});
