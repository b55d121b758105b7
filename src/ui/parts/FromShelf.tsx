"use client";
import type { ShelfListing } from "@/core/parts/shelf";
import { Box, Button, Flex, chakra } from "@chakra-ui/react";
import { useState, type FormEvent } from "react";
import { useJob } from "../job/JobContext";
import { SmallInput } from "../kit/SmallInput";
import { actOnShelf, findOnShelf } from "../shop/shelf/shelf-api";
import { sayTrouble } from "../shop/shelf/ShelfRoom";

/** A part of the shelf comes into this job, with all that is known of it. */
export function FromShelf({
  of = null,
  onDone,
}: {
  /** Only parts of this kind; of any where it is left out. */
  of?: string | null;
  onDone: (part: string) => void;
}) {
  const { id, pack } = useJob();
  const [text, setText] = useState("");
  const [found, setFound] = useState<readonly ShelfListing[] | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const look = async (event: FormEvent) => {
    event.preventDefault();
    const answer = await findOnShelf(text, of);
    setTrouble(answer.ok ? null : sayTrouble(answer));
    if (answer.ok) setFound(answer.value.parts);
  };
  const take = async (line: ShelfListing) => {
    const answer = await actOnShelf({ do: "take", job: id, part: line.part, slot: null });
    if (answer.ok) return onDone(line.part);
    setTrouble(sayTrouble(answer));
    setFound(found?.filter((each) => each !== line) ?? null);
  };
  return (
    <Box mt="12px" p="12px" bg="panel" borderRadius="9px" role="group" aria-label="From the shelf">
      <chakra.form display="flex" gap="8px" onSubmit={(event) => void look(event)}>
        <SmallInput
          value={text}
          maxLength={120}
          aria-label="Look on the shelf"
          placeholder="kind, number, tag"
          onChange={(event) => setText(event.currentTarget.value)}
        />{" "}
        {/* prettier-ignore */}
        <Button type="submit" size="sm" minHeight="36px" variant="outline">
          Look
        </Button>
      </chakra.form>
      {trouble && (
        <chakra.p role="alert" fontSize="14px" color="out" mt="8px">
          {trouble}
        </chakra.p>
      )}
      {found?.length === 0 && (
        <chakra.p fontSize="14px" color="quiet" mt="8px">
          Nothing there is known by these words.
        </chakra.p>
      )}
      {found?.map((line) => (
        <Flex key={line.part} gap="12px" align="center" py="4px" wrap="wrap" fontSize="14px">
          <strong>{line.tag}</strong>
          <span>{pack.classes.get(line.class)?.name ?? line.class}</span>
          <chakra.span color="quiet">
            {line.origin}, {line.lies}
            {line.against > 0 ? ` · ${line.against} doubts` : ""}
          </chakra.span>
          {pack.classes.has(line.class) ? (
            <Button size="xs" minHeight="34px" ml="auto" variant="outline" onClick={() => void take(line)}>
              Take it
            </Button>
          ) : (
            <chakra.span ml="auto" color="near">
              of no kind this engine has
            </chakra.span>
          )}
        </Flex>
      ))}
    </Box>
  );
}
