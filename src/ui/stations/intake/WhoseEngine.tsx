"use client";
import { Box, Flex, Input, chakra } from "@chakra-ui/react";
import NextLink from "next/link";
import { useState } from "react";
import { useJob } from "../../job/JobContext";
import { useOwner } from "../../job/use-owner";
import { QuietButton } from "../../kit/SayWhy";
import { useFetched } from "../../kit/use-fetched";
import type { OwnerLine } from "../../shop/owners/owner-line";

const Link = chakra(NextLink);

/** Owners to choose from, by what is typed. */
function Search({ onChoose }: { onChoose: (owner: string) => void }) {
  const [words, setWords] = useState("");
  const owners = useFetched<{ owners: readonly OwnerLine[] }>(
    `/api/owners?words=${encodeURIComponent(words.trim())}`,
  )?.owners;
  return (
    <Box mt="4px">
      <Input
        type="search"
        value={words}
        maxLength={200}
        aria-label="Owner by name or how to reach them"
        placeholder="Name, phone, mail"
        size="sm"
        minHeight="38px"
        maxWidth="320px"
        borderColor="lineStrong"
        onChange={(event) => setWords(event.currentTarget.value)}
      />
      <Flex as="ul" wrap="wrap" gap="8px" mt="8px">
        {owners?.slice(0, 8).map(({ id, name, contact }) => (
          <li key={id}>
            <chakra.button
              type="button"
              onClick={() => onChoose(id)}
              title={contact}
              minHeight="38px"
              px="12px"
              borderWidth="1px"
              borderColor="lineStrong"
              borderRadius="8px"
              fontSize="14px"
              cursor="pointer"
              _hover={{ bg: "raised" }}
            >
              {name}
            </chakra.button>
          </li>
        ))}
      </Flex>
      <chakra.p fontSize="13px" color="quiet" mt="6px">
        {owners?.length === 0 ? "No owner here is called that. " : ""}
        <Link href="/owners" textDecoration="underline" textUnderlineOffset="3px">
          Write down a new one
        </Link>
      </chakra.p>
    </Box>
  );
}

/** Whose engine it is. The record names them by the shop's list only, so that what is known of them can be erased there. */
export function WhoseEngine() {
  const { assessment, append, mayDecide, me } = useJob();
  const named = assessment.job.ownersNamed.at(-1);
  const owner = useOwner();
  const [isChoosing, setChoosing] = useState(false);
  const name = (id: string | null) => {
    append("owner-named", { owner: id, ...(named ? { supersedes: [named.id] } : {}) });
    setChoosing(false);
  };
  return (
    <Box fontSize="15px">
      <Flex gap="14px" align="baseline" wrap="wrap">
        {!named?.owner ? (
          <chakra.span color="quiet">
            {named ? "Nobody's: the shop's own, or not known." : "Nobody said yet."}
          </chakra.span>
        ) : owner?.erasedAt ? (
          <chakra.span color="quiet">What was known of the owner was erased.</chakra.span>
        ) : owner ? (
          <span>
            <strong>{owner.name}</strong>
            <chakra.span color="quiet">{owner.contact ? ` · ${owner.contact}` : ""}</chakra.span>
          </span>
        ) : (
          <chakra.span color="quiet">An owner of the shop&apos;s list; the name comes from the server.</chakra.span>
        )}
        {mayDecide && !isChoosing && (
          <QuietButton onClick={() => setChoosing(true)}>
            {named?.owner ? "Another owner" : "Say whose it is"}
          </QuietButton>
        )}
        {mayDecide && named?.owner && !isChoosing && (
          <QuietButton onClick={() => name(null)}>Nobody&apos;s</QuietButton>
        )}
      </Flex>
      {isChoosing && <Search onChoose={name} />}
      {!mayDecide && !named && (
        <chakra.p fontSize="13px" color="quiet">
          You are signed in as {me.role}: an owner is named by a lead.
        </chakra.p>
      )}
    </Box>
  );
}
