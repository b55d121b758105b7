"use client";
import { Box, NativeSelect } from "@chakra-ui/react";
import { useState } from "react";
import { useJob } from "../../job/JobContext";
import { NoteField } from "./NoteField";

/** Hours of parts that are known to be younger or older than the engine they are in. */
export function PartHours() {
  const { assessment, pack, mayWrite } = useJob();
  const [added, setAdded] = useState<readonly string[]>([]);
  const parts = [...assessment.job.parts.values()].map((part) => ({
    id: part.id,
    name: `${part.tag} · ${(part.slot && pack.slots.get(part.slot)?.name) ?? pack.classes.get(part.class)?.name ?? part.class}`,
  }));
  const noted = new Set(
    assessment.order.notes.all.flatMap((note) => (note.section === "history" && note.part ? [note.part] : [])),
  );
  const shown = parts.filter(({ id }) => noted.has(id) || added.includes(id));
  return (
    <Box mb="22px">
      {shown.map(({ id, name }) => (
        <NoteField key={id} section="history" item="hours-since-new" part={id} label={name} kind="number" unit="h" />
      ))}
      {mayWrite && (
        <NativeSelect.Root size="sm" maxWidth="340px" mt="4px">
          <NativeSelect.Field
            aria-label="A part that is younger or older"
            value=""
            onChange={(event) => setAdded([...added, event.currentTarget.value])}
          >
            <option value="">a part that is younger or older than the engine</option>
            {parts
              .filter((part) => !shown.includes(part))
              .map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      )}
    </Box>
  );
}
