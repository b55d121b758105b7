"use client";
import { Heading, chakra } from "@chakra-ui/react";
import { useState } from "react";
import { kindsOfPayment, waysOfPaying, type KindOfPayment, type WayOfPaying } from "@/core/entry/outcomes";
import { accountOf } from "@/core/money/account";
import type { Ledger } from "@/core/money/ledger";
import { minorUnits } from "@/core/option/price-option";
import { sayExact } from "@/words/say-money";
import { many } from "@/words/sentences/sentence";
import { payingWords, paymentWords } from "@/words/words-for";
import { useJob } from "../../job/JobContext";
import { Day } from "../../kit/day";
import { readDecimal } from "../../kit/decimal";
import { Leader } from "../../kit/Leader";
import { Select } from "../../kit/Select";
import { SmallForm } from "../../kit/SmallForm";
import { SmallInput } from "../../kit/SmallInput";

const optionsOf = <K extends string>(kinds: readonly K[], words: Readonly<Record<K, string>>) =>
  Object.fromEntries(kinds.map((kind) => [kind, words[kind]]));

/** What is done and owed so far, what the owner paid, and what is left to pay. */
export function Account({ ledger }: { ledger: Ledger }) {
  const { id, assessment, append, mayDecide, today } = useJob();
  const [is, setIs] = useState<KindOfPayment>("payment");
  const [how, setHow] = useState<WayOfPaying>("transfer");
  const [amount, setAmount] = useState("");
  const [by, setBy] = useState("");
  const [wrong, setWrong] = useState<string | null>(null);
  const { job, order } = assessment;
  const currency = order.settings?.currency ?? null;
  const { done, tax, paid, owed, toCome } = accountOf(assessment, ledger);
  const keep = () => {
    const value = readDecimal(amount);
    const minor = value === null ? 0 : Math.round(value * minorUnits);
    if (minor < 1 || minor > 1e12) return setWrong(`“${amount}” is not an amount.`);
    if (by.trim() === "") return setWrong("Say whose money it is.");
    append("payment-noted", { is, minor, by: by.trim(), on: today(), how, words: null });
    setAmount("");
    setWrong(null);
  };
  return (
    <chakra.section aria-label="Account with the owner" mt="24px">
      <Heading as="h2" fontSize="15px">
        Account with the owner
      </Heading>
      <chakra.dl>
        <Leader name="Ordered, sent out or worked so far">{sayExact(done, currency)}</Leader>
        {order.settings?.tax && (
          <Leader name={`${order.settings.tax.name}, ${order.settings.tax.percent} %`}>
            {sayExact(tax, currency)}
          </Leader>
        )}
        {job.payments.map((each) => (
          <Leader
            key={each.id}
            name={
              <>
                {paymentWords[each.is]}, {each.by}, {payingWords[each.how]}, <Day of={each.on} />
              </>
            }
          >
            {sayExact(each.is === "refund" ? each.minor : -each.minor, currency)}
          </Leader>
        ))}
        <Leader name={<strong>{owed < 0 ? "Paid ahead" : "Left to pay"}</strong>}>
          <strong>{sayExact(Math.abs(owed), currency)}</strong>
        </Leader>
      </chakra.dl>
      <chakra.p fontSize="13px" color="quiet" mt="4px">
        {paid === 0 && job.payments.length === 0 ? "Nothing was paid yet. " : ""}
        {toCome > 0 ? `${many(toCome, "line")} still to come ${toCome === 1 ? "is" : "are"} not in it. ` : ""}
        <chakra.a
          href={`/api/jobs/${id}/report?of=account`}
          download
          color="emberInk"
          textDecoration="underline"
          textUnderlineOffset="3px"
        >
          the account as PDF
        </chakra.a>
      </chakra.p>
      {mayDecide && (
        <SmallForm label="Money from the owner" act="Note it" onKeep={keep} wrong={wrong}>
          <Select
            label="What it is"
            width="118px"
            value={is}
            options={optionsOf(kindsOfPayment, paymentWords)}
            onChoose={(kind) => setIs(kind as KindOfPayment)}
          />{" "}
          {/* prettier-ignore */}
          <SmallInput
              width="104px"
              value={amount}
              inputMode="decimal"
              aria-label="Amount paid"
              placeholder="amount"
              wrong={wrong !== null}
              onChange={(event) => setAmount(event.currentTarget.value)}
            />
          <SmallInput
            width="160px"
            value={by}
            maxLength={200}
            aria-label="Whose money"
            placeholder="whose money"
            onChange={(event) => setBy(event.currentTarget.value)}
          />
          <Select
            label="How it was paid"
            width="140px"
            value={how}
            options={optionsOf(waysOfPaying, payingWords)}
            onChoose={(way) => setHow(way as WayOfPaying)}
          />{" "}
          {/* prettier-ignore */}
        </SmallForm>
      )}
    </chakra.section>
  );
}
