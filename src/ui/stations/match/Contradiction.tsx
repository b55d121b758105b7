"use client";
import { Heading, chakra } from "@chakra-ui/react";
import { valueWords } from "@/core/match/ends";
import { demandId, type Demand, type Pins } from "@/core/match/posing";
import type { Between, Resolved } from "@/core/match/resolve";
import { capital } from "@/words/capital";
import { useJob } from "../../job/JobContext";
import { Chip } from "../../kit/Chip";
import { candidateName } from "./candidate-name";
import { fromWords } from "./words";

interface Props {
  readonly found: Extract<Resolved, { kind: "contradiction" }>;
  readonly pins: Pins;
  /** A pin, by its slot. */
  readonly onLetGo: (slot: string) => void;
  /** Something else that was asked for, by its name. */
  readonly onLetBe: (demand: string) => void;
}

/** The few demands that contradict each other, with what is there for each: letting any of them go makes the rest possible. */
export function Contradiction({ found, pins, onLetGo, onLetBe }: Props) {
  const { pack, assessment, wording } = useJob();
  const { match } = assessment;
  const nameOf = (slot: string) => pack.slots.get(slot)!.name;
  const pinned = (slot: string) => candidateName(match.candidates.get(slot)![pins.get(slot)!]!);
  const sayDemand = (demand: Demand): string => {
    if (demand.is === "pin") return `${capital(nameOf(demand.slot))} is pinned to ${pinned(demand.slot)}.`;
    if (demand.is === "mating") return `It has to go together: ${demand.place.mating.name}.`;
    const { relation, one, other } = demand.pair;
    const rule = relation.oneMayBeNew ? `the ${nameOf(one)} new` : "both new";
    return `${capital(nameOf(one))} and ${nameOf(other)} wear in on each other (${relation.name}): a pair that ran together, or ${rule}.`;
  };
  const sayBetween = ({ demand, slot, candidate, attribute, told, isRefused }: Between): string => {
    const of = match.match?.attributes.find(({ id }) => id === attribute);
    const is = of && `${of.name} ${told ? `${valueWords(of, told.value, wording.unit)}, ${fromWords[told.from]}` : "not known"}`; // prettier-ignore
    const rules = match.places.find(({ id }) => id === demand)?.mating;
    const word = told && "word" in told.value ? told.value.word : null;
    const why = rules?.is === "interchange" ? rules.rules.find(({ value }) => value === word)?.why : null;
    const refused = isRefused ? "its own evidence refuses it" : null;
    return [`${capital(nameOf(slot))}, ${candidateName(candidate)}`, is, why, refused].filter(Boolean).join(": ");
  };
  return (
    <>
      <Heading as="h2" fontSize="16px" color="out">
        These contradict each other
      </Heading>
      <chakra.p fontSize="13px" color="quiet">
        Without any one of them the rest can be.
      </chakra.p>
      <chakra.ul aria-label="Demands that contradict each other">
        {found.demands.map((demand) => {
          const id = demandId(demand);
          return (
            <chakra.li key={id} py="4px" fontSize="14px">
              {sayDemand(demand)}{" "}
              <Chip isOn={false} onClick={() => (demand.is === "pin" ? onLetGo(demand.slot) : onLetBe(id))}>
                {demand.is === "pin" ? "let it go" : "let it be"}
              </Chip>
              <chakra.ul pl="16px" color="quiet" fontSize="13px">
                {found.between
                  .filter((each) => each.demand === id)
                  .map((each) => (
                    <li key={`${each.slot} ${each.candidate.part?.id ?? each.candidate.offer?.id ?? ""}`}>
                      {sayBetween(each)}
                    </li>
                  ))}
              </chakra.ul>
            </chakra.li>
          );
        })}
      </chakra.ul>
    </>
  );
}
