"use client";
import { Box, Dialog, Flex, Portal, chakra } from "@chakra-ui/react";
import { useState } from "react";
import { isDecided, statesOfPlaces, type PlaceStates } from "@/core/state/state-of-places";
import { slotStates, type SlotState } from "@/core/views/slot-state";
import { Chip } from "../kit/Chip";
import { EngineMap } from "../kit/EngineMap";
import { MapLegend } from "../kit/MapLegend";
import { useInHand, useJob } from "./JobContext";
import { useOpenRow, useRowOfSlot } from "./use-open-row";

/** How far each place is, in the strokes of the map. */
const farWords: Readonly<Record<SlotState, string>> = {
  sound: "ready",
  partly: "decided, and not done",
  refused: "on hold",
  open: "not decided",
};

const far = (states: PlaceStates): ReadonlyMap<string, SlotState> =>
  new Map(
    [...states].map(([slot, state]) => {
      if (state.stage === "ready") return [slot, "sound"];
      if (state.stage === "held") return [slot, "refused"];
      return [slot, isDecided(state) ? "partly" : "open"];
    }),
  );

/** The engine, large: the way to any part by its place; marked by what was found, or by how far each place is. */
export function MapDialog({ onClose }: { onClose: () => void }) {
  const { pack, assessment } = useJob();
  const { row } = useInHand();
  const [isFar, setFar] = useState(false);
  const openRow = useOpenRow();
  const rowOfSlot = useRowOfSlot();
  const chosen = row ? (assessment.rows.get(row)?.row.slot.id ?? null) : null;
  return (
    <Dialog.Root
      open
      onOpenChange={({ open }) => !open && onClose()}
      size="xl"
      initialFocusEl={() => document.querySelector<HTMLElement>("[role=dialog] [role=group] [tabindex='0']")}
    >
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="panel" maxWidth="980px">
            <Dialog.Header pb="0">
              <Dialog.Title>{pack.pack.family}</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body pb="18px">
              <Box
                px="6px"
                pt="6px"
                height="min(60vh, 460px)"
                display="flex"
                alignItems="center"
                justifyContent="center"
              >
                <EngineMap
                  pack={pack.pack}
                  states={isFar ? far(statesOfPlaces(pack, assessment)) : slotStates(assessment)}
                  words={isFar ? farWords : {}}
                  height="auto"
                  detail
                  chosen={chosen}
                  onChoose={(slot) => {
                    const target = rowOfSlot(slot);
                    onClose();
                    if (target) openRow(target);
                  }}
                />
              </Box>
              <Flex justify="space-between" align="end" gap="12px" wrap="wrap">
                <MapLegend {...(isFar ? { meanings: Object.entries(farWords) as [SlotState, string][] } : {})} />
                <Flex gap="6px" role="group" aria-label="Marked by">
                  <Chip isOn={!isFar} onClick={() => setFar(false)}>
                    what was found
                  </Chip>
                  <Chip isOn={isFar} onClick={() => setFar(true)}>
                    how far it is
                  </Chip>
                </Flex>
              </Flex>
              <chakra.p fontSize="13px" color="quiet" mt="8px">
                Arrows move from part to part, Enter opens one, Esc closes.
              </chakra.p>
            </Dialog.Body>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
