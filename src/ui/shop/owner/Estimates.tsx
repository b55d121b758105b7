"use client";
import { Box, Button, Field, Flex, Heading, Input, chakra } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { OwnerView } from "@/core/views/owner-view";
import type { Problem } from "@/core/problem/problem";
import { sayAmount } from "@/words/say-money";
import { Problems } from "../../kit/Problems";
import { tellServer } from "../../outbox/tell-server";
import { Day } from "../../kit/day";

/** What the work costs, and the owner's yes or no to what waits for it. */
export function Estimates({ view, answers }: { view: OwnerView; answers: string }) {
  const router = useRouter();
  const [by, setBy] = useState("");
  const [asked, setAsked] = useState(false);
  const [wrong, setWrong] = useState<readonly Problem[]>([]);
  const [isSending, setSending] = useState(false);
  const waiting = view.estimates.filter(({ answer }) => answer === null);
  const say = async (estimate: string, agreed: boolean) => {
    setAsked(true);
    if (by.trim() === "" || isSending) return;
    setSending(true);
    const said = await tellServer("POST", answers, { estimate, agreed, by: by.trim() });
    setSending(false);
    setWrong("problems" in said ? said.problems : []);
    router.refresh();
  };
  return (
    <section>
      <Heading as="h2" fontSize="16px" mt="28px">
        What it costs
      </Heading>
      <ul>
        {view.estimates.map(({ id, kind, amount, words, answer }) => (
          <chakra.li key={id} py="10px" borderBottomWidth="1px" borderColor="line">
            <Flex justify="space-between" gap="14px" align="baseline">
              <span>
                {kind === "change" && <chakra.span color="quiet">Change: </chakra.span>}
                {words}
              </span>
              <chakra.strong whiteSpace="nowrap" fontVariantNumeric="tabular-nums">
                {sayAmount(amount, view.currency)}
              </chakra.strong>
            </Flex>
            {answer ? (
              <chakra.p fontSize="13px" color={answer.agreed ? "sound" : "out"}>
                {answer.agreed ? "Agreed" : "Refused"} by {answer.by}, <Day of={answer.on} />
              </chakra.p>
            ) : (
              <Flex gap="10px" mt="8px">
                <Button
                  size="sm"
                  minHeight="40px"
                  bg="ember"
                  color="onEmber"
                  fontWeight={700}
                  loading={isSending}
                  aria-label={`Yes to ${words}`}
                  onClick={() => void say(id, true)}
                >
                  Yes, do it
                </Button>
                <Button
                  size="sm"
                  minHeight="40px"
                  variant="outline"
                  borderColor="lineStrong"
                  color="ink"
                  loading={isSending}
                  aria-label={`No to ${words}`}
                  onClick={() => void say(id, false)}
                >
                  No
                </Button>
              </Flex>
            )}
          </chakra.li>
        ))}
      </ul>
      {view.tax && (
        <chakra.p mt="6px" fontSize="13px" color="quiet">
          {view.tax.name} of {view.tax.percent} % comes on top.
        </chakra.p>
      )}
      {waiting.length > 0 && (
        <Box mt="12px">
          <Field.Root invalid={asked && by.trim() === ""} maxWidth="320px">
            <Field.Label>Your name, under your yes or no</Field.Label>
            <Input
              value={by}
              maxLength={120}
              autoComplete="name"
              borderColor="lineStrong"
              onChange={(event) => setBy(event.currentTarget.value)}
            />
            <Field.ErrorText>Write your name first: the shop keeps it with your answer.</Field.ErrorText>
          </Field.Root>
        </Box>
      )}
      <Problems found={wrong} />
    </section>
  );
}
