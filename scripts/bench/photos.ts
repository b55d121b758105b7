import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { openDatabase, select } from "@/store/connection";
import { leadsCookie } from "./sign-in";

const [address] = process.argv.slice(2);
const database = openDatabase(process.env.EMBER_DATABASE_URL!, 4);
const [{ stream, sha256 }] = (await select<{ stream: string; sha256: string }>(
  database,
  "SELECT stream_id AS stream, sha256 FROM job_photo LIMIT 1",
)) as [{ stream: string; sha256: string }];
const cookie = await leadsCookie(address!);
const [person] = await select<{ id: string }>(database, "SELECT id FROM person WHERE account = 'wren'");

/** The same honest work without a framework: who is it, is the session still good, the blob by its key. */
const bare = createServer((_request, response) => {
  void (async () => {
    const [known] = await select<{ role: string; session_version: number }>(
      database,
      "SELECT role, session_version FROM person WHERE id = ?",
      [person!.id],
    );
    const [row] = known
      ? await select<{ thumbnail: Buffer }>(
          database,
          "SELECT p.thumbnail FROM job_photo j JOIN photo p ON p.sha256 = j.sha256 WHERE j.stream_id = ? AND j.sha256 = ?",
          [stream, sha256],
        )
      : [];
    response.writeHead(200, { "Content-Type": "image/jpeg" }).end(row?.thumbnail);
  })();
});
await new Promise<void>((resolve) => bare.listen(0, "127.0.0.1", resolve));
const bareAddress = `http://127.0.0.1:${(bare.address() as AddressInfo).port}/`;

async function timed(path: string): Promise<number> {
  const began = performance.now();
  const answer = await fetch(path, { headers: { Cookie: cookie }, cache: "no-store" });
  const bytes = (await answer.arrayBuffer()).byteLength;
  if (!answer.ok || bytes < 500) throw new Error(`${path}: ${answer.status}, ${bytes} bytes`);
  return performance.now() - began;
}
const middle = (values: number[]) => values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
const [ours, plain]: [number[], number[]] = [[], []];
for (let at = 0; at < 320; at += 1) {
  const [one, other] = [await timed(`${address}/api/jobs/${stream}/photos/${sha256}/small`), await timed(bareAddress)];
  // The first ones are spent on warming up.
  if (at >= 20) {
    ours.push(one);
    plain.push(other);
  }
}
bare.close();
await database.end();
console.log(JSON.stringify({ oursMs: middle(ours), bareMs: middle(plain) }));
