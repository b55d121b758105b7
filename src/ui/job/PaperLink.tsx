"use client";
import { chakra } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { useJob } from "./JobContext";

/** Where paper is of the other format. */
const lettersIn = /^en-(?:US|CA)$|^es-MX$/u;
const format = () => (lettersIn.test(navigator.language) ? "LETTER" : "A4");

/** A sheet of paper of this job as PDF, to be printed and filled in. */
export function PaperLink({
  paper,
  about = {},
  children,
}: {
  paper: "measuring" | "strip-list";
  about?: Readonly<Record<string, string>>;
  children: ReactNode;
}) {
  const { id } = useJob();
  return (
    <chakra.a
      href={`/api/jobs/${id}/papers/${paper}?${new URLSearchParams({ ...about, format: format() }).toString()}`}
      download
      display="inline-flex"
      alignItems="center"
      minHeight="28px"
      fontSize="13px"
      color="quiet"
      textDecoration="underline"
      textUnderlineOffset="3px"
      whiteSpace="nowrap"
      _hover={{ color: "ink" }}
    >
      {children}
    </chakra.a>
  );
}
