import { problem } from "@/core/problem/problem";
import { roomFor } from "@/server/room";
import { answer, refuse, route } from "@/server/route";
import { EntryBatch, takeEntries } from "@/server/take-entries";

/** The only way to write: a batch of entries, one answer for each. */
export const POST = route(
  { role: "inspector", body: EntryBatch, mostBytes: 4 * 1024 * 1024 },
  async ({ body, person }) => {
    if (!(await roomFor("entries"))) return refuse(507, problem("disk-full"));
    const answers = await takeEntries(body.entries, person, new Date());
    return answer(
      { v: 1, answers },
      200,
      answers.flatMap(({ problems }) => problems ?? []),
    );
  },
);
