"use client";
import { Box, Button, Flex, Heading, chakra } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import type { Candidate } from "@/core/match/ends";
import { ownVerdicts } from "@/core/match/own-verdict";
import { preferences, resolve, type Preference, type Resolved, type Solution } from "@/core/match/resolve";
import { transferList } from "@/core/match/transfer-list";
import { capital } from "@/words/capital";
import { sayProblem } from "@/words/say-problem";
import { many } from "@/words/sentences/sentence";
import { useJob } from "../../job/JobContext";
import { Chip } from "../../kit/Chip";
import { downloadText } from "../../kit/download";
import { QuietButton } from "../../kit/SayWhy";
import { useLinearProgram } from "./use-linear-program";
import { FromCatalogue } from "./FromCatalogue";
import { preferenceWords, transferWords } from "./words";

const candidateName = ({ part, offer }: Candidate) => (part === null ? (offer ? `new, ${offer.sold.number}` : "a new one") : `${part.tag}${part.origin === "engine" ? "" : ` (${part.origin})`}`); // prettier-ignore

function SolutionBlock({ solution, onTake }: { solution: Solution; onTake: () => void }) {
  const { pack, assessment, mayDecide } = useJob();
  const list = transferList(pack, assessment.match, solution);
  const told = list.filter(({ what, slot }) => what !== "keep" || (slot !== null && solution.changes.includes(slot)));
  const kept = list.length - told.length;
  return (
    <chakra.li py="10px" borderBottomWidth="1px" borderBottomStyle="dotted" borderColor="line">
      <Flex justify="space-between" gap="12px" align="baseline" wrap="wrap">
        <chakra.span fontSize="15px" fontWeight={600}>
          {solution.changes.length === 0
            ? `As it is${solution.remedies.length > 0 ? ", made to fit" : ""}`
            : capital(many(solution.changes.length, "change"))}
          {solution.open.length > 0 ? `, ${solution.open.length} still to be looked at` : ""}
        </chakra.span>
        <Button size="sm" variant="outline" borderColor="lineStrong" color="ink" disabled={!mayDecide} onClick={onTake}>
          Take it
        </Button>
      </Flex>
      <chakra.ol fontSize="14px" mt="4px">
        {told.map((line) => (
          <chakra.li key={`${line.what} ${line.slot} ${line.of}`} py="2px">
            <chakra.strong>{capital(transferWords[line.what])}</chakra.strong> {line.of}
            <chakra.span color="quiet"> · {line.name}</chakra.span>
            {line.then.length > 0 && <chakra.span color="quiet"> · {line.then.join("; ")}</chakra.span>}
          </chakra.li>
        ))}
      </chakra.ol>
      <chakra.p fontSize="13px" color="quiet">
        {many(kept, "part")} of these places stay.
      </chakra.p>
    </chakra.li>
  );
}

/** Out of what there is, what goes together: pins, a preference, the best and the next really different ones. */
export function ChooseTab() {
  const { pack, assessment, append, mayDecide, wording } = useJob();
  const { match } = assessment;
  const own = useMemo(() => ownVerdicts(assessment.choices, assessment.inHand), [assessment]);
  const [pins, setPins] = useState<ReadonlyMap<string, number>>(new Map());
  const [preference, setPreference] = useState<Preference>("fewest-changes");
  const [found, setFound] = useState<Resolved | null>(null);
  const places = [...match.candidates].filter(([slot, all]) => all.length > 2 || pins.has(slot));
  /** How the solver ended, where it found nothing. */
  const [ended, setEnded] = useState<"impossible" | "failed" | null>(null);
  const { solve, cancel, isWorking } = useLinearProgram();
  const look = (with_: ReadonlyMap<string, number>, by = preference) => {
    const answer = resolve(pack, match, with_, by, own);
    setFound(answer);
    setEnded(null);
    // What is too much to be tabled goes to the solver, beside the page.
    if (answer.kind !== "too-large" || answer.program === null) return;
    const { program } = answer;
    solve(program, (solved) => {
      if (solved.kind !== "solved") return setEnded(solved.kind);
      const { columns } = solved;
      setFound({ kind: "solved", solutions: [answer.solution((column) => columns[column] ?? 0)], program });
    });
  };
  const pin = (slot: string, option: number | null) => {
    const next = new Map(pins);
    if (option === null || next.get(slot) === option) next.delete(slot);
    else next.set(slot, option);
    setPins(next);
    if (found) look(next);
  };
  const take = ({ picks, remedies, changes }: Solution) => {
    for (const slot of changes) {
      const before = assessment.job.picked.filter((each) => each.slot === slot);
      append("part-picked", {
        slot,
        part: picks.get(slot)!.part?.id ?? null,
        offer: picks.get(slot)!.offer?.id ?? null,
        why: null,
        ...(before.length > 0 ? { supersedes: before.map(({ id }) => id) } : {}),
      });
    }
    for (const { place, remedy } of remedies) {
      const before = assessment.job.remedies.filter((each) => each.mating === place.mating.id && each.ends.join() === place.ends.join()); // prettier-ignore
      if (before.some((each) => each.remedy === remedy.id)) continue;
      append("remedy-taken", {
        mating: place.mating.id,
        ends: [...place.ends],
        remedy: remedy.id,
        state: "meant",
        words: null,
        ...(before.length > 0 ? { supersedes: before.map(({ id }) => id) } : {}),
      });
    }
    setFound(null);
  };
  return (
    <>
      <chakra.p fontSize="14px" color="quiet" maxWidth="620px">
        {places.length === 0
          ? "Every place has its own part and nothing else is here for it. Parts of a donor, from the shelf or from a box are offered once Parts in hand says which place they are meant for."
          : "For these places there is more than one part. Pin what must be so; the rest is chosen so that everything goes together."}
      </chakra.p>
      {places.map(([slot, all]) => (
        <Flex
          key={slot}
          gap="8px"
          align="center"
          wrap="wrap"
          py="6px"
          borderBottomWidth="1px"
          borderBottomStyle="dotted"
          borderColor="line"
        >
          <chakra.span width="220px" fontSize="14px" fontWeight={600}>
            {capital(pack.slots.get(slot)!.name)}
          </chakra.span>
          {all.map((candidate, option) => (
            <Chip
              key={option}
              isOn={pins.get(slot) === option}
              disabled={!mayDecide}
              title={own(candidate)
                .reasons.map((reason) => sayProblem(reason, wording))
                .join(" ")}
              onClick={() => pin(slot, option)}
            >
              {candidateName(candidate)}
              {match.inPlace.get(slot) === candidate ? " · in place" : ""}
              {own(candidate).allowed === false ? " · refused" : ""}
            </Chip>
          ))}
        </Flex>
      ))}
      <Flex gap="8px" align="center" wrap="wrap" mt="14px">
        {preferences.map((each) => (
          <Chip
            key={each}
            isOn={preference === each}
            onClick={() => {
              setPreference(each);
              if (found) look(pins, each);
            }}
          >
            {preferenceWords[each]}
          </Chip>
        ))}
        <Button size="sm" minHeight="38px" bg="ember" color="onEmber" onClick={() => look(pins)}>
          Find what goes together
        </Button>
      </Flex>
      <Box aria-live="polite" mt="14px">
        {found?.kind === "too-large" && (
          <Flex gap="10px" align="baseline">
            <chakra.span color={isWorking ? "quiet" : "near"}>
              {isWorking
                ? "Much hangs together: the solver is at it…"
                : ended === "impossible"
                  ? "Nothing satisfies all of it: let a pin go, or take a remedy."
                  : "It could not be settled: pin some places."}
            </chakra.span>
            {isWorking && <QuietButton onClick={cancel}>leave it</QuietButton>}
          </Flex>
        )}
        {found?.kind === "contradiction" && (
          <>
            <Heading as="h2" fontSize="16px" color="out">
              These contradict each other
            </Heading>
            <chakra.ul aria-label="Demands that contradict each other">
              {found.demands.map((demand) =>
                demand.is === "pin" ? (
                  <chakra.li key={demand.slot} py="4px" fontSize="14px">
                    {capital(pack.slots.get(demand.slot)!.name)} is pinned to{" "}
                    {candidateName(match.candidates.get(demand.slot)![pins.get(demand.slot)!]!)}{" "}
                    <Chip isOn={false} onClick={() => pin(demand.slot, null)}>
                      let it go
                    </Chip>
                  </chakra.li>
                ) : (
                  <chakra.li key={demand.place.id} py="4px" fontSize="14px">
                    {demand.place.mating.name}: {demand.place.mating.wrong.looks}
                  </chakra.li>
                ),
              )}
            </chakra.ul>
          </>
        )}
        {found?.kind === "solved" && found.program !== null && (
          <QuietButton onClick={() => downloadText("match.lp", found.program!)}>
            the same as a linear program, LP file
          </QuietButton>
        )}
        {found?.kind === "solved" && (
          <chakra.ol aria-label="What goes together, the best first">
            {found.solutions.map((solution, at) => (
              <SolutionBlock key={at} solution={solution} onTake={() => take(solution)} />
            ))}
          </chakra.ol>
        )}
      </Box>
      <FromCatalogue />
    </>
  );
}
