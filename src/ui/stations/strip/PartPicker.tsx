"use client";
import { NativeSelect } from "@chakra-ui/react";
import type { Part } from "@/core/entry/fold";
import { capital } from "@/words/capital";
import { useInHand, useJob } from "../../job/JobContext";

/** Picks the part that is looked at: by its tag, kind by kind. */
export function PartPicker({
  parts,
  label,
  fallback = null,
}: {
  parts: readonly { readonly part: Part; readonly note?: string }[];
  label: string;
  fallback?: string | null;
}) {
  const { takeInHand, pack } = useJob();
  const { hand } = useInHand();
  const kinds = [...new Set(parts.map(({ part }) => part.class))];
  return (
    <NativeSelect.Root size="md" maxWidth="420px">
      <NativeSelect.Field
        value={parts.some(({ part }) => part.id === hand) ? hand! : (fallback ?? "")}
        aria-label={label}
        onChange={(event) => takeInHand(event.currentTarget.value || null)}
      >
        <option value="">choose a part, or scan its tag</option>
        {kinds.map((kind) => (
          <optgroup key={kind} label={capital(pack.classes.get(kind)?.name ?? kind)}>
            {parts
              .filter(({ part }) => part.class === kind)
              .map(({ part, note }) => (
                <option key={part.id} value={part.id}>
                  {part.tag} · {part.slot ? pack.slots.get(part.slot)?.name : ""}
                  {note ? ` · ${note}` : ""}
                </option>
              ))}
          </optgroup>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}
