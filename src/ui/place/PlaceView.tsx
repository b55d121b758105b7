"use client";
import { chakra } from "@chakra-ui/react";
import { Suspense } from "react";
import type { JobPlace } from "@/words/places";
import { surfaces } from "../stations/surfaces";
import { AbsentStation } from "./AbsentStation";

/** The work surface of a place of the job. */
export function PlaceView({ place }: { place: JobPlace }) {
  const Surface = surfaces[place];
  if (place !== "parts" && !Surface) return <AbsentStation station={place} />;
  return (
    <Suspense
      fallback={
        <chakra.p p="24px" color="quiet" aria-busy>
          Opening…
        </chakra.p>
      }
    >
      {Surface && <Surface />}
    </Suspense>
  );
}
