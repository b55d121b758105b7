"use client";
import { Box, Button, Heading, chakra } from "@chakra-ui/react";
import { ChevronDown, ChevronRight } from "lucide-react";
import { useState } from "react";
import type { WaitingPack } from "@/core/pack/pack-differences";
import type { Problem } from "@/core/problem/problem";
import { plainWording } from "@/words/plain-wording";
import { sayIncoming } from "@/words/say-incoming";
import { useFetched } from "../../kit/use-fetched";
import { askNow } from "../../outbox/ask-server";
import { jsonHeaders } from "../../outbox/send-pieces";
import { PackChanges } from "./PackChanges";
import { fetchAsMe } from "../../outbox/fetch-as-me";

/** Packs that came with jobs from elsewhere: each serves its own job until a lead, who has seen what it changes, offers it. */
export function WaitingPacks() {
  const [asked, setAsked] = useState(0);
  const [open, setOpen] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<readonly Problem[]>([]);
  const waiting = useFetched<{ packs: readonly WaitingPack[] }>("/api/packs/waiting", asked);
  const offer = async ({ sha256, changes }: WaitingPack) => {
    const said = await askNow(fetchAsMe, `/api/packs/${sha256}/offer`, {
      method: "POST",
      headers: jsonHeaders,
      body: JSON.stringify({ against: changes?.against ?? null }),
    });
    setTrouble("problems" in said ? said.problems : []);
    setAsked((count) => count + 1);
  };
  if (!waiting || waiting.packs.length === 0) return null;
  return (
    <Box as="section" mt="28px" aria-label="Packs from elsewhere">
      <Heading as="h3" fontSize="15px">
        Packs that came with jobs from elsewhere
      </Heading>
      <chakra.p fontSize="14px" color="quiet" mt="4px">
        Each serves the job it came with. New jobs are opened with it only once it is offered here.
      </chakra.p>
      <chakra.ul listStyleType="none" mt="8px">
        {waiting.packs.map((pack) => (
          <chakra.li key={pack.sha256} borderTopWidth="1px" borderColor="line" py="10px">
            <chakra.button
              type="button"
              display="inline-flex"
              alignItems="center"
              gap="4px"
              fontSize="15px"
              fontWeight={600}
              cursor="pointer"
              aria-expanded={open === pack.sha256}
              onClick={() => setOpen(open === pack.sha256 ? null : pack.sha256)}
            >
              {open === pack.sha256 ? <ChevronDown size={15} aria-hidden /> : <ChevronRight size={15} aria-hidden />}
              {pack.family}, revision {pack.revision}
            </chakra.button>{" "}
            <chakra.span fontSize="13px" color="quiet">
              {pack.sha256.slice(0, 12)}
            </chakra.span>
            {open === pack.sha256 && (
              <>
                {pack.changes ? (
                  <PackChanges changes={pack.changes} />
                ) : (
                  <chakra.p fontSize="14px" mt="8px">
                    No pack of this engine is offered now: there is nothing to hold it against.
                  </chakra.p>
                )}
                {pack.isRival ? (
                  <chakra.p fontSize="14px" color="near" mt="8px">
                    Another pack is offered as revision {pack.revision} of this engine: this one cannot be.
                  </chakra.p>
                ) : (
                  <Button
                    mt="10px"
                    size="sm"
                    minHeight="36px"
                    bg="ember"
                    color="onEmber"
                    fontWeight={700}
                    onClick={() => void offer(pack)}
                  >
                    Offer it for new jobs
                  </Button>
                )}
              </>
            )}
          </chakra.li>
        ))}
      </chakra.ul>
      {trouble.map((found, at) => (
        <chakra.p key={at} role="alert" color="out" fontSize="14px">
          {sayIncoming(found, plainWording)}
        </chakra.p>
      ))}
    </Box>
  );
}
