"use client";
import { Box, Dialog, Flex, Heading, Portal, chakra } from "@chakra-ui/react";
import type { KeyHelp } from "@/words/key-help";
import { Key } from "../kit/Key";

export interface KeyGroup {
  readonly title: string;
  readonly keys: readonly KeyHelp[];
}

/** The keys of this screen. */
export function KeyHelpDialog({ groups, onClose }: { groups: readonly KeyGroup[]; onClose: () => void }) {
  return (
    <Dialog.Root open onOpenChange={({ open }) => !open && onClose()} size="lg" scrollBehavior="inside">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="panel">
            <Dialog.Header>
              <Dialog.Title>Keys</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body pb="22px" tabIndex={0} _focusVisible={{ outline: "none" }}>
              {groups.map(({ title, keys }) => (
                <Box key={title} mb="16px">
                  <Heading as="h3" fontSize="13px" fontWeight={400} color="quiet" mb="4px">
                    {title}
                  </Heading>
                  <chakra.dl>
                    {keys.map(([names, does]) => (
                      <Flex
                        key={does}
                        align="baseline"
                        gap="14px"
                        py="5px"
                        borderBottomWidth="1px"
                        borderBottomStyle="dotted"
                        borderColor="line"
                      >
                        <chakra.dt width="148px" flexShrink={0} display="flex" gap="4px">
                          {names.map((name) => (
                            <Key key={name}>{name}</Key>
                          ))}
                        </chakra.dt>
                        <chakra.dd>{does}</chakra.dd>
                      </Flex>
                    ))}
                  </chakra.dl>
                </Box>
              ))}
            </Dialog.Body>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
