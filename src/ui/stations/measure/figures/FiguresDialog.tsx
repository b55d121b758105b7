"use client";
import { Box, CloseButton, Dialog, Flex, Portal, chakra } from "@chakra-ui/react";
import { figureGroups, type Figure } from "@/core/figures/figure";
import { figureById, figures } from "@/core/figures/figures";
import { figureGroupWords } from "@/words/words-for";
import { useJob } from "../../../job/JobContext";
import { FigureForm } from "./FigureForm";
import { useTyped } from "./use-typed";

const [first] = figures as readonly [Figure, ...Figure[]];

/** The arithmetic of engines, for every layout: what follows from a few measures, and how uncertain it is. */
export function FiguresDialog({ onClose }: { onClose: () => void }) {
  const { id } = useJob();
  const hands = useTyped(id, first.id);
  const figure = figureById(hands.figure) ?? first;
  return (
    <Dialog.Root open onOpenChange={({ open }) => !open && onClose()} size="lg" scrollBehavior="inside">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="panel" maxWidth="1000px">
            <Dialog.Header pb="6px">
              <Dialog.Title>Figures</Dialog.Title>
              <Dialog.CloseTrigger asChild>
                <CloseButton size="sm" color="ink" />
              </Dialog.CloseTrigger>
            </Dialog.Header>
            <Dialog.Body pb="18px" tabIndex={0}>
              <Flex gap="24px" direction={{ base: "column", md: "row" }} align="flex-start">
                <Box
                  as="nav"
                  aria-label="Figures"
                  width={{ base: "100%", md: "300px" }}
                  flexShrink={0}
                  display={{ base: "none", md: "block" }}
                >
                  {figureGroups.map((group) => (
                    <Box key={group} mb="8px">
                      <chakra.h3 fontSize="12px" color="quiet" mb="2px">
                        {figureGroupWords[group]}
                      </chakra.h3>
                      {figures
                        .filter((each) => each.group === group)
                        .map((each) => (
                          <chakra.button
                            key={each.id}
                            type="button"
                            display="block"
                            width="100%"
                            textAlign="left"
                            fontSize="14px"
                            minHeight="30px"
                            px="8px"
                            borderRadius="6px"
                            cursor="pointer"
                            aria-current={each === figure ? "true" : undefined}
                            fontWeight={each === figure ? 700 : 400}
                            bg={each === figure ? "raised" : undefined}
                            _hover={{ bg: "raised" }}
                            onClick={() => hands.choose(each.id)}
                          >
                            {each.name}
                          </chakra.button>
                        ))}
                    </Box>
                  ))}
                </Box>
                <chakra.label display={{ base: "block", md: "none" }} width="100%" fontSize="13px" color="quiet">
                  Figure
                  <chakra.select
                    display="block"
                    width="100%"
                    minHeight="44px"
                    mt="2px"
                    px="8px"
                    fontSize="16px"
                    color="ink"
                    bg="raised"
                    borderWidth="1px"
                    borderColor="lineStrong"
                    borderRadius="6px"
                    value={figure.id}
                    onChange={(event) => hands.choose(event.target.value)}
                  >
                    {figureGroups.map((group) => (
                      <optgroup key={group} label={figureGroupWords[group]}>
                        {figures
                          .filter((each) => each.group === group)
                          .map((each) => (
                            <option key={each.id} value={each.id}>
                              {each.name}
                            </option>
                          ))}
                      </optgroup>
                    ))}
                  </chakra.select>
                </chakra.label>
                <FigureForm key={figure.id} figure={figure} typed={hands.typed} onType={hands.type} />
              </Flex>
            </Dialog.Body>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
