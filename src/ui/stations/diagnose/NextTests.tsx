"use client";
import { Box, Flex, chakra } from "@chakra-ui/react";
import type { NextTest } from "@/core/diagnose/infer";
import { nameOfNode, type FindingNode, type Network } from "@/core/causes/unfold";
import { capital } from "@/words/capital";
import { AnswerFinding } from "./AnswerFinding";
import { useIsLost } from "./use-is-lost";

/** What to look at next: most told about the cause for each minute first. */
export function NextTests({
  network,
  next,
  most = 12,
}: {
  readonly network: Network;
  readonly next: readonly NextTest[];
  readonly most?: number;
}) {
  const isLost = useIsLost();
  const best = Math.max(1e-9, ...next.map(({ perMinute }) => perMinute));
  if (next.length === 0)
    return (
      <chakra.p color="quiet" fontSize="14px">
        Nothing that is still open would tell more about the cause.
      </chakra.p>
    );
  return (
    <chakra.ol aria-label="What to look at next">
      {next.slice(0, most).map(({ finding, perMinute, confirms }) => {
        const confirmed = confirms === null ? undefined : network.of.get(confirms);
        const node = network.of.get(finding) as FindingNode;
        const { item, place } = node;
        return (
          <chakra.li key={finding} py="9px" borderBottomWidth="1px" borderBottomStyle="dotted" borderColor="line">
            <Flex gap="12px" align="baseline" wrap="wrap">
              <chakra.span flex="1" minWidth="220px" fontSize="15px" fontWeight={600}>
                {item.ask ? `${place ? `${capital(place.name)}: ` : ""}${item.ask}` : capital(nameOfNode(node))}
              </chakra.span>
              <chakra.span fontSize="12px" color="quiet">
                {item.minutes} min
                {item.costs ? ` · ${item.costs}` : ""}
                {isLost(node) ? " · before cleaning" : ""}
                {confirmed ? ` · would confirm: ${nameOfNode(confirmed)}` : ""}
              </chakra.span>
            </Flex>
            <Box height="4px" bg="raised" my="5px" aria-hidden>
              <Box height="4px" width={`${confirmed ? 100 : (100 * perMinute) / best}%`} bg="ember" />
            </Box>
            <AnswerFinding node={node} />
          </chakra.li>
        );
      })}
    </chakra.ol>
  );
}
