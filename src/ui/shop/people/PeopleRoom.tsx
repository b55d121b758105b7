"use client";
import { Box, Button, Flex, Heading, chakra } from "@chakra-ui/react";
import { useState, type FormEvent } from "react";
import { roles, type Role } from "@/core/entry/schema";
import type { Problem } from "@/core/problem/problem";
import { roleWords } from "@/words/words-for";
import { ShopHeader } from "../../frame/ShopHeader";
import { Work } from "../../frame/Work";
import type { Me } from "../../kit/me";
import { newId } from "../../kit/new-id";
import { Problems } from "../../kit/Problems";
import { QuietButton } from "../../kit/SayWhy";
import { Select } from "../../kit/Select";
import { TextField } from "../../kit/TextField";
import { useFetched } from "../../kit/use-fetched";
import { tellServer } from "../../outbox/tell-server";
import { OwnAccount } from "./OwnAccount";

interface Account {
  readonly id: string;
  readonly account: string;
  readonly name: string;
  readonly role: Role;
  readonly isDisabled: boolean;
}

const ChooseRole = ({ value, label, onChoose }: { value: Role; label: string; onChoose: (role: Role) => void }) => (
  <Select
    label={label}
    width="130px"
    value={value}
    options={Object.fromEntries(roles.map((role) => [role, role]))}
    onChoose={(role) => onChoose(role as Role)}
  />
);

/** A password that was just made, shown until somebody has seen it. */
function NewPassword({ of, password, onSeen }: { of: string; password: string; onSeen: () => void }) {
  return (
    <Box role="status" bg="emberWash" borderRadius="9px" px="16px" py="12px" mt="12px">
      <p>
        The password of {of}: <chakra.strong fontFamily="mono">{password}</chakra.strong>
      </p>
      <chakra.p fontSize="13px" color="quiet">
        It is shown this once and kept nowhere in the clear. Give it to them; they change it here.
      </chakra.p>
      <QuietButton onClick={onSeen}>Seen</QuietButton>
    </Box>
  );
}

/** Somebody new: what they are called, what they may do. */
function AddPerson({ onAdded }: { onAdded: (name: string, password: string) => void }) {
  const empty = () => ({ id: newId(), account: "", name: "", role: "inspector" as Role });
  const [draft, setDraft] = useState(empty);
  const [wrong, setWrong] = useState<readonly Problem[]>([]);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const said = await tellServer<{ password: string }>("POST", "/api/people", draft);
    setWrong("problems" in said ? said.problems : []);
    if ("problems" in said) return;
    onAdded(draft.name, said.value.password);
    setDraft(empty());
  };
  return (
    <chakra.form onSubmit={(event) => void submit(event)} noValidate mt="8px">
      <Flex gap="12px" align="flex-end" wrap="wrap">
        <TextField
          label="Full name"
          width="220px"
          size="sm"
          minHeight="38px"
          value={draft.name}
          maxLength={120}
          onText={(name) => setDraft({ ...draft, name })}
        />
        <TextField
          label="Account"
          width="180px"
          size="sm"
          minHeight="38px"
          value={draft.account}
          maxLength={40}
          autoCapitalize="none"
          placeholder="wren"
          onText={(account) => setDraft({ ...draft, account })}
        />
        <ChooseRole value={draft.role} label="What they may do" onChoose={(role) => setDraft({ ...draft, role })} />
        <Button type="submit" size="sm" minHeight="38px" bg="ember" color="onEmber" fontWeight={700}>
          Add
        </Button>
      </Flex>
      <chakra.p fontSize="13px" color="quiet" mt="6px">
        {roleWords[draft.role]}
      </chakra.p>
      <Problems found={wrong} />
    </chakra.form>
  );
}

/** Who works here, for a lead. */
function Accounts({ me }: { me: Me }) {
  const [asked, setAsked] = useState(0);
  const people = useFetched<{ people: readonly Account[] }>("/api/people", asked)?.people;
  const [made, setMade] = useState<{ of: string; password: string } | null>(null);
  const [wrong, setWrong] = useState<readonly Problem[]>([]);
  const change = async ({ id, ...person }: Account, part: Partial<Account>) => {
    const { name, role, isDisabled } = { ...person, ...part };
    const said = await tellServer("PUT", `/api/people/${id}`, { name, role, isDisabled });
    setWrong("problems" in said ? said.problems : []);
    setAsked((before) => before + 1);
  };
  const renew = async ({ id, name }: Account) => {
    const said = await tellServer<{ password: string }>("POST", `/api/people/${id}/password`);
    setWrong("problems" in said ? said.problems : []);
    if ("value" in said) setMade({ of: name, password: said.value.password });
  };
  return (
    <section aria-label="People">
      <chakra.ul mt="10px">
        {people?.map((person) => (
          <chakra.li
            key={person.id}
            display="flex"
            flexWrap="wrap"
            alignItems="center"
            gap="14px"
            py="8px"
            borderBottomWidth="1px"
            borderColor="line"
          >
            <Box flex="1" minWidth="180px">
              <chakra.span fontWeight={600}>{person.name}</chakra.span>
              {person.id === me.id && <chakra.span color="quiet"> (you)</chakra.span>}
              <chakra.span display="block" fontSize="13px" color={person.isDisabled ? "near" : "quiet"}>
                {person.account}
                {person.isDisabled && " · does not come in any more"}
              </chakra.span>
            </Box>
            <ChooseRole
              value={person.role}
              label={`What ${person.name} may do`}
              onChoose={(role) => void change(person, { role })}
            />
            <QuietButton onClick={() => void renew(person)}>New password</QuietButton>
            <QuietButton onClick={() => void change(person, { isDisabled: !person.isDisabled })}>
              {person.isDisabled ? "Let in again" : "Let in no more"}
            </QuietButton>
          </chakra.li>
        ))}
      </chakra.ul>
      <Problems found={wrong} />
      {made && <NewPassword {...made} onSeen={() => setMade(null)} />}
      <Heading as="h2" fontSize="16px" mt="24px">
        Somebody new
      </Heading>
      <AddPerson
        onAdded={(of, password) => {
          setMade({ of, password });
          setAsked((before) => before + 1);
        }}
      />
    </section>
  );
}

/** Who works in the shop, and one's own account. */
export const PeopleRoom = ({ me }: { me: Me }) => (
  <Flex direction="column" minHeight="100dvh">
    <ShopHeader me={me} here="/people" />
    <Work maxWidth="860px">
      <Heading as="h1" fontSize="22px">
        People
      </Heading>
      {me.role === "lead" ? (
        <Accounts me={me} />
      ) : (
        <chakra.p color="quiet" mt="4px">
          You are signed in as {me.role}: accounts are looked after by a lead.
        </chakra.p>
      )}
      <OwnAccount me={me} />
    </Work>
  </Flex>
);
