"use client";
import { Box, Heading, chakra } from "@chakra-ui/react";
import { groupBy } from "@/core/group";
import { moneyKinds, moneyOfLines, moneyStates, type Ledger, type MoneyLine } from "@/core/money/ledger";
import { capital } from "@/words/capital";
import { sayAmount, sayMinutes, sayMoney } from "@/words/say-money";
import { sayMinor } from "@/words/say-plan";
import { many } from "@/words/sentences/sentence";
import { labourWords, moneyKindWords, moneyStateWords } from "@/words/words-for";
import { useJob } from "../../job/JobContext";
import { PlaceLink } from "../../job/places";
import { Leader } from "../../kit/Leader";

const nameOf = ({ is, name, quantity, minutes }: MoneyLine): string =>
  is === "labour"
    ? `${labourWords[name] ?? name}, ${sayMinutes(minutes ?? 0)}`
    : `${quantity > 1 ? `${quantity} × ` : ""}${capital(name)}`;

/** What it costs by what was decided: every line with what it is for, and their sum, which is the sum everywhere. */
export function MoneyTab({ ledger }: { ledger: Ledger }) {
  const { assessment } = useJob();
  const currency = assessment.order.settings?.currency ?? null;
  const { lines, total, unpriced, undecided, agreed, beyond } = ledger;
  const { budget } = assessment.order;
  const byKind = groupBy(lines, ({ is }) => is);
  return (
    <Box maxWidth="720px">
      <chakra.dl mt="6px" fontSize="16px">
        {moneyStates.map((state) => (
          <Leader key={state} name={moneyStateWords[state]}>
            {sayMoney(moneyOfLines(lines.filter((line) => line.state === state)), currency)}
          </Leader>
        ))}
        <Leader name={<strong>In all</strong>}>
          <strong>
            {sayMinor(total.likely, currency)}
            {total.low === total.high ? "" : ` (${sayMoney(total, null)})`}
          </strong>
        </Leader>
        {agreed !== null && <Leader name="Agreed with the owner">{sayMinor(agreed, currency)}</Leader>}
        {budget !== null && <Leader name="Budget">{sayAmount(budget, currency)}</Leader>}
      </chakra.dl>
      {beyond > 0 && (
        <chakra.p color="near" mt="8px">
          {sayMinor(beyond, currency)} beyond what may be spent without asking: ask the owner at{" "}
          <PlaceLink to="intake">Intake</PlaceLink>.
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
          : the sum is without {unpriced + undecided === 1 ? "it" : "them"}.
        </chakra.p>
      )}
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
                        {line.state === "to-come" ? "" : line.is === "machine-shop" ? "sent out" : "ordered"}
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
