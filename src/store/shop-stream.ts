import type { Database } from "./connection";
import { beginStream, listStreams } from "./streams";

/** The stream of the shop's own measuring equipment; begun where there is none. */
export async function shopStream(database: Database, newId: () => string, now: Date): Promise<string> {
  const [known] = await listStreams(database, "shop");
  if (known) return known;
  const stream = newId();
  await beginStream(database, stream, "shop", now);
  return stream;
}
