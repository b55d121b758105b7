"use client";
import { Box, Flex, Heading, chakra } from "@chakra-ui/react";
import { useMemo } from "react";
import type { Contamination, Suspect } from "@/core/contamination/suspects";
import type { Part } from "@/core/entry/fold";
import { groupBy } from "@/core/group";
import type { SlotState } from "@/core/views/slot-state";
import { capital } from "@/words/capital";
import { percent } from "@/words/percent";
import { many } from "@/words/sentences/sentence";
import { useJob } from "../../job/JobContext";
import { Chip } from "../../kit/Chip";
import { EngineMap } from "../../kit/EngineMap";
import { MapLegend } from "../../kit/MapLegend";
import { Circle, Path, Svg, Text } from "../../kit/svg";

const stateWords = {
  cleared: "proven clean",
  open: "suspect",
  fouled: "looked into, pieces left in it",
  unprovable: "cannot be proven clean: new",
} as const;

/** Where shops differ in what they take for proof: how this one goes, and what the others do. */
function Schools({ of: { partClass, ways } }: { of: Suspect }) {
  const { pack } = useJob();
  return partClass.harbours!.proven.flatMap((way) => {
    const school = pack.pack.intake?.schools.find(({ id }) => id === way.school?.school);
    const option = school?.options.find(({ id }) => id === way.school!.option);
    return option
      ? [
          <chakra.p key={`${way.how} ${option.id}`} fontSize="12px" color="quiet">
            {capital(way.name)} ({way.minutes} min):{" "}
            {ways.includes(way) ? "as this shop does" : "only where a shop says"} “{option.name}”. {option.reason}
          </chakra.p>,
        ]
      : [];
  });
}

function SuspectLine({ suspect }: { suspect: Suspect }) {
  const { append, mayWrite } = useJob();
  const { part, partClass, circuit, state, ways, check } = suspect;
  const note = (how: "strip" | "flush", clean: boolean) =>
    append("suspect-checked", {
      part: part.id,
      circuit: circuit.id,
      how,
      clean,
      words: null,
      ...(check ? { supersedes: [check.id] } : {}),
    });
  return (
    <chakra.li py="8px" borderBottomWidth="1px" borderBottomStyle="dotted" borderColor="line">
      <Flex gap="10px" align="baseline" wrap="wrap">
        <chakra.span fontWeight={600}>{part.tag}</chakra.span>
        <chakra.span fontSize="14px" color={state === "cleared" ? "sound" : "near"}>
          {stateWords[state]}
        </chakra.span>
        {state === "open" && (
          <chakra.span fontSize="12px" color="quiet">
            as it is {percent(partClass.harbours!.chance)} that it holds some, {partClass.harbours!.accessHours} h to
            get at it again
            {partClass.rule ? "; its failure hurts people: proven clean or new" : ""}
          </chakra.span>
        )}
      </Flex>
      <Schools of={suspect} />
      {state !== "unprovable" && (
        <Flex gap="6px" wrap="wrap" mt="4px">
          {ways.map(({ how, name, minutes }) => (
            <Chip
              key={how}
              isOn={state === "cleared" && check?.how === how}
              disabled={!mayWrite}
              tone="sound"
              onClick={() => note(how, true)}
            >
              {capital(name)}: clean ({minutes} min)
            </Chip>
          ))}
          <Chip
            isQuiet
            isOn={check !== null && !check.clean}
            disabled={!mayWrite}
            onClick={() => note(ways[0]!.how, false)}
          >
            pieces left in it
          </Chip>
        </Flex>
      )}
    </chakra.li>
  );
}

/** Parts of one kind that are still open, proven clean by one act: each gets an entry of its own. */
function AllOfKind({ suspects }: { suspects: readonly Suspect[] }) {
  const { append, mayWrite } = useJob();
  const open = suspects.filter(({ state }) => state === "open" || state === "fouled");
  const [first] = open;
  if (open.length < 2 || !first) return null;
  return (
    <Flex gap="6px" wrap="wrap" mt="8px">
      {first.ways.map(({ how, name }) => (
        <Chip
          key={how}
          isOn={false}
          disabled={!mayWrite}
          tone="sound"
          onClick={() => {
            for (const { part, circuit, check } of open)
              append("suspect-checked", {
                part: part.id,
                circuit: circuit.id,
                how,
                clean: true,
                words: null,
                ...(check ? { supersedes: [check.id] } : {}),
              });
          }}
        >
          All {open.length} open of “{first.partClass.name}”: {name}, clean
        </Chip>
      ))}
    </Flex>
  );
}

/** A circuit with what pieces can have reached, and where they came from. */
function Flow({ contamination, circuitId }: { contamination: Contamination; circuitId: string }) {
  const { pack } = useJob();
  const circuit = pack.pack.circuits.find(({ id }) => id === circuitId)!;
  const reached = contamination.reached.get(circuitId) ?? new Set();
  const sources = new Set(
    contamination.sources.filter((each) => each.circuit.id === circuitId).map(({ node }) => node),
  );
  const at = new Map(circuit.nodes.map((node) => [node.id, node]));
  const xs = circuit.nodes.map(({ x }) => x);
  const ys = circuit.nodes.map(({ y }) => y);
  const [left, top] = [Math.min(...xs) - 9, Math.min(...ys) - 9];
  return (
    <Svg
      viewBox={`${left} ${top} ${Math.max(...xs) + 9 - left} ${Math.max(...ys) + 6 - top}`}
      width="100%"
      maxHeight="300px"
      role="img"
      aria-label={`${circuit.name}: where pieces came from and where they can have gone`}
    >
      {circuit.passages.map(({ id, from, to }) => {
        const isFoul = reached.has(from) && reached.has(to);
        const [a, b] = [at.get(from)!, at.get(to)!];
        return (
          <Path
            key={id}
            d={`M${a.x} ${a.y}L${b.x} ${b.y}`}
            stroke={isFoul ? "near" : "line"}
            strokeWidth={isFoul ? 0.8 : 0.6}
            strokeDasharray={isFoul ? "1.6 1.2" : undefined}
            fill="none"
          />
        );
      })}
      {circuit.nodes.map(({ id, label, x, y }) => (
        <g key={id}>
          <Circle
            cx={x}
            cy={y}
            r={sources.has(id) ? 2.6 : 1.8}
            fill={sources.has(id) ? "out" : reached.has(id) ? "near" : "panel"}
            stroke={sources.has(id) ? "out" : reached.has(id) ? "near" : "lineStrong"}
            strokeWidth={0.6}
          />
          <Text x={x} y={y - 3.6} textAnchor="middle" fontSize={3.4} fill="ink">
            {label}
          </Text>
        </g>
      ))}
    </Svg>
  );
}

const mapWords = {
  refused: "pieces come from here",
  partly: "suspect",
  sound: "proven clean",
  unjudged: "nothing to fear here",
} as const;
const mapLegend = (["refused", "partly", "sound"] as const).map((state) => [state, mapWords[state]] as const);

/** The engine with where pieces came from and what they can have fouled. */
function FouledMap({ contamination: { sources, suspects } }: { contamination: Contamination }) {
  const { pack, assessment, takeInHand } = useJob();
  const { cameOut } = assessment.job;
  const { states, partAt } = useMemo(() => {
    const slotOf = (part: Part) => part.slot ?? cameOut.findLast((each) => each.part === part.id)?.slot;
    const marks = [
      ...suspects.map(({ part, state }) => [part, state === "cleared" ? "sound" : "partly"] as const),
      // What shed them says more than what they may have reached.
      ...sources.flatMap(({ part }) => (part ? [[part, "refused"] as const] : [])),
    ];
    const found = { states: new Map<string, SlotState>(), partAt: new Map<string, string>() };
    for (const [part, state] of marks) {
      const slot = slotOf(part);
      if (slot === undefined || (state === "sound" && found.states.has(slot))) continue;
      found.states.set(slot, state);
      found.partAt.set(slot, part.id);
    }
    return found;
  }, [sources, suspects, cameOut]);
  return (
    <Box mb="14px" height={{ base: "200px", md: "240px" }} display="flex" flexDirection="column">
      <Box flex="1" minHeight="0">
        <EngineMap
          pack={pack.pack}
          states={states}
          height="auto"
          detail
          words={mapWords}
          onChoose={(slot) => {
            const part = partAt.get(slot);
            if (part !== undefined) takeInHand(part);
          }}
        />
      </Box>
      <MapLegend meanings={mapLegend} />
    </Box>
  );
}

/** What pieces can have fouled, circuit by circuit: each suspect stays open until a recorded check clears it. */
export function Fouled({ contamination }: { contamination: Contamination }) {
  const byCircuit = useMemo(() => [...groupBy(contamination.suspects, ({ circuit }) => circuit.id)], [contamination]);
  if (contamination.sources.length === 0)
    return (
      <chakra.p color="quiet" fontSize="14px">
        Nothing that sheds pieces was recorded: no wiped bearing, no broken part, no loose piece.
      </chakra.p>
    );
  if (byCircuit.length === 0)
    return (
      <chakra.p color="quiet" fontSize="14px">
        {capital(many(contamination.sources.length, "source"))} of pieces, and nothing they could hide in lies on their
        way.
      </chakra.p>
    );
  return (
    <>
      <FouledMap contamination={contamination} />
      {byCircuit.map(([circuit, suspects]) => (
        <Box key={circuit} mb="20px">
          <Heading as="h2" fontSize="17px">
            {capital(suspects[0]!.circuit.name)}
          </Heading>
          <chakra.p fontSize="13px" color="quiet">
            Pieces from{" "}
            {[
              ...new Set(
                contamination.sources
                  .filter((each) => each.circuit.id === circuit)
                  .map(({ part, what }) => (part ? `${part.tag} (${what})` : what)),
              ),
            ].join(", ")}
            ; dashed is where they can have gone. A part of these is proven clean first, or new; as it is only at the
            chance that stands beside it.
          </chakra.p>
          <Flow contamination={contamination} circuitId={circuit} />
          {[...groupBy(suspects, ({ partClass }) => partClass.id)].map(([kind, alike]) => (
            <AllOfKind key={kind} suspects={alike} />
          ))}
          <chakra.ul aria-label={`Suspects: ${suspects[0]!.circuit.name}`}>
            {suspects.map((suspect) => (
              <SuspectLine key={suspect.part.id} suspect={suspect} />
            ))}
          </chakra.ul>
        </Box>
      ))}
    </>
  );
}
