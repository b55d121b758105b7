"use client";
import { chakra } from "@chakra-ui/react";
import { useEffect, useState, type ReactNode } from "react";
import { createPortal } from "react-dom";
import { QuietButton } from "./SayWhy";

/** A button that prints a sheet of paper of its own, and nothing else of the page. */
export function PrintSheet({ name, title, children }: { name: string; title: string; children: ReactNode }) {
  const [isPrinting, setPrinting] = useState(false);
  useEffect(() => {
    if (!isPrinting) return;
    const done = () => setPrinting(false);
    window.addEventListener("afterprint", done);
    window.print();
    return () => window.removeEventListener("afterprint", done);
  }, [isPrinting]);
  return (
    <>
      <QuietButton onClick={() => setPrinting(true)}>{name}</QuietButton>
      {isPrinting &&
        createPortal(
          <chakra.section data-sheet="" aria-label={title}>
            <chakra.h1 fontSize="20px" fontWeight={700} mb="12px">
              {title}
            </chakra.h1>
            {children}
          </chakra.section>,
          document.body,
        )}
    </>
  );
}
