"use client";
import { Flex } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import type { Workbox } from "workbox-window";
import { whenSettled } from "../kit/late";
import { QuietButton } from "../kit/SayWhy";
import { serviceWorkerPath } from "./names";

/**
 * Has the browser keep the program. A new version of it waits until somebody takes it: a page keeps the files it was made of,
 * and what stands in its fields.
 */
export function ServiceWorker() {
  const [fresh, setFresh] = useState<Workbox | null>(null);
  useEffect(() => {
    // Over plain http a browser keeps no program.
    if (!("serviceWorker" in navigator)) return;
    let isHere = true;
    const begin = async () => {
      const { Workbox } = await import("workbox-window");
      const worker = new Workbox(serviceWorkerPath);
      worker.addEventListener("waiting", () => isHere && setFresh(worker));
      await worker.register();
    };
    // What the page itself needs comes first. Refused by a browser of a private window, say, or with the network gone: the
    // program works as long as there is a server.
    const callOff = whenSettled(() => void begin().catch(() => {}));
    return () => {
      isHere = false;
      callOff();
    };
  }, []);
  if (!fresh) return null;
  const take = () => {
    fresh.addEventListener("controlling", () => window.location.reload());
    fresh.messageSkipWaiting();
  };
  return (
    <Flex role="status" bg="emberWash" px="18px" py="6px" gap="14px" align="center" fontSize="14px">
      <span>A new version of the program is here. What was entered is kept.</span>
      <QuietButton onClick={take}>Take it</QuietButton>
    </Flex>
  );
}
