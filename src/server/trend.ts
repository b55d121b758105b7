import { readingsAt, visitOf } from "@/store/readings";
import { database } from "./environment";

/** What was read at one place of a job's engine at its other visits, and of all engines of its kind; null where there is no such job. */
export async function trendAt(job: string, slot: string, feature: string) {
  const visit = await visitOf(database(), job);
  return visit && readingsAt(database(), { ...visit, slot, feature });
}
