"use client";
import { Box, Button, Field, Flex, Heading, Input, Textarea, chakra } from "@chakra-ui/react";
import NextLink from "next/link";
import { useState, type FormEvent } from "react";
import type { Problem } from "@/core/problem/problem";
import { many } from "@/words/sentences/sentence";
import { ShopHeader } from "../../frame/ShopHeader";
import { WorkColumns } from "../../frame/Work";
import type { Me } from "../../kit/me";
import { newId } from "../../kit/new-id";
import { Problems } from "../../kit/Problems";
import { QuietButton } from "../../kit/SayWhy";
import { TextField } from "../../kit/TextField";
import { useFetched } from "../../kit/use-fetched";
import { tellServer } from "../../outbox/tell-server";
import type { OwnerLine } from "./owner-line";

const Link = chakra(NextLink);

type Draft = Pick<OwnerLine, "id" | "name" | "contact" | "note">;
const nobodyYet = (): Draft => ({ id: newId(), name: "", contact: "", note: "" });

/** What is written down of an owner. */
function OwnerForm({ owner, onDone }: { owner: Draft | null; onDone: () => void }) {
  const [draft, setDraft] = useState(owner ?? nobodyYet);
  const [asked, setAsked] = useState(false);
  const [wrong, setWrong] = useState<readonly Problem[]>([]);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setAsked(true);
    const { id, ...words } = draft;
    if (words.name.trim() === "") return;
    const said = await (owner
      ? tellServer("PUT", `/api/owners/${id}`, words)
      : tellServer("POST", "/api/owners", draft));
    setWrong("problems" in said ? said.problems : []);
    if ("problems" in said) return;
    setDraft(owner ? draft : nobodyYet());
    setAsked(false);
    onDone();
  };
  return (
    <chakra.form onSubmit={(event) => void submit(event)} noValidate display="flex" flexDirection="column" gap="12px">
      <TextField
        label="Name"
        value={draft.name}
        maxLength={200}
        wrong={asked && draft.name.trim() === "" ? "A person or a firm, by the name that goes on reports." : null}
        onText={(name) => setDraft({ ...draft, name })}
      />
      <TextField
        label="How to reach them"
        value={draft.contact}
        maxLength={500}
        onText={(contact) => setDraft({ ...draft, contact })}
      />
      <Field.Root>
        <Field.Label>Note</Field.Label>
        <Textarea
          value={draft.note}
          maxLength={2000}
          borderColor="lineStrong"
          onChange={(event) => setDraft({ ...draft, note: event.currentTarget.value })}
        />
      </Field.Root>
      <Button type="submit" alignSelf="flex-start" bg="ember" color="onEmber" fontWeight={700}>
        {owner ? "Keep" : "Add the owner"}
      </Button>
      <Problems found={wrong} />
    </chakra.form>
  );
}

/** One owner: their engines, what is known of them, and the way to have that erased. */
function OneOwner({ id, me, onChange, onErased }: { id: string; me: Me; onChange: () => void; onErased: () => void }) {
  const [asked, setAsked] = useState(0);
  const [isErasing, setErasing] = useState(false);
  const [wrong, setWrong] = useState<readonly Problem[]>([]);
  const found = useFetched<{
    owner: OwnerLine;
    jobs: readonly { readonly id: string; readonly name: string | null; readonly number: string | null }[];
  }>(`/api/owners/${id}`, asked);
  if (!found) return null;
  const { owner, jobs } = found;
  const erase = async () => {
    const said = await tellServer("DELETE", `/api/owners/${id}`);
    setWrong("problems" in said ? said.problems : []);
    if ("value" in said) onErased();
  };
  return (
    <Box as="section" aria-label={owner.name}>
      <Heading as="h2" fontSize="18px">
        {owner.name}
      </Heading>
      <chakra.p color="quiet">{owner.contact || "no way to reach them is written down"}</chakra.p>
      {owner.note && <chakra.p mt="6px">{owner.note}</chakra.p>}
      <chakra.h3 fontSize="14px" fontWeight={600} mt="14px">
        {jobs.length === 0 ? "No engine of theirs is here" : many(jobs.length, "engine")}
      </chakra.h3>
      <ul>
        {jobs.map((job) => (
          <li key={job.id}>
            <Link href={`/jobs/${job.id}`} prefetch={false} color="emberInk" textDecoration="underline">
              {job.name ?? job.id}
            </Link>
            {job.number && <chakra.span color="quiet"> No. {job.number}</chakra.span>}
          </li>
        ))}
      </ul>
      {me.role === "lead" && (
        <>
          <chakra.h3 fontSize="14px" fontWeight={600} mt="20px" mb="6px">
            Change it
          </chakra.h3>
          <OwnerForm
            key={`${owner.name} ${owner.contact} ${owner.note}`}
            owner={owner}
            onDone={() => {
              setAsked((before) => before + 1);
              onChange();
            }}
          />
          <Box mt="16px">
            {isErasing ? (
              <Box role="alert" bg="emberWash" borderRadius="9px" px="14px" py="10px">
                <p>
                  Name, contact and note are erased for good, and the names under estimates, agreements and receipts of
                  their engines are masked wherever they are shown or taken out. The engines and their records stay, and
                  name no owner; links to them open nothing any more.
                </p>
                <chakra.p mt="6px">
                  This cannot be taken back. It does not reach what left the program before: papers and files that were
                  sent or taken out, backups until they are deleted, devices that hold a job until they are back in the
                  network, and names that somebody typed into a note.
                </chakra.p>
                <Flex gap="12px" mt="8px">
                  <Button size="sm" minHeight="38px" bg="out" color="ground" onClick={() => void erase()}>
                    Erase {owner.name}
                  </Button>
                  <Button size="sm" minHeight="38px" variant="ghost" onClick={() => setErasing(false)}>
                    Leave it
                  </Button>
                </Flex>
              </Box>
            ) : (
              <QuietButton onClick={() => setErasing(true)}>Erase what is known of them…</QuietButton>
            )}
            <Problems found={wrong} />
          </Box>
        </>
      )}
    </Box>
  );
}

/** Whose engines come to the shop. */
export function OwnersRoom({ me }: { me: Me }) {
  const [words, setWords] = useState("");
  const [asked, setAsked] = useState(0);
  const [here, setHere] = useState<string | null>(null);
  const owners = useFetched<{ owners: readonly OwnerLine[] }>(
    `/api/owners?words=${encodeURIComponent(words.trim())}`,
    asked,
  )?.owners;
  const again = () => setAsked((before) => before + 1);
  return (
    <Flex direction="column" minHeight="100dvh">
      <ShopHeader me={me} here="/owners" />
      <WorkColumns>
        <Box flex="1" maxWidth="620px">
          <Heading as="h1" fontSize="22px">
            Owners
          </Heading>
          <chakra.p color="quiet" mt="2px">
            Whose engines come here. A job names its owner at Intake; header, report and link show the name.
          </chakra.p>
          <Input
            type="search"
            value={words}
            onChange={(event) => setWords(event.currentTarget.value)}
            aria-label="Owners by name or how to reach them"
            placeholder="Name, phone, mail"
            maxLength={200}
            mt="14px"
            size="sm"
            minHeight="38px"
            maxWidth="300px"
            borderColor="lineStrong"
          />
          <chakra.ul mt="10px">
            {owners?.map((owner) => (
              <chakra.li key={owner.id} borderBottomWidth="1px" borderColor="line">
                <chakra.button
                  type="button"
                  onClick={() => setHere(owner.id)}
                  aria-current={owner.id === here ? "true" : undefined}
                  width="100%"
                  textAlign="left"
                  px="6px"
                  py="10px"
                  cursor="pointer"
                  bg={owner.id === here ? "emberWash" : undefined}
                  _hover={{ bg: "raised" }}
                >
                  <chakra.span fontWeight={600}>{owner.name}</chakra.span>
                  <chakra.span display="block" fontSize="13px" color="quiet">
                    {[owner.contact, many(owner.jobs, "engine")].filter(Boolean).join(" · ")}
                  </chakra.span>
                </chakra.button>
              </chakra.li>
            ))}
          </chakra.ul>
          {owners?.length === 0 && (
            <chakra.p mt="10px">
              {words.trim() === "" ? "No owner is written down yet." : "No owner here is called that."}
            </chakra.p>
          )}
        </Box>
        <Box width={{ base: "auto", lg: "360px" }}>
          {here !== null ? (
            <>
              <OneOwner
                key={here}
                id={here}
                me={me}
                onErased={() => {
                  setHere(null);
                  again();
                }}
                onChange={again}
              />
              <Box mt="16px">
                <QuietButton onClick={() => setHere(null)}>Somebody new</QuietButton>
              </Box>
            </>
          ) : me.role === "lead" ? (
            <>
              <Heading as="h2" fontSize="16px" mb="10px">
                Somebody new
              </Heading>
              <OwnerForm owner={null} onDone={again} />
            </>
          ) : (
            <chakra.p color="quiet">You are signed in as {me.role}: owners are written down by a lead.</chakra.p>
          )}
        </Box>
      </WorkColumns>
    </Flex>
  );
}
