"use client";
import { Box, Flex, Heading, chakra } from "@chakra-ui/react";
import type { TellResult } from "@/core/identify/assess-identity";
import { capital } from "@/words/capital";
import { Cautions } from "../../job/Cautions";
import { useJob } from "../../job/JobContext";
import { StationLayout } from "../../job/StationLayout";
import { Choose } from "../../kit/Choose";
import { IdentityPanel } from "./IdentityPanel";
import { NumberField } from "./NumberField";

/** What alterations a tell outlives: all those that do not touch it. */
function survives(tell: string, stories: readonly { id: string; name: string; frees: readonly string[] }[]): string {
  const freed = stories.filter((story) => story.frees.includes(tell));
  return freed.length === 0
    ? "cannot be altered without a trace"
    : `says nothing where ${freed.map((story) => story.name).join(", or where ")}`;
}

function Tell({ result, isNext }: { result: TellResult; isNext: boolean }) {
  const { pack, append, mayWrite, nameOf } = useJob();
  const { tell, answers } = result;
  const [answer] = answers.length === 1 ? answers : [];
  const choose = (id: string | null) => {
    // The same answer once more takes it back: what was known before is known again, exactly.
    if (answer && answer.answer === id) append("entry-struck", { strikes: [answer.id], undo: true });
    else
      append("tell-answered", {
        tell: tell.id,
        answer: id,
        ...(answers.length > 0 ? { supersedes: answers.map((each) => each.id) } : {}),
      });
  };
  return (
    <Box
      id={`tell-${tell.id}`}
      tabIndex={-1}
      pl="10px"
      borderLeftWidth="2px"
      borderColor={isNext ? "ember" : "transparent"}
    >
      <Choose
        label={capital(tell.question)}
        hint={`${tell.minutes} min${tell.open ? ` · ${tell.open}` : ""} · ${survives(tell.id, pack.pack.identity!.stories)}`}
        options={tell.answers}
        unknown="cannot be seen"
        disabled={!mayWrite}
        value={answers.length === 1 ? answer!.answer : undefined}
        onChoose={choose}
      >
        {answers.length > 1 && (
          <chakra.p fontSize="13px" color="near" mt="4px">
            Two answers:{" "}
            {answers
              .map(
                (each) =>
                  `${tell.answers.find((one) => one.id === each.answer)?.name ?? "cannot be seen"} by ${nameOf(each.author)}`,
              )
              .join("; ")}
            . Choose one: until then it counts for nothing.
          </chakra.p>
        )}
      </Choose>
    </Box>
  );
}

/** Where it is found out what engine this really is. */
export function IdentifyStation() {
  const { assessment, pack } = useJob();
  const { identity } = assessment;
  if (!identity) {
    return (
      <Box p="32px" maxWidth="560px">
        <Heading as="h1" fontSize="24px">
          Identify
        </Heading>
        <chakra.p mt="10px" color="quiet">
          The pack of {pack.pack.family} knows no numbers and no tells: there is nothing to tell apart here.
        </chakra.p>
      </Box>
    );
  }
  const next = identity.next[0]?.tell.id;
  const look = (tell: string) => {
    const line = document.getElementById(`tell-${tell}`);
    line?.scrollIntoView({ block: "center" });
    line?.querySelector<HTMLElement>("button")?.focus();
  };
  return (
    <StationLayout label="What it is" aside={<IdentityPanel identity={identity} onLook={look} />}>
      <Heading as="h1" fontSize="22px">
        What engine this really is
      </Heading>
      <Cautions station="identify" partClass="" />
      <Flex gap="26px" mt="14px" wrap="wrap">
        {identity.places.map((place) => (
          <NumberField key={place.place.id} result={place} />
        ))}
      </Flex>
      <Heading as="h2" fontSize="17px" mt="24px">
        Tells
      </Heading>
      <chakra.p fontSize="13px" color="quiet">
        What can be seen of it, whatever is stamped on it. The same answer once more takes it back.
      </chakra.p>
      {identity.tells.map((tell) => (
        <Tell key={tell.tell.id} result={tell} isNext={tell.tell.id === next} />
      ))}
    </StationLayout>
  );
}
