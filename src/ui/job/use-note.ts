"use client";
import type { Note, Section } from "@/core/entry/notes";
import { useJob } from "./JobContext";

/** Writes an answer at Intake down, in the place of whatever stands there. */
export function useNote(): (
  section: Section,
  item: string,
  value: Note["value"],
  of?: { readonly place?: string | undefined; readonly part?: string | undefined; readonly typed?: string | undefined },
) => void {
  const { append, assessment } = useJob();
  return (
    section,
    item,
    value,
    {
      place = null,
      part = null,
      typed,
    }: { place?: string | null | undefined; part?: string | null | undefined; typed?: string | undefined } = {},
  ) => {
    const before = assessment.order.notes.about(section, item, part, place).map((note) => note.id);
    append("intake-noted", {
      section,
      item,
      part,
      place,
      value,
      ...(typed === undefined ? {} : { typed }),
      ...(before.length > 0 ? { supersedes: before } : {}),
    });
  };
}
