import { boardOf, readyAt, type BoardJob } from "./board";

const bench = (people: number) => ({ hours: 6, people, closed: [] });
const job = (id: string, wantedBy: string | null, hours: number, rest: Partial<BoardJob> = {}): BoardJob => ({
  id,
  wantedBy,
  givenTo: null,
  work: { before: 0, assembly: hours * 60 },
  until: null,
  ...rest,
});
/** A Monday. */
const today = "2026-11-30";
const ends = (jobs: readonly BoardJob[], people = 1) =>
  Object.fromEntries(boardOf(jobs, bench(people), today).lines.map(({ id, ends: day }) => [id, day]));

test("what is wanted soonest comes first, whatever came in first; what has no day comes last", () =>
  expect(ends([job("later", "2026-12-04", 6), job("open", null, 6), job("soon", "2026-11-30", 12)])).toEqual({
    soon: "2026-12-01",
    later: "2026-12-02",
    open: "2026-12-03",
  }));

test("a weekend is no working day, and two people do twice as much", () => {
  expect(ends([job("a", "2026-12-07", 36)])).toEqual({ a: "2026-12-07" });
  expect(ends([job("a", "2026-12-07", 36), job("b", "2026-12-08", 6)], 2)).toEqual({
    a: "2026-12-07",
    b: "2026-11-30",
  });
});

test("while one waits for what was ordered the bench goes on with another, and comes back to it", () =>
  expect(
    ends([
      job("waits", "2026-12-04", 6, { work: { before: 360, assembly: 360 }, until: "2026-12-03" }),
      job("other", "2026-12-20", 12),
    ]),
  ).toEqual({ waits: "2026-12-03", other: "2026-12-02" }));

test("an engine stays with whom it was given to, though others are free; one nobody was named for stays with who began it", () => {
  const { lanes, lines } = boardOf(
    [
      job("a", "2026-12-01", 12, { givenTo: "wren" }),
      job("b", "2026-12-02", 6, { givenTo: "wren" }),
      job("c", "2026-12-20", 6, { work: { before: 360, assembly: 360 } }),
    ],
    bench(2),
    today,
  );
  expect(lines.map(({ ends: day }) => day)).toEqual(["2026-12-01", "2026-12-02", "2026-12-01"]);
  expect(lanes).toEqual([
    { person: "wren", jobs: ["a", "b"], minutes: 1080, ends: "2026-12-02" },
    { person: null, jobs: ["c"], minutes: 720, ends: "2026-12-01" },
  ]);
});

test("what nobody can say is not said: an engine without hours ends on no day, and takes nobody's time", () =>
  expect(boardOf([job("a", "2026-12-01", 0, { work: null })], null, today)).toEqual({
    lines: [{ id: "a", ends: null }],
    lanes: [{ person: null, jobs: [], minutes: 0, ends: null }],
  }));

// Outside check: for one bench and no waiting, Jackson's rule is the best there is; every other order is tried.
test("no other order has a smaller greatest lateness on one bench", () => {
  const jobs = [
    job("a", "2026-12-03", 9),
    job("b", "2026-12-01", 14),
    job("c", "2026-12-02", 4),
    job("d", "2026-12-07", 11),
  ];
  const worst = (order: readonly BoardJob[]) => {
    // Given days in the order wanted, the same rule goes through them in that order.
    const { lines } = boardOf(
      order.map((each, at) => ({ ...each, wantedBy: `2026-12-1${at}` })),
      bench(1),
      today,
    );
    return Math.max(
      ...lines.map(({ ends: day }, at) => (Date.parse(day!) - Date.parse(order[at]!.wantedBy!)) / 86_400_000),
    );
  };
  const orders = (of: readonly BoardJob[]): BoardJob[][] =>
    of.length === 0
      ? [[]]
      : of.flatMap((each) => orders(of.filter((other) => other !== each)).map((rest) => [each, ...rest]));
  const { lines: own } = boardOf(jobs, bench(1), today);
  const late = own.map(({ ends: day }, at) => (Date.parse(day!) - Date.parse(jobs[at]!.wantedBy!)) / 86_400_000);
  expect(Math.max(...late)).toBe(Math.min(...orders(jobs).map(worst)));
});

test("a day is the engine's own; where others come first it is late by theirs, and what nobody can tell is not late", () => {
  const card = { ready: { likely: "2026-12-02", safe: "2026-12-09" }, wantedBy: "2026-12-04" };
  expect(readyAt(card, "2026-12-01")).toEqual({ ...card.ready, behind: null, spare: 2 });
  expect(readyAt(card, "2026-12-07")).toEqual({ ...card.ready, behind: "2026-12-07", spare: -3 });
  expect(readyAt({ ...card, wantedBy: null }, null)?.spare).toBeNull();
  expect(readyAt({ ...card, ready: null }, "2026-12-07")).toBeNull();
});
