"use client";
import { Flex, chakra } from "@chakra-ui/react";
import { TriangleAlert } from "lucide-react";
import type { Station } from "@/core/stations";
import { useJob } from "./JobContext";

/** The cautions of a station, and of the kind of part in hand, said once, where they matter. */
export function Cautions({ station, partClass }: { station: Station; partClass: string }) {
  const { assessment } = useJob();
  return assessment.cautions
    .filter((caution) => caution.station === station && (caution.class === undefined || caution.class === partClass))
    .map((caution) => (
      <Flex key={caution.id} gap="8px" mt="6px" fontSize="12px" lineHeight="1.35" color="quiet" align="flex-start">
        <chakra.span color="near" mt="1px" flexShrink={0}>
          <TriangleAlert size={14} aria-label="Caution" />
        </chakra.span>
        <p>{caution.text}</p>
      </Flex>
    ));
}
