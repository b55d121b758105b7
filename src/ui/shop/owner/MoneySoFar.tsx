"use client";
import { Heading, chakra } from "@chakra-ui/react";
import type { OwnerView } from "@/core/views/owner-view";
import { sayExact, sayMoney } from "@/words/say-money";
import { sayMinor } from "@/words/say-plan";
import { many } from "@/words/sentences/sentence";
import { moneyKindWords } from "@/words/words-for";
import { Leader } from "../../kit/Leader";

/** What it comes to by what is decided so far, and how shop and owner stand. */
export function MoneySoFar({
  view: { money, currency, tax },
}: {
  view: Pick<OwnerView, "money" | "currency" | "tax">;
}) {
  if (!money) return null;
  const { kinds, total, undecided, account } = money;
  return (
    <>
      <Heading as="h2" fontSize="16px" mt="28px">
        What it comes to by what is decided
      </Heading>
      <chakra.dl mt="6px">
        {kinds.map(({ is, amount }) => (
          <Leader key={is} name={moneyKindWords[is]}>
            {sayMoney(amount, currency)}
          </Leader>
        ))}
        <Leader name={<strong>In all, likely</strong>}>
          <strong>{sayMinor(total.likely, currency)}</strong>
        </Leader>
        {tax && (
          <Leader name={`${tax.name}, ${tax.percent} %, on what is ordered or done`}>
            {sayExact(account.tax, currency)}
          </Leader>
        )}
        <Leader name="Ordered or done so far">{sayExact(account.done, currency)}</Leader>
        <Leader name="Paid so far">{sayExact(account.paid, currency)}</Leader>
        <Leader name={account.owed < 0 ? "Paid ahead" : "Left to pay of that"}>
          {sayExact(Math.abs(account.owed), currency)}
        </Leader>
      </chakra.dl>
      {undecided > 0 && (
        <chakra.p fontSize="14px" color="quiet" mt="4px">
          {many(undecided, "part")} {undecided === 1 ? "is" : "are"} not decided yet, and not in it.
        </chakra.p>
      )}
    </>
  );
}
