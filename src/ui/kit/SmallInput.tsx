"use client";
import { Input } from "@chakra-ui/react";
import type { ComponentProps } from "react";

/** A short field in a line of others. */
export const SmallInput = ({
  wrong = false,
  ...rest
}: Omit<ComponentProps<typeof Input>, "size"> & { readonly wrong?: boolean }) => (
  <Input
    size="sm"
    minHeight={{ base: "40px", md: "34px" }}
    borderColor={wrong ? "out" : "lineStrong"}
    aria-invalid={wrong || undefined}
    maxLength={2000}
    {...rest}
  />
);
