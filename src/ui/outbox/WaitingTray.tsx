"use client";
import { Box, Flex, chakra } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { sayEntry } from "@/words/say-entry";
import { plainWording } from "@/words/plain-wording";
import { sayProblem } from "@/words/say-problem";
import { sendEntries } from "./send-entries";
import { browserOutbox, type Kept } from "./outbox";
import { sendWaiting } from "./send-waiting";

const retryMs = 3000;

/** What earlier visits left waiting in this browser, of any job: sent from here, and what was refused is shown. */
export function WaitingTray({ me }: { me: string }) {
  const [kept, setKept] = useState<Kept>({ waiting: [], refused: [] });
  const [outbox] = useState(browserOutbox);
  useEffect(() => {
    let retry: ReturnType<typeof setTimeout> | undefined;
    let isHere = true;
    const go = async () => {
      await sendWaiting(outbox, me, sendEntries);
      const left = await outbox.load(me);
      if (!isHere) return;
      setKept(left);
      if (left.waiting.length > 0) retry = setTimeout(() => void go(), retryMs);
    };
    // A browser that keeps nothing has nothing left from earlier visits.
    go().catch(() => {});
    return () => {
      isHere = false;
      clearTimeout(retry);
    };
  }, [outbox, me]);

  const dismiss = async (id: string) => {
    await outbox.forget([id]);
    setKept(await outbox.load(me));
  };
  const { waiting, refused } = kept;
  if (waiting.length + refused.length === 0) return null;
  return (
    <Box role="alert" borderBottomWidth="1px" borderColor="near" bg="emberWash" px="18px" py="8px" fontSize="14px">
      {waiting.length > 0 && (
        <p>
          <strong>
            {waiting.length} {waiting.length === 1 ? "entry waits" : "entries wait"} in this browser.
          </strong>{" "}
          The server cannot be reached; they are sent as soon as it can.
        </p>
      )}
      {refused.map(({ entry, problems }) => (
        <Flex key={entry.id} gap="12px" align="baseline">
          <p>
            <strong>Not saved: {sayEntry(entry)}.</strong>{" "}
            {problems.map((found) => sayProblem(found, plainWording)).join(" ")}
          </p>
          <chakra.button
            type="button"
            onClick={() => void dismiss(entry.id)}
            textDecoration="underline"
            cursor="pointer"
          >
            Seen
          </chakra.button>
        </Flex>
      ))}
    </Box>
  );
}
