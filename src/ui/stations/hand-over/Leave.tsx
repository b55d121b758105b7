"use client";
import { Box, Button, Flex, Input, chakra } from "@chakra-ui/react";
import { useId, useState, type FormEvent, type ReactNode } from "react";
import { outcomes, type GateKind, type Outcome } from "@/core/entry/outcomes";
import type { Payload } from "@/core/entry/schema";
import type { Gate } from "@/core/hand-over/gate";
import { gateWords, outcomeWords } from "@/words/state-words";
import { howWords } from "@/words/words-for";
import { useJob } from "../../job/JobContext";
import { Pick } from "../../job/PartKnown";
import { SmallInput } from "../../kit/SmallInput";

type How = keyof typeof howWords;
export type Leaving = Omit<Payload<"handed-over">, "witness" | "supersedes">;

/** A field with its name above it, and what stands beside it. */
function Asked({ name, children }: { name: string; children: (id: string) => ReactNode }) {
  const id = useId();
  return (
    <Box mt="10px" fontSize="14px">
      <chakra.label htmlFor={id} display="block" color="quiet" fontSize="13px" mb="2px">
        {name}
      </chakra.label>
      {children(id)}
    </Box>
  );
}

/**
 * How the engine leaves. Released to run it is only past what a lead gives a reason for, kind by kind; what hurts people bars
 * that, whatever the reason. As one that may not be run it leaves with its owner's word.
 */
export function Leave({ gate, again, onLeave }: { gate: Gate; again: boolean; onLeave: (leaving: Leaving) => void }) {
  const { today } = useJob();
  const [chosen, setOutcome] = useState<Outcome | null>(null);
  const outcome = chosen === "released" && gate.isBarred ? null : chosen;
  const [to, setTo] = useState("");
  const [why, setWhy] = useState<Readonly<Partial<Record<GateKind, string>>>>({});
  const [by, setBy] = useState("");
  const [how, setHow] = useState<How>("in-person");
  const [asked, setAsked] = useState(false);
  const owed = outcome === "released" ? gate.lines.filter(({ is }) => !why[is]?.trim()) : [];
  const wrong =
    outcome === null
      ? "Choose how it leaves."
      : to.trim() === ""
        ? "Type who takes the engine."
        : owed.length > 0
          ? `Say why what is open may be: ${owed.map(({ is }) => gateWords[is].toLowerCase()).join("; ")}.`
          : outcome === "not-to-run" && by.trim() === ""
            ? "Type whose word it is that it may not be run."
            : null;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (wrong !== null || outcome === null) return setAsked(true);
    onLeave({
      to: to.trim(),
      note: null,
      outcome,
      past: gate.lines.map(({ is, count }) => ({ is, count, why: outcome === "released" ? why[is]!.trim() : null })),
      word: outcome === "not-to-run" ? { by: by.trim(), on: today(), how } : null,
    });
    setAsked(false);
    setOutcome(null);
  };
  return (
    <chakra.form onSubmit={submit} aria-label="Hand over">
      <chakra.fieldset>
        <chakra.legend fontSize="13px" color="quiet" mb="4px">
          How it leaves
        </chakra.legend>
        {outcomes.map((each) => {
          const barred = each === "released" && gate.isBarred;
          return (
            <chakra.label
              key={each}
              display="flex"
              gap="10px"
              alignItems="flex-start"
              py="7px"
              minHeight="44px"
              cursor={barred ? "default" : "pointer"}
            >
              <chakra.input
                type="radio"
                name="outcome"
                mt="5px"
                accentColor="var(--chakra-colors-ember)"
                checked={outcome === each}
                disabled={barred}
                onChange={() => setOutcome(each)}
              />
              <span>
                <chakra.span fontWeight={700} color={barred ? "quiet" : undefined}>
                  {outcomeWords[each].name}
                </chakra.span>
                <chakra.span display="block" fontSize="13px" color={barred ? "out" : "quiet"}>
                  {barred
                    ? "Not while what could hurt somebody is open: settle what is marked above first."
                    : outcomeWords[each].what}
                </chakra.span>
              </span>
            </chakra.label>
          );
        })}
      </chakra.fieldset>
      {outcome === "released" &&
        gate.lines.map(({ is, count }) => (
          <Asked key={is} name={`${gateWords[is]} (${count}): why it may be`}>
            {(id) => (
              <Input
                id={id}
                value={why[is] ?? ""}
                maxLength={2000}
                borderColor="lineStrong"
                onChange={(event) => setWhy({ ...why, [is]: event.currentTarget.value })}
              />
            )}
          </Asked>
        ))}
      {outcome === "not-to-run" && (
        <Asked name="Whose word it is that it may not be run">
          {(id) => (
            <Flex gap="8px" wrap="wrap">
              <SmallInput
                id={id}
                value={by}
                maxLength={200}
                width="240px"
                placeholder="name of the owner"
                onChange={(event) => setBy(event.currentTarget.value)}
              />
              <Pick
                label="How"
                value={how}
                onPick={(id) => setHow(id as How)}
                options={(Object.keys(howWords) as How[]).map((each) => ({ id: each, name: howWords[each] }))}
              />
            </Flex>
          )}
        </Asked>
      )}
      <Asked name={again ? "Hand over again to" : "Hand over to"}>
        {(id) => (
          <Flex gap="10px" width="100%" maxWidth="520px">
            <Input
              id={id}
              value={to}
              onChange={(event) => setTo(event.currentTarget.value)}
              maxLength={200}
              placeholder="who takes the engine"
              borderColor="lineStrong"
            />
            <Button type="submit" variant="outline" borderColor="lineStrong" color="ink">
              Hand over
            </Button>
          </Flex>
        )}
      </Asked>
      {asked && wrong !== null && (
        <chakra.p role="alert" color="out" fontSize="14px" mt="6px">
          {wrong}
        </chakra.p>
      )}
      <Box fontSize="13px" color="quiet" mt="6px">
        What stands here now is kept with it, figure by figure.
      </Box>
    </chakra.form>
  );
}
