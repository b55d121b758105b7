import { problem } from "@/core/problem/problem";
import type { Envelope } from "@/core/entry/schema";
import { memoryOutbox } from "../fixtures/memory-outbox";
import { sendWaiting } from "../outbox/send-waiting";
import type { Answered } from "../outbox/ask-server";
import type { Answer } from "@/core/entry/answer";
import { EntryLog } from "./entry-log";

type Reply = Answered<readonly Answer[]>;
const unreached: Reply = { later: problem("server-unreachable") };

const part = "0190aaaa-0000-7000-8000-000000000001";

/** A log whose server is a list of answers, and whose retries happen when the test says so. */
function logWith(...replies: Reply[]) {
  const sent: string[][] = [];
  const later: (() => void)[] = [];
  let count = 0;
  const send = async (entries: readonly Envelope[]): Promise<Reply> => {
    sent.push(entries.map((entry) => entry.id));
    return replies.shift() ?? { value: entries.map(({ id }) => ({ id, outcome: "kept" as const })) };
  };
  const random = () => new Uint8Array(16).fill((count += 1));
  const outbox = memoryOutbox();
  const maker = { stream: part, author: "me", now: () => 1_790_000_000_000 + count, random };
  const log = new EntryLog([], maker, { send, later: (work) => later.push(work), outbox });
  const settled = async () => {
    for (let turn = 0; turn < 60; turn += 1) await Promise.resolve();
  };
  const retry = async () => {
    later.splice(0).forEach((work) => work());
    await settled();
  };
  return { log, sent, settled, retry, outbox, maker, send };
}

const remove = (log: EntryLog) => log.append("part-removed", { part });

test("an entry counts at once, and waits until it is acknowledged", async () => {
  const { log, settled } = logWith();
  const { refused } = log.state();
  const entry = remove(log);
  expect([log.state().entries.length, log.state().waiting.has(entry.id)]).toEqual([1, true]);
  await settled();
  expect(log.state()).toMatchObject({ entries: [{ id: entry.id }], refused: [], trouble: null });
  expect(log.state().waiting.size).toBe(0);
  // The very same list: the page follows readings at its leisure as long as nothing was refused, and tells by that.
  expect(log.state().refused).toBe(refused);
});

test("when the server is gone, everything is sent again with the same ids and in order", async () => {
  const { log, sent, settled, retry } = logWith(unreached, unreached);
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
  const { log, settled, retry } = logWith({ later: problem("signed-out") });
  remove(log);
  await settled();
  expect([log.state().trouble?.code, log.state().entries.length]).toEqual(["signed-out", 1]);
  await retry();
  expect(log.state().waiting.size).toBe(0);
});

test("what is refused leaves the job and goes to the tray with its reason; its neighbours are kept", async () => {
  const { log, settled } = logWith({ problems: [problem("forbidden", [], { role: "viewer" })] });
  const mine = remove(log);
  await settled();
  expect(log.state()).toMatchObject({
    entries: [],
    refused: [{ entry: { id: mine.id }, problems: [{ code: "forbidden" }] }],
    trouble: null,
  });
  log.dismiss(mine.id);
  // Whoever listens dismisses what it is told of: said twice, it must not be told again.
  const after = log.state();
  log.dismiss(mine.id);
  expect(log.state()).toBe(after);
  const next = remove(log);
  await settled();
  expect(log.state()).toMatchObject({ entries: [{ id: next.id }], refused: [] });
});

test("an answer that says nothing of an entry is no answer: it is sent again later", async () => {
  const { log, sent, settled, retry } = logWith({ value: [] });
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

describe("the outbox", () => {
  test("holds an entry until it is acknowledged, and a refused one until it was seen", async () => {
    const { log, settled, retry, outbox } = logWith(
      unreached,
      { value: [] },
      { problems: [problem("forbidden", [], { role: "viewer" })] },
    );
    const { id } = remove(log);
    await settled();
    expect([...outbox.waiting.keys()]).toEqual([id]);
    await retry();
    expect([...outbox.waiting.keys()]).toEqual([id]);
    await retry();
    expect([[...outbox.waiting.keys()], [...outbox.refused.keys()]]).toEqual([[], [id]]);
    log.dismiss(id);
    await settled();
    expect(outbox.refused.size).toBe(0);
  });

  test("brings what a closed page left to the next one, which sends it with the same id", async () => {
    const gone = logWith(unreached);
    const { id } = remove(gone.log);
    await gone.settled();
    const next = new EntryLog([], gone.maker, { send: gone.send, later: () => {}, outbox: gone.outbox });
    await next.restore();
    await gone.settled();
    expect(gone.sent).toEqual([[id], [id]]);
    expect([
      next.state().entries.map((entry) => entry.id),
      next.state().waiting.size,
      gone.outbox.waiting.size,
    ]).toEqual([[id], 0, 0]);
  });

  test("forgets what the server turns out to have, and leaves other people's entries alone", async () => {
    const gone = logWith(unreached);
    const entry = remove(gone.log);
    await gone.settled();
    const foreign = { ...entry, id: entry.id.replace(/.$/, "0"), author: "another" };
    gone.outbox.waiting.set(foreign.id, foreign);
    const next = new EntryLog([entry], gone.maker, { send: gone.send, later: () => {}, outbox: gone.outbox });
    await next.restore();
    await gone.settled();
    expect([next.state().entries.length, [...gone.outbox.waiting.keys()]]).toEqual([1, [foreign.id]]);
  });

  test("is emptied from the list of jobs too", async () => {
    const { log, settled, outbox, send } = logWith(unreached);
    remove(log);
    await settled();
    expect(await sendWaiting(outbox, "me", async () => unreached)).toHaveLength(1);
    expect(await sendWaiting(outbox, "me", send)).toEqual([]);
    expect(outbox.waiting.size).toBe(0);
  });
});

describe("taking back", () => {
  test("strikes all that one act made, in the order of acts, and putting back strikes the strike", async () => {
    const { log, settled } = logWith();
    const [first] = [remove(log)];
    await settled();
    const both = [remove(log), remove(log)];
    await settled();
    expect(log.actCount()).toBe(2);
    expect(log.undo()).toEqual(both);
    expect(log.state().entries.at(-1)).toMatchObject({
      type: "entry-struck",
      payload: { strikes: both.map((entry) => entry.id), undo: true },
    });
    log.undo();
    expect([log.undo(), log.actCount()]).toEqual([[], 0]);
    expect(log.redo()).toEqual([first]);
    expect(log.actCount()).toBe(1);
    await settled();
    remove(log);
    await settled();
    expect(log.redo()).toEqual([]);
  });
});

test("what others wrote is added once, and what the server has of ours is acknowledged by it", async () => {
  const { log, settled } = logWith(unreached);
  const mine = remove(log);
  await settled();
  const theirs = { ...mine, id: mine.id.replace(/.$/, "0"), author: "another" };
  log.receive([theirs, mine]);
  log.receive([theirs]);
  expect([log.state().entries.length, log.state().waiting.size, log.state().trouble]).toEqual([2, 0, null]);
});

test("what the live line acknowledges while its request is on the way is no failure, and nothing alarms", async () => {
  let answer = (_: Reply) => {};
  const later: (() => void)[] = [];
  const alarms: string[] = [];
  let count = 0;
  const random = () => new Uint8Array(16).fill((count += 1));
  const maker = { stream: part, author: "me", now: () => 1_790_000_000_000, random };
  const log = new EntryLog([], maker, {
    send: () => new Promise<Reply>((resolve) => (answer = resolve)),
    later: (work) => later.push(work),
    outbox: memoryOutbox(),
  });
  log.subscribe(() => void (log.state().trouble && alarms.push(log.state().trouble!.code)));
  const first = remove(log);
  await Promise.resolve();
  // The line is quicker than the answer, and a hand quicker than both.
  log.receive([first]);
  const second = remove(log);
  answer({ value: [{ id: first.id, outcome: "kept-before" }] });
  for (let turn = 0; turn < 40; turn += 1) await Promise.resolve();
  answer({ value: [{ id: second.id, outcome: "kept" }] });
  for (let turn = 0; turn < 40; turn += 1) await Promise.resolve();
  expect([alarms, later.length, log.state().waiting.size]).toEqual([[], 0, 0]);
});

test("an answer that says nothing of what was sent is a failure, and is tried again later", async () => {
  const { log, settled, retry } = logWith({ value: [] });
  remove(log);
  await settled();
  expect(log.state().trouble?.code).toBe("server-error");
  await retry();
  expect(log.state()).toMatchObject({ trouble: null });
});
