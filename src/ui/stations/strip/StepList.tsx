"use client";
import { Flex, chakra } from "@chakra-ui/react";
import { useEffect, useRef } from "react";
import { Check, Lock } from "lucide-react";
import type { StepResult } from "@/core/strip/assess-strip";

/** What a step waits for, in words short enough for a list. */
const waiting = ({ waitsFor }: StepResult) =>
  `after: ${waitsFor.map((step) => step.name.split(",")[0]!.toLowerCase()).join("; ")}`;

/** The strip list in working order: done, to do now, waiting for others. */
export function StepList({
  steps,
  here,
  onChoose,
}: {
  steps: readonly StepResult[];
  here: string;
  onChoose: (step: string) => void;
}) {
  const list = useRef<HTMLOListElement>(null);
  // On a phone the list lies below the step in hand, and stays where the thumb is.
  useEffect(() => {
    if (window.matchMedia("(min-width: 62em)").matches)
      list.current?.querySelector("[aria-current]")?.scrollIntoView({ block: "nearest" });
  }, [here]);
  return (
    <chakra.ol
      ref={list}
      aria-label="Strip list"
      listStyleType="none"
      maxHeight={{ lg: "calc(100dvh - 250px)" }}
      overflowY={{ lg: "auto" }}
    >
      {steps.map((result) => {
        const { step, state } = result;
        const isHere = step.id === here;
        return (
          <chakra.li key={step.id} position="relative">
            <chakra.button
              type="button"
              onClick={() => onChoose(step.id)}
              aria-current={isHere ? "step" : undefined}
              width="100%"
              textAlign="left"
              display="flex"
              gap="10px"
              alignItems="flex-start"
              px="9px"
              py="7px"
              minHeight="40px"
              borderRadius="8px"
              bg={isHere ? "raised" : undefined}
              borderWidth="1px"
              borderColor={isHere ? "lineStrong" : "transparent"}
              cursor="pointer"
              _hover={{ bg: "raised" }}
            >
              <Flex
                flexShrink={0}
                width="18px"
                height="18px"
                mt="1px"
                borderRadius="5px"
                borderWidth="1.5px"
                align="center"
                justify="center"
                borderStyle={state === "blocked" ? "dashed" : "solid"}
                borderColor={state === "done" ? "sound" : state === "open" ? "ember" : "lineStrong"}
                color="sound"
                aria-hidden
              >
                {state === "done" && <Check size={13} strokeWidth={3} />}
              </Flex>
              <chakra.span
                flex="1"
                fontSize="14px"
                lineHeight="1.3"
                color={state === "open" || isHere ? "ink" : "quiet"}
              >
                {step.name}
                {state === "blocked" && (
                  <chakra.span display="block" fontSize="12px">
                    {waiting(result)}
                  </chakra.span>
                )}
                <chakra.span srOnly>
                  {" "}
                  {state === "done" ? "done" : state === "open" ? "can be done now" : ""}
                </chakra.span>
              </chakra.span>
              {step.secures.length > 0 && (
                <chakra.span color={state === "done" ? "quiet" : "near"} mt="2px" title="locks or marks">
                  <Lock size={14} aria-label="locks or marks" />
                </chakra.span>
              )}
            </chakra.button>
          </chakra.li>
        );
      })}
    </chakra.ol>
  );
}
