"use client";
import { Box, Flex } from "@chakra-ui/react";
import { usePathname, useRouter } from "next/navigation";
import { useState, type ReactNode } from "react";
import { stations } from "@/core/stations";
import { keysAnywhere, keysAt, keysInJob } from "@/words/key-help";
import { stationWords } from "@/words/words-for";
import { KeyHelpDialog } from "../keys/KeyHelpDialog";
import { useKeys } from "../keys/use-keys";
import { useJob } from "./JobContext";
import { JobFind } from "./JobFind";
import { JobStrip } from "./JobStrip";
import { MapDialog } from "./MapDialog";
import { Notices } from "./Notices";
import { StationRail } from "./StationRail";

type Open = "find" | "keys" | "map" | null;

/** Strip above, rail at the left, the station beside it. The page itself does not scroll. */
export function JobFrame({ children }: { children: ReactNode }) {
  const { id, undo, redo, told } = useJob();
  const router = useRouter();
  const here = usePathname().split("/").at(-1);
  const at = stations.findIndex((station) => station === here);
  const [open, setOpen] = useState<Open>(null);
  const close = () => setOpen(null);
  const goTo = (index: number) => {
    const station = stations[(index + stations.length) % stations.length]!;
    router.push(`/jobs/${id}/${station}`);
  };
  useKeys({
    "/": () => setOpen("find"),
    "?": () => setOpen("keys"),
    m: () => setOpen("map"),
    "[": () => goTo(at - 1),
    "]": () => goTo(at + 1),
    "ctrl+z": undo,
    "ctrl+shift+z": redo,
    "ctrl+y": redo,
  });
  const station = stations[at];
  return (
    <Flex direction="column" height="100dvh" overflow="hidden">
      <JobStrip onFind={() => setOpen("find")} onKeys={() => setOpen("keys")} onMap={() => setOpen("map")} />
      <Notices />
      <Flex flex="1" minHeight="0" direction={{ base: "column", md: "row" }}>
        <StationRail />
        <Flex as="main" flex="1" minWidth="0" minHeight="0" direction="column">{children}</Flex>
      </Flex>
      <Box role="status" position="fixed" bottom="98px" left="50%" transform="translateX(-50%)" zIndex="toast" pointerEvents="none">
        {told && <Box bg="raised" borderWidth="1px" borderColor="lineStrong" borderRadius="9px" px="16px" py="9px" fontSize="14px" boxShadow="0 6px 24px rgb(0 0 0 / 0.35)">{told}</Box>}
      </Box>
      {open === "find" && <JobFind onClose={close} onOpen={setOpen} />}
      {open === "map" && <MapDialog onClose={close} />}
      {open === "keys" && (
        <KeyHelpDialog
          onClose={close}
          groups={[...(station && keysAt[station] ? [{ title: stationWords[station], keys: keysAt[station] }] : []), { title: "Anywhere in a job", keys: [...keysAnywhere, ...keysInJob] }]}
        />
      )}
    </Flex>
  );
}
