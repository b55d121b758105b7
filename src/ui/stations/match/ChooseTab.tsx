"use client";
import { Box, Button, Flex, chakra } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import { Contradiction } from "./Contradiction";
import { ownVerdicts } from "@/core/match/own-verdict";
import { preferences, type Preference, type Solution } from "@/core/match/posing";
import { resolve, type Resolved } from "@/core/match/resolve";
import { labelLines, standing, transferList } from "@/core/match/working-lists";
import { capital } from "@/words/capital";
import { sayAmount } from "@/words/say-money";
import { many } from "@/words/sentences/sentence";
import { useJob } from "../../job/JobContext";
import { Chip } from "../../kit/Chip";
import { downloadText } from "../../kit/download";
import { QuietButton } from "../../kit/SayWhy";
import { useLinearProgram } from "./use-linear-program";
import { GetPart } from "../../parts/GetPart";
import { FromCatalogue } from "./FromCatalogue";
import { SourceTable } from "./SourceTable";
import { WorkList } from "./WorkList";
import { preferenceWords, workWords } from "./words";

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
          <chakra.span fontSize="13px" fontWeight={400} color="quiet">
            {solution.money > 0 ? ` · ${sayAmount(solution.money, assessment.order.settings?.currency ?? null)}` : ""}
            {solution.deposit > 0 ? `, and ${sayAmount(solution.deposit, null)} until the old ones are sent in` : ""}
            {solution.unpriced > 0 ? ` · ${solution.unpriced} without a price` : ""}
            {solution.days === null
              ? " · nobody knows when all is there"
              : solution.days > 0
                ? ` · all there in ${many(solution.days, "day")}`
                : ""}
          </chakra.span>
        </chakra.span>
        <Button size="sm" variant="outline" borderColor="lineStrong" color="ink" disabled={!mayDecide} onClick={onTake}>
          Take it
        </Button>
      </Flex>
      <chakra.ol fontSize="14px" mt="4px">
        {told.map((line) => (
          <chakra.li key={`${line.what} ${line.slot} ${line.of}`} py="2px">
            <chakra.strong>{capital(workWords[line.what])}</chakra.strong> {line.of}
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
  const { pack, assessment, append } = useJob();
  const { match } = assessment;
  const own = useMemo(() => ownVerdicts(assessment.choices, assessment.inHand, assessment.order), [assessment]);
  const offered = preferences.filter((each) => each !== "original-look" || match.match?.looks !== undefined);
  const list = [...transferList(pack, match, standing(match, own)), ...labelLines(match)];
  const isMerged = list.some(({ what }) => what !== "keep" && what !== "label");
  const [pins, setPins] = useState<ReadonlyMap<string, number>>(new Map());
  const [preference, setPreference] = useState<Preference>("fewest-changes");
  /** Matings that contradicted something, and that a person lets be. */
  const [waived, setWaived] = useState<ReadonlySet<string>>(new Set());
  const [found, setFound] = useState<Resolved | null>(null);
  const places = [...match.candidates].filter(([slot, all]) => all.length > 2 || pins.has(slot));
  /** How the solver ended, where it found nothing. */
  const [ended, setEnded] = useState<"impossible" | "failed" | null>(null);
  const { solve, cancel, isWorking } = useLinearProgram();
  const look = (with_: ReadonlyMap<string, number>, by = preference, without = waived) => {
    const answer = resolve(pack, match, with_, by, own, { waived: without });
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
      <GetPart slots={assessment.choices.map(({ slot: { id } }) => id)} />
      {places.length > 0 && <SourceTable places={places} pins={pins} own={own} onPin={pin} />}
      <Flex gap="8px" align="center" wrap="wrap" mt="14px">
        {offered.map((each) => (
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
          <Contradiction
            found={found}
            pins={pins}
            onLetGo={(slot) => pin(slot, null)}
            onLetBe={(demand) => {
              const without = new Set([...waived, demand]);
              setWaived(without);
              look(pins, preference, without);
            }}
          />
        )}
        {waived.size > 0 && (
          <chakra.p fontSize="14px" color="near">
            Let be, and held as not going together once it is taken:{" "}
            {[
              ...match.places.map(({ id, mating }) => [id, mating.name] as const),
              ...match.ran.map(({ id, relation }) => [id, relation.name] as const),
            ]
              .flatMap(([id, name]) => (waived.has(id) ? name : []))
              .join("; ")}
            .{" "}
            <QuietButton
              onClick={() => {
                setWaived(new Set());
                look(pins, preference, new Set());
              }}
            >
              ask for them again
            </QuietButton>
          </chakra.p>
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
      {isMerged && <WorkList title="As it stands: what becomes one engine" lines={list} />}
      <FromCatalogue />
    </>
  );
}
