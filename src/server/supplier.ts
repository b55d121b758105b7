import { QuoteAnswer, type KeptQuote, type SupplierState } from "@/core/catalogue/quote";
import { plainNumber } from "@/core/pack/revision-number";
import { supersessionOf } from "@/store/catalogue";
import { keepQuote, lastQuote } from "@/store/quotes";
import { database } from "./environment";
import { log } from "./log";

/** How long a supplier is waited for, and how much of its answer is read. */
const [patienceMs, mostBytes] = [3000, 64 * 1024];

/** The counter that is asked: from the environment alone, so that nobody can point it elsewhere. */
function counter(number: string): URL | null {
  const base = process.env.EMBER_SUPPLIER_URL;
  if (!base || !URL.canParse(base)) return null;
  const url = new URL("/quotes", base);
  url.searchParams.set("number", number);
  return ["http:", "https:"].includes(url.protocol) ? url : null;
}

async function readSome(response: Response): Promise<string | null> {
  const reader = response.body?.getReader();
  const chunks: Uint8Array[] = [];
  let bytes = 0;
  for (let part = await reader?.read(); part && !part.done; part = await reader?.read()) {
    bytes += part.value.length;
    if (bytes > mostBytes) {
      await reader?.cancel();
      return null;
    }
    chunks.push(part.value);
  }
  return Buffer.concat(chunks).toString("utf8");
}

const parsed = (text: string | null): unknown => {
  try {
    return text === null ? null : JSON.parse(text);
  } catch {
    return null;
  }
};

/** What the supplier says of a number now: it is waited for only so long, never followed elsewhere, and believed in shape only. */
export async function askCounter(
  number: string,
): Promise<{ readonly state: SupplierState; readonly quote: KeptQuote | null }> {
  const url = counter(number);
  if (!url) return { state: "nobody", quote: null };
  const nothing = (state: SupplierState) => ({ state, quote: null });
  const signal = AbortSignal.timeout(patienceMs);
  try {
    const response = await fetch(url, { redirect: "manual", signal });
    if (!response.ok) return nothing(response.status >= 500 ? "down" : "nonsense");
    const read = QuoteAnswer.safeParse(parsed(await readSome(response)));
    if (!read.success) return nothing("nonsense");
    const [first] = read.data.quotes;
    return first ? { state: "quoted", quote: { ...first, askedAt: new Date().toISOString() } } : nothing("unknown-number"); // prettier-ignore
  } catch (error) {
    if (!signal.aborted) log.info({ err: error }, "the supplier does not answer");
    return nothing(signal.aborted ? "slow" : "down");
  }
}

/** Asks of a number many people ask of at once only once. */
const asking = new Map<string, ReturnType<typeof askCounter>>();

/** An answer, and the number that took the place of the one asked for in the end. */
export interface Asked {
  readonly state: SupplierState;
  readonly quote: KeptQuote | null;
  readonly newest: string;
}
const newestOf = async (number: string) => (await supersessionOf(database(), number)).newest?.number ?? number;

/** Asks the supplier; what it quoted is kept, and where it says nothing the last that it said is given. */
export async function askSupplier(number: string): Promise<Asked> {
  const plain = plainNumber(number);
  const under = asking.get(plain) ?? askCounter(number).finally(() => asking.delete(plain));
  asking.set(plain, under);
  const { state, quote } = await under;
  if (quote) await keepQuote(database(), plain, quote);
  return { state, quote: quote ?? (await lastQuote(database(), plain)), newest: await newestOf(number) };
}

/** What the supplier last said of a number, without asking it; and whether there is one. */
export const lastAsked = async (number: string): Promise<Asked> => ({
  state: counter("") === null ? "nobody" : "quoted",
  quote: await lastQuote(database(), plainNumber(number)),
  newest: await newestOf(number),
});
