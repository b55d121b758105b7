import { photoLimits } from "@/core/photo/photo-limits";
import { problem } from "@/core/problem/problem";
import { photoEntry } from "../outbox/photo-entry";
import { PhotoQueue, type PhotoShelf, type WaitingPhoto } from "../outbox/photo-queue";
import type { Answered } from "../outbox/ask-server";
import { sendPhoto, type TakenPhoto } from "../outbox/send-photo";

const about = { part: null, place: null, station: "strip", words: null };
const taken = { photo: "a".repeat(64), width: 40, height: 30 };

/** A server that keeps pieces, and breaks off when it is told to. */
function server({ breakAt = null as number | null } = {}) {
  const pieces = new Map<number, Blob>();
  const asked: string[] = [];
  let breaks = breakAt;
  const send = (path: string, init: RequestInit = {}): Promise<Response> => {
    const end = path.split("/").slice(4).join("/");
    asked.push(`${init.method} ${end.replace(/photo-1/u, "id")}`);
    if (init.method === "PUT") {
      const n = Number(path.split("/").at(-1));
      if (breaks === n) {
        breaks = null;
        return Promise.reject(new TypeError("network"));
      }
      pieces.set(n, init.body as Blob);
      return Promise.resolve(Response.json({ have: [...pieces.keys()] }));
    }
    return Promise.resolve(Response.json(end.endsWith("uploads") ? { have: [...pieces.keys()], photo: null } : taken));
  };
  return { send, asked, pieces };
}
const file = new Blob([new Uint8Array(2.5 * photoLimits.chunk)]);
const photo = { job: "job-1", id: "photo-1", file };

test("a photo travels in pieces, and one that was broken off sends only what is missing", async () => {
  const { send, asked, pieces } = server({ breakAt: 1 });
  const shares: number[] = [];
  expect(await sendPhoto(photo, send, (share) => shares.push(share))).toMatchObject({
    later: { code: "server-unreachable" },
  });
  expect(await sendPhoto(photo, send, (share) => shares.push(share))).toEqual({ value: taken });
  expect(asked).toEqual([
    "POST uploads",
    "PUT uploads/id/0",
    "PUT uploads/id/1",
    "POST uploads",
    "PUT uploads/id/1",
    "PUT uploads/id/2",
    "POST uploads/id",
  ]);
  expect([...pieces].map(([n, piece]) => [n, piece.size])).toEqual([
    [0, photoLimits.chunk],
    [1, photoLimits.chunk],
    [2, photoLimits.chunk / 2],
  ]);
  expect(shares.at(-1)).toBe(1);
});

test("what is too large or empty is not sent at all, and what the server refuses is told", async () => {
  const { send, asked } = server();
  const huge = { size: 60 * 1024 * 1024 } as Blob;
  expect(await sendPhoto({ ...photo, file: huge }, send, () => {})).toMatchObject({
    problems: [{ code: "photo-too-large" }],
  });
  expect(await sendPhoto({ ...photo, file: new Blob([]) }, send, () => {})).toMatchObject({
    problems: [{ code: "not-a-picture" }],
  });
  expect(asked).toEqual([]);
  const refusing = () => Promise.resolve(Response.json({ problems: [problem("photo-heic")] }, { status: 422 }));
  expect(await sendPhoto(photo, refusing, () => {})).toMatchObject({ problems: [{ code: "photo-heic" }] });
  for (const status of [401, 503])
    expect(
      await sendPhoto(
        photo,
        () => Promise.resolve(new Response("", { status })),
        () => {},
      ),
    ).toMatchObject({ later: { code: "server-unreachable" } });
});

function queue(answers: readonly Answered<TakenPhoto>[]) {
  const kept = new Map<string, WaitingPhoto>();
  const shelf: PhotoShelf = {
    put: async (each) => void kept.set(each.id, each),
    forget: async (id) => void kept.delete(id),
    load: async (author) => [...kept.values()].filter((each) => each.author === author),
  };
  const written: string[] = [];
  const wakes: (() => void)[] = [];
  const left = [...answers];
  const make = () =>
    new PhotoQueue({
      shelf,
      send: async () => left.shift() ?? { value: taken },
      later: (work) => wakes.push(work),
      onTaken: ({ photo: sha256 }) => void written.push(sha256),
    });
  return { made: make(), make, kept, written, wakes };
}
const waiting = (id: string): WaitingPhoto => ({ id, job: "job-1", author: "wren", name: `${id}.jpg`, file, about });
const settled = async () => {
  for (let turn = 0; turn < 20; turn += 1) await Promise.resolve();
};

test("a photo is on the shelf until the job has it, through a lost network and a closed page", async () => {
  const { made, make, kept, written, wakes } = queue([
    { later: problem("server-unreachable") },
    { later: problem("server-unreachable") },
  ]);
  await made.add(waiting("one"));
  await settled();
  expect([made.state().map(({ id, state }) => [id, state]), [...kept.keys()], written]).toEqual([
    [["one", "waiting"]],
    ["one"],
    [],
  ]);
  // The page is closed, and opened again while the network is still away.
  const again = make();
  await again.restore("wren");
  await settled();
  expect(again.state()).toHaveLength(1);
  wakes.at(-1)!();
  await settled();
  expect([again.state(), [...kept.keys()], written]).toEqual([[], [], [taken.photo]]);
});

test("a refused photo stays in sight with its reason until a person has seen it, and the next one goes on", async () => {
  const { made, written } = queue([{ problems: [problem("not-a-picture")] }]);
  await made.add(waiting("bad"));
  await made.add(waiting("good"));
  await settled();
  expect(made.state().map(({ id, state, problems }) => [id, state, problems[0]?.code])).toEqual([
    ["bad", "refused", "not-a-picture"],
  ]);
  expect(written).toEqual([taken.photo]);
  made.dismiss("bad");
  expect(made.state()).toEqual([]);
});

test("a photo that the device has no room for is sent from memory, and is said not to be kept", async () => {
  const full: PhotoShelf = { put: () => Promise.reject(new DOMException("full", "QuotaExceededError")), forget: async () => {}, load: async () => [] }; // prettier-ignore
  const written: string[] = [];
  const answers: Answered<TakenPhoto>[] = [{ later: problem("server-unreachable") }];
  const wakes: (() => void)[] = [];
  const made = new PhotoQueue({ shelf: full, send: async () => answers.shift() ?? { value: taken }, later: (work) => wakes.push(work), onTaken: (_, { id }) => void written.push(id) }); // prettier-ignore
  await made.add(waiting("one"));
  await settled();
  expect(made.state().map(({ state, isKept }) => [state, isKept])).toEqual([["waiting", false]]);
  wakes[0]!();
  await settled();
  expect([made.state(), written]).toEqual([[], ["one"]]);
});

test("photos of all jobs of a person are taken up, and one that two pages send is written once", async () => {
  const { made, make, written } = queue([]);
  const other = { ...waiting("two"), job: "job-2" };
  await made.add(other);
  await settled();
  expect(written).toEqual([taken.photo]);
  const again = queue([{ later: problem("server-unreachable") }]);
  await again.made.add(other);
  await settled();
  const next = again.make();
  await next.restore("wren");
  await settled();
  expect([make().state(), again.written]).toEqual([[], [taken.photo]]);
  const photo = { ...waiting("01936f2a-4000-7000-8000-00000000aaaa"), job: "01936f2a-4000-7000-8000-00000000bbbb" };
  const [one, same] = [photoEntry(photo, taken), photoEntry({ ...photo }, { ...taken })];
  expect(same).toEqual(one);
  expect([one.stream, one.author, new Date(one.at).getTime()]).toEqual([photo.job, "wren", 0x01936f2a4000]);
  expect(photoEntry({ ...photo, id: "01936f2a-4000-7000-8000-00000000aaab" }, taken).id).not.toBe(one.id);
});
