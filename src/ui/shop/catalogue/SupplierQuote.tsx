"use client";
import { Box, chakra } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import type { CataloguePart } from "@/core/catalogue/catalogue-part";
import { isOldNews, isTakeable, judgeQuote, type KeptQuote, type SupplierState } from "@/core/catalogue/quote";
import { plainWording } from "@/words/plain-wording";
import { sayAmount } from "@/words/say-money";
import { sayProblem } from "@/words/say-problem";
import { many } from "@/words/sentences/sentence";
import { QuietButton } from "../../kit/SayWhy";
import { quoteOf, type Quoted } from "../../outbox/catalogue-api";

const stateWords: Readonly<Record<Exclude<SupplierState, "quoted">, string>> = {
  "unknown-number": "The supplier knows no such number.",
  slow: "The supplier takes too long to answer: ask again later, or by telephone.",
  down: "The supplier cannot be reached just now: ask again later, or by telephone.",
  nonsense: "The supplier answered something that is no quote: ask by telephone.",
  nobody: "",
};

/** What a supplier asks for a part, as it was last told; whether that is old news, and what speaks against it. */
export function SupplierQuote({
  part,
  mayAsk,
  onQuote,
}: {
  readonly part: CataloguePart;
  readonly mayAsk: boolean;
  /** What it quoted, and whether nothing speaks against it. */
  readonly onQuote?: (quote: KeptQuote, isFine: boolean) => void;
}) {
  const [told, setTold] = useState<Quoted | null>(null);
  const [isAsking, setAsking] = useState(false);
  const { number } = part;
  useEffect(() => {
    let isHere = true;
    void quoteOf(number, false).then((answer) => {
      if (isHere && answer.ok) setTold(answer.value);
    });
    return () => {
      isHere = false;
    };
  }, [number]);
  const ask = async () => {
    setAsking(true);
    const answer = await quoteOf(number, true);
    setAsking(false);
    setTold(answer.ok ? answer.value : { state: "down", quote: told?.quote ?? null, newest: told?.newest ?? number });
    if (answer.ok && answer.value.state === "quoted" && answer.value.quote)
      onQuote?.(answer.value.quote, isTakeable(part, answer.value.quote, answer.value.newest));
  };
  if (told === null || told.state === "nobody") return null;
  const { state, quote, newest } = told;
  const isOld = quote !== null && isOldNews(quote.askedAt, new Date().toISOString());
  return (
    <Box mt="8px" fontSize="14px" aria-live="polite">
      {quote && (
        <chakra.p color={isOld || state !== "quoted" ? "quiet" : "ink"}>
          {isOld || state !== "quoted" ? "Old news: " : ""}
          {sayAmount(quote.price, quote.currency)}
          {quote.deposit === null ? "" : `, ${sayAmount(quote.deposit, quote.currency)} back for the old one`}
          {quote.leadDays === null ? "" : `, in ${many(quote.leadDays, "day")}`}
          {quote.number === number ? "" : `, for ${quote.number}`}
          {` · asked ${quote.askedAt.slice(0, 16).replace("T", " ")} UTC`}
        </chakra.p>
      )}
      {state !== "quoted" && <chakra.p color="near">{stateWords[state]}</chakra.p>}
      {quote &&
        judgeQuote(part, quote, newest).map((found) => (
          <chakra.p key={found.code} color="near">
            {sayProblem(found, plainWording)}
          </chakra.p>
        ))}
      {mayAsk && (
        <QuietButton onClick={() => void ask()} disabled={isAsking}>
          {isAsking ? "asking the supplier…" : quote ? "ask the supplier again" : "ask the supplier"}
        </QuietButton>
      )}
    </Box>
  );
}
