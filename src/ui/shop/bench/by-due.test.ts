import type { CardLine, JobCard } from "@/core/views/card";
import { byDue } from "./by-due";

const line = (id: string, wantedBy: string | null): CardLine => ({
  id,
  name: id,
  owner: null,
  card: { wantedBy } as JobCard,
  isFresh: true,
});

test("what is wanted yesterday is late, today is not; an engine without a date or a card is there, last", () => {
  const lines = [
    line("yesterday", "2026-11-26"),
    line("today", "2026-11-27"),
    line("in six days", "2026-12-03"),
    line("in seven", "2026-12-04"),
    line("in four weeks", "2026-12-25"),
    line("undated", null),
    { ...line("new", null), card: null },
  ];
  expect(byDue(lines, "2026-11-27").map(({ title, lines: those }) => [title, ...those.map(({ id }) => id)])).toEqual([
    ["Late", "yesterday"],
    ["This week", "today", "in six days"],
    ["Within four weeks", "in seven"],
    ["Later", "in four weeks"],
    ["No date", "undated", "new"],
  ]);
  expect(byDue([], "2026-11-27")).toEqual([]);
});
