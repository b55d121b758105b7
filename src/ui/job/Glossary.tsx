"use client";
import { chakra } from "@chakra-ui/react";
import { createContext, useContext, useState, type ReactNode } from "react";
import { late } from "../kit/late";

const GlossaryDialog = late(async () => (await import("./GlossaryDialog")).GlossaryDialog);

const Context = createContext<(term: string) => void>(() => {});

/** Opens the glossary at a term. */
export const useGlossary = () => useContext(Context);

/** Has the glossary at hand for all that stands in it. */
export function GlossaryProvider({ children }: { children: ReactNode }) {
  const [at, setAt] = useState<string | null>(null);
  return (
    <Context.Provider value={setAt}>
      {children}
      {at !== null && <GlossaryDialog at={at} onClose={() => setAt(null)} />}
    </Context.Provider>
  );
}

/** A word with its meaning one tap away. */
export function Word({ of, children }: { of: string; children: ReactNode }) {
  const open = useGlossary();
  return (
    <chakra.button
      type="button"
      onClick={() => open(of)}
      textDecoration="underline dotted"
      textUnderlineOffset="3px"
      cursor="help"
      _hover={{ color: "ink" }}
    >
      {children}
    </chakra.button>
  );
}
