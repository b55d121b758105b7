"use client";
import { Button, Flex, chakra } from "@chakra-ui/react";
import { useJob } from "../../job/JobContext";
import { usePutDown } from "../../parts/use-put-down";

/** A good part that lies here and may go where a new one would be bought: one tap puts it down for that place. */
export function FromHand({ slot }: { slot: string }) {
  const { assessment, pack, mayDecide } = useJob();
  const putDown = usePutDown();
  const part = assessment.plan.inHandFor.get(slot);
  if (!part) return null;
  const lies = part.known.text("lies");
  return (
    <Flex mt="12px" gap="10px" align="center" justify="space-between" wrap="wrap">
      <chakra.p fontSize="13px" flex="1" minWidth="180px">
        <chakra.span fontWeight={700}>{part.tag}</chakra.span> lies here{lies === null ? "" : ` (${lies})`} and is good:
        it may go in as {pack.slots.get(slot)!.name} instead of a new one.
      </chakra.p>
      <Button size="sm" minHeight="36px" variant="outline" disabled={!mayDecide} onClick={() => putDown(part.id, slot)}>
        Use {part.tag} here
      </Button>
    </Flex>
  );
}
