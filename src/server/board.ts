import type { BoardPerson } from "@/core/views/board";
import type { Calendar } from "@/core/ordering/schedule";
import type { CardLine } from "@/core/views/card";
import { countJobs, listCards } from "@/store/cards";
import { listAccounts } from "@/store/accounts";
import { making } from "./cards";
import { database } from "./environment";
import { openShop } from "./jobs";

/** So many engines stand on the board at most, those wanted soonest. */
export const mostOnBoard = 300;

export interface BoardData {
  readonly lines: readonly CardLine[];
  /** How many there are on the bench in all. */
  readonly total: number;
  readonly people: readonly BoardPerson[];
  readonly calendar: Calendar | null;
}

/** What is on the bench, who works there and when. No job is judged for it. */
export async function boardData(): Promise<BoardData> {
  const [lines, total, accounts, { settings }] = await Promise.all([
    listCards(database(), making(new Date()), { from: 0, most: mostOnBoard, words: "", show: "bench", sort: "due" }),
    countJobs(database(), { words: "", show: "bench" }),
    listAccounts(database()),
    openShop(),
  ]);
  return {
    lines,
    total,
    people: accounts.map(({ id, name, role, isDisabled }) => ({
      id,
      name,
      isAtBench: role !== "viewer" && !isDisabled,
    })),
    calendar: settings?.calendar ?? null,
  };
}
