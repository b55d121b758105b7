"use client";
import { Box, Flex, Heading, chakra } from "@chakra-ui/react";
import type { Pairing } from "@/core/match/assess-match";
import { attributesAt } from "@/core/match/places";
import type { Remedy } from "@/core/pack/schema-match";
import { capital } from "@/words/capital";
import { sayAmount } from "@/words/say-money";
import { useJob } from "../../job/JobContext";
import { Chip } from "../../kit/Chip";
import { AttributeField } from "./AttributeField";
import { remedyWords, stateColors, stateWords } from "./words";

function RemedyLine({ pairing, remedy }: { pairing: Pairing; remedy: Remedy }) {
  const { append, mayDecide, assessment } = useJob();
  const { place, mating } = pairing;
  const taken = pairing.remedy?.remedy.id === remedy.id ? pairing.remedy.taken : null;
  const before = assessment.job.remedies.filter(
    (each) => each.mating === mating.id && each.ends.join() === place.ends.join(),
  );
  const take = (state: "meant" | "done") => {
    const isSame = taken?.state === state;
    append("remedy-taken", {
      mating: mating.id,
      ends: [...place.ends],
      remedy: isSame ? null : remedy.id,
      state: isSame ? "meant" : state,
      words: null,
      ...(before.length > 0 ? { supersedes: before.map(({ id }) => id) } : {}),
    });
  };
  return (
    <chakra.li py="8px" borderBottomWidth="1px" borderBottomStyle="dotted" borderColor="line">
      <chakra.p fontSize="14px">{capital(remedy.name)}</chakra.p>
      <chakra.p fontSize="12px" color="quiet">
        {[
          remedyWords[remedy.kind],
          remedy.price === undefined ? "" : sayAmount(remedy.price, assessment.order.settings?.currency ?? null),
          `${remedy.minutes} min`,
          remedy.reversible ? "" : "cannot be undone",
        ]
          .filter(Boolean)
          .join(" · ")}
      </chakra.p>
      {remedy.requires.length > 0 && <chakra.p fontSize="13px">Then also: {remedy.requires.join("; ")}.</chakra.p>}
      {remedy.unlawful && (
        <chakra.p fontSize="13px" color="out">
          {remedy.unlawful.text}
        </chakra.p>
      )}
      <Flex gap="6px" mt="4px">
        <Chip isOn={taken?.state === "meant"} disabled={!mayDecide} onClick={() => take("meant")}>
          do this
        </Chip>
        <Chip isOn={taken?.state === "done"} tone="sound" disabled={!mayDecide} onClick={() => take("done")}>
          done
        </Chip>
      </Flex>
    </chakra.li>
  );
}

/** A pairing with what is known of its ends, what would settle it, and what would make it go. */
export function PairingDetail({ pairing }: { pairing: Pairing }) {
  const { mating, place, ends, state, checks } = pairing;
  return (
    <>
      <Heading as="h2" fontSize="18px">
        {mating.name}
      </Heading>
      <chakra.p fontSize="14px" color={stateColors[state]}>
        {capital(stateWords[state])}
      </chakra.p>
      <chakra.p fontSize="13px" color="quiet" mt="4px">
        Wrong, it looks like this: {mating.wrong.looks}
      </chakra.p>
      {state === "open" && checks[0] && (
        <chakra.p fontSize="14px" mt="8px">
          Quickest: {checks[0].text} ({checks[0].minutes} min)
        </chakra.p>
      )}
      {ends.map(({ of, name }, at) => (
        <Box key={place.ends[at]} mt="14px">
          <chakra.h3 fontSize="13px" color="quiet">
            {capital(name)}
          </chakra.h3>
          {of === null ? (
            <chakra.p fontSize="14px">Its place is empty.</chakra.p>
          ) : (
            attributesAt(mating, at).map((attribute) => (
              <AttributeField key={attribute} of={of} attribute={attribute} />
            ))
          )}
        </Box>
      ))}
      {mating.remedies.length > 0 && (state === "wrong" || state === "open" || state === "bridged") && (
        <Box mt="16px">
          <chakra.h3 fontSize="15px" fontWeight={700}>
            What would make it go
          </chakra.h3>
          <chakra.ul aria-label="Remedies">
            {mating.remedies.map((remedy) => (
              <RemedyLine key={remedy.id} pairing={pairing} remedy={remedy} />
            ))}
          </chakra.ul>
        </Box>
      )}
    </>
  );
}
