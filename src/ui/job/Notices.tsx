"use client";
import { Box, Flex, chakra } from "@chakra-ui/react";
import { useState } from "react";
import { sayEntry } from "@/words/say-entry";
import { many } from "@/words/sentences/sentence";
import { sayProblem } from "@/words/say-problem";
import { useJob } from "./JobContext";
import { Day } from "../kit/day";

const Link = chakra("button", {
  base: { textDecoration: "underline", textUnderlineOffset: "3px", cursor: "pointer", minHeight: "24px" },
});

/** The tray: what waits for the server, and what it refused and why, said where it cannot be missed until it is settled. It lies over the page: what a hand is on does not move. */
export function Notices() {
  const { id, log, wording, dismiss, queued, isDeviceFull } = useJob();
  const [isOpen, setOpen] = useState(false);
  const waiting = log.entries.filter((entry) => log.waiting.has(entry.id));
  const unkept = queued.filter(({ isKept, state }) => !isKept && state !== "refused").length;
  const elsewhere = queued.filter(({ job, state }) => job !== id && state !== "refused").length;
  if (!log.trouble && log.refused.length === 0 && unkept === 0 && !isDeviceFull) return null;
  return (
    <Box
      role="alert"
      position="absolute"
      top="52px"
      insetX="0"
      zIndex="banner"
      borderBottomWidth="1px"
      borderColor="near"
      bg="raised"
      boxShadow="0 6px 24px rgb(0 0 0 / 0.3)"
      px="18px"
      py="8px"
      fontSize="14px"
      maxHeight="40vh"
      overflowY="auto"
    >
      {log.trouble && (
        <p>
          <strong>
            {waiting.length} {waiting.length === 1 ? "entry is" : "entries are"} not saved yet.
          </strong>{" "}
          {sayProblem(log.trouble, wording)}{" "}
          {log.isSafe ? "" : "This browser refuses to keep anything: leave the page open. "}
          {waiting.length > 0 && (
            <Link type="button" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
              {isOpen ? "Hide them" : "Show them"}
            </Link>
          )}
        </p>
      )}
      {unkept > 0 && (
        <p>
          <strong>{many(unkept, "photo")} could not be kept on this device.</strong> Its storage is full: leave this
          page open until {unkept === 1 ? "it is" : "they are"} sent, and make room on the device.
        </p>
      )}
      {isDeviceFull && (
        <p>
          <strong>This job could not be kept on this device.</strong> Its storage is full: without a network it is not
          here. Make room on the device, or sign out to drop the jobs that it keeps.
        </p>
      )}
      {elsewhere > 0 && <p>{many(elsewhere, "photo")} of other jobs on the way from this browser too.</p>}
      {log.trouble && isOpen && (
        <chakra.ul aria-label="Waiting" color="quiet" mt="4px">
          {waiting.map((entry) => (
            <li key={entry.id}>
              {sayEntry(entry)}, <Day of={entry.at} /> {entry.at.slice(11, 16)} UTC
            </li>
          ))}
        </chakra.ul>
      )}
      {log.refused.map(({ entry, problems }) => (
        <Flex key={entry.id} gap="12px" align="baseline">
          <p>
            <strong>Not saved: {sayEntry(entry)}.</strong>{" "}
            {problems.map((found) => sayProblem(found, wording)).join(" ")}
          </p>
          <Link type="button" onClick={() => dismiss(entry.id)}>
            Seen
          </Link>
        </Flex>
      ))}
    </Box>
  );
}
