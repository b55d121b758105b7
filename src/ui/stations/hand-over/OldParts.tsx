"use client";
import { Button, Flex, Heading, chakra } from "@chakra-ui/react";
import { useState, type FormEvent } from "react";
import { decidedOn } from "@/core/plan/standing";
import { many } from "@/words/sentences/sentence";
import { howWords, oldPartsWords } from "@/words/words-for";
import { useJob } from "../../job/JobContext";
import { Pick } from "../../job/PartKnown";
import { QuietButton } from "../../kit/SayWhy";
import { SmallInput } from "../../kit/SmallInput";
import { Day } from "../../kit/day";

type Wish = keyof typeof oldPartsWords;
type How = keyof typeof howWords;

const listed = (words: Readonly<Record<string, string>>) => Object.entries(words).map(([id, name]) => ({ id, name }));

/** Old parts are the owner's: what becomes of them is theirs to say, and stands in the report with whose word it was. */
export function OldParts() {
  const { assessment, append, mayDecide, today } = useJob();
  const [isOpen, setOpen] = useState(false);
  const [wish, setWish] = useState<Wish>("scrap");
  const [how, setHow] = useState<How>("phone");
  const [by, setBy] = useState("");
  const said = assessment.job.oldParts;
  const goes = assessment.choices.filter((choice) => ["replace", "upgrade"].includes(decidedOn(choice)?.wanted.disposition ?? "")).length; // prettier-ignore
  if (goes === 0 && said.length === 0) return null;
  const keep = (event: FormEvent) => {
    event.preventDefault();
    if (by.trim() === "") return;
    append("old-parts-agreed", {
      wish,
      by: by.trim(),
      on: today(),
      how,
      ...(said.length > 0 ? { supersedes: said.map(({ id }) => id) } : {}),
    });
    setBy("");
    setOpen(false);
  };
  return (
    <chakra.section aria-label="Old parts" mt="30px">
      <Heading as="h2" fontSize="16px">
        Old parts
      </Heading>
      {said.map((each) => (
        <chakra.p key={each.id} mt="6px">
          To be {oldPartsWords[each.wish]}: {each.by}, <Day of={each.on} />, {howWords[each.how]}.
        </chakra.p>
      ))}
      {said.length === 0 && (
        <chakra.p mt="6px" color="near">
          {many(goes, "part")} {goes === 1 ? "is" : "are"} replaced, and nobody asked the owner what becomes of the old{" "}
          {goes === 1 ? "one" : "ones"}.
        </chakra.p>
      )}
      {said.length > 1 && (
        <chakra.p mt="4px" color="near">
          Two people wrote it down differently. Say it once more.
        </chakra.p>
      )}
      {mayDecide && !isOpen && (
        <QuietButton onClick={() => setOpen(true)}>
          {said.length > 0 ? "the owner wants it otherwise" : "the owner was asked"}
        </QuietButton>
      )}
      {isOpen && (
        <chakra.form onSubmit={keep} mt="8px" aria-label="What the owner wants done with old parts">
          <Flex gap="8px" wrap="wrap" align="center" fontSize="14px">
            <span>They are</span>
            <Pick
              label="What becomes of them"
              value={wish}
              onPick={(id) => setWish(id as Wish)}
              options={listed(oldPartsWords)}
            />
            <SmallInput
              value={by}
              onChange={(event) => setBy(event.currentTarget.value)}
              aria-label="Whose word it is"
              placeholder="whose word"
              maxLength={120}
              width="180px"
              autoFocus
            />
            <Pick label="How it was said" value={how} onPick={(id) => setHow(id as How)} options={listed(howWords)} />
            <Button type="submit" size="sm" bg="ember" color="onEmber" fontWeight={700} disabled={by.trim() === ""}>
              Keep it
            </Button>
            <Button size="sm" variant="ghost" onClick={() => setOpen(false)}>
              Leave it
            </Button>
          </Flex>
        </chakra.form>
      )}
    </chakra.section>
  );
}
