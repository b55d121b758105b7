"use client";
import { Box, Dialog, Input, Portal, chakra } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { glossary } from "@/words/glossary";

/** What words mean here: all of them, or those that have what is typed; one stands out where it was asked for. */
export function GlossaryDialog({ at, onClose }: { at: string | null; onClose: () => void }) {
  const [typed, setTyped] = useState("");
  const list = useRef<HTMLDListElement>(null);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    list.current?.querySelector("[aria-current]")?.scrollIntoView({ block: "center" });
  }, []);
  const words = typed.toLowerCase().trim();
  const found = glossary.filter(({ term, means, also = [] }) => `${term} ${also.join(" ")} ${means}`.toLowerCase().includes(words)); // prettier-ignore
  return (
    <Dialog.Root open onOpenChange={({ open }) => !open && onClose()} size="lg" initialFocusEl={() => field.current}>
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="panel">
            <Dialog.Header>
              <Dialog.Title>What words mean here</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body pb="22px">
              <Input
                ref={field}
                type="search"
                value={typed}
                aria-label="A word"
                placeholder="conrod, crush, ±"
                maxLength={60}
                borderColor="lineStrong"
                onChange={(event) => setTyped(event.currentTarget.value)}
              />
              <chakra.dl ref={list} mt="10px" maxHeight="52vh" overflowY="auto" tabIndex={0} aria-label="Words">
                {found.map(({ id, term, means, also = [] }) => (
                  <Box
                    key={id}
                    aria-current={id === at ? "true" : undefined}
                    px="8px"
                    py="7px"
                    borderBottomWidth="1px"
                    borderBottomStyle="dotted"
                    borderColor="line"
                    bg={id === at ? "emberWash" : undefined}
                  >
                    <chakra.dt fontWeight={600}>
                      {term}
                      {also.length > 0 && (
                        <chakra.span fontWeight={400} color="quiet">
                          {" "}
                          · {also.join(", ")}
                        </chakra.span>
                      )}
                    </chakra.dt>
                    <chakra.dd fontSize="14px">{means}</chakra.dd>
                  </Box>
                ))}
              </chakra.dl>
              {found.length === 0 && <chakra.p mt="10px">No word here has “{typed.trim()}” in it.</chakra.p>}
            </Dialog.Body>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
