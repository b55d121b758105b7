"use client";
import { Dialog, Portal } from "@chakra-ui/react";
import { HoldList } from "./HoldList";
import { useJob } from "./JobContext";

/** What stands in the way, from anywhere in the job. */
export function HoldsDialog({ onClose }: { onClose: () => void }) {
  const { assessment } = useJob();
  return (
    <Dialog.Root open onOpenChange={({ open }) => !open && onClose()} size="lg" scrollBehavior="inside">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="panel">
            <Dialog.Header pb="0">
              <Dialog.Title>What stands in the way</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body pb="22px" tabIndex={0} _focusVisible={{ outline: "none" }}>
              {assessment.holds.length === 0 ? "Nothing." : <HoldList onLeave={onClose} />}
            </Dialog.Body>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
