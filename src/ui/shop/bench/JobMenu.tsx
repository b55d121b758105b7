"use client";
import { Button, Dialog, Menu, Portal, chakra } from "@chakra-ui/react";
import { EllipsisVertical } from "lucide-react";
import { useState, type FormEvent } from "react";
import type { JobCard } from "@/core/views/card";
import type { EntryType, Payload } from "@/core/entry/schema";
import type { Problem } from "@/core/problem/problem";
import type { Me } from "../../kit/me";
import { Problems } from "../../kit/Problems";
import { TextField } from "../../kit/TextField";
import { writeOnce } from "../../outbox/write-once";

/** A lead, and what is done once something was done. */
export interface MayPutAway {
  readonly me: Me;
  readonly onDone: () => void;
}

interface Props {
  readonly id: string;
  readonly card: JobCard;
  readonly may: MayPutAway;
}

/** Another name for a job. */
function Rename({ card, onKeep, onClose }: { card: JobCard; onKeep: (name: string) => void; onClose: () => void }) {
  const [name, setName] = useState(card.name);
  const [asked, setAsked] = useState(false);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    setAsked(true);
    if (name.trim() !== "") onKeep(name.trim());
  };
  return (
    <Dialog.Root open onOpenChange={({ open }) => !open && onClose()} size="sm">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="panel">
            <chakra.form onSubmit={submit} noValidate>
              <Dialog.Header>
                <Dialog.Title>Another name for {card.name}</Dialog.Title>
              </Dialog.Header>
              <Dialog.Body>
                <TextField
                  label="What the job is called"
                  value={name}
                  maxLength={120}
                  help="The record keeps the old name as well."
                  wrong={asked && name.trim() === "" ? "A job has a name: the boat, the aeroplane, the machine." : null}
                  onText={setName}
                />
              </Dialog.Body>
              <Dialog.Footer>
                <Button variant="ghost" onClick={onClose}>
                  Leave it
                </Button>
                <Button type="submit" bg="ember" color="onEmber" fontWeight={700}>
                  Keep
                </Button>
              </Dialog.Footer>
            </chakra.form>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}

/** What a lead does with a job as a whole: another name, into the archive and out of it. Nothing of its record is lost by it. */
export function JobMenu({ id, card, may: { me, onDone } }: Props) {
  const [isNaming, setNaming] = useState(false);
  const [wrong, setWrong] = useState<readonly Problem[]>([]);
  const write = async <T extends EntryType>(type: T, payload: Payload<T>) => {
    const problems = await writeOnce(id, me.id, type, payload);
    setWrong(problems);
    if (problems.length === 0) onDone();
  };
  const acts: Readonly<Record<string, { readonly words: string; readonly go: () => void }>> = {
    rename: { words: "Another name…", go: () => setNaming(true) },
    ...(card.putAway === null
      ? { archive: { words: "Into the archive", go: () => void write("job-put-away", { to: "archive" }) } }
      : { bench: { words: "Back on the bench", go: () => void write("job-put-away", { to: "bench" }) } }),
    ...(card.isBlank
      ? {
          mistake: {
            words: "Away with it: opened by mistake",
            go: () => void write("job-put-away", { to: "mistakes" }),
          },
        }
      : {}),
  };
  return (
    <>
      <Problems found={wrong} />
      <Menu.Root onSelect={({ value }) => acts[value]?.go()} lazyMount unmountOnExit>
        <Menu.Trigger asChild>
          <Button
            variant="ghost"
            size="sm"
            minWidth="36px"
            px="0"
            color="quiet"
            aria-label={`More for ${card.name}`}
            _hover={{ color: "ink", bg: "raised" }}
          >
            <EllipsisVertical size={18} aria-hidden />
          </Button>
        </Menu.Trigger>
        <Portal>
          <Menu.Positioner>
            <Menu.Content bg="panel" borderWidth="1px" borderColor="lineStrong">
              {Object.entries(acts).map(([value, { words }]) => (
                <Menu.Item key={value} value={value} minHeight="38px" color="ink" _highlighted={{ bg: "emberWash" }}>
                  {words}
                </Menu.Item>
              ))}
            </Menu.Content>
          </Menu.Positioner>
        </Portal>
      </Menu.Root>
      {isNaming && (
        <Rename
          card={card}
          onClose={() => setNaming(false)}
          onKeep={(name) => {
            setNaming(false);
            void write("job-renamed", { name });
          }}
        />
      )}
    </>
  );
}
