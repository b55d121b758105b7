"use client";
import { Button, Flex, Heading, chakra } from "@chakra-ui/react";
import { useState } from "react";
import { thingsOf, type ThingHere } from "@/core/money/account";
import { sayThing, sayWhereThing } from "@/words/say-thing";
import { useJob } from "../../job/JobContext";
import { Leader } from "../../kit/Leader";
import { Small } from "../../kit/Small";
import { SmallInput } from "../../kit/SmallInput";

/** What came with the engine, to be given back with it. */
export function ThingsToReturn() {
  const { assessment, append, mayWrite, today } = useJob();
  const [to, setTo] = useState("");
  const things = thingsOf(assessment.job);
  if (things.length === 0) return null;
  const here = things.filter((thing) => thing.here > 0);
  const whom = to.trim();
  const back = (thing: ThingHere) => append("thing-went-back", { thing: thing.id, quantity: thing.here, to: whom, on: today() }); // prettier-ignore
  return (
    <chakra.section aria-label="What came with the engine" mt="30px">
      <Heading as="h2" fontSize="16px">
        What came with the engine
      </Heading>
      <chakra.dl mt="6px">
        {things.map((thing) => (
          <Leader key={thing.id} name={sayThing(thing)}>
            {sayWhereThing(thing)}{" "}
            {thing.here > 0 && mayWrite && whom !== "" && <Small onClick={() => back(thing)}>Went back</Small>}
          </Leader>
        ))}
      </chakra.dl>
      {
        here.length > 0 && mayWrite &&
        <Flex gap="8px" mt="8px" align="center" wrap="wrap" fontSize="14px">
          <span>Given back to</span>
          <SmallInput
            width="200px"
            value={to}
            maxLength={200}
            aria-label="Given back to"
            placeholder="who took it"
            onChange={(event) => setTo(event.currentTarget.value)}
          />
          <Button size="sm" variant="outline" borderColor="lineStrong" color="ink" disabled={whom === ""} onClick={() => here.forEach(back)}>
            All of it went back
          </Button>
        </Flex> /* prettier-ignore */
      }
    </chakra.section>
  );
}
