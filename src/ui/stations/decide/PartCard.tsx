"use client";
import { Flex, Heading, chakra } from "@chakra-ui/react";
import type { RowResult } from "@/core/measure/assess-row";
import { isByEye } from "@/core/pack/compile-pack";
import { rowsOf, type Choice } from "@/core/option/option";
import { formatNumber, formatUncertainty } from "@/core/quantity/format-quantity";
import { capital } from "@/words/capital";
import { many } from "@/words/sentences/sentence";
import { decidedOrProposed } from "@/core/plan/standing";
import { Evidence } from "../../job/Evidence";
import { PartKnown } from "../../job/PartKnown";
import { GetPart } from "../../parts/GetPart";
import { ToShelf } from "../../parts/ToShelf";
import { useJob } from "../../job/JobContext";
import { FromHand } from "./FromHand";
import { Tag } from "../../job/Tag";
import { ConformityMark, markColor, shownMark } from "../../kit/ConformityMark";
import { nameOfLine } from "./alike";
import { useDecide } from "./use-decide";

/** Where there are more places, those that are well inside are counted, not listed: they stand at Measure. */
const mostPlaces = 4;

function Place({ row }: { row: RowResult }) {
  const { unitFor } = useJob();
  const { governing } = row;
  const unit = unitFor(governing.characteristic.unit);
  const mark = shownMark(governing);
  return (
    <Flex as="li" align="center" gap="6px" fontSize="13px" py="2px" borderBottomWidth="1px" borderColor="line">
      <chakra.span color={markColor[mark]} flexShrink={0}>
        <ConformityMark mark={mark} />
      </chakra.span>
      <chakra.span flex="1" minWidth="0" color="quiet">
        {capital(row.row.at.place?.name ?? row.row.at.feature.name)}
      </chakra.span>
      <chakra.span fontVariantNumeric="tabular-nums" whiteSpace="nowrap">
        {governing.estimate
          ? `${formatNumber(governing.estimate.value, unit)} ± ${formatUncertainty(governing.expanded!, unit)}`
          : "not measured"}
      </chakra.span>
    </Flex>
  );
}

/** All that is known of one part, what weighs most first. */
export function PartCard({ line }: { line: readonly Choice[] }) {
  const { assessment, mayDecide } = useJob();
  const decide = useDecide();
  const choice = line[0]!;
  const better = mayDecide ? choice.options.find(({ disposition, allowed }) => disposition === "upgrade" && allowed !== false) : undefined; // prettier-ignore
  const { part, slot } = choice;
  const scrapped = part && assessment.crack.scrapped.get(part.id);
  const rows = rowsOf(choice).filter((row) => !isByEye(row.row));
  const isFine = (row: RowResult) => row.governing.accepted === true && row.governing.conformity?.mark === "inside";
  const listed = rows.length <= mostPlaces ? rows : rows.filter((row) => !isFine(row));
  return (
    <Tag>
      <Heading as="h2" fontSize="13px" fontWeight={400} color="quiet" lineHeight="1.4" pr="24px">
        {part ? `${part.tag} · ${slot.name}` : `${slot.name}: no part here`}
      </Heading>
      {line.length > 1 && (
        <chakra.p fontSize="15px" fontWeight={700} mt="4px" lineHeight="1.3">
          {capital(nameOfLine(line))}
        </chakra.p>
      )}
      {scrapped && (
        <chakra.p mt="4px" fontSize="14px" fontWeight={700} color="out">
          Scrapped: {scrapped.why}. It is not measured or fitted any more.
        </chakra.p>
      )}
      {rows.length === 0 ? (
        <chakra.p mt="4px" fontSize="17px">
          Judged by eye
        </chakra.p>
      ) : (
        <chakra.ul mt="8px" aria-label="Measured places">
          {listed.map((row) => (
            <Place key={row.row.id} row={row} />
          ))}
          {listed.length < rows.length && (
            <chakra.li fontSize="12px" color="quiet" pt="3px">
              {many(rows.length - listed.length, "place")} {listed.length > 0 ? "more " : ""}inside{" "}
              {rows.length - listed.length === 1 ? "its limit" : "their limits"}
            </chakra.li>
          )}
        </chakra.ul>
      )}
      <Evidence reasons={choice.options[0]!.reasons} most={6} />
      {part && <PartKnown key={part.id} part={part} />}
      {line.map(({ slot: { id } }) => (
        <FromHand key={id} slot={id} />
      ))}
      <GetPart slots={line.map(({ slot: { id } }) => id)} />
      {part && isForShelf(choice) && <ToShelf key={`shelf ${part.id}`} part={part} />}
      {part && better && !isForShelf(choice) && (
        // A better one comes, and what is there is good for another engine: one act.
        <ToShelf
          key={`upgrade ${part.id}`}
          part={part}
          act="Upgrade, and this one to the shelf"
          onLaid={() => decide(choice, better, "The one that was there goes to the shelf.")}
        />
      )}
    </Tag>
  );
}

/** Refused for its place, or kept for another build: it is offered to the shelf before the scrap bin. */
const isForShelf = (choice: Choice): boolean => {
  const { disposition } = decidedOrProposed(choice);
  return disposition === "keep" || disposition === "replace" || disposition === "upgrade";
};
