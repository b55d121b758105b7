"use client";
import { Box, Dialog, Input, Portal, chakra } from "@chakra-ui/react";
import { createContext, useContext, useEffect, useRef, useState, type ReactNode } from "react";
import { glossary } from "@/words/glossary";

const Context = createContext<(term: string) => void>(() => {});

/** Opens the glossary at a term. */
export const useGlossary = () => useContext(Context);

/** What words mean here: all of them, or those that have what is typed; one stands out where it was asked for. */
function GlossaryDialog({ at, onClose }: { at: string | null; onClose: () => void }) {
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

/** Has the glossary at hand for all that stands in it. */
export function GlossaryProvider({ children }: { children: ReactNode }) {
  const [at, setAt] = useState<string | null>(null);
  return (
    <Context.Provider value={setAt}>
      {children}
      {at !== null && <GlossaryDialog at={at} onClose={() => setAt(null)} />}
    </Context.Provider>
  );
}

/** A word with its meaning one tap away. */
export function Word({ of, children }: { of: string; children: ReactNode }) {
  const open = useGlossary();
  return (
    <chakra.button
      type="button"
      onClick={() => open(of)}
      textDecoration="underline dotted"
      textUnderlineOffset="3px"
      cursor="help"
      _hover={{ color: "ink" }}
    >
      {children}
    </chakra.button>
  );
}
