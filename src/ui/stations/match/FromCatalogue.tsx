"use client";
import { Box, Flex, Heading, chakra } from "@chakra-ui/react";
import { useState } from "react";
import { capital } from "@/words/capital";
import { sayAmount } from "@/words/say-money";
import { useJob } from "../../job/JobContext";
import { Chip } from "../../kit/Chip";
import { SmallInput } from "../../kit/SmallInput";
import { findInCatalogue, type FoundPart } from "../../shop/catalogue/catalogue-api";
import { useSearch } from "../../shop/use-search";

const [mostParts, mostPlaces] = [8, 12];

/** Looks a part up in the shop's catalogue and offers it for a place: as it is there now, whatever comes later. */
export function FromCatalogue() {
  const { pack, assessment, append, mayWrite } = useJob();
  const { candidates } = assessment.match;
  const [text, setText] = useState("");
  const { found } = useSearch(text, findInCatalogue);
  const offer = (slot: string, { edition, takenAt, ...sold }: FoundPart) =>
    append("candidate-taken", { slot, sold, edition, takenAt });
  const placesFor = (part: FoundPart) =>
    [...candidates.keys()].filter((slot) => part.class === null || pack.slots.get(slot)!.class === part.class);
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
        placeholder="number, old number, name"
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
                    {part.leadDays === null ? "" : ` · ${part.leadDays} days`} · as of {part.takenAt.slice(0, 10)}
                  </chakra.span>
                </chakra.p>
                {part.supersededBy !== null && (
                  <chakra.p fontSize="13px" color="near">
                    Old stock: {part.supersededBy} took its place.
                  </chakra.p>
                )}
                <Flex gap="6px" wrap="wrap" mt="4px">
                  {placesFor(part)
                    .slice(0, mostPlaces)
                    .map((slot) => {
                      const known = candidates.get(slot)!.some((each) => each.offer?.sold.number === part.number);
                      return (
                        <Chip key={slot} isOn={known} disabled={!mayWrite || known} onClick={() => offer(slot, part)}>
                          {known ? "offered" : "offer"}: {capital(pack.slots.get(slot)!.name)}
                        </Chip>
                      );
                    })}
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
