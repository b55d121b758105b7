"use client";
import { chakra } from "@chakra-ui/react";
import { problem } from "@/core/problem/problem";
import { plainWording } from "@/words/plain-wording";
import { sayProblem } from "@/words/say-problem";

/** Says on every page that the server's disk fills up, before anybody has typed what cannot be kept. */
export function RoomBanner({ room }: { room: "enough" | "readings only" | "none" }) {
  if (room === "enough") return null;
  const found = problem(room === "none" ? "disk-full" : "room-short");
  return (
    <chakra.p role="alert" bg="emberWash" color={room === "none" ? "out" : "ink"} px="18px" py="8px" fontSize="14px">
      {sayProblem(found, plainWording)}
    </chakra.p>
  );
}
