"use client";
import { Button, Flex, chakra } from "@chakra-ui/react";
import { useState } from "react";
import type { OrderedLine } from "@/core/buying/assess-buying";
import { orderNumber } from "@/core/ordering/order-number";
import { groupBy } from "@/core/group";
import { capital } from "@/words/capital";
import { sayMinor } from "@/words/say-plan";
import { amissWords } from "@/words/sentences/order";
import { many } from "@/words/sentences/sentence";
import { useJob } from "../../job/JobContext";
import { QuietButton } from "../../kit/SayWhy";
import { ReceiveForm } from "./ReceiveForm";
import { Right, Section } from "./Section";
import { useDay } from "../../kit/day";

function Line({ ordered }: { ordered: OrderedLine }) {
  const { append, assessment, mayWrite, id } = useJob();
  const currency = assessment.order.settings?.currency ?? null;
  const { purchase, line, arrived, amiss, open, isOverdue, coresBack, unread } = ordered;
  const lots = [...new Set(ordered.receipts.flatMap(({ lot }) => lot ?? []))];
  const cores = line.deposit > 0 ? line.quantity - coresBack : 0;
  return (
    <chakra.li borderBottomWidth="1px" borderBottomStyle="dotted" borderColor="line" py="6px" fontSize="14px">
      <Flex gap="12px" align="center" minHeight="32px">
        <chakra.span flex="1" minWidth="0">
          <chakra.strong>
            {line.quantity > 1 ? `${line.quantity} × ` : ""}
            {capital(line.name)}
          </chakra.strong>{" "}
          {[line.number, lots.length > 0 ? `lot ${lots.join(", ")}` : null].filter(Boolean).join(", ")}
        </chakra.span>
        <Right color={open === 0 ? "sound" : isOverdue ? "out" : "quiet"}>
          {open === 0 ? "all here" : `${arrived > 0 ? `${arrived} here, ` : ""}${open} to come`}
          {isOverdue ? ", late" : ""}
        </Right>
      </Flex>
      {[...amiss].map(([why, count]) => (
        <chakra.p key={why} fontSize="13px" color="out">
          {count} {amissWords[why]}
          {ordered.came.length > 0 && why !== "missing" ? ` (${ordered.came.join(", ")} came)` : ""}
          {why === "missing" ? "." : `: tell ${purchase.supplier}. `}
          {why !== "missing" && (
            <chakra.a
              href={`/api/jobs/${id}/papers/return-note?supplier=${encodeURIComponent(purchase.supplier)}`}
              textDecoration="underline"
              textUnderlineOffset="3px"
              color="emberInk"
            >
              return note
            </chakra.a>
          )}
        </chakra.p>
      ))}
      {unread > 0 && (
        <chakra.p fontSize="13px" color="near">
          Nobody read the number or revision of {unread}.
        </chakra.p>
      )}
      {line.deposit > 0 && (
        <chakra.p fontSize="13px" color="quiet">
          {cores > 0
            ? `${many(cores, "old part")} owed for ${sayMinor(Math.round((line.deposit * cores) / line.quantity), currency)} deposit. `
            : "All old parts went back: the deposit is closed. "}
          {cores > 0 && mayWrite && (
            <QuietButton
              onClick={() =>
                append("core-returned", {
                  purchase: purchase.id,
                  line: line.line,
                  quantity: Math.min(1, cores),
                  words: null,
                })
              }
            >
              one went back
            </QuietButton>
          )}
        </chakra.p>
      )}
    </chakra.li>
  );
}

/** What was ordered, what of it came, and what lies here for this engine. */
export function OrderedTab() {
  const day = useDay();
  const { assessment, mayWrite, id } = useJob();
  const { buying, inHand } = assessment;
  const [isReceiving, setReceiving] = useState(false);
  const byPurchase = groupBy(buying.ordered, ({ purchase }) => purchase.id);
  const stock = inHand.loose.filter(({ part }) => part.origin !== "engine");
  return (
    <>
      {mayWrite && !isReceiving && (
        <Button
          size="sm"
          minHeight="40px"
          variant="outline"
          borderColor="lineStrong"
          color="ink"
          onClick={() => setReceiving(true)}
        >
          Something arrived
        </Button>
      )}
      {isReceiving && <ReceiveForm ordered={buying.ordered} onDone={() => setReceiving(false)} />}
      {buying.ordered.length === 0 && (
        <chakra.p fontSize="15px" mt="8px">
          Nothing is on order.
        </chakra.p>
      )}
      {[...byPurchase.values()].map((of) => {
        const { purchase } = of[0]!;
        const told = [`${purchase.byOwner ? "brought by the owner, agreed" : "ordered"} ${day(purchase.at)}`, purchase.due ? `promised for ${day(purchase.due)}` : "no day was told"]; // prettier-ignore
        return (
          <Section
            key={purchase.id}
            title={purchase.supplier}
            told={told.join(", ")}
            acts={
              <chakra.a
                href={`/api/jobs/${id}/papers/order?purchase=${purchase.id}`}
                textDecoration="underline"
                textUnderlineOffset="3px"
              >
                order {orderNumber(purchase, assessment.order.settings?.zone)} as a PDF
              </chakra.a>
            }
          >
            {of.map((each) => (
              <Line key={each.line.line} ordered={each} />
            ))}
          </Section>
        );
      })}
      {buying.unordered.length > 0 && (
        <Section title="Came and nobody ordered it" told="">
          {buying.unordered.map(({ id, number, words, quantity }) => (
            <chakra.li key={id} fontSize="14px" py="6px" color="out">
              {quantity} × {number ?? words ?? "without a number"}
            </chakra.li>
          ))}
        </Section>
      )}
      {stock.length > 0 && (
        <Section title="Here for this engine" told={many(stock.length, "part")}>
          {
            [...groupBy(stock, ({ part, partClass }) => `${partClass?.id ?? part.class} ${part.origin} ${part.known.text("lies") ?? ""}`).values()].map((of) => {
            const { part, partClass } = of[0]!;
            return (
              <chakra.li key={part.id} display="flex" gap="12px" fontSize="14px" py="6px" borderBottomWidth="1px" borderBottomStyle="dotted" borderColor="line">
                <chakra.span flex="1" minWidth="0">
                  <strong>
                    {of.length > 1 ? `${of.length} × ` : ""}
                    {capital(partClass?.name ?? part.class)}
                  </strong>{" "}
                  {of.map((each) => each.part.tag).join(", ")}
                </chakra.span>
                <Right>{part.known.text("lies") ?? (part.origin === "supplier" ? "in the supplier's box" : `from the ${part.origin}`)}</Right>
              </chakra.li>
            );
          }) /* prettier-ignore */
          }
        </Section>
      )}
    </>
  );
}
