"use client";
import { Box, Heading, chakra } from "@chakra-ui/react";
import { useMemo } from "react";
import type { KindOfWork } from "@/core/entry/outcomes";
import { groupBy } from "@/core/group";
import { estimateOf } from "@/core/money/estimate";
import { moneyKinds, moneyOfLines, moneyStates, type Ledger, type MoneyLine } from "@/core/money/ledger";
import type { Money } from "@/core/option/price-option";
import { capital } from "@/words/capital";
import { sayAmount, sayMinutes, sayMoney } from "@/words/say-money";
import { sayMinor } from "@/words/say-plan";
import { many } from "@/words/sentences/sentence";
import { moneyKindWords, moneyStateWords, workWords } from "@/words/words-for";
import { useJob } from "../../job/JobContext";
import { PlaceLink } from "../../job/places";
import { Leader } from "../../kit/Leader";
import { Account } from "./Account";
import { Hours } from "./Hours";

const nameOf = ({ is, name, quantity, minutes, isBooked }: MoneyLine): string =>
  is === "labour"
    ? `${workWords[name as KindOfWork]}, ${sayMinutes(minutes ?? 0)}${isBooked ? " booked" : ""}`
    : `${quantity > 1 ? `${quantity} × ` : ""}${capital(name)}`;

/** How far a line is, where it is not still to come. */
const farOf = ({ is, state, isBooked }: MoneyLine): string => {
  if (state === "by-owner") return "supplied by the owner";
  if (state === "to-come" || isBooked) return "";
  return { "machine-shop": "sent out", labour: "done, not booked" }[is as string] ?? "ordered";
};

/** A sum as it is likely, and the span it lies in. */
const Sum = ({ name, total, currency }: { name: string; total: Money; currency: string | null }) => (
  <Leader name={<strong>{name}</strong>}>
    <strong>
      {sayMinor(total.likely, currency)}
      {total.low === total.high ? "" : ` (${sayMoney(total, null)})`}
    </strong>
  </Leader>
);

/** What it costs by what was decided: every line with what it is for, and their sum, which is the sum everywhere. */
export function MoneyTab({ ledger, fromShop }: { ledger: Ledger; fromShop: number }) {
  const { assessment, pack } = useJob();
  const estimate = useMemo(() => estimateOf(pack, assessment), [pack, assessment]);
  const currency = assessment.order.settings?.currency ?? null;
  const { lines, total, unpriced, undecided, agreed, beyond } = ledger;
  const { budget } = assessment.order;
  const byKind = groupBy(lines, ({ is }) => is);
  return (
    <Box maxWidth="720px">
      <chakra.dl mt="6px" fontSize="16px">
        {moneyStates.flatMap((state) => {
          const of = lines.filter((line) => line.state === state);
          return of.length === 0
            ? []
            : [
                <Leader key={state} name={moneyStateWords[state]}>
                  {state === "by-owner" ? many(of.length, "line") : sayMoney(moneyOfLines(of), currency)}
                </Leader>,
              ];
        })}
        <Sum name="By what is decided" total={total} currency={currency} />
        {(undecided > 0 || estimate.total.likely !== total.likely) && (
          <Sum name="With what is proposed, and parts not judged yet" total={estimate.total} currency={currency} />
        )}
        {agreed !== null && <Leader name="Agreed with the owner">{sayMinor(agreed, currency)}</Leader>}
        {budget !== null && <Leader name="Budget">{sayAmount(budget, currency)}</Leader>}
      </chakra.dl>
      {beyond > 0 && (
        <chakra.p color="near" mt="8px">
          {sayMinor(beyond, currency)} beyond what may be spent without asking: ask the owner at{" "}
          <PlaceLink to="intake">Intake</PlaceLink>.
        </chakra.p>
      )}
      {estimate.pastBudget > 0 && (
        <chakra.p color="near" mt="8px">
          Likely to go {sayMinor(estimate.pastBudget, currency)} past the budget, work included.
        </chakra.p>
      )}
      {(unpriced > 0 || undecided > 0) && (
        <chakra.p color="quiet" fontSize="14px" mt="6px">
          {[
            unpriced > 0 ? `${many(unpriced, "line")} without a price` : "",
            undecided > 0 ? `${many(undecided, "part")} not decided` : "",
          ]
            .filter(Boolean)
            .join(" and ")}
          : the first sum is without {unpriced + undecided === 1 ? "it" : "them"}.
        </chakra.p>
      )}
      <Account ledger={ledger} />
      <Hours fromShop={fromShop} />
      {moneyKinds.flatMap((kind) => {
        const of = byKind.get(kind);
        return of
          ? [
              <Box key={kind} as="section" aria-label={moneyKindWords[kind]} mt="18px">
                <Heading as="h2" fontSize="15px" display="flex" justifyContent="space-between">
                  {moneyKindWords[kind]}
                  <chakra.span fontWeight={400} fontVariantNumeric="tabular-nums">
                    {sayMoney(moneyOfLines(of), currency)}
                  </chakra.span>
                </Heading>
                <chakra.dl>
                  {of.map((line) => (
                    <Leader key={line.id} name={nameOf(line)}>
                      {line.amount === null ? "no price" : sayMoney(line.amount, currency)}
                      <chakra.span color="quiet" fontSize="12px">
                        {" "}
                        {farOf(line)}
                      </chakra.span>
                    </Leader>
                  ))}
                </chakra.dl>
              </Box>,
            ]
          : [];
      })}
    </Box>
  );
}
