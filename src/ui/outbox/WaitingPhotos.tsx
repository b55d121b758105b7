"use client";
import { Box, chakra } from "@chakra-ui/react";
import { useEffect, useState, useSyncExternalStore } from "react";
import { plainWording } from "@/words/plain-wording";
import { many } from "@/words/sentences/sentence";
import { sayProblem } from "@/words/say-problem";
import { QuietButton } from "../kit/SayWhy";
import { browserPhotoQueue } from "./browser-photo-queue";
import { writePhoto } from "./write-photo";

/** Photos that wait in this browser, of whatever job: counted and sent from every page of the shop. */
export function WaitingPhotos({ me }: { me: string }) {
  const [queue] = useState(() => browserPhotoQueue(writePhoto));
  useEffect(() => void queue.restore(me), [queue, me]);
  const queued = useSyncExternalStore(queue.subscribe, queue.state, queue.state);
  const waiting = queued.filter(({ state }) => state !== "refused");
  if (queued.length === 0) return null;
  return (
    <Box role="status" aria-label="Photos on their way" bg="emberWash" px="18px" py="6px" fontSize="14px">
      {waiting.length > 0 && <p>{many(waiting.length, "photo")} on the way from this browser to the server.</p>}
      {queued.flatMap(({ id, name, state, problems }) =>
        state === "refused" ? (
          <chakra.p key={id} color="out">
            {name}: {problems.map((found) => sayProblem(found, plainWording)).join(" ")}{" "}
            <QuietButton onClick={() => queue.dismiss(id)}>seen</QuietButton>
          </chakra.p>
        ) : (
          []
        ),
      )}
    </Box>
  );
}
