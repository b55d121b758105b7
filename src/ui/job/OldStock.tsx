"use client";
import { chakra } from "@chakra-ui/react";
import { plainNumber } from "@/core/pack/revision-number";
import { useFetched } from "../kit/use-fetched";
import type { FoundPart } from "../outbox/catalogue-api";

/** Whether the shop's catalogue knows something newer than a part that was brought, by its number. */
export function OldStock({ number }: { readonly number: string | null }) {
  const path = number === null ? null : `/api/catalogue/${encodeURIComponent(number)}`;
  const chain = useFetched<{ chain: readonly FoundPart[] }>(path)?.chain ?? [];
  const isHere = number !== null && chain.some((each) => plainNumber(each.number) === plainNumber(number));
  const newest = chain.at(-1);
  if (!isHere || !newest || plainNumber(newest.number) === plainNumber(number)) return null;
  return (
    <chakra.p fontSize="13px" color="near" mt="4px" role="status">
      Old stock by the catalogue: {newest.number}
      {newest.revision === null ? "" : `, revision ${newest.revision},`} took its place.
    </chakra.p>
  );
}
