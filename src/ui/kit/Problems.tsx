"use client";
import { chakra } from "@chakra-ui/react";
import type { Problem } from "@/core/problem/problem";
import { plainWording } from "@/words/plain-wording";
import { sayProblem } from "@/words/say-problem";

/** What was wrong with what was just sent; nothing where it went through. */
export const Problems = ({ found }: { found: readonly Problem[] }) =>
  found.length === 0 ? null : (
    <chakra.p role="alert" mt="8px" fontSize="14px" color="near">
      {found.map((each) => sayProblem(each, plainWording)).join(" ")}
    </chakra.p>
  );
