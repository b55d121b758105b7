"use client";
import type { Note, Section } from "@/core/intake/notes";
import { useJob } from "../job/JobContext";

/** Writes an answer at Intake down, in the place of whatever stands there. */
export function useNote(): (section: Section, item: string, value: Note["value"], place?: string | null) => void {
  const { append, assessment } = useJob();
  return (section, item, value, place = null) => {
    const before = assessment.intake.notes.about(section, item, null, place).map((note) => note.id);
    append("intake-noted", { section, item, part: null, place, value, ...(before.length > 0 ? { supersedes: before } : {}) });
  };
}
