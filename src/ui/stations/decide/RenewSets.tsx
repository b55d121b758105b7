"use client";
import { Button, Flex, chakra } from "@chakra-ui/react";
import { slotsOf } from "@/core/pack/slots-of";
import type { Choice, Option } from "@/core/option/option";
import { goes } from "@/core/option/same-option";
import { decidedOn } from "@/core/plan/standing";
import { useJob } from "../../job/JobContext";

/** What is renewed by one act: each list of the pack with how many of its parts are not decided so yet. */
export function RenewSets({ onDecide }: { onDecide: (choice: Choice, option: Option, reason: string | null) => void }) {
  const { pack, assessment, mayDecide } = useJob();
  const sets = pack.pack.relations.flatMap((relation) => {
    if (relation.is !== "renew") return [];
    const slots = new Set(slotsOf(pack, relation.parts));
    const left = assessment.choices.filter((choice) => {
      const decided = decidedOn(choice);
      return slots.has(choice.slot.id) && choice.part && !(decided && goes(decided.wanted.disposition));
    });
    return left.length > 0 ? [{ relation, left }] : [];
  });
  if (sets.length === 0) return null;
  return (
    <Flex as="section" aria-label="Renew as a set" align="center" gap="8px" mt="10px" wrap="wrap">
      <chakra.span fontSize="13px" color="quiet">
        Renew as a set
      </chakra.span>
      {sets.map(({ relation: { id, name }, left }) => (
        <Button
          key={id}
          size="xs"
          variant="outline"
          borderColor="lineStrong"
          minHeight="32px"
          disabled={!mayDecide}
          onClick={() => {
            for (const choice of left) {
              const option = choice.options.find(({ disposition }) => disposition === "replace");
              if (option) onDecide(choice, option, `Renewed as a set: ${name}.`);
            }
          }}
        >
          {name} · {left.length}
        </Button>
      ))}
    </Flex>
  );
}
