"use client";
import { Box, Button, Flex, Heading, chakra } from "@chakra-ui/react";
import { Lock, LockOpen } from "lucide-react";
import { useState } from "react";
import { emptyPlaces, type StepResult } from "@/core/strip/assess-strip";
import { sayRef } from "@/words/say-option";
import { useKeys } from "../../keys/use-keys";
import { useInHand, useJob } from "../../job/JobContext";
import { SmallInput } from "../../kit/SmallInput";
import { CheckCard } from "./CheckCard";
import { TagTogether } from "./TagTogether";
import { Day } from "../../kit/day";

interface Placed {
  readonly bag: string;
  readonly orientation: string;
}

/** Ticks a step off, and bags and tags what came out with it. */
function useTick(result: StepResult) {
  const { append, assessment } = useJob();
  const partAt = (slot: string) => [...assessment.job.parts.values()].find((part) => part.slot === slot);
  const parts = result.slots.flatMap((slot) => partAt(slot) ?? []);
  const tick = (how: "done" | "found-so", bag: string, placed: ReadonlyMap<string, Placed>) => {
    append("step-ticked", { step: result.step.id, how, words: null });
    for (const part of parts) {
      if (assessment.strip?.out.has(part.id)) continue;
      const own = placed.get(part.id);
      append("part-came-out", {
        part: part.id,
        slot: part.slot!,
        step: result.step.id,
        orientation: own?.orientation.trim() || null,
        bag: own?.bag.trim() || bag.trim() || null,
      });
    }
  };
  return { parts, tick };
}

function Positions({ result }: { result: StepResult }) {
  const { pack } = useJob();
  const { secures, loses } = result.step;
  const nameOf = (id: string) => pack.pack.strip!.positions.find((each) => each.id === id)!.name;
  return (
    <>
      {secures.length > 0 && (
        <Flex gap="8px" mt="6px" fontSize="14px" align="center">
          <chakra.span color="near">
            <Lock size={16} aria-hidden />
          </chakra.span>
          <span>
            <strong>Locks or marks</strong> {secures.map(nameOf).join(", ")}
          </span>
        </Flex>
      )}
      {loses.length > 0 && (
        <Flex gap="8px" mt="6px" fontSize="14px" align="center">
          <chakra.span color="near">
            <LockOpen size={16} aria-hidden />
          </chakra.span>
          <span>
            <strong>Ends</strong> {loses.map(nameOf).join(", ")}: only a lock or a mark made before brings it back
          </span>
        </Flex>
      )}
    </>
  );
}

/** The step in hand: what to look at first, what comes out, and done. */
export function StepCard({ result, onDone }: { result: StepResult; onDone: () => void }) {
  const { assessment, mayWrite, wording, nameOf, append, pack, takeInHand } = useJob();
  const { hand } = useInHand();
  const { step, state, checks, waitsFor, ticks } = result;
  const { parts, tick } = useTick(result);
  const [bag, setBag] = useState("");
  const [placed, setPlaced] = useState<ReadonlyMap<string, Placed>>(new Map());
  const places = emptyPlaces(pack, [result], assessment.job.parts.values()).filter(({ of }) => of);
  const openChecks = checks.filter((check) => check.state === "open");
  const done = (how: "done" | "found-so") => {
    tick(how, bag, placed);
    onDone();
  };
  const mayTick = mayWrite && state === "open" && openChecks.length === 0;
  useKeys({ d: () => mayTick && done("done") });
  const change = (part: string, rest: Partial<Placed>) =>
    setPlaced(new Map(placed).set(part, { bag: "", orientation: "", ...placed.get(part), ...rest }));

  return (
    <Box>
      <Heading as="h2" fontSize="20px" lineHeight="1.25">
        {step.name}
      </Heading>
      <chakra.p fontSize="13px" color="quiet" mt="2px">
        {step.minutes} min{step.tools ? ` · ${step.tools}` : ""} · {sayRef(step.ref, wording.sources)}
      </chakra.p>
      {step.caution && (
        <chakra.p fontSize="13px" color="near" mt="4px">
          {step.caution}
        </chakra.p>
      )}
      {step.note && (
        <chakra.p fontSize="14px" mt="4px">
          {step.note}
        </chakra.p>
      )}
      <Positions result={result} />
      {state === "blocked" && (
        <chakra.p fontSize="14px" mt="8px" color="quiet">
          Waits for: {waitsFor.map((each) => each.name).join("; ")}.
        </chakra.p>
      )}

      {checks.length > 0 && (
        <Box mt="12px">
          <chakra.p fontSize="13px" fontWeight={700} color={openChecks.length > 0 ? "near" : "quiet"}>
            {openChecks.length > 0 ? "Look first: after this step it can never be known" : "Noted before this step"}
          </chakra.p>
          {checks.map((check) => (
            <CheckCard key={check.check.id} result={check} />
          ))}
        </Box>
      )}

      {state !== "done" && mayWrite && (
        <Flex gap="8px" mt="14px" wrap="wrap" align="center">
          <Button
            bg="ember"
            color="onEmber"
            fontWeight={700}
            height="44px"
            px="22px"
            disabled={!mayTick}
            onClick={() => done("done")}
          >
            Done{parts.length > 0 ? `, ${parts.length} ${parts.length === 1 ? "part" : "parts"} out` : ""}
          </Button>
          {parts.length > 0 && (
            <SmallInput
              value={bag}
              onChange={(event) => setBag(event.currentTarget.value)}
              placeholder="bag for all of them"
              aria-label="Bag"
              width="150px"
              maxLength={40}
              minHeight="44px"
            />
          )}
          <Button
            variant="ghost"
            height="44px"
            disabled={state === "blocked"}
            onClick={() => done("found-so")}
            title="The engine came like this: nothing was locked or marked here"
          >
            Came like this
          </Button>
          {openChecks.length > 0 && state === "open" && (
            <chakra.span fontSize="13px" color="quiet">
              Note or skip what comes first.
            </chakra.span>
          )}
        </Flex>
      )}
      {state === "done" && (
        <Flex gap="10px" mt="12px" align="center" fontSize="14px" wrap="wrap">
          <span>
            {ticks[0]!.how === "found-so" ? "It came like this" : "Done"}:{" "}
            {[...new Set(ticks.map((each) => nameOf(each.author)))].join(", ")}, <Day of={ticks[0]!.at} />
          </span>
          {mayWrite && (
            <chakra.button
              type="button"
              fontSize="13px"
              color="quiet"
              textDecoration="underline"
              textUnderlineOffset="3px"
              cursor="pointer"
              onClick={() => append("entry-struck", { strikes: ticks.map((each) => each.id) })}
            >
              not done after all
            </chakra.button>
          )}
        </Flex>
      )}

      {parts.length > 0 && (
        <Box mt="16px">
          <chakra.p fontSize="13px" color="quiet" mb="4px">
            {state === "done" ? "Came out" : "Comes out"}, what sits in it included
          </chakra.p>
          <chakra.ul listStyleType="none" aria-label="Parts of this step">
            {parts.map((part) => (
              <PartLine
                key={part.id}
                part={part}
                slotName={pack.slots.get(part.slot!)!.name}
                isInHand={hand === part.id}
                onTake={() => takeInHand(part.id)}
                placed={placed.get(part.id)}
                onPlace={(rest) => change(part.id, rest)}
              />
            ))}
          </chakra.ul>
        </Box>
      )}
      <TagTogether places={places} />
    </Box>
  );
}

interface LineProps {
  readonly part: { readonly id: string; readonly tag: string };
  readonly slotName: string;
  readonly isInHand: boolean;
  readonly onTake: () => void;
  readonly placed: Placed | undefined;
  readonly onPlace: (rest: Partial<Placed>) => void;
}

/** One part that comes out: its tag opens it; bag and orientation where it has its own. */
function PartLine({ part, slotName, isInHand, onTake, placed, onPlace }: LineProps) {
  const { assessment, mayWrite, append } = useJob();
  const out = assessment.strip!.out.get(part.id);
  const again = (rest: Partial<{ bag: string | null; orientation: string | null }>) => {
    const { id, at: _at, author: _author, supersedes: _old, ...stands } = out!;
    append("part-came-out", { ...stands, ...rest, supersedes: [id] });
  };
  const field = (name: "bag" | "orientation", width: string) => (
    <SmallInput
      key={out ? `${name} ${out.id}` : name}
      defaultValue={out ? (out[name] ?? "") : undefined}
      value={out ? undefined : (placed?.[name] ?? "")}
      aria-label={`${name} of ${part.tag}`}
      placeholder={name}
      width={width}
      disabled={!mayWrite}
      maxLength={40}
      fontSize="13px"
      onChange={out ? undefined : (event) => onPlace({ [name]: event.currentTarget.value })}
      onBlur={
        out
          ? (event) => {
              const value = event.currentTarget.value.trim() || null;
              if (value !== out[name]) again({ [name]: value });
            }
          : undefined
      }
    />
  );
  return (
    <chakra.li display="flex" gap="8px" alignItems="center" py="2px" flexWrap={{ base: "wrap", md: "nowrap" }}>
      <chakra.button
        type="button"
        onClick={onTake}
        aria-pressed={isInHand}
        minWidth="68px"
        minHeight="36px"
        px="8px"
        borderRadius="7px"
        borderWidth="1px"
        borderColor={isInHand ? "ember" : "line"}
        fontSize="13px"
        fontWeight={700}
        cursor="pointer"
        textAlign="left"
        _hover={{ borderColor: "ember" }}
      >
        {part.tag}
      </chakra.button>
      <chakra.span flex="1" minWidth="0" fontSize="14px" color="quiet" truncate>
        {slotName}
      </chakra.span>
      {field("orientation", "130px")}
      {field("bag", "78px")}
    </chakra.li>
  );
}
