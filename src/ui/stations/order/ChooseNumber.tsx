"use client";
import { Box, chakra } from "@chakra-ui/react";
import { useState } from "react";
import type { BuyLine } from "@/core/ordering/to-order";
import { sayAmount } from "@/words/say-money";
import { useJob } from "../../job/JobContext";
import { QuietButton } from "../../kit/SayWhy";
import { SmallInput } from "../../kit/SmallInput";
import { findInCatalogue, type FoundPart } from "../../outbox/catalogue-api";
import { useSearch } from "../../shop/use-search";

const mostParts = 6;

/** By which number a kind of part is bought, from the shop's catalogue: for all the places of its line. */
export function ChooseNumber({ line }: { line: BuyLine }) {
  const { append, assessment } = useJob();
  const [isOpen, setOpen] = useState(false);
  const [text, setText] = useState(line.name);
  const { found } = useSearch(isOpen ? text : "", findInCatalogue);
  const fitting = found?.parts.filter((part) => part.class === line.class || part.class === null) ?? [];
  const choose = ({ edition, takenAt, ...sold }: FoundPart) => {
    for (const slot of line.slots) {
      const offer = append("candidate-taken", { slot, sold, edition, takenAt });
      const before = assessment.job.picked.filter((each) => each.slot === slot).map(({ id }) => id);
      append("part-picked", { slot, part: null, offer: offer.id, why: null, ...(before.length > 0 ? { supersedes: before } : {}) }); // prettier-ignore
    }
    setOpen(false);
  };
  if (!isOpen) return <QuietButton onClick={() => setOpen(true)}>by which number</QuietButton>;
  return (
    <Box pl="30px" pb="6px">
      <SmallInput
        width="260px"
        value={text}
        maxLength={60}
        aria-label={`Number of the ${line.name}`}
        placeholder="number, old number, name"
        onChange={(event) => setText(event.currentTarget.value)}
      />{" "}
      <QuietButton onClick={() => setOpen(false)}>leave it</QuietButton>
      {found !== undefined && (
        <chakra.ul aria-label="In the catalogue" fontSize="14px">
          {fitting.slice(0, mostParts).map((part) => (
            <li key={part.number}>
              <QuietButton onClick={() => choose(part)}>{part.number}</QuietButton> {part.name}
              {part.revision === null ? "" : `, revision ${part.revision}`}
              {part.price === null ? "" : ` · ${sayAmount(part.price, part.currency)}`}
              {part.supplier === null ? "" : ` · ${part.supplier}`}
            </li>
          ))}
          {fitting.length === 0 && (
            <chakra.li color="quiet">
              {found === null
                ? "The catalogue cannot be reached just now."
                : "The catalogue has none of this kind by that."}
            </chakra.li>
          )}
        </chakra.ul>
      )}
    </Box>
  );
}
