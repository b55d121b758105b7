import { createServer, type ServerResponse } from "node:http";
import type { AddressInfo } from "node:net";
import { setTimeout as delay } from "node:timers/promises";
import type { CataloguePart } from "@/core/catalogue/catalogue-part";
import type { Quote } from "@/core/catalogue/quote";
import { hashText, seeded } from "@/core/numeric/seeded";
import { plainNumber } from "@/core/pack/revision-number";

/** How a supplier may be when it is asked: what a real one does on some days. */
export const moods = ["right", "old-part", "slow", "down", "not-json", "lies", "endless", "elsewhere"] as const;
export type Mood = (typeof moods)[number];

/** Mostly right: so many of a hundred asks go otherwise. */
const odd: readonly (readonly [Mood, number])[] = [["old-part", 8], ["slow", 4], ["down", 4], ["not-json", 3], ["lies", 3]]; // prettier-ignore
const slowMs = 60_000;

/** The mood for the so-manieth ask of a number: the same every time. */
export function usualMood(number: string, turn: number): Mood {
  let left = 100 * seeded(hashText(`${number} ${turn}`)).next();
  return odd.find(([, share]) => (left -= share) < 0)?.[0] ?? "right";
}

/** What is asked for a part: near what the catalogue had, and made up where it had nothing. */
function priced(part: CataloguePart): Pick<Quote, "price" | "currency" | "deposit" | "leadDays"> {
  const { next } = seeded(hashText(part.number));
  const price = (part.price ?? 20 + 200 * next()) * (0.95 + 0.15 * next());
  return {
    price: Math.round(price),
    currency: part.currency ?? "EUR",
    deposit: part.deposit,
    leadDays: (part.leadDays ?? 6) + Math.floor(4 * next()),
  };
}

/**
 * A supplier's counter over HTTP that ships with the program: `GET /quotes?number=…` answers with prices, days, and what is
 * delivered instead. It sells what the catalogue has, and has moods.
 *
 * @param parts   what it sells
 * @param moodOf  how it is, by number and how often that was asked for
 * @param port    0 for any
 */
export async function openSupplier(
  parts: readonly CataloguePart[],
  moodOf: (number: string, turn: number) => Mood = usualMood,
  port = 0,
): Promise<{ readonly address: string; readonly close: () => Promise<void> }> {
  const byNumber = new Map(parts.flatMap((part) => [part.number, ...part.aliases].map((each) => [plainNumber(each), part] as const))); // prettier-ignore
  const turns = new Map<string, number>();
  const quoteOf = (part: CataloguePart, asked: CataloguePart): Quote => ({
    number: part.number,
    revision: part.revision,
    ...priced(part),
    insteadOf: part === asked ? null : asked.number,
  });
  const answer = async (text: string, response: ServerResponse): Promise<unknown> => {
    const plain = plainNumber(text);
    const say = (body: unknown, headers: Readonly<Record<string, string>> = {}, status = 200) =>
      response.writeHead(status, { "Content-Type": "application/json", ...headers }).end(JSON.stringify(body));
    const asked = byNumber.get(plain);
    if (!asked) return say({ v: 1, quotes: [] });
    const turn = turns.get(plain) ?? 0;
    turns.set(plain, turn + 1);
    const newest = asked.supersededBy === null ? asked : (byNumber.get(plainNumber(asked.supersededBy)) ?? asked);
    const older = parts.find(({ supersededBy }) => supersededBy !== null && byNumber.get(plainNumber(supersededBy)) === asked); // prettier-ignore
    switch (moodOf(plain, turn)) {
      case "right":
        return say({ v: 1, quotes: [quoteOf(newest, asked)] });
      case "old-part":
        return say({ v: 1, quotes: [quoteOf(older ?? asked, asked)] });
      case "slow":
        await delay(slowMs, undefined, { ref: false });
        return say({ v: 1, quotes: [quoteOf(newest, asked)] });
      case "down":
        return response.destroy();
      case "not-json":
        return response.writeHead(200, { "Content-Type": "text/html" }).end("<h1>Counter closed for stock-taking</h1>");
      case "lies":
        return say({ v: 1, quotes: [{ ...quoteOf(newest, asked), price: -1, leadDays: "soon" }] });
      case "endless":
        return say({ v: 1, quotes: [], padding: "x".repeat(1_000_000) });
      case "elsewhere":
        return say({}, { Location: "http://127.0.0.1:1/quotes" }, 302);
    }
  };
  const server = createServer((request, response) => {
    const url = new URL(request.url ?? "/", "http://supplier");
    if (request.method === "GET" && url.pathname === "/quotes")
      void answer((url.searchParams.get("number") ?? "").slice(0, 60), response);
    else response.writeHead(404).end();
  });
  await new Promise<void>((resolve) => server.listen(port, "127.0.0.1", resolve));
  return {
    address: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    close: () =>
      new Promise((resolve) => {
        server.closeAllConnections();
        server.close(() => resolve());
      }),
  };
}
