import { problem } from "@/core/problem";
import type { Envelope } from "@/core/entry/schema";
import { EntryLog, type Reply } from "./entry-log";

const part = "0190aaaa-0000-7000-8000-000000000001";

/** A log whose server is a list of answers, and whose retries happen when the test says so. */
function logWith(...replies: (Reply | Error)[]) {
  const sent: string[][] = [];
  const later: (() => void)[] = [];
  let count = 0;
  const send = async (entries: readonly Envelope[]): Promise<Reply> => {
    sent.push(entries.map((entry) => entry.id));
    const reply = replies.shift() ?? { answers: entries.map(({ id }) => ({ id, outcome: "kept" as const })) };
    if (reply instanceof Error) throw reply;
    return reply;
  };
  const random = () => new Uint8Array(16).fill((count += 1));
  const log = new EntryLog([], { stream: part, author: "me", now: () => 1_790_000_000_000 + count, random }, send, (work) => later.push(work));
  const settled = async () => {
    for (let turn = 0; turn < 20; turn += 1) await Promise.resolve();
  };
  const retry = async () => {
    later.splice(0).forEach((work) => work());
    await settled();
  };
  return { log, sent, settled, retry };
}

const remove = (log: EntryLog) => log.append("part-removed", { part });

test("an entry counts at once, and waits until it is acknowledged", async () => {
  const { log, settled } = logWith();
  const entry = remove(log);
  expect([log.state().entries.length, log.state().waiting.has(entry.id)]).toEqual([1, true]);
  await settled();
  expect(log.state()).toMatchObject({ entries: [{ id: entry.id }], refused: [], trouble: null });
  expect(log.state().waiting.size).toBe(0);
});

test("when the server is gone, everything is sent again with the same ids and in order", async () => {
  const { log, sent, settled, retry } = logWith(new Error("no route"), { status: 500, problems: [problem("error", "server-error")] });
  const first = remove(log);
  await settled();
  expect(log.state().trouble?.code).toBe("server-unreachable");
  const second = remove(log);
  await retry();
  expect(log.state().waiting.size).toBe(2);
  await retry();
  expect(sent.at(-1)).toEqual([first.id, second.id]);
  expect(new Set(sent.flat())).toEqual(new Set([first.id, second.id]));
  expect(log.state()).toMatchObject({ trouble: null, refused: [] });
  expect(log.state().waiting.size).toBe(0);
});

test("signed out is said as such, and nothing is given up", async () => {
  const { log, settled, retry } = logWith({ status: 401, problems: [problem("error", "signed-out")] });
  remove(log);
  await settled();
  expect([log.state().trouble?.code, log.state().entries.length]).toEqual(["signed-out", 1]);
  await retry();
  expect(log.state().waiting.size).toBe(0);
});

test("what is refused leaves the job and goes to the tray with its reason; its neighbours are kept", async () => {
  const { log, settled } = logWith({ status: 403, problems: [problem("error", "forbidden")] });
  const mine = remove(log);
  await settled();
  expect(log.state()).toMatchObject({ entries: [], refused: [{ entry: { id: mine.id }, problems: [{ code: "forbidden" }] }], trouble: null });
  log.dismiss(mine.id);
  const next = remove(log);
  await settled();
  expect(log.state()).toMatchObject({ entries: [{ id: next.id }], refused: [] });
});

test("an answer that says nothing of an entry is no answer: it is sent again later", async () => {
  const { log, sent, settled, retry } = logWith({ answers: [] });
  const { id } = remove(log);
  await settled();
  expect([sent, log.state().trouble?.code]).toEqual([[[id]], "server-error"]);
  await retry();
  expect([sent, log.state().trouble, log.state().waiting.size]).toEqual([[[id], [id]], null, 0]);
});

test("listeners hear of every change until they leave", async () => {
  const { log, settled } = logWith();
  let heard = 0;
  const leave = log.subscribe(() => (heard += 1));
  remove(log);
  await settled();
  const before = heard;
  leave();
  remove(log);
  await settled();
  expect([before >= 2, heard]).toEqual([true, before]);
});
