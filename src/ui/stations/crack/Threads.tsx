"use client";
import { Box, Flex, Heading, chakra } from "@chakra-ui/react";
import { useState } from "react";
import type { CrackPart, StudPlan, ThreadCount } from "@/core/crack/assess-crack";
import { capital } from "@/words/capital";
import { grouped } from "@/words/grouped";
import { sayRef } from "@/words/say-option";
import { threadWords } from "@/words/words-for";
import { useJob } from "../../job/JobContext";
import { Chip } from "../../kit/Chip";

type State = keyof typeof threadWords;
const states = Object.keys(threadWords) as State[];
const marks: Readonly<Record<State | "unknown", { sign: string; color: string }>> = {
  unknown: { sign: "", color: "quiet" },
  sound: { sign: "✓", color: "sound" },
  damaged: { sign: "×", color: "out" },
  "stud-broken": { sign: "⌁", color: "out" },
  insert: { sign: "◎", color: "near" },
};

/** The holes of one zone, each as it is; threads with inserts are counted against what the zone accepts. */
function Zone({ of, count }: { of: CrackPart; count: ThreadCount }) {
  const { append, assessment, mayWrite, me, wording } = useJob();
  const [hole, setHole] = useState<number | null>(null);
  const { zone, inserts, damaged, most, withinLimit } = count;
  const here = assessment.job.threads.filter((each) => each.part === of.part.id && each.zone === zone.id);
  const stateOf = (at: number) => here.filter((each) => each.hole === at).at(-1)?.state ?? "unknown";
  const note = (state: State) => {
    // Sound after all: that takes back what the same person saw before; what somebody else saw stands beside it.
    const takenBack = state === "sound" ? here.filter((each) => each.hole === hole && each.author === me.id) : [];
    append("thread-found", {
      part: of.part.id,
      zone: zone.id,
      hole: hole!,
      state,
      ...(takenBack.length > 0 ? { supersedes: takenBack.map(({ id }) => id) } : {}),
    });
    setHole(hole! < zone.threads!.holes ? hole! + 1 : null);
  };
  return (
    <Box mt="10px" role="group" aria-label={`Threads: ${zone.name}`}>
      <Flex justify="space-between" gap="10px" wrap="wrap" fontSize="14px">
        <span>{capital(zone.name)}</span>
        <chakra.span color={withinLimit ? "quiet" : "out"} fontSize="13px">
          {inserts} of {most} inserts accepted{damaged > 0 ? `, ${damaged} more needed` : ""} ·{" "}
          {sayRef(zone.threads!.ref, wording.sources)}
        </chakra.span>
      </Flex>
      <Flex gap="4px" mt="4px" wrap="wrap">
        {Array.from({ length: zone.threads!.holes }, (_, at) => {
          const state = stateOf(at + 1);
          return (
            <chakra.button
              key={at}
              type="button"
              disabled={!mayWrite}
              onClick={() => setHole(hole === at + 1 ? null : at + 1)}
              aria-pressed={hole === at + 1}
              aria-label={`Hole ${at + 1}: ${state === "unknown" ? "not looked at" : threadWords[state]}`}
              width={{ base: "40px", md: "36px" }}
              height={{ base: "40px", md: "36px" }}
              borderRadius="full"
              borderWidth={hole === at + 1 ? "2px" : "1px"}
              borderColor={hole === at + 1 ? "ember" : "lineStrong"}
              borderStyle={state === "unknown" ? "dashed" : "solid"}
              fontSize="12px"
              lineHeight="1.1"
              color={marks[state].color}
              cursor={mayWrite ? "pointer" : "default"}
            >
              {at + 1}
              <chakra.span display="block" fontSize="11px" aria-hidden>
                {marks[state].sign}
              </chakra.span>
            </chakra.button>
          );
        })}
      </Flex>
      {hole !== null && (
        <Flex gap="6px" mt="6px" wrap="wrap" align="center">
          <chakra.span fontSize="13px" color="quiet">
            Hole {hole}
          </chakra.span>
          {states.map((state) => (
            <Chip key={state} isOn={stateOf(hole) === state} onClick={() => note(state)}>
              {threadWords[state]}
            </Chip>
          ))}
        </Flex>
      )}
    </Box>
  );
}

const sayPlan = ({ zone, left, expected, deviation, broken, cost, minutes }: StudPlan) =>
  `${capital(zone.name)}: ${left} studs to come out, ${expected.toFixed(1)} ± ${deviation.toFixed(1)} likely to break${broken > 0 ? `, ${broken} broke` : ""}; plan ${grouped(Math.round(cost))} and ${Math.round(minutes)} min.`;

/** Threads of a casting, and the studs that will break before they do. */
export function Threads({ of }: { of: CrackPart }) {
  const { assessment } = useJob();
  const plans = assessment.crack.studs.filter((plan) => plan.part.id === of.part.id);
  if (of.threads.length + plans.length === 0) return null;
  return (
    <Box mt="20px">
      <Heading as="h2" fontSize="17px">
        Threads and studs
      </Heading>
      {plans.map((plan) => (
        <chakra.p key={plan.zone.id} fontSize="13px" color="quiet" mt="2px">
          {sayPlan(plan)}
        </chakra.p>
      ))}
      {of.threads.map((count) => (
        <Zone key={count.zone.id} of={of} count={count} />
      ))}
    </Box>
  );
}
