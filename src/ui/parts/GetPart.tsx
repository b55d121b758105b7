"use client";
import { Box, Flex, chakra } from "@chakra-ui/react";
import { useState } from "react";
import { nextTags } from "@/core/parts/next-tags";
import type { PartOrigin } from "@/core/pack/schema-base";
import { capital } from "@/words/capital";
import { useJob } from "../job/JobContext";
import { Pick } from "../job/PartKnown";
import { PlaceLink } from "../job/places";
import { Chip } from "../kit/Chip";
import { QuietButton } from "../kit/SayWhy";
import { SmallForm } from "../kit/SmallForm";
import { SmallInput } from "../kit/SmallInput";
import { FromShelf } from "./FromShelf";
import { usePutDown } from "./use-put-down";

type Way = "shelf" | "hand" | "supplier";
const ways: Readonly<Record<Way, string>> = {
  shelf: "shelf",
  hand: "brought in",
  supplier: "supplier",
};

/** Where a part that somebody brings may come from. */
const broughtFrom = { donor: "out of another engine", supplier: "new, in its box", shelf: "used, from elsewhere" } as const; // prettier-ignore

/** One that a person brings: tagged with what stands on it, from wherever it is. */
function ByHand({ slot, onDone }: { slot: string; onDone: () => void }) {
  const { append, newId, assessment, pack } = useJob();
  const putDown = usePutDown();
  const [origin, setOrigin] = useState<PartOrigin>("donor");
  const [number, setNumber] = useState("");
  const [words, setWords] = useState("");
  const keep = () => {
    const partClass = pack.classes.get(pack.slots.get(slot)!.class)!;
    const taken = new Set([...assessment.job.parts.values()].map(({ tag }) => tag));
    const [tag] = nextTags(partClass.tag, 1, taken);
    const part = newId();
    append("part-tagged", { part, class: partClass.id, tag: tag!, origin });
    if (number.trim() !== "") append("part-noted", { part, item: "number", feature: null, value: number.trim() });
    if (words.trim() !== "") append("part-noted", { part, item: "supplier", feature: null, value: words.trim() });
    putDown(part, slot);
    onDone();
  };
  return (
    <>
      <SmallForm label="Somebody brought one" act="Tag it for this place" onKeep={keep}>
        <Pick
          label="Where it comes from"
          value={origin}
          onPick={(id) => setOrigin(id as PartOrigin)}
          options={Object.entries(broughtFrom).map(([id, name]) => ({ id, name }))}
        />
        <SmallInput
          width="130px"
          value={number}
          maxLength={120}
          aria-label="Number on it"
          placeholder="number on it"
          onChange={(event) => setNumber(event.currentTarget.value)}
        />
        <SmallInput
          width="160px"
          value={words}
          maxLength={120}
          aria-label="From whom"
          placeholder="from whom"
          onChange={(event) => setWords(event.currentTarget.value)}
        />
      </SmallForm>
      <chakra.p fontSize="13px" color="quiet" mt="4px">
        It is judged by what is measured and seen of it, as any other.
      </chakra.p>
    </>
  );
}

/** Another part for a place, from wherever it can be had: the shelf, a person's hand, a supplier. */
export function GetPart({ slots }: { slots: readonly string[] }) {
  const { pack, mayWrite } = useJob();
  const putDown = usePutDown();
  const [isOpen, setOpen] = useState(false);
  const [way, setWay] = useState<Way>("shelf");
  const [chosen, setChosen] = useState<string | null>(null);
  const slot = slots.includes(chosen ?? "") ? chosen : (slots[0] ?? null);
  if (!mayWrite || slot === null) return null;
  if (!isOpen)
    return (
      <Box mt="10px">
        <QuietButton onClick={() => setOpen(true)}>another part for this place</QuietButton>
      </Box>
    );
  const done = () => setOpen(false);
  return (
    <Box mt="12px" role="group" aria-label="Another part for this place">
      <Flex gap="6px" wrap="wrap" align="center">
        {slots.length > 1 && (
          <Pick
            label="For which place"
            value={slot}
            onPick={setChosen}
            options={slots.map((id) => ({ id, name: capital(pack.slots.get(id)!.name) }))}
          />
        )}
        <chakra.span fontSize="14px">From</chakra.span>
        {(Object.keys(ways) as Way[]).map((each) => (
          <Chip key={each} isOn={way === each} onClick={() => setWay(each)}>
            {ways[each]}
          </Chip>
        ))}
        <QuietButton onClick={done}>close</QuietButton>
      </Flex>
      {way === "shelf" && (
        <FromShelf
          of={pack.slots.get(slot)!.class}
          onDone={(part) => {
            putDown(part, slot);
            done();
          }}
        />
      )}
      {way === "hand" && <ByHand slot={slot} onDone={done} />}
      {way === "supplier" && (
        <chakra.p fontSize="14px" mt="8px">
          Decide to replace it, then <PlaceLink to="order">order it</PlaceLink>; offers by number are compared at{" "}
          <PlaceLink to="match">Match</PlaceLink>.
        </chakra.p>
      )}
    </Box>
  );
}
