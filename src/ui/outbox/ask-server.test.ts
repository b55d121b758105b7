import { problem } from "@/core/problem/problem";
import { askNow, askServer, type Fetch } from "./ask-server";

const says =
  (status: number, body: unknown): Fetch =>
  async () =>
    Response.json(body, { status });
const gone: Fetch = () => Promise.reject(new Error("no route"));
const refusal = { problems: [problem("photo-heic")] };

test("what the server refuses for good is told from what may pass", async () => {
  expect(await askServer(says(200, { seq: 1 }), "/", {})).toMatchObject({ value: { seq: 1 } });
  expect(await askServer(says(422, refusal), "/", {})).toMatchObject(refusal);
  expect(await askServer(says(503, {}), "/", {})).toMatchObject({ later: { code: "server-unreachable" } });
  expect(await askServer(says(401, { problems: [problem("signed-out")] }), "/", {})).toMatchObject({
    later: { code: "signed-out" },
  });
  expect(await askServer(gone, "/", {})).toMatchObject({ later: { code: "server-unreachable" } });
});

test("whoever waits is told at once, and an answer that says nothing is an error of the server", async () => {
  expect(await askNow(gone, "/", {})).toMatchObject({ problems: [{ code: "door-unreachable" }] });
  expect(await askNow(says(401, { problems: [problem("bad-credentials")] }), "/", {})).toMatchObject({
    problems: [{ code: "bad-credentials" }],
  });
  expect(await askNow(says(500, "?"), "/", {})).toMatchObject({ problems: [{ code: "server-error" }] });
});
