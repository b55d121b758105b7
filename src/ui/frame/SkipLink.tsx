"use client";
import { chakra } from "@chakra-ui/react";

/** The first stop of the keyboard: past what is on every page, to the work. */
export const SkipLink = () => (
  <chakra.a
    href="#work"
    data-screen-only
    position="absolute"
    top="-60px"
    left="10px"
    zIndex="skipNav"
    bg="raised"
    borderWidth="1px"
    borderColor="ember"
    borderRadius="7px"
    px="14px"
    py="8px"
    _focus={{ top: "8px" }}
    // An address of its own would be one more step on the way back.
    onClick={(event) => {
      event.preventDefault();
      document.getElementById("work")?.focus();
    }}
  >
    To the work
  </chakra.a>
);
