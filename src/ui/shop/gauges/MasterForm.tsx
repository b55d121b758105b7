"use client";
import { Button, Flex, Grid, chakra } from "@chakra-ui/react";
import { useState, type FormEvent } from "react";
import type { SettingMaster } from "@/core/entry/schema";
import { newId } from "../../kit/new-id";
import { emptyMaster, readMaster, type MasterDraft, type Wrong } from "./read-gauge";
import { TypedField } from "./TypedField";

/** A ring, block or bar that comparators are set on. */
export function MasterForm({ onKeep, onLeave }: { onKeep: (master: SettingMaster) => void; onLeave: () => void }) {
  const [draft, setDraft] = useState<MasterDraft>(emptyMaster);
  const [wrong, setWrong] = useState<Wrong<MasterDraft>>({});
  const typed = (field: keyof MasterDraft) => ({
    value: draft[field],
    onType: (text: string) => setDraft((before) => ({ ...before, [field]: text })),
    wrong: wrong[field],
  });
  const keep = (event: FormEvent) => {
    event.preventDefault();
    const read = readMaster(`master-${newId()}`, draft);
    if ("wrong" in read) return setWrong(read.wrong);
    onKeep(read.made);
  };
  return (
    <chakra.form
      onSubmit={keep}
      noValidate
      aria-label="A setting master"
      display="flex"
      flexDirection="column"
      gap="12px"
    >
      <TypedField label="Name" placeholder="such as Setting ring 76.000" isFirst {...typed("name")} />
      <TypedField label="Size by its certificate" help="in mm, or with its unit" {...typed("size")} />
      <Grid templateColumns="2fr 1fr" gap="10px">
        <TypedField label="U of its certificate" help="expanded, in mm" {...typed("expanded")} />
        <TypedField label="with k" {...typed("k")} />
      </Grid>
      <TypedField label="It expands, 10⁻⁶/K" help="steel about 11.5" {...typed("scale")} />
      <Flex gap="10px">
        <Button type="submit" size="sm" minHeight="36px" bg="ember" color="onEmber" fontWeight={700}>
          Register it
        </Button>
        <Button type="button" size="sm" minHeight="36px" variant="ghost" onClick={onLeave}>
          Leave it
        </Button>
      </Flex>
    </chakra.form>
  );
}
