"use client";
import { Box, Heading, chakra } from "@chakra-ui/react";
import type { FindingNode } from "@/core/causes/unfold";
import { useJob } from "../../job/JobContext";
import { NextTests } from "./NextTests";
import { useInference } from "./use-inference";
import { useIsLost } from "./use-is-lost";

/** What would tell most about the cause and is washed away by cleaning: asked for while the engine comes apart. */
export function BeforeCleaning() {
  const { diagnosis } = useJob().assessment;
  const { network, gate } = diagnosis;
  // Where no cause is asked for, nothing is worked out.
  const inferred = useInference(gate === "open" ? diagnosis : { ...diagnosis, network: null });
  const isLost = useIsLost();
  if (gate !== "open" || !network || !inferred.next || inferred.isBehind) return null;
  const next = inferred.next.filter(({ finding }) => isLost(network.of.get(finding) as FindingNode));
  if (next.length === 0) return null;
  return (
    <Box as="section" aria-label="Before cleaning" mt="22px" pt="14px" borderTopWidth="1px" borderColor="line">
      <Heading as="h2" fontSize="16px">
        Before anything is cleaned
      </Heading>
      <chakra.p fontSize="13px" color="quiet">
        What first failed is not settled: these are washed away by cleaning, and tell most about it.
      </chakra.p>
      <NextTests network={network} next={next} most={5} />
    </Box>
  );
}
