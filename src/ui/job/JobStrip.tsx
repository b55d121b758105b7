"use client";
import { Box, Flex, chakra } from "@chakra-ui/react";
import NextLink from "next/link";
import { memo, useEffect, useState, type ReactNode } from "react";
import { variantOf } from "@/core/assessment";
import { countByKind } from "@/core/holds";
import { slotStates } from "@/core/views/slot-state";
import { ThemeButton } from "../frame/ThemeButton";
import { grouped } from "@/words/grouped";
import { Brand } from "../kit/Brand";
import { Figures } from "../kit/Figures";
import { HoldCounts } from "../kit/HoldCounts";
import { Key } from "../kit/Key";
import { late, whenSettled } from "../kit/late";
import { SignOut } from "../frame/SignOut";
import { useJob } from "./JobContext";
import { useOwner } from "./use-owner";

const Link = chakra(NextLink);
const EngineMap = late(async () => (await import("../kit/EngineMap")).EngineMap);

const Item = ({ name, from, children }: { name: string; from: "lg" | "xl"; children: ReactNode }) => (
  <Box fontSize="13px" color="quiet" whiteSpace="nowrap" hideBelow={from}>
    {name}{" "}
    <Figures color="ink" fontWeight={600}>
      {children}
    </Figures>
  </Box>
);

/** What opens over the station. */
export type Opens = "find" | "keys" | "map" | "holds";

const Opener = chakra("button", {
  base: {
    display: "inline-flex",
    alignItems: "center",
    gap: "6px",
    minHeight: "32px",
    cursor: "pointer",
    _hover: { color: "ink" },
  },
});

const cut = { minWidth: "0", overflow: "hidden", textOverflow: "ellipsis" } as const;

/** One line about the job that never scrolls away. Whoever goes from station to station has it stand as it is. */
export const JobStrip = memo(function JobStrip({ onOpen }: { onOpen: (what: Opens) => void }) {
  const { pack, assessment, me, unit, showIn } = useJob();
  const { header } = assessment.job;
  const { order } = assessment;
  const { costEstimates } = assessment.intake;
  const owner = useOwner();
  const variant = variantOf(pack, assessment);
  const other = unit.id === "in" ? "mm" : "in";
  const [isSettled, settle] = useState(false);
  useEffect(() => whenSettled(() => settle(true)), []);
  return (
    <Flex
      as="header"
      align="center"
      gap={{ base: "12px", md: "20px" }}
      height="52px"
      px="18px"
      borderBottomWidth="1px"
      borderColor="line"
      flexShrink={0}
      overflow="hidden"
    >
      <Link href="/" aria-label="All jobs" display="flex" alignItems="center" gap="8px" color="ember" title="All jobs">
        <Brand />
      </Link>
      <chakra.button
        type="button"
        onClick={() => onOpen("map")}
        aria-label="Engine map"
        title="Engine map (M)"
        cursor="pointer"
        hideBelow="md"
        // Its room is kept for it, and a long engine is drawn smaller: nothing moves when it comes.
        flexShrink={0}
        width="92px"
        height="34px"
        display="flex"
        justifyContent="center"
        css={{ "& svg": { maxWidth: "100%" } }}
      >
        {isSettled && <EngineMap pack={pack.pack} states={slotStates(assessment)} height={34} />}
      </chakra.button>
      <Flex
        minWidth="0"
        gap="8px"
        align="baseline"
        whiteSpace="nowrap"
        title={[header?.name, owner?.name, pack.pack.family, header?.engine.number].filter(Boolean).join(" · ")}
      >
        {/* A hair's breadth less would cost it its last letters. */}
        <chakra.span fontWeight={700} flexShrink={{ base: 1, md: 0 }} maxWidth={{ md: "24ch" }} {...cut}>
          {header?.name}
        </chakra.span>
        {/* What an engine is told from another by is whole wherever it stands. */}
        <chakra.span fontSize="14px" flexShrink={0} hideBelow="md">
          {header?.engine.number ? `No. ${header.engine.number}` : "number unknown"}
        </chakra.span>
        <chakra.span color="quiet" fontSize="14px" hideBelow="md" {...cut}>
          {owner && !owner.erasedAt ? `${owner.name} · ` : ""}
          {pack.pack.family}
          {variant ? `, ${variant.name}` : ""}
        </chakra.span>
      </Flex>
      <Item name="Wanted" from="xl">
        {order.hoursWanted ? `${grouped(order.hoursWanted)} h` : "hours unknown"}
      </Item>
      <Item name={costEstimates.total > 0 ? "Estimated" : "Budget"} from="lg">
        {costEstimates.total > 0
          ? `${grouped(costEstimates.total)} of ${order.budget ? grouped(order.budget) : "unknown"}`
          : order.budget
            ? grouped(order.budget)
            : "unknown"}
      </Item>
      {assessment.holds.length > 0 && (
        <Opener type="button" onClick={() => onOpen("holds")} fontSize="13px" title="What stands in the way (H)">
          <HoldCounts counts={countByKind(assessment.holds)} isTight />
        </Opener>
      )}
      <Flex ml="auto" align="center" gap="14px" fontSize="13px" color="quiet" whiteSpace="nowrap" data-screen-only>
        <Opener type="button" onClick={() => onOpen("find")} title="Find anything (/)">
          <Key>/</Key>
          <chakra.span hideBelow="2xl">find</chakra.span>
        </Opener>
        <Opener type="button" onClick={() => onOpen("keys")} title="Keys of this screen (?)" hideBelow="md">
          <Key>?</Key>
          <chakra.span hideBelow="2xl">keys</chakra.span>
        </Opener>
        <Opener
          type="button"
          onClick={() => showIn(other)}
          hideBelow="lg"
          minWidth="32px"
          justifyContent="center"
          title={`Shown and typed in ${unit.symbol}${unit.id === header?.unit ? ", as the job goes by" : `; the job goes by ${header?.unit}`}. Press for ${other}, for you alone.`}
          aria-label={`Shown in ${unit.symbol}: show me ${other}`}
        >
          {unit.symbol}
        </Opener>
        <ThemeButton />
        <chakra.span hideBelow="xl">
          {me.name}, {me.role}
        </chakra.span>
        {/* On a phone it stands on the list of jobs alone: here the engine's name needs the room. */}
        <chakra.span hideBelow="md">
          <SignOut />
        </chakra.span>
      </Flex>
    </Flex>
  );
});
