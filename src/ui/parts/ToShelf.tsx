"use client";
import { Button, Flex, chakra } from "@chakra-ui/react";
import { useState, type FormEvent } from "react";
import type { Part } from "@/core/entry/fold";
import { useJob } from "../job/JobContext";
import { SmallInput } from "../kit/SmallInput";
import { actOnShelf } from "../shop/shelf/shelf-api";
import { sayTrouble } from "../shop/shelf/ShelfRoom";

/**
 * A part goes to the shelf with all that is known of it; what nobody may fit again goes to none.
 *
 * @param act     what is done by it, where that is more than laying it there
 * @param onLaid  done once it lies there
 */
export function ToShelf({ part, act = "To the shelf", onLaid }: { part: Part; act?: string; onLaid?: () => void }) {
  const { id, assessment, mayWrite } = useJob();
  const [lies, setLies] = useState("");
  const [said, setSaid] = useState<{ readonly ok: boolean; readonly words: string } | null>(null);
  const isLost =
    assessment.crack.scrapped.has(part.id) ||
    assessment.condition.byPart.get(part.id)?.evidence.some((each) => each.never && each.allowed === false);
  if (!mayWrite || isLost) return null;
  const lay = async (event: FormEvent) => {
    event.preventDefault();
    const answer = await actOnShelf({ do: "lay", job: id, part: part.id, lies });
    if (answer.ok) onLaid?.();
    setSaid(answer.ok ? { ok: true, words: `On the shelf, ${lies}.` } : { ok: false, words: sayTrouble(answer) });
  };
  return (
    <chakra.form onSubmit={(event) => void lay(event)} mt="12px">
      <Flex gap="8px" align="center" wrap="wrap">
        <SmallInput
          value={lies}
          maxLength={80}
          aria-label="Where on the shelf"
          placeholder="rack, box, drawer"
          width="170px"
          onChange={(event) => setLies(event.currentTarget.value)}
        />
        <Button type="submit" size="sm" minHeight="36px" variant="outline" disabled={lies.trim() === ""}>
          {act}
        </Button>
        <chakra.span fontSize="12px" color="quiet">
          It takes its readings and findings along.
        </chakra.span>
      </Flex>
      {said && (
        <chakra.p role={said.ok ? "status" : "alert"} fontSize="14px" mt="6px" color={said.ok ? "sound" : "out"}>
          {said.words}
        </chakra.p>
      )}
    </chakra.form>
  );
}
