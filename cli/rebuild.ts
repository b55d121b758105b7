import { rebuildReadings } from "@/store/readings";
import { withDatabase } from "./with-database";

/** Works out anew, from the entries, what the readings of all jobs are compared by. */
export const rebuild = (words: readonly string[]): Promise<void> =>
  withDatabase("rebuild", words, async (database) =>
    console.log(`Worked out anew for ${await rebuildReadings(database)} jobs.`),
  );
