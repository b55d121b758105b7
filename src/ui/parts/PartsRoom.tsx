"use client";
import { Box, Button, Flex, Heading, chakra } from "@chakra-ui/react";
import { useState } from "react";
import type { PartInHand } from "@/core/parts/assess-parts";
import { capital } from "@/words/capital";
import { sayProblem } from "@/words/say-problem";
import { many } from "@/words/sentences/sentence";
import { originWords } from "@/words/words-for";
import { StationLayout } from "../job/StationLayout";
import { useInHand, useJob } from "../job/JobContext";
import { PartInHand as InHand } from "./PartInHand";
import { FromShelf } from "./FromShelf";
import { LooseReadings } from "./LooseReadings";
import { Lots } from "./Lots";
import { OpenBox } from "./OpenBox";
import { ToShelf } from "./ToShelf";

const verdictOf = (allowed: boolean | null | undefined) =>
  allowed === true ? "good as it is" : allowed === false ? "not as it is" : "cannot tell yet";
const colorOf = (allowed: boolean | null | undefined) => (allowed === true ? "sound" : allowed === false ? "out" : "near"); // prettier-ignore

/** Where a part in no slot is. */
function whereOf({ part }: PartInHand, bag: string | null): string {
  const lies = part.known.text("lies");
  if (lies) return lies;
  if (bag) return `bag ${bag}`;
  return part.origin === "engine" ? "taken out" : `from ${originWords[part.origin]}`;
}

/** The part that is in the place another is meant for, and what is said of both. */
function SideBySide({ of }: { of: PartInHand }) {
  const { assessment, wording, append, mayWrite, pack } = useJob();
  const { meantFor, part, fits } = of;
  if (!meantFor) return null;
  const choice = assessment.choices.find(({ slot }) => slot.id === meantFor.id);
  const there = choice?.part ?? null;
  const fit = () => {
    if (there) append("part-removed", { part: there.id });
    append("part-installed", { part: part.id, slot: meantFor.id });
  };
  const [mine, other] = [of.options[0], choice?.options[0]];
  return (
    <Box mt="10px" borderWidth="1px" borderColor="line" borderRadius="9px" px="12px" py="10px">
      <chakra.p fontSize="14px" fontWeight={600}>
        For {meantFor.name}
      </chakra.p>
      <Flex columnGap="18px" rowGap="2px" mt="4px" wrap="wrap" fontSize="14px">
        <span>
          {part.tag}: <chakra.strong color={colorOf(mine?.allowed)}>{verdictOf(mine?.allowed)}</chakra.strong>
        </span>
        <span>
          {there ? `${there.tag}, there now: ` : "nothing is there now"}
          {there && <chakra.strong color={colorOf(other?.allowed)}>{verdictOf(other?.allowed)}</chakra.strong>}
        </span>
      </Flex>
      {fits.map((joint) => (
        <chakra.p key={joint.row.id} fontSize="13px" mt="4px" color={colorOf(joint.accepted)}>
          {capital(joint.row.name)}:{" "}
          {joint.accepted === true
            ? "fits beside what is there"
            : joint.accepted === false
              ? "does not fit beside what is there"
              : "cannot be told before both are measured"}
        </chakra.p>
      ))}
      {there &&
        other?.reasons
          .filter(({ severity }) => severity === "error")
          .slice(0, 2)
          .map((reason, at) => (
            <chakra.p key={at} fontSize="13px" color="quiet">
              {sayProblem(reason, wording)}
            </chakra.p>
          ))}
      {mayWrite && pack.slots.has(meantFor.id) && (
        <Button size="sm" mt="8px" minHeight="38px" variant="outline" onClick={fit}>
          Put it there{there ? `, ${there.tag} comes out` : ""}
        </Button>
      )}
    </Box>
  );
}

/** One part in no slot: what is said of it, its readings, and where it may go. */
function Loose({ of }: { of: PartInHand }) {
  const { wording, takeInHand, assessment } = useJob();
  const { hand } = useInHand();
  const { part, partClass, options } = of;
  const isOpen = hand === part.id;
  const [reuse] = options;
  const bag = assessment.job.cameOut.findLast((each) => each.part === part.id)?.bag ?? null;
  return (
    <chakra.li borderBottomWidth="1px" borderBottomStyle="dotted" borderColor="lineStrong">
      <chakra.button
        type="button"
        width="100%"
        textAlign="left"
        display="grid"
        gridTemplateColumns={{ base: "1fr auto", md: "96px 1fr 1fr 130px" }}
        columnGap="14px"
        alignItems="baseline"
        py="9px"
        px="8px"
        minHeight="44px"
        cursor="pointer"
        aria-expanded={isOpen}
        _hover={{ bg: "raised" }}
        onClick={() => takeInHand(isOpen ? null : part.id)}
      >
        <strong>{part.tag}</strong>
        <span>{capital(partClass?.name ?? part.class)}</span>
        <chakra.span color="quiet" fontSize="14px">
          {whereOf(of, bag)}
        </chakra.span>
        <chakra.span color={colorOf(reuse?.allowed)} fontWeight={600} fontSize="14px">
          {partClass ? verdictOf(reuse?.allowed) : "no such kind here"}
        </chakra.span>
      </chakra.button>
      {isOpen && (
        <Box px="8px" pb="16px">
          {reuse?.reasons.slice(0, 6).map((reason, at) => (
            <chakra.p key={at} fontSize="14px" color={reason.severity === "error" ? "ink" : "quiet"}>
              {sayProblem(reason, wording)}
            </chakra.p>
          ))}
          <SideBySide of={of} />
          <LooseReadings of={of} />
          <ToShelf part={part} />
        </Box>
      )}
    </chakra.li>
  );
}

/** Parts that are in no slot of the engine: taken out, bought, brought from the shelf; and the boxes they came in. */
export function PartsRoom() {
  const { assessment, mayWrite } = useJob();
  const { loose } = assessment.inHand;
  const [adding, setAdding] = useState<"box" | "shelf" | null>(null);
  const shown = loose.filter(({ part }) => !assessment.crack.scrapped.has(part.id));
  return (
    <StationLayout aside={<InHand />}>
      <Flex align="center" gap="12px" wrap="wrap">
        <Heading as="h1" fontSize="22px">
          Parts in hand
        </Heading>
        <chakra.span color="quiet" fontSize="14px">
          {shown.length === 0
            ? "all parts are in their places"
            : `${many(shown.length, "part")} in no place of the engine`}
        </chakra.span>
        {mayWrite && (
          <Flex gap="8px" ml="auto">
            <Button
              size="sm"
              minHeight="38px"
              bg="ember"
              color="onEmber"
              fontWeight={700}
              onClick={() => setAdding(adding === "box" ? null : "box")}
            >
              Open a box
            </Button>
            <Button
              size="sm"
              minHeight="38px"
              variant="outline"
              onClick={() => setAdding(adding === "shelf" ? null : "shelf")}
            >
              From the shelf
            </Button>
          </Flex>
        )}
      </Flex>
      {adding === "box" && <OpenBox onDone={() => setAdding(null)} />}
      {adding === "shelf" && <FromShelf onDone={() => setAdding(null)} />}
      <Lots />
      {shown.length === 0 && adding === null ? (
        <chakra.p color="quiet" mt="16px" maxWidth="600px">
          What is bought is opened here: its parts get a tag and the number of their lot, and are measured before any is
          fitted. What comes from the shelf or goes there stands here too, with all that is known of it.
        </chakra.p>
      ) : (
        <chakra.ul listStyleType="none" mt="14px" aria-label="Parts in no place">
          {shown.map((of) => (
            <Loose key={of.part.id} of={of} />
          ))}
        </chakra.ul>
      )}
    </StationLayout>
  );
}
