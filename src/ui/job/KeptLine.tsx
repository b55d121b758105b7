"use client";
import { chakra } from "@chakra-ui/react";
import { clockTime } from "@/words/clock-time";
import { useJob } from "./JobContext";

/** Says that what is shown is this device's copy, until the server is heard. */
export function KeptLine() {
  const { keptAt } = useJob();
  if (!keptAt) return null;
  return (
    <chakra.p role="status" flexShrink={0} bg="emberWash" px="18px" py="6px" fontSize="14px">
      No server: this is the engine as this device kept it, {clockTime(keptAt)}. What is entered is kept here and sent
      when the server is back.
    </chakra.p>
  );
}
