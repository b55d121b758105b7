"use client";
import { Box, Flex, Heading, chakra } from "@chakra-ui/react";
import { useState } from "react";
import { capital } from "@/words/capital";
import { sayAmount } from "@/words/say-money";
import { asQuoted, type KeptQuote } from "@/core/catalogue/quote";
import { useJob } from "../../job/JobContext";
import { Chip } from "../../kit/Chip";
import { SmallInput } from "../../kit/SmallInput";
import { SupplierQuote } from "../../shop/catalogue/SupplierQuote";
import { findInCatalogue, type FoundPart } from "../../outbox/catalogue-api";
import { useSearch } from "../../shop/use-search";
import { Day } from "../../kit/day";

const [mostParts, mostPlaces] = [8, 12];

/** Looks a part up in the shop's catalogue and offers it for a place: as it is there now, whatever comes later. */
export function FromCatalogue() {
  const { pack, assessment, append, mayWrite } = useJob();
  const { order } = assessment;
  const { candidates } = assessment.match;
  const [text, setText] = useState("");
  const { found } = useSearch(text, findInCatalogue);
  // As it was quoted, where that is news and nothing speaks against it.
  const [quotes, setQuotes] = useState<ReadonlyMap<string, KeptQuote>>(new Map());
  const offer = (slot: string, { edition, takenAt, ...sold }: FoundPart) => {
    const quote = quotes.get(sold.number);
    append("candidate-taken", {
      slot,
      sold: quote ? asQuoted(sold, quote) : sold,
      edition,
      takenAt: quote?.askedAt ?? takenAt,
    });
  };
  const placesFor = (part: FoundPart) =>
    [...candidates.keys()].filter((slot) => {
      const of = part.kit ?? (part.class === null ? null : [part.class]);
      return of === null || of.includes(pack.slots.get(slot)!.class);
    });
  const isKnown = (slot: string, { number }: FoundPart) =>
    candidates.get(slot)!.some((each) => each.offer?.sold.number === number);
  return (
    <Box as="section" aria-label="From the catalogue" mt="26px">
      <Heading as="h2" fontSize="16px">
        From the catalogue
      </Heading>
      <SmallInput
        mt="6px"
        maxWidth="360px"
        value={text}
        onChange={(event) => setText(event.currentTarget.value)}
        placeholder="number, old number, name, module=m-25"
        aria-label="Find a part in the catalogue"
      />
      {found !== undefined && (
        <chakra.ul aria-label="Found in the catalogue">
          {found === null || found.parts.length === 0 ? (
            <chakra.li fontSize="14px" color="quiet" py="6px">
              {found === null ? "The catalogue cannot be reached just now." : "Nothing is known by this."}
            </chakra.li>
          ) : (
            found.parts.slice(0, mostParts).map((part) => (
              <chakra.li
                key={part.number}
                py="8px"
                borderBottomWidth="1px"
                borderBottomStyle="dotted"
                borderColor="line"
              >
                <chakra.p fontSize="14px">
                  <strong>{part.number}</strong>
                  {part.revision === null ? "" : ` revision ${part.revision}`} · {part.name}
                  <chakra.span color="quiet">
                    {" · "}
                    {part.price === null ? "no price" : sayAmount(part.price, part.currency)}
                    {part.leadDays === null ? "" : ` · ${part.leadDays} days`} · as of <Day of={part.takenAt} />
                  </chakra.span>
                </chakra.p>
                {part.variants && (
                  <chakra.p
                    fontSize="13px"
                    color={order.variant !== null && !part.variants.includes(order.variant) ? "out" : "quiet"}
                  >
                    For{" "}
                    {part.variants
                      .map((id) => pack.pack.variants.find((each) => each.id === id)?.name ?? id)
                      .join(", ")}{" "}
                    only.
                  </chakra.p>
                )}
                {part.supersededBy !== null && (
                  <chakra.p fontSize="13px" color="near">
                    Old stock: {part.supersededBy} took its place.
                  </chakra.p>
                )}
                <SupplierQuote
                  part={part}
                  mayAsk={mayWrite}
                  onQuote={(quote, isFine) => isFine && setQuotes(new Map([...quotes, [part.number, quote]]))}
                />
                <Flex gap="6px" wrap="wrap" mt="4px">
                  {placesFor(part)
                    .slice(0, mostPlaces)
                    .map((slot) => {
                      const known = isKnown(slot, part);
                      return (
                        <Chip key={slot} isOn={known} disabled={!mayWrite || known} onClick={() => offer(slot, part)}>
                          {known ? "offered" : "offer"}: {capital(pack.slots.get(slot)!.name)}
                        </Chip>
                      );
                    })}
                  {part.kit && mayWrite && placesFor(part).some((slot) => !isKnown(slot, part)) && (
                    <Chip
                      isOn={false}
                      onClick={() => placesFor(part).forEach((slot) => !isKnown(slot, part) && offer(slot, part))}
                    >
                      offer the whole kit
                    </Chip>
                  )}
                  {placesFor(part).length === 0 && (
                    <chakra.span fontSize="13px" color="quiet">
                      No place of this engine takes such a part.
                    </chakra.span>
                  )}
                </Flex>
              </chakra.li>
            ))
          )}
        </chakra.ul>
      )}
    </Box>
  );
}
