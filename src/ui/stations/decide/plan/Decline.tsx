"use client";
import { Box, Button, Flex, Textarea, chakra } from "@chakra-ui/react";
import { useState, type FormEvent } from "react";
import type { Choice } from "@/core/option/option";
import type { Priced } from "@/core/plan/priced";
import { grouped } from "@/words/grouped";
import { percent } from "@/words/percent";
import { sayOption } from "@/words/say-option";
import { sayMinor } from "@/words/say-plan";
import { howWords } from "@/words/words-for";
import { useJob } from "../../../job/JobContext";
import { Pick } from "../../../job/PartKnown";
import { QuietButton } from "../../../kit/SayWhy";
import { SmallInput } from "../../../kit/SmallInput";
import { Day } from "../../../kit/day";

type How = keyof typeof howWords;

/** The owner does not want work that is advised: kept with what it may lead to, and whose word it was. */
export function Decline({
  choice,
  priced,
  keeps,
  hours,
  currency,
}: {
  choice: Choice;
  /** The work that is declined. */
  priced: Priced;
  /** What is left instead; null where nothing may be. */
  keeps: Priced | null;
  hours: number;
  currency: string | null;
}) {
  const { id, assessment, append, mayDecide, today } = useJob();
  const [isOpen, setOpen] = useState(false);
  const [by, setBy] = useState("");
  const [how, setHow] = useState<How>("phone");
  const what = `${sayOption(priced.option).toLowerCase()}: ${choice.slot.name}`;
  const [warning, setWarning] = useState(
    keeps
      ? `Without it the ${choice.slot.name} is ${percent(1 - keeps.chance)} to fail before ${grouped(hours)} hours. Doing it over then costs about ${sayMinor(keeps.redo, currency)}.`
      : `The ${choice.slot.name} may not be used as it is: the engine must not run without this work.`,
  );
  const { part } = choice;
  if (!part) return null;
  const before = assessment.job.declined.filter((each) => each.part === part.id);
  const keep = (event: FormEvent) => {
    event.preventDefault();
    if (by.trim() === "" || warning.trim() === "") return;
    append("work-declined", {
      part: part.id,
      disposition: priced.option.disposition,
      what: what.slice(0, 200),
      warning: warning.trim(),
      by: by.trim(),
      on: today(),
      how,
      ...(before.length > 0 ? { supersedes: before.map(({ id }) => id) } : {}),
    });
    setOpen(false);
  };
  return (
    <Box mt="12px" fontSize="13px">
      {before.map((each) => (
        <chakra.p key={each.id} color="near">
          {each.by} declined {each.what} {howWords[each.how]} on <Day of={each.on} />. {each.warning}
        </chakra.p>
      ))}
      {before.length > 0 && (
        <chakra.a
          href={`/api/jobs/${id}/report?of=declined`}
          download
          color="emberInk"
          textDecoration="underline"
          textUnderlineOffset="3px"
        >
          print it to be signed
        </chakra.a>
      )}
      {
        mayDecide && !isOpen &&
        <QuietButton onClick={() => setOpen(true)}>the owner does not want this done</QuietButton> // prettier-ignore
      }
      {isOpen && (
        <chakra.form onSubmit={keep} aria-label="Declined work">
          <Textarea
            value={warning}
            onChange={(event) => setWarning(event.currentTarget.value)}
            aria-label="What it may lead to"
            rows={4}
            maxLength={2000}
            fontSize="13px"
            borderColor="lineStrong"
          />
          <Flex gap="8px" mt="6px" wrap="wrap">
            <SmallInput
              value={by}
              onChange={(event) => setBy(event.currentTarget.value)}
              placeholder="whose word"
              aria-label="Whose word"
              width="130px"
              maxLength={200}
            />
            <Pick
              label="How"
              value={how}
              onPick={(id) => setHow(id as How)}
              options={(Object.keys(howWords) as How[]).map((id) => ({ id, name: howWords[id] }))}
            />
            <Button
              type="submit"
              size="sm"
              variant="outline"
              borderColor="lineStrong"
              color="ink"
              disabled={by.trim() === "" || warning.trim() === ""}
            >
              Declined
            </Button>
          </Flex>
        </chakra.form>
      )}
    </Box>
  );
}
