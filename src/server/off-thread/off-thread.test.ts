import { NotDone, offThread, type Came } from "./off-thread";

const told = async (came: Came) => {
  (globalThis as { emberThreads?: object }).emberThreads = { ask: async () => came };
  return offThread("readCatalogue", { text: "number,name" }).catch((error: NotDone) => [error.status, error.problem.code]); // prettier-ignore
};
afterEach(() => delete (globalThis as { emberThreads?: object }).emberThreads);

test("whoever waits for a thread is told why it did nothing, and whether to come again", async () => {
  expect(await told({ is: "too-long", seconds: 30 })).toEqual([503, "judging-too-long"]);
  expect(await told({ is: "too-much" })).toEqual([503, "judging-too-much"]);
  expect(await told({ is: "busy" })).toEqual([503, "judging-busy"]);
  expect(await told({ is: "threw", trouble: "away", message: "gone" })).toEqual([503, "database-unreachable"]);
  expect(await told({ is: "done", value: { rows: 1 } })).toEqual({ rows: 1 });
});

test("without threads the work is done in place", async () => {
  expect(await offThread("readCatalogue", { text: "number,name\nA-1,gasket" })).toMatchObject({ rows: 1 });
});
