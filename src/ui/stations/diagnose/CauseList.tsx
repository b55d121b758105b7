"use client";
import { Box, Flex, chakra } from "@chakra-ui/react";
import { enough, type RankedCause } from "@/core/diagnose/infer";
import { nameOfNode, type Network } from "@/core/causes/unfold";
import { capital } from "@/words/capital";
import { percent } from "@/words/percent";

/** How likely something is, as a length; what was sampled carries its error as a whisker. */
function ChanceBar({ probability, error }: Pick<RankedCause, "probability" | "error">) {
  return (
    <Box position="relative" height="8px" bg="raised" borderRadius="2px" aria-hidden>
      <Box position="absolute" inset="0" width={`${probability * 100}%`} bg="ember" borderRadius="2px" />
      {error > 0 && (
        <Box
          position="absolute"
          top="3px"
          height="2px"
          bg="ink"
          left={`${Math.max(0, probability - 2 * error) * 100}%`}
          width={`${Math.min(1, 4 * error) * 100}%`}
        />
      )}
    </Box>
  );
}

/** Root causes: what brought the worst damage about first, then by how likely they are. */
export function CauseList({
  network,
  causes,
  worst,
  chosen,
  onChoose,
}: {
  network: Network;
  causes: readonly RankedCause[];
  /** The worst damage that is recorded, as it is called; null where none is. */
  worst: string | null;
  chosen: string | null;
  onChoose: (node: string) => void;
}) {
  return (
    <chakra.ol aria-label="Root causes, what explains the damage first">
      {causes.map(({ node, probability, accounts, error, before }) => (
        <chakra.li key={node} borderBottomWidth="1px" borderColor="line">
          <chakra.button
            type="button"
            width="100%"
            textAlign="left"
            py="9px"
            px="6px"
            cursor="pointer"
            aria-pressed={chosen === node}
            bg={chosen === node ? "emberWash" : undefined}
            _hover={{ bg: "raised" }}
            onClick={() => onChoose(node)}
          >
            <Flex align="baseline" gap="12px">
              <chakra.span flex="1" fontSize="15px" fontWeight={probability > 0.5 ? 700 : 400}>
                {capital(nameOfNode(network.of.get(node)!))}
              </chakra.span>
              <chakra.span fontSize="17px" fontWeight={700} fontVariantNumeric="tabular-nums">
                {percent(probability)}
              </chakra.span>
            </Flex>
            <ChanceBar probability={probability} error={error} />
            <chakra.span fontSize="12px" color="quiet">
              {accounts !== null && accounts < enough && worst !== null ? `does not explain ${worst} · ` : ""}
              {percent(before)} before anything was seen{error > 0 ? ` · sampled, ± ${percent(2 * error)}` : ""}
            </chakra.span>
          </chakra.button>
        </chakra.li>
      ))}
    </chakra.ol>
  );
}
