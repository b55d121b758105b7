"use client";
import { Flex, chakra } from "@chakra-ui/react";
import { useState } from "react";
import type { OwedAction } from "@/core/diagnose/assess-diagnose";
import { Chip } from "../kit/Chip";
import { SayWhy } from "../kit/SayWhy";
import { useJob } from "./JobContext";

/** Something a settled cause asks for: done, or not, and why. */
function ActionLine({ owed }: { owed: OwedAction }) {
  const { append, mayWrite } = useJob();
  const [isRefusing, setRefusing] = useState(false);
  const { cause, place, action, state, answer } = owed;
  const say = (outcome: "done" | "refused", words: string | null) => {
    append("action-answered", {
      cause,
      place,
      action: action.id,
      outcome,
      words,
      ...(answer ? { supersedes: [answer.id] } : {}),
    });
    setRefusing(false);
  };
  return (
    <chakra.li py="6px" borderBottomWidth="1px" borderBottomStyle="dotted" borderColor="line">
      <Flex gap="10px" align="center" wrap="wrap">
        <chakra.span flex="1" minWidth="240px" fontSize="14px">
          {action.text}
          {answer?.words && <chakra.span color="quiet"> “{answer.words}”</chakra.span>}
        </chakra.span>
        <Chip isOn={state === "done"} tone="sound" disabled={!mayWrite} onClick={() => say("done", null)}>
          {action.does === "advise" ? "told the owner" : "done"}
        </Chip>
        <Chip isQuiet isOn={state === "refused"} disabled={!mayWrite} onClick={() => setRefusing(true)}>
          not done
        </Chip>
      </Flex>
      {isRefusing && (
        <SayWhy
          label="Why it is not done"
          placeholder="why not"
          act="Not done"
          onSay={(why) => say("refused", why)}
          onLeave={() => setRefusing(false)}
        />
      )}
    </chakra.li>
  );
}

/** What settled causes ask for, line by line; carried from station to station until each is done or refused. */
export function CauseActions({ actions, heading }: { actions: readonly OwedAction[]; heading?: string }) {
  if (actions.length === 0) return null;
  return (
    <>
      {heading && (
        <chakra.p fontSize="13px" color="quiet" mt="6px">
          {heading}
        </chakra.p>
      )}
      <chakra.ul aria-label="What the cause asks for" mt="6px">
        {actions.map((owed) => (
          <ActionLine key={`${owed.cause} ${owed.place ?? ""} ${owed.action.id}`} owed={owed} />
        ))}
      </chakra.ul>
    </>
  );
}
