"use client";
import { Flex, Input, chakra } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState, useTransition } from "react";
import type { Listing } from "@/core/views/card";
import { Key } from "../../kit/Key";
import { Select } from "../../kit/Select";
import { TabRow } from "../../kit/TabRow";

export const showWords = { bench: "On the bench", over: "Handed over", archive: "Archive" } as const satisfies Record<Listing["show"], string>; // prettier-ignore
const sortWords = { due: "wanted soonest", held: "most in the way", came: "came last", name: "by name" } as const satisfies Record<Listing["sort"], string>; // prettier-ignore

const pauseMs = 250;

/** Which engines are listed, and in what order. It stands in the address: what is looked at can be sent to somebody. */
export function ListingBar({ listing, onFind }: { listing: Listing; onFind: () => void }) {
  const router = useRouter();
  const [isComing, startComing] = useTransition();
  const [words, setWords] = useState(listing.words);
  const latest = useRef(listing);
  useEffect(() => {
    latest.current = listing;
  }, [listing]);
  const list = (part: Partial<Listing>) => {
    const { words: asked, show, sort } = { ...latest.current, ...part };
    const query = new URLSearchParams({
      ...(asked === "" ? {} : { words: asked }),
      ...(show === "bench" ? {} : { show }),
      ...(sort === "due" ? {} : { sort }),
    }).toString();
    startComing(() => router.replace(query === "" ? "/" : `/?${query}`, { scroll: false }));
  };
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);
  return (
    <>
      <Flex gap="12px" align="center" wrap="wrap">
        <Input
          type="search"
          value={words}
          onChange={(event) => {
            const { value } = event.currentTarget;
            setWords(value);
            clearTimeout(timer.current);
            timer.current = setTimeout(() => list({ words: value.trim() }), pauseMs);
          }}
          aria-label="Engines by name, number, owner or tag"
          placeholder="Name, number, owner or tag"
          aria-busy={isComing}
          maxLength={200}
          width={{ base: "100%", md: "300px" }}
          size="sm"
          minHeight="38px"
          borderColor="lineStrong"
        />
        <Select
          label="In what order"
          width="180px"
          value={listing.sort}
          options={sortWords}
          onChoose={(sort) => list({ sort: sort as Listing["sort"] })}
        />
        <chakra.button
          type="button"
          onClick={onFind}
          display="inline-flex"
          alignItems="center"
          gap="6px"
          minHeight="36px"
          fontSize="13px"
          color="quiet"
          cursor="pointer"
          _hover={{ color: "ink" }}
        >
          <Key>/</Key> find anything
        </chakra.button>
      </Flex>
      <TabRow
        label="Which engines"
        items={Object.entries(showWords).map(([id, name]) => ({ id: id as Listing["show"], name }))}
        here={listing.show}
        onChoose={(show) => list({ show })}
      />
    </>
  );
}
