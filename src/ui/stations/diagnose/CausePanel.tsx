"use client";
import { Box, Flex, Heading, NativeSelect, chakra } from "@chakra-ui/react";
import { useEffect, type ReactNode } from "react";
import type { DiagnoseResult } from "@/core/diagnose/assess-diagnose";
import type { Separation, Weight } from "@/core/diagnose/infer";
import { nameOfNode, type Network } from "@/core/causes/unfold";
import { capital } from "@/words/capital";
import { percent } from "@/words/percent";
import { sayGrade, sayWeight } from "@/words/say-cause";
import { many } from "@/words/sentences/sentence";
import type { Inferred } from "./use-inference";

/** What speaks for something to the right, what speaks against it to the left. */
function WeightBar({ nats }: { nats: number }) {
  const length = Math.min(1, Math.abs(nats) / 5) * 50;
  return (
    <Box position="relative" height="6px" bg="raised" aria-hidden>
      <Box
        position="absolute"
        top="0"
        bottom="0"
        left={nats >= 0 ? "50%" : `${50 - length}%`}
        width={`${length}%`}
        bg={nats >= 0 ? "ember" : "cool"}
      />
      <Box position="absolute" top="-2px" bottom="-2px" left="50%" width="1px" bg="quiet" />
    </Box>
  );
}

const Line = ({ name, said, nats }: { name: string; said: ReactNode; nats: number }) => (
  <chakra.li py="5px" fontSize="14px">
    {capital(name)}
    <chakra.span display="block" fontSize="12px" color="quiet">
      {said}
    </chakra.span>
    <WeightBar nats={nats} />
  </chakra.li>
);

const most = 8;

function Weights({ network, weights }: { network: Network; weights: readonly Weight[] }) {
  const speaking = weights.filter(({ nats }) => Math.abs(nats) > 0.03);
  const name = (id: string) => nameOfNode(network.of.get(id)!);
  const missed = weights.filter(({ grade, nats }) => grade === 0 && nats < -0.03);
  return (
    <>
      <Heading as="h3" fontSize="15px" mt="14px">
        For and against
      </Heading>
      {speaking.length === 0 && (
        <chakra.p fontSize="13px" color="quiet">
          Nothing that was recorded speaks for it or against it by itself: all of it says the same together.
        </chakra.p>
      )}
      <chakra.ul>
        {speaking.slice(0, most).map(({ finding, grade, nats }) => (
          <Line key={finding} name={name(finding)} nats={nats} said={`${sayGrade(grade)}: ${sayWeight(nats)}`} />
        ))}
      </chakra.ul>
      {missed.length > 0 && (
        <chakra.p fontSize="13px" color="quiet" mt="6px">
          Expected, looked for and not found:{" "}
          {missed
            .slice(0, 5)
            .map(({ finding }) => name(finding))
            .join("; ")}
          .
        </chakra.p>
      )}
    </>
  );
}

function Separations({
  network,
  separations,
  other,
}: {
  network: Network;
  separations: readonly Separation[];
  other: string;
}) {
  if (separations.length === 0)
    return (
      <chakra.p fontSize="13px" color="quiet">
        Nothing anybody could record tells the two apart.
      </chakra.p>
    );
  return (
    <chakra.ul>
      {separations.slice(0, most).map(({ finding, grade, first, second, nats }) => (
        <Line
          key={finding}
          name={nameOfNode(network.of.get(finding)!)}
          nats={nats}
          said={
            grade === null
              ? `not looked at: ${percent(first)} by this one, ${percent(second)} by ${other}`
              : `${sayGrade(grade)}: speaks for ${nats >= 0 ? "this one" : other}`
          }
        />
      ))}
    </chakra.ul>
  );
}

/** What speaks for and against one cause, what it asks for, and what tells it from another. */
export function CausePanel({
  diagnosis,
  inferred,
  cause,
  against,
  onCompare,
}: {
  diagnosis: DiagnoseResult;
  inferred: Inferred;
  cause: string | null;
  against: string | null;
  onCompare: (other: string | null) => void;
}) {
  const { network, priors } = diagnosis;
  const { posterior, weights, weigh, compare, separations } = inferred;
  const isKnown = cause !== null && weights.has(cause);
  useEffect(() => {
    if (cause !== null && posterior && !isKnown) weigh(cause);
  }, [cause, posterior, isKnown, weigh]);
  useEffect(() => {
    if (cause !== null && against !== null && posterior) compare(cause, against);
  }, [cause, against, posterior, compare]);
  if (!network || cause === null || !posterior)
    return (
      <chakra.p color="quiet" fontSize="14px">
        Choose a cause to see what speaks for it and against it.
      </chakra.p>
    );
  const node = network.of.get(cause);
  if (node?.kind !== "cause") return null;
  const prior = priors.find((each) => each.node === cause)!;
  return (
    <Box>
      <Heading as="h2" fontSize="18px">
        {capital(nameOfNode(node))}
      </Heading>
      <chakra.p fontSize="13px" color="quiet" mt="2px">
        {node.item.tells}
      </chakra.p>
      <chakra.p fontSize="13px" mt="8px">
        Pack {percent(prior.pack)}
        {prior.shop ? `, this shop ${prior.shop.times} of ${prior.shop.of}` : ""}
        {prior.shifts.length + prior.pairs.length > 0 ? `; ${percent(prior.probability)} in this engine, by ` : ""}
        {[
          ...(prior.shifts.length > 0 ? [`${many(prior.shifts.length, "thing")} of its history`] : []),
          ...prior.pairs.map(({ mating }) => `what does not go together: ${mating.name}`),
        ].join(" and ")}
        .
      </chakra.p>
      {isKnown ? (
        <Weights network={network} weights={weights.get(cause)!} />
      ) : (
        <chakra.p fontSize="13px" color="quiet" mt="14px" aria-busy>
          Weighing what was recorded…
        </chakra.p>
      )}
      <Heading as="h3" fontSize="15px" mt="16px">
        What it asks for
      </Heading>
      <chakra.ul fontSize="14px" listStyleType="disc" pl="18px">
        {node.item.actions.map(({ id, text }) => (
          <chakra.li key={id}>{text}</chakra.li>
        ))}
      </chakra.ul>
      <Flex align="baseline" gap="8px" mt="16px">
        <Heading as="h3" fontSize="15px">
          Told from
        </Heading>
        <NativeSelect.Root size="sm" width="170px">
          <NativeSelect.Field
            aria-label="Compare with another cause"
            value={against ?? ""}
            onChange={(event) => onCompare(event.currentTarget.value || null)}
          >
            <option value="">another cause…</option>
            {posterior.causes
              .filter((each) => each.node !== cause)
              .slice(0, 40)
              .map((each) => (
                <option key={each.node} value={each.node}>
                  {capital(nameOfNode(network.of.get(each.node)!))}
                </option>
              ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      </Flex>
      {against !== null &&
        (separations ? (
          <Separations network={network} separations={separations} other={nameOfNode(network.of.get(against)!)} />
        ) : (
          <chakra.p fontSize="13px" color="quiet" aria-busy>
            Comparing…
          </chakra.p>
        ))}
    </Box>
  );
}
