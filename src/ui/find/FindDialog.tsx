"use client";
import { Box, Dialog, Input, Portal, chakra } from "@chakra-ui/react";
import { useEffect, useId, useRef, useState, type KeyboardEvent } from "react";
import { find, type Findable } from "./find";

const kindWords: Readonly<Record<Findable["kind"], string>> = {
  part: "part",
  tag: "tag",
  limit: "limit",
  fit: "fit",
  station: "station",
  job: "job",
  command: "command",
  word: "word",
};

/** One field in which everything can be found: words in any order, arrows and Enter. */
export function FindDialog({ items, onClose }: { items: readonly Findable[]; onClose: () => void }) {
  const [typed, setTyped] = useState("");
  const [chosen, setChosen] = useState(0);
  const listId = useId();
  const list = useRef<HTMLUListElement>(null);
  const field = useRef<HTMLInputElement>(null);
  const found = find(items, typed);
  const here = Math.min(chosen, found.length - 1);

  useEffect(() => {
    list.current?.querySelector("[aria-selected=true]")?.scrollIntoView({ block: "nearest" });
  }, [here]);

  const choose = (item: Findable | undefined) => {
    if (!item) return;
    onClose();
    item.go();
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === "ArrowDown" || event.key === "ArrowUp") {
      event.preventDefault();
      setChosen(Math.max(0, Math.min(found.length - 1, here + (event.key === "ArrowDown" ? 1 : -1))));
    } else if (event.key === "Enter") {
      event.preventDefault();
      choose(found[here]);
    }
  };

  return (
    <Dialog.Root
      open
      onOpenChange={({ open }) => !open && onClose()}
      size="lg"
      placement="top"
      initialFocusEl={() => field.current}
      restoreFocus
    >
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="panel" aria-label="Find">
            <Box p="14px">
              <Input
                ref={field}
                value={typed}
                onKeyDown={onKeyDown}
                placeholder="Find a part, tag, limit, job, station or command"
                aria-label="Find"
                role="combobox"
                aria-expanded
                aria-controls={listId}
                aria-activedescendant={found[here] ? `${listId}-${here}` : undefined}
                autoComplete="off"
                spellCheck={false}
                size="lg"
                borderColor="lineStrong"
                onChange={(event) => {
                  setTyped(event.currentTarget.value);
                  setChosen(0);
                }}
              />
            </Box>
            <chakra.ul
              ref={list}
              id={listId}
              role="listbox"
              aria-label="Found"
              maxHeight="380px"
              overflowY="auto"
              pb="10px"
              tabIndex={-1}
            >
              {found.map((item, at) => (
                <chakra.li
                  key={item.id}
                  id={`${listId}-${at}`}
                  role="option"
                  aria-selected={at === here}
                  onClick={() => choose(item)}
                  onMouseMove={() => setChosen(at)}
                  display="flex"
                  alignItems="baseline"
                  gap="12px"
                  px="18px"
                  py="9px"
                  cursor="pointer"
                  bg={at === here ? "emberWash" : undefined}
                >
                  <chakra.span fontWeight={600} whiteSpace="nowrap">
                    {item.title}
                  </chakra.span>
                  <chakra.span
                    color="quiet"
                    fontSize="13px"
                    flex="1"
                    minWidth="0"
                    overflow="hidden"
                    textOverflow="ellipsis"
                    whiteSpace="nowrap"
                  >
                    {item.detail}
                  </chakra.span>
                  <chakra.span color="quiet" fontSize="12px">
                    {kindWords[item.kind]}
                  </chakra.span>
                </chakra.li>
              ))}
            </chakra.ul>
            <chakra.p role="status" px="18px" pb="14px" fontSize="13px" color="quiet">
              {found.length === 0 ? (
                `Nothing here is called “${typed.trim()}”. Try a part, a tag such as LN-3, or a figure of a limit.`
              ) : (
                <chakra.span srOnly>{found.length} found</chakra.span>
              )}
            </chakra.p>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
