"use client";
import { chakra } from "@chakra-ui/react";
import { useState } from "react";
import { purchaseOf } from "@/core/ordering/purchase-of";
import { sumOf, type BuyLine, type ToOrder } from "@/core/ordering/to-order";
import { dayAfter } from "@/core/entry/clock";
import { groupBy } from "@/core/group";
import { capital } from "@/words/capital";
import { sayMoney } from "@/words/say-money";
import { sayMinor } from "@/words/say-plan";
import { many } from "@/words/sentences/sentence";
import { useJob } from "../../job/JobContext";
import { PlaceLink } from "../../job/places";
import { downloadText } from "../../kit/download";
import { QuietButton } from "../../kit/SayWhy";
import { SupplierQuote } from "../../shop/catalogue/SupplierQuote";
import { ChooseNumber } from "./ChooseNumber";
import { Right, Section } from "./Section";
import { WhomAndDay } from "./WhomAndDay";
import { shoppingCsv } from "./shopping-csv";

export const daysWords = (days: number | null) =>
  days === null ? "nobody knows when" : days === 0 ? "at once" : many(days, "day");

const quantityOf = ({ quantity, unit }: BuyLine) =>
  unit !== null ? `${quantity} ${unit} ` : quantity > 1 ? `${quantity} × ` : "";

function Line({ line, isTaken, onTake }: { line: BuyLine; isTaken: boolean; onTake: () => void }) {
  const { assessment, mayWrite, mayDecide } = useJob();
  const currency = assessment.order.settings?.currency ?? null;
  const sold = assessment.job.offers.find((offer) => offer.sold.number === line.number)?.sold;
  const told = [
    line.number,
    line.revisions.length === 0 ? null : `revision ${line.revisions.join(" or ")}`,
    line.holds.length === 0 ? null : `holds ${line.holds.join(", ")}`,
  ];
  return (
    <chakra.li borderBottomWidth="1px" borderBottomStyle="dotted" borderColor="line" py="4px">
      <chakra.label display="flex" flexWrap="wrap" gap="12px" alignItems="center" minHeight="40px" fontSize="14px">
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
        <chakra.span flex="1 1 200px" minWidth="0" color={line.isOrdered ? "quiet" : undefined}>
          <chakra.strong>
            {quantityOf(line)}
            {capital(line.name)}
          </chakra.strong>{" "}
          {told.filter(Boolean).join(", ")}
          {line.supersededBy !== null && (
            <chakra.span color="near"> · old number: {line.supersededBy} took its place</chakra.span>
          )}
          {line.isOrdered ? " · ticked off as ordered" : ""}
        </chakra.span>
        <Right>
          {[
            line.price === null ? "no price" : sayMoney(line.price, currency),
            line.off > 0 ? `${sayMinor(line.off, currency)} off for so many together` : "",
            line.deposit > 0 ? `${sayMinor(line.deposit, currency)} deposit` : "",
            daysWords(line.days),
          ]
            .filter(Boolean)
            .join(" · ")}
        </Right>
      </chakra.label>
      {sold && <SupplierQuote part={sold} mayAsk={mayWrite} />}
      {line.what === "part" && line.number === null && mayDecide && <ChooseNumber line={line} />}
    </chakra.li>
  );
}

/** What is bought and not ordered yet, by supplier: taken together it is written down as one order. */
export function BuyTab({ toBuy }: { toBuy: ToOrder }) {
  const { id, assessment, append, mayDecide, today } = useJob();
  const { lines, undecided } = toBuy;
  const { job, order } = assessment;
  const currency = order.settings?.currency ?? null;
  const [taken, setTaken] = useState<ReadonlySet<string>>(new Set());
  const mine = lines.filter((line) => taken.has(line.id));
  const suppliers = new Set(mine.flatMap((line) => line.supplier ?? []));
  const longest = mine.some(({ days }) => days === null) ? null : Math.max(0, ...mine.map(({ days }) => days!));
  const toggle = (line: string) => {
    const next = new Set(taken);
    if (!next.delete(line)) next.add(line);
    setTaken(next);
  };
  const [isByOwner, setByOwner] = useState(false);
  const keep = (from: string, due: string | null) => {
    append("purchase-made", purchaseOf(mine, from, due, isByOwner));
    setTaken(new Set());
    setByOwner(false);
  };
  const bySupplier = groupBy(lines, (line) => line.supplier ?? "");
  return (
    <>
      {undecided > 0 && (
        <chakra.p fontSize="15px" color="near">
          {capital(many(undecided, "part"))} {undecided === 1 ? "is" : "are"} not decided: nothing is ordered for{" "}
          {undecided === 1 ? "it" : "them"}. <PlaceLink to="decide">Decide first</PlaceLink>.
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
        <WhomAndDay
          key={isByOwner ? "owner" : "supplier"}
          name="Write down the order"
          told={`${many(mine.length, "line")}, ${isByOwner ? "brought by the owner:" : "ordered of"}`}
          whom={isByOwner ? "Owner" : "Supplier"}
          day={{ label: "Promised for", before: "for" }}
          act={isByOwner ? "The owner brings it" : "Write it down as ordered"}
          or={
            <QuietButton onClick={() => setByOwner(!isByOwner)}>
              {isByOwner ? "a supplier instead" : "the owner brings it"}
            </QuietButton>
          }
          usual={{
            whom: suppliers.size === 1 && !isByOwner ? [...suppliers][0]! : "",
            day: longest === null ? "" : dayAfter(today(), longest),
          }}
          onKeep={keep}
        />
      )}
    </>
  );
}
