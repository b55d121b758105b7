"use client";
import { chakra } from "@chakra-ui/react";
import { useState } from "react";
import { thingsOf } from "@/core/money/account";
import { sayThing, sayWhereThing } from "@/words/say-thing";
import { useJob } from "../../job/JobContext";
import { readDecimal } from "../../kit/decimal";
import { Leader } from "../../kit/Leader";
import { SmallForm } from "../../kit/SmallForm";
import { SmallInput } from "../../kit/SmallInput";

/** What came with the engine and is the owner's: it is asked for when the engine leaves. */
export function ThingsThatCame() {
  const { assessment, append, mayWrite } = useJob();
  const [name, setName] = useState("");
  const [count, setCount] = useState("1");
  const [words, setWords] = useState("");
  const [wrong, setWrong] = useState<string | null>(null);
  const keep = () => {
    const quantity = readDecimal(count);
    if (name.trim() === "") return setWrong("Say what came: a carburettor, a bracket, a box of bolts.");
    if (quantity === null || !Number.isInteger(quantity) || quantity < 1 || quantity > 10_000)
      return setWrong(`“${count}” is no number of pieces.`);
    append("thing-came", { name: name.trim(), quantity, words: words.trim() || null });
    setName("");
    setCount("1");
    setWords("");
    setWrong(null);
  };
  const things = thingsOf(assessment.job);
  return (
    <>
      <chakra.dl>
        {things.map((thing) => (
          <Leader key={thing.id} name={sayThing(thing)}>
            {sayWhereThing(thing)}
          </Leader>
        ))}
      </chakra.dl>
      {mayWrite && (
        <SmallForm label="What came with the engine" act="It came along" onKeep={keep} wrong={wrong}>
          <SmallInput
            width="56px"
            value={count}
            inputMode="numeric"
            aria-label="How many"
            onChange={(event) => setCount(event.currentTarget.value)}
          />
          <SmallInput
            width="170px"
            value={name}
            maxLength={200}
            aria-label="What came"
            placeholder="carburettor, brackets …"
            onChange={(event) => setName(event.currentTarget.value)}
          />
          <SmallInput
            flex="1"
            minWidth="130px"
            value={words}
            aria-label="In which state"
            placeholder="in which state"
            onChange={(event) => setWords(event.currentTarget.value)}
          />
        </SmallForm>
      )}
    </>
  );
}
