"use client";
import { Box, Dialog, Portal, chakra } from "@chakra-ui/react";
import { slotStates } from "@/core/views/slot-state";
import { EngineMap } from "../kit/EngineMap";
import { MapLegend } from "../kit/MapLegend";
import { useInHand, useJob } from "./JobContext";
import { useOpenRow, useRowOfSlot } from "./use-open-row";

/** The engine, large: the way to any part by its place. */
export function MapDialog({ onClose }: { onClose: () => void }) {
  const { pack, assessment } = useJob();
  const { row } = useInHand();
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
                  states={slotStates(assessment)}
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
              <MapLegend />
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
