"use client";
import { Box, Button, Flex, Heading, Input, NativeSelect, chakra } from "@chakra-ui/react";
import { useState, type FormEvent } from "react";
import { grouped } from "@/words/grouped";
import { howWords, saidHowWords } from "@/words/words-for";
import { useJob } from "../../job/JobContext";
import { readDecimal } from "../../kit/decimal";
import { Figures } from "../../kit/Figures";
import { Day } from "../../kit/day";

type How = keyof typeof howWords;

function Approve({ estimate }: { estimate: string }) {
  const { append, today } = useJob();
  const [by, setBy] = useState("");
  const [how, setHow] = useState<How>("phone");
  const answer = (agreed: boolean) =>
    by.trim() !== "" && append("approval-given", { estimate, by: by.trim(), on: today(), how, agreed });
  return (
    <Flex gap="6px" mt="4px" wrap="wrap">
      <Input
        size="xs"
        value={by}
        onChange={(event) => setBy(event.currentTarget.value)}
        placeholder="whose word"
        aria-label="Whose word"
        width="130px"
        borderColor="lineStrong"
        maxLength={200}
      />
      <NativeSelect.Root size="xs" width="104px">
        <NativeSelect.Field value={how} aria-label="How" onChange={(event) => setHow(event.currentTarget.value as How)}>
          {(Object.keys(howWords) as How[]).map((each) => (
            <option key={each} value={each}>
              {howWords[each]}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      <Button
        size="xs"
        variant="outline"
        borderColor="lineStrong"
        color="ink"
        disabled={by.trim() === ""}
        onClick={() => answer(true)}
      >
        Agreed
      </Button>
      <Button size="xs" variant="ghost" disabled={by.trim() === ""} onClick={() => answer(false)}>
        Refused
      </Button>
    </Flex>
  );
}

/** The estimate, what was added to it, and the owner's word on each. */
export function CostEstimates() {
  const { id, assessment, append, mayDecide } = useJob();
  const { lines, total, approved } = assessment.intake.costEstimates;
  const [amount, setAmount] = useState("");
  const [words, setWords] = useState("");
  const [wrong, setWrong] = useState<string | null>(null);
  const isChange = lines.length > 0;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const value = readDecimal(amount);
    if (value === null) return setWrong(`“${amount}” is not an amount.`);
    if (words.trim() === "") return setWrong("Say what it is for.");
    append("estimate-made", { kind: isChange ? "change" : "estimate", amount: value, words: words.trim() });
    setAmount("");
    setWords("");
    setWrong(null);
  };
  return (
    <Box mt="20px">
      <Heading as="h2" fontSize="13px" fontWeight={400} color="quiet">
        Estimate and the owner&apos;s word
      </Heading>
      {lines.map(({ estimate, approval }) => (
        <Box
          key={estimate.id}
          py="6px"
          borderBottomWidth="1px"
          borderBottomStyle="dotted"
          borderColor="line"
          fontSize="13px"
        >
          <Flex justify="space-between" gap="8px">
            <span>{estimate.words}</span>
            <Figures fontWeight={600}>
              {estimate.kind === "change" && estimate.amount >= 0 ? "+" : ""}
              {grouped(estimate.amount)}
            </Figures>
          </Flex>
          {approval ? (
            <chakra.p color={approval.agreed ? "sound" : "out"} fontSize="12px">
              {approval.agreed ? "agreed" : "refused"} {saidHowWords[approval.how]}, {approval.by},{" "}
              <Day of={approval.on} />
            </chakra.p>
          ) : mayDecide ? (
            <Approve estimate={estimate.id} />
          ) : (
            <chakra.p color="near" fontSize="12px">
              waits for the owner
            </chakra.p>
          )}
        </Box>
      ))}
      {lines.length > 0 && (
        <chakra.p fontSize="13px" mt="4px">
          <Figures>
            {grouped(approved)} of {grouped(total)}
          </Figures>{" "}
          agreed ·{" "}
          <chakra.a
            href={`/api/jobs/${id}/report?of=estimate`}
            download
            color="emberInk"
            textDecoration="underline"
            textUnderlineOffset="3px"
          >
            the estimate as PDF
          </chakra.a>
        </chakra.p>
      )}
      {mayDecide && (
        <chakra.form onSubmit={submit} mt="6px">
          <Flex gap="6px" wrap="wrap">
            <Input
              size="xs"
              value={amount}
              onChange={(event) => setAmount(event.currentTarget.value)}
              placeholder="amount"
              aria-label="Amount"
              inputMode="decimal"
              width="92px"
              borderColor="lineStrong"
            />
            <Input
              size="xs"
              value={words}
              onChange={(event) => setWords(event.currentTarget.value)}
              placeholder={isChange ? "what changes" : "for what"}
              aria-label="For what"
              flex="1"
              minWidth="120px"
              borderColor="lineStrong"
              maxLength={2000}
            />
            <Button type="submit" size="xs" variant="outline" borderColor="lineStrong" color="ink">
              {isChange ? "Change" : "Estimate"}
            </Button>
          </Flex>
          {wrong && (
            <chakra.p role="alert" fontSize="12px" color="out">
              {wrong}
            </chakra.p>
          )}
        </chakra.form>
      )}
    </Box>
  );
}
