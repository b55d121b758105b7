/**
 * Kills the web process, the database and both with SIGKILL while entries stream in, and counts afterwards: nothing that
 * was acknowledged may be missing, nothing may be there twice.
 */
import { setTimeout as delay } from "node:timers/promises";
import type { Findings, House } from "./house";
import { Writers } from "./stream";

const victims = ["web", "database", "both"] as const;

export async function crash(house: House, rounds: number): Promise<Findings> {
  const writers = await Writers.begin(house);
  const killed = { web: 0, database: 0, both: 0 };
  for (let round = 0; round < rounds; round += 1) {
    const before = writers.acknowledged.length;
    // Some entries must get through between two blows, or nothing would be tried.
    while (writers.acknowledged.length < before + 5) await delay(10);
    const victim = victims[round % victims.length]!;
    if (victim !== "database") await house.kill(house.web.child);
    if (victim !== "web") await house.kill(house.database.child);
    killed[victim] += 1;
    if (victim !== "web") await house.startDatabase();
    if (victim !== "database") await house.startServer();
  }
  const { lost, doubled, gaps, more } = await writers.end();
  const { acknowledged, counts } = writers;
  return {
    said: [
      `${rounds} rounds of kill -9 (web ${killed.web}, database ${killed.database}, both ${killed.both}); ${acknowledged.length} entries acknowledged, ${counts.again} sent again, ${counts.lostAnswers} answers lost on the way`,
      `${lost} lost, ${doubled} doubled, ${more} kept and never answered, ${gaps} gaps in the numbering`,
    ],
    wrong: lost + doubled + gaps > 0 || acknowledged.length === 0 ? ["entries were lost, doubled or misnumbered"] : [],
  };
}
