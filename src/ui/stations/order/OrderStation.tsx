"use client";
import { Box, Flex, Heading, chakra } from "@chakra-ui/react";
import Link from "next/link";
import { useMemo, type ReactNode } from "react";
import { tickedOf } from "@/core/match/assess-match";
import { ownVerdicts } from "@/core/match/own-verdict";
import type { Money } from "@/core/plan/price-option";
import { toOrder, type BuyLine, type ShopLine } from "@/core/plan/to-order";
import { formatNumber } from "@/core/quantity/format-quantity";
import type { Unit } from "@/core/quantity/units";
import { capital } from "@/words/capital";
import { sayMoney } from "@/words/say-money";
import { sayMinor } from "@/words/say-plan";
import { many } from "@/words/sentences/sentence";
import { Cautions } from "../../job/Cautions";
import { StationHolds } from "../../job/StationHolds";
import { StationLayout } from "../../job/StationLayout";
import { useJob } from "../../job/JobContext";
import { downloadText } from "../../kit/download";
import { PrintSheet } from "../../kit/PrintSheet";
import { QuietButton } from "../../kit/SayWhy";
import { shoppingCsv } from "./shopping-csv";

const buyWords = ({ name, number, revision, slots, supplier }: BuyLine) => (
  <>
    <chakra.strong>
      {slots.length > 1 ? `${slots.length} × ` : ""}
      {capital(name)}
    </chakra.strong>{" "}
    {[number, revision === null ? null : `revision ${revision} or later`, supplier && `from ${supplier}`]
      .filter(Boolean)
      .join(", ")}
  </>
);

const shopWords = ({ name, tag, ways }: ShopLine, unit: Unit) => (
  <>
    <chakra.strong>{capital(name)}</chakra.strong> {tag}
    {ways.map(({ name: what, of, measuredMm, toMm }) => (
      <chakra.span key={`${what} ${of}`} display="block">
        {capital(what)}
        {of === null ? "" : `, ${of}`}
        {toMm === null
          ? ""
          : `: to ${toMm.min === toMm.max ? formatNumber(toMm.min, unit) : `${formatNumber(toMm.min, unit)}–${formatNumber(toMm.max, unit)}`} ${unit.symbol}`}
        {measuredMm === null ? "" : ` (now ${formatNumber(measuredMm, unit)})`}
      </chakra.span>
    ))}
  </>
);

function Line({
  id,
  isDone,
  done,
  right,
  children,
}: {
  id: string;
  isDone: boolean;
  /** What a tick says. */
  done: string;
  right: string;
  children: ReactNode;
}) {
  const { append, assessment, mayWrite } = useJob();
  const before = assessment.job.lineTicks.filter(({ line }) => line === id).map((each) => each.id);
  const tick = () =>
    append("line-ticked", { line: id, done: !isDone, ...(before.length > 0 ? { supersedes: before } : {}) });
  return (
    <chakra.li borderBottomWidth="1px" borderBottomStyle="dotted" borderColor="line">
      <chakra.label display="flex" gap="12px" alignItems="center" minHeight="42px" py="5px" fontSize="14px">
        <chakra.input
          type="checkbox"
          width="18px"
          height="18px"
          flexShrink={0}
          accentColor="var(--chakra-colors-ember)"
          checked={isDone}
          disabled={!mayWrite}
          onChange={tick}
        />
        <chakra.span flex="1" minWidth="0" color={isDone ? "quiet" : undefined}>
          {children}
        </chakra.span>
        <chakra.span textAlign="right" fontSize="13px" color="quiet" fontVariantNumeric="tabular-nums">
          {isDone ? done : right}
        </chakra.span>
      </chakra.label>
    </chakra.li>
  );
}

function Section({
  title,
  told,
  acts,
  children,
}: {
  title: string;
  told: string;
  acts: ReactNode;
  children: ReactNode;
}) {
  // prettier-ignore
  return (
    <chakra.section aria-label={title} mt="20px">
      <Flex justify="space-between" align="baseline" gap="12px" wrap="wrap" borderBottomWidth="1px" borderColor="lineStrong" pb="5px"> {/* prettier-ignore */}
        <Heading as="h2" fontSize="16px">
          {title}
        </Heading>
        <Flex gap="14px" align="baseline" wrap="wrap" fontSize="13px" color="quiet">
          {told}
          {acts}
        </Flex>
      </Flex>
      <ul>{children}</ul>
    </chakra.section>
  );
}

const sumOf = (prices: readonly (Money | null)[]): Money => {
  const sum = (figure: keyof Money) => prices.reduce((so, price) => so + (price?.[figure] ?? 0), 0);
  return { low: sum("low"), likely: sum("likely"), high: sum("high") };
};
const daysWords = (days: number | null) => (days === null ? "nobody knows when" : days === 0 ? "" : many(days, "day"));

/** What is bought and what goes to the machine shop, by what was decided and no more. */
export function OrderStation() {
  const { id, assessment, pack, unitFor } = useJob();
  const { choices, match, inHand, job, order } = assessment;
  const { buy, shop, undecided } = useMemo(
    () => toOrder(pack, choices, { match, own: ownVerdicts(choices, inHand, order) }, tickedOf(job)),
    [pack, choices, match, inHand, order, job],
  );
  const currency = order.settings?.currency ?? null;
  const title = (name: string) => `${job.header?.name ?? ""} · ${name}`;
  const unit = unitFor("mm");
  const deposit = buy.reduce((sum, line) => sum + line.deposit, 0);
  const unpriced = buy.filter(({ price }) => price === null).length;
  const rightOf = ({ price, days }: BuyLine) => [price === null ? "no price" : sayMoney(price, currency), daysWords(days)].filter(Boolean).join(" · "); // prettier-ignore
  return (
    <StationLayout aside={null}>
      <Heading as="h1" fontSize="22px">
        What is bought, and what is sent out
      </Heading>
      <Cautions station="order" partClass="" />
      <StationHolds station="order" />
      {undecided > 0 && (
        <chakra.p fontSize="15px" color="near" mt="6px">
          {capital(many(undecided, "part"))} {undecided === 1 ? "is" : "are"} not decided: nothing is ordered for{" "}
          {undecided === 1 ? "it" : "them"}. <Link href={`/jobs/${id}/decide`}>Decide first</Link>.
        </chakra.p>
      )}
      {undecided === 0 && buy.length + shop.length === 0 && (
        <chakra.p fontSize="15px" mt="6px">
          Everything goes back in as it is: there is nothing to buy and nothing to send out.
        </chakra.p>
      )}
      {buy.length > 0 && (
        <Section
          title="To buy"
          told={[
            sayMoney(sumOf(buy.map(({ price }) => price)), currency),
            unpriced > 0 ? `${unpriced} without a price` : "",
            deposit > 0 ? `${sayMinor(deposit, currency)} deposit` : "",
          ]
            .filter(Boolean)
            .join(" · ")}
          acts={
            <>
              <QuietButton onClick={() => downloadText(`${title("shopping list")}.csv`, shoppingCsv(buy, currency))}>
                as a CSV file
              </QuietButton>
              <PrintSheet name="print it" title={title("to buy")}>
                {buy.map((line) => (
                  <chakra.p key={line.id} fontSize="13px" py="5px" borderBottom="1px solid #999">
                    {line.isOrdered ? "☑" : "☐"} {buyWords(line)} · {rightOf(line)}
                  </chakra.p>
                ))}
              </PrintSheet>
            </>
          }
        >
          {buy.map((line) => (
            <Line key={line.id} id={line.id} isDone={line.isOrdered} done="ordered" right={rightOf(line)}>
              {buyWords(line)}
            </Line>
          ))}
        </Section>
      )}
      {shop.length > 0 && (
        <Section
          title="To the machine shop"
          told={`${shop.filter(({ isBack }) => isBack).length} of ${shop.length} back`}
          acts={
            <PrintSheet name="print it" title={title("machine shop")}>
              {shop.map((line) => (
                <Box key={line.id} fontSize="13px" py="6px" borderBottom="1px solid #999">
                  {line.isBack ? "☑" : "☐"} {shopWords(line, unit)}
                </Box>
              ))}
            </PrintSheet>
          }
        >
          {shop.map((line) => (
            <Line key={line.id} id={line.id} isDone={line.isBack} done="back: measure it" right={daysWords(line.days)}>
              {shopWords(line, unit)}
            </Line>
          ))}
        </Section>
      )}
    </StationLayout>
  );
}
