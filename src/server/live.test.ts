import { endLiveStreams, eventStream } from "./live";

type Send = (event: { id: number; data: unknown }) => void;

function listen() {
  const gone = new AbortController();
  const stop = jest.fn();
  let send: Send = () => {};
  const response = eventStream({
    signal: gone.signal,
    isAllowed: () => Promise.resolve(true),
    begin: (sends) => ((send = sends), stop),
  });
  const reader = response.body!.getReader();
  const next = async () => {
    const { done, value } = await reader.read();
    return done ? null : new TextDecoder().decode(value);
  };
  return { gone, stop, next, send: (event: Parameters<Send>[0]) => send(event) };
}

test("a line tells what is sent, and what comes after its end goes nowhere", async () => {
  const { gone, stop, next, send } = listen();
  expect(await next()).toBe("retry: 2000\n\n");
  send({ id: 3, data: { entries: ["a"] } });
  expect(await next()).toBe('id: 3\ndata: {"entries":["a"]}\n\n');
  gone.abort();
  send({ id: 4, data: {} });
  expect(await next()).toBeNull();
  endLiveStreams();
  expect(stop).toHaveBeenCalledTimes(1);
});

test("a process that stops ends every line", async () => {
  const [one, two] = [listen(), listen()];
  await Promise.all([one.next(), two.next()]);
  endLiveStreams();
  expect([await one.next(), await two.next()]).toEqual([null, null]);
  expect([one.stop, two.stop].map(({ mock }) => mock.calls.length)).toEqual([1, 1]);
});

test("who listens and does not read is let go once a bounded amount waits for them, and one large piece of news is none", async () => {
  const { stop, send, next } = listen();
  const news = { id: 1, data: { entries: ["x".repeat(300_000)] } };
  send({ id: 1, data: { entries: ["x".repeat(2_000_000)] } });
  expect(stop).not.toHaveBeenCalled();
  for (let count = 0; count < 20; count += 1) send(news);
  expect(stop).toHaveBeenCalledTimes(1);
  await expect(next()).rejects.toThrow("does not read");
});
