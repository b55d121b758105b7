import { rebuildReadings } from "@/store/readings";
import { rebuildShelf } from "@/store/shelf";
import { withDatabase } from "./with-database";

/** Works out anew, from the entries, what the readings of all jobs are compared by. */
export const rebuild = (words: readonly string[]): Promise<void> =>
  withDatabase("rebuild", words, async (database) => {
    await rebuildShelf(database);
    console.log(`Worked out anew for ${await rebuildReadings(database)} jobs, and the shelf.`);
  });
