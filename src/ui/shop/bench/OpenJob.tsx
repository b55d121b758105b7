"use client";
import { Button, Dialog, Field, NativeSelect, Portal, chakra } from "@chakra-ui/react";
import { Plus } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState, useTransition, type FormEvent } from "react";
import type { Problem } from "@/core/problem/problem";
import { plainWording } from "@/words/plain-wording";
import { sayProblem } from "@/words/say-problem";
import { tellServer } from "../../outbox/tell-server";
import { newId } from "../../kit/new-id";
import { Problems } from "../../kit/Problems";
import { QuietButton } from "../../kit/SayWhy";
import { TextField } from "../../kit/TextField";
import { useFetched } from "../../kit/use-fetched";

interface Offer {
  readonly sha256: string;
  readonly family: string;
  readonly summary: string;
  /** How many places for parts it names. */
  readonly places: number;
}

function OpenJobDialog({ onClose }: { onClose: () => void }) {
  const router = useRouter();
  const packs = useFetched<{ packs: readonly Offer[] }>("/api/packs")?.packs ?? [];
  // What is asked for has an id: sent twice, it opens one job; changed, it is another one.
  const [{ id, name, pack, number }, setDraft] = useState(() => ({ id: newId(), name: "", pack: "", number: "" }));
  const change = (part: { name?: string; pack?: string; number?: string }) =>
    setDraft((before) => ({ ...before, ...part, id: newId() }));
  const [asked, setAsked] = useState(false);
  const [failed, setFailed] = useState<readonly Problem[]>([]);
  const [isOpening, startOpening] = useTransition();
  const chosen = packs.find((each) => each.sha256 === pack) ?? packs[0];
  const submit = (event: FormEvent) => {
    event.preventDefault();
    setAsked(true);
    if (name.trim() === "" || !chosen || isOpening) return;
    setFailed([]);
    startOpening(async () => {
      const answer = await tellServer("POST", "/api/jobs", {
        id,
        name: name.trim(),
        pack: chosen.sha256,
        number: number.trim() || null,
      });
      if ("value" in answer) startOpening(() => router.push(`/jobs/${id}/intake`));
      else setFailed(answer.problems);
    });
  };
  return (
    <Dialog.Root open onOpenChange={({ open }) => !open && onClose()} size="md">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="panel">
            <chakra.form onSubmit={submit} noValidate>
              <Dialog.Header>
                <Dialog.Title>An engine comes in</Dialog.Title>
              </Dialog.Header>
              <Dialog.Body display="flex" flexDirection="column" gap="14px">
                <TextField
                  label="What the job is called"
                  value={name}
                  maxLength={120}
                  placeholder="such as the boat it comes from"
                  wrong={asked && name.trim() === "" ? "A job needs a name by which it is found again." : null}
                  onText={(text) => change({ name: text })}
                />
                <Field.Root>
                  <Field.Label>Family</Field.Label>
                  <NativeSelect.Root>
                    <NativeSelect.Field
                      value={chosen?.sha256 ?? ""}
                      onChange={(event) => change({ pack: event.currentTarget.value })}
                    >
                      {packs.map(({ sha256, family }) => (
                        <option key={sha256} value={sha256}>
                          {family}
                        </option>
                      ))}
                    </NativeSelect.Field>
                    <NativeSelect.Indicator />
                  </NativeSelect.Root>
                  <Field.HelperText>
                    {chosen?.summary ?? "No pack is here yet: add one with ember add-pack."}
                  </Field.HelperText>
                </Field.Root>
                <TextField
                  label="Number the owner gives"
                  value={number}
                  maxLength={60}
                  placeholder="unknown"
                  help="What is really stamped on it is read at Identify."
                  onText={(text) => change({ number: text })}
                />
                {failed.length > 0 && (
                  <chakra.p role="alert" color="out" fontSize="14px">
                    {failed.map((found) => sayProblem(found, plainWording)).join(" ")} It is opened once, however often
                    it is asked for.
                  </chakra.p>
                )}
              </Dialog.Body>
              <Dialog.Footer>
                <Button variant="ghost" onClick={onClose}>
                  Leave it
                </Button>
                <Button
                  type="submit"
                  bg="ember"
                  color="onEmber"
                  fontWeight={700}
                  disabled={packs.length === 0}
                  loading={isOpening}
                  loadingText="Opening"
                >
                  Open the job
                </Button>
              </Dialog.Footer>
            </chakra.form>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}

/** Opens a job for an engine that comes in. */
/** A job to try things on, with the first walk through it; put away afterwards as any other is. */
export function PracticeJob() {
  const router = useRouter();
  const packs = useFetched<{ packs: readonly Offer[] }>("/api/packs")?.packs ?? [];
  const [id] = useState(newId);
  const [failed, setFailed] = useState<readonly Problem[]>([]);
  const [isOpening, startOpening] = useTransition();
  // The one with most to it has something to try at every station.
  const [pack] = [...packs].sort((a, b) => b.places - a.places);
  if (!pack) return null;
  const open = () =>
    startOpening(async () => {
      const said = await tellServer("POST", "/api/jobs", { id, name: "Practice", pack: pack.sha256, number: null });
      if ("problems" in said) setFailed(said.problems);
      else startOpening(() => router.push(`/jobs/${id}/intake?walk=1`));
    });
  return (
    <div>
      <QuietButton onClick={open} disabled={isOpening}>
        New here? A first walk, on a practice job
      </QuietButton>
      <Problems found={failed} />
    </div>
  );
}

export function OpenJob() {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button size="sm" minHeight="36px" bg="ember" color="onEmber" fontWeight={700} onClick={() => setOpen(true)}>
        <Plus size={15} aria-hidden />
        Open a job
      </Button>
      {isOpen && <OpenJobDialog onClose={() => setOpen(false)} />}
    </>
  );
}
