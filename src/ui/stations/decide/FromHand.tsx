"use client";
import { Button, Flex, chakra } from "@chakra-ui/react";
import { useJob } from "../../job/JobContext";

/** A good part that lies here and may go where a new one would be bought: one tap puts it down for that place. */
export function FromHand({ slot }: { slot: string }) {
  const { assessment, pack, append, mayDecide } = useJob();
  const part = assessment.plan.inHandFor.get(slot);
  if (!part) return null;
  const lies = part.known.text("lies");
  const take = () => {
    const before = assessment.job.picked.filter((each) => each.slot === slot).map(({ id }) => id);
    append("part-noted", { part: part.id, item: "meant-for", feature: null, value: slot });
    append("part-picked", { slot, part: part.id, offer: null, why: null, ...(before.length > 0 ? { supersedes: before } : {}) }); // prettier-ignore
  };
  return (
    <Flex mt="12px" gap="10px" align="center" justify="space-between" wrap="wrap">
      <chakra.p fontSize="13px" flex="1" minWidth="180px">
        <chakra.span fontWeight={700}>{part.tag}</chakra.span> lies here{lies === null ? "" : ` (${lies})`} and is good:
        it may go in as {pack.slots.get(slot)!.name} instead of a new one.
      </chakra.p>
      <Button size="sm" minHeight="36px" variant="outline" disabled={!mayDecide} onClick={take}>
        Use {part.tag} here
      </Button>
    </Flex>
  );
}
