"use client";
import { Box, Flex, chakra } from "@chakra-ui/react";
import { sayProblem } from "@/words/say-problem";
import { useJob } from "./JobContext";

/** What waits for the server, and what it refused: said where it cannot be missed, until it is settled. */
export function Notices() {
  const { log, wording, dismiss } = useJob();
  const waiting = log.waiting.size;
  if (!log.trouble && log.refused.length === 0) return null;
  return (
    <Box role="alert" borderBottomWidth="1px" borderColor="near" bg="emberWash" px="18px" py="8px" fontSize="14px" flexShrink={0}>
      {log.trouble && (
        <p>
          <strong>{waiting} {waiting === 1 ? "entry is" : "entries are"} not saved yet.</strong> {sayProblem(log.trouble, wording)}
        </p>
      )}
      {log.refused.map(({ entry, problems }) => (
        <Flex key={entry.id} gap="12px" align="baseline">
          <p>
            <strong>Not saved{"typed" in entry.payload ? `: ${String(entry.payload.typed)}` : ""}.</strong> {problems.map((found) => sayProblem(found, wording)).join(" ")}
          </p>
          <chakra.button type="button" onClick={() => dismiss(entry.id)} textDecoration="underline" cursor="pointer">Seen</chakra.button>
        </Flex>
      ))}
    </Box>
  );
}
