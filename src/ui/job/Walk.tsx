"use client";
import { Box, Button, Flex, Heading, chakra } from "@chakra-ui/react";
import { useEffect } from "react";
import { walk } from "@/words/walk";
import { QuietButton } from "../kit/SayWhy";
import { goToAddress, useInAddress } from "./address";
import { useJob } from "./JobContext";
import { usePlace } from "./places";

/** The first walk through a job, five steps, left at any time. It stands in the address, and nothing is kept of it. */
export function Walk() {
  const { id } = useJob();
  const place = usePlace();
  const [word, say] = useInAddress("walk");
  const at = Number(word) - 1;
  const step = walk[at];
  const target = step?.place;
  useEffect(() => {
    if (target && place !== target) goToAddress(`/jobs/${id}/${target}?walk=${at + 1}`, "replaceState");
  }, [target, place, id, at]);
  if (!step) return null;
  const isLast = at === walk.length - 1;
  return (
    <Box
      as="aside"
      aria-label="First walk"
      position="fixed"
      right={{ base: "10px", md: "24px" }}
      left={{ base: "10px", md: "auto" }}
      bottom={{ base: "70px", md: "104px" }}
      maxWidth={{ md: "360px" }}
      zIndex="popover"
      bg="panel"
      borderWidth="1px"
      borderColor="ember"
      borderRadius="12px"
      px="18px"
      py="14px"
      boxShadow="0 8px 30px rgb(0 0 0 / 0.35)"
    >
      <chakra.p fontSize="12px" color="quiet">
        Step {at + 1} of {walk.length}
      </chakra.p>
      <Heading as="h2" fontSize="17px" mt="2px">
        {step.title}
      </Heading>
      <chakra.p role="status" mt="6px" fontSize="14px">
        {step.says}
      </chakra.p>
      <Flex mt="12px" gap="14px" align="center">
        <Button
          size="sm"
          minHeight="38px"
          bg="ember"
          color="onEmber"
          fontWeight={700}
          onClick={() => say(isLast ? null : String(at + 2))}
        >
          {isLast ? "Done" : "Next"}
        </Button>
        {at > 0 && <QuietButton onClick={() => say(String(at))}>Back</QuietButton>}
        {!isLast && <QuietButton onClick={() => say(null)}>Leave the walk</QuietButton>}
      </Flex>
    </Box>
  );
}
