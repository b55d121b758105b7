"use client";
import { Button } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** A small act in a line of text. */
export const Small = ({ onClick, children }: { readonly onClick: () => void; readonly children: ReactNode }) => (
  <Button size="xs" variant="outline" borderColor="lineStrong" color="ink" minHeight="28px" onClick={onClick}>
    {children}
  </Button>
);
