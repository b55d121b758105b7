"use client";
import { Button, Flex, chakra } from "@chakra-ui/react";
import Link from "next/link";
import { useState, type FormEvent } from "react";
import { sumOf, type BuyLine, type ToOrder } from "@/core/buying/to-order";
import { dayAfter } from "@/core/entry/clock";
import { groupBy } from "@/core/group";
import { capital } from "@/words/capital";
import { sayMoney } from "@/words/say-money";
import { sayMinor } from "@/words/say-plan";
import { many } from "@/words/sentences/sentence";
import { useJob } from "../../job/JobContext";
import { downloadText } from "../../kit/download";
import { QuietButton } from "../../kit/SayWhy";
import { SmallInput } from "../../kit/SmallInput";
import { SupplierQuote } from "../../shop/catalogue/SupplierQuote";
import { Right, Section } from "./Section";
import { shoppingCsv } from "./shopping-csv";

export const daysWords = (days: number | null) =>
  days === null ? "nobody knows when" : days === 0 ? "at once" : many(days, "day");

const quantityOf = ({ quantity, unit }: BuyLine) =>
  unit !== null ? `${quantity} ${unit} ` : quantity > 1 ? `${quantity} × ` : "";

/** A day within the years that entries have. */
const isDay = (text: string) => /^20\d\d-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/u.test(text) && !Number.isNaN(Date.parse(text)); // prettier-ignore

function Line({ line, isTaken, onTake }: { line: BuyLine; isTaken: boolean; onTake: () => void }) {
  const { assessment, mayWrite } = useJob();
  const currency = assessment.order.settings?.currency ?? null;
  const sold = assessment.job.offers.find((offer) => offer.sold.number === line.number)?.sold;
  const told = [
    line.number,
    line.revisions.length === 0 ? null : `revision ${line.revisions.join(" or ")}`,
    line.holds.length === 0 ? null : `holds ${line.holds.join(", ")}`,
  ];
  return (
    <chakra.li borderBottomWidth="1px" borderBottomStyle="dotted" borderColor="line" py="4px">
      <chakra.label display="flex" gap="12px" alignItems="center" minHeight="40px" fontSize="14px">
        <chakra.input
          type="checkbox"
          width="18px"
          height="18px"
          flexShrink={0}
          accentColor="var(--chakra-colors-ember)"
          checked={isTaken}
          disabled={!mayWrite}
          onChange={onTake}
        />
        <chakra.span flex="1" minWidth="0" color={line.isOrdered ? "quiet" : undefined}>
          <chakra.strong>
            {quantityOf(line)}
            {capital(line.name)}
          </chakra.strong>{" "}
          {told.filter(Boolean).join(", ")}
          {line.isOrdered ? " · ticked off as ordered" : ""}
        </chakra.span>
        <Right>
          {[
            line.price === null ? "no price" : sayMoney(line.price, currency),
            line.deposit > 0 ? `${sayMinor(line.deposit, currency)} deposit` : "",
            daysWords(line.days),
          ]
            .filter(Boolean)
            .join(" · ")}
        </Right>
      </chakra.label>
      {sold && <SupplierQuote part={sold} mayAsk={mayWrite} />}
    </chakra.li>
  );
}

/** What is bought and not ordered yet, by supplier: taken together it is written down as one order. */
export function BuyTab({ toBuy }: { toBuy: ToOrder }) {
  const { id, assessment, append, mayDecide, now } = useJob();
  const { lines, undecided } = toBuy;
  const { job, order } = assessment;
  const currency = order.settings?.currency ?? null;
  const [taken, setTaken] = useState<ReadonlySet<string>>(new Set());
  const [supplier, setSupplier] = useState("");
  const [due, setDue] = useState("");
  const [wrong, setWrong] = useState<string | null>(null);
  const mine = lines.filter((line) => taken.has(line.id));
  const suppliers = new Set(mine.flatMap((line) => line.supplier ?? []));
  const asked = supplier || (suppliers.size === 1 ? [...suppliers][0]! : "");
  const longest = mine.some(({ days }) => days === null) ? null : Math.max(0, ...mine.map(({ days }) => days!));
  const promised = due || (longest === null ? "" : dayAfter(now(), longest));
  const toggle = (line: string) => {
    const next = new Set(taken);
    if (!next.delete(line)) next.add(line);
    setTaken(next);
    setWrong(null);
  };
  const keep = (event: FormEvent) => {
    event.preventDefault();
    if (asked.trim() === "") return setWrong("Say whom it is ordered of.");
    if (promised !== "" && !isDay(promised)) return setWrong(`“${promised}” is no day: 2026-12-24, or nothing.`);
    append("purchase-made", {
      supplier: asked.trim().slice(0, 200),
      due: promised === "" ? null : promised,
      words: null,
      lines: mine.map(({ name, class: of, number, revisions, slots, quantity, price, deposit }, at) => ({
        line: String(at + 1),
        name,
        class: of,
        number,
        revisions: [...revisions],
        slots: [...slots],
        quantity,
        price: price?.likely ?? null,
        deposit,
      })),
    });
    setTaken(new Set());
    setSupplier("");
    setDue("");
  };
  const bySupplier = groupBy(lines, (line) => line.supplier ?? "");
  return (
    <>
      {undecided > 0 && (
        <chakra.p fontSize="15px" color="near">
          {capital(many(undecided, "part"))} {undecided === 1 ? "is" : "are"} not decided: nothing is ordered for{" "}
          {undecided === 1 ? "it" : "them"}. <Link href={`/jobs/${id}/decide`}>Decide first</Link>.
        </chakra.p>
      )}
      {lines.length === 0 && (
        <chakra.p fontSize="15px" mt="6px">
          {assessment.buying.ordered.length > 0
            ? "All that was decided is ordered."
            : undecided === 0
              ? "Everything goes back in as it is: there is nothing to buy."
              : "Nothing that was decided has to be bought."}
        </chakra.p>
      )}
      {[...bySupplier].map(([from, of]) => {
        const name = from === "" ? "To buy" : `To buy from ${from}`;
        const unpriced = of.filter(({ price }) => price === null).length;
        const deposit = of.reduce((sum, line) => sum + line.deposit, 0);
        return (
          <Section
            key={from}
            title={name}
            told={[
              sayMoney(sumOf(of.flatMap(({ price }) => price ?? [])), currency),
              unpriced > 0 ? `${unpriced} without a price` : "",
              deposit > 0 ? `${sayMinor(deposit, currency)} deposit` : "",
            ]
              .filter(Boolean)
              .join(" · ")}
            acts={
              <>
                <QuietButton onClick={() => setTaken(new Set([...taken, ...of.map((line) => line.id)]))}>
                  take all
                </QuietButton>
                <QuietButton
                  onClick={() => downloadText(`${job.header?.name ?? ""} · ${name}.csv`, shoppingCsv(of, currency))}
                >
                  as a CSV file
                </QuietButton>
                <chakra.a
                  href={`/api/jobs/${id}/papers/shopping?supplier=${encodeURIComponent(from)}`}
                  textDecoration="underline"
                  textUnderlineOffset="3px"
                >
                  as a PDF
                </chakra.a>
              </>
            }
          >
            {of.map((line) => (
              <Line key={line.id} line={line} isTaken={taken.has(line.id)} onTake={() => toggle(line.id)} />
            ))}
          </Section>
        );
      })}
      {mine.length > 0 && mayDecide && (
        <chakra.form
          onSubmit={keep}
          aria-label="Write down the order"
          position="sticky"
          bottom="0"
          bg="panel"
          borderTopWidth="1px"
          borderColor="line"
          mt="14px"
          p="10px 12px"
        >
          <Flex gap="10px" align="center" wrap="wrap" fontSize="14px">
            <span>{many(mine.length, "line")}, ordered of</span>
            <SmallInput
              width="190px"
              value={asked}
              maxLength={200}
              aria-label="Supplier"
              placeholder="supplier"
              onChange={(event) => setSupplier(event.currentTarget.value)}
            />
            <span>for</span>
            <SmallInput
              width="126px"
              value={promised}
              maxLength={10}
              aria-label="Promised for"
              placeholder="day, if told"
              onChange={(event) => setDue(event.currentTarget.value)}
            />
            <Button type="submit" size="sm" minHeight="38px" bg="ember" color="onEmber" fontWeight={700}>
              Write it down as ordered
            </Button>
            {wrong && (
              <chakra.span role="alert" color="out" fontSize="13px">
                {wrong}
              </chakra.span>
            )}
          </Flex>
        </chakra.form>
      )}
    </>
  );
}
